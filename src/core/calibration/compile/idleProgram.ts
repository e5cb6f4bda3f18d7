import type { IdleControl, IdleLoop } from '../../control';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { usesIdleAir } from '../strategy';
import { mapGrid } from './mapGrid';

/** What idles the engine. */
export function idleOf(document: Calibration): IdleControl {
  const { idleAir, idleSpeed } = document.maps;
  const belowV = baseValue(document, 'idle.batteryBelow');
  const raiseRpm = baseValue(document, 'idle.batteryRaise');
  return {
    air: usesIdleAir(document) && idleAir !== null ? mapGrid(idleAir) : null,
    target: idleSpeed === null ? null : mapGrid(idleSpeed),
    battery: belowV === null || raiseRpm === null ? null : { belowV, raiseRpm },
    loop: loopOf(document),
  };
}

/** How speed is held; null while it is not, or while a number is missing. */
function loopOf(document: Calibration): IdleLoop | null {
  const control = document.idle.control?.value ?? 'no';
  if (control === 'no') return null;
  const at = (key: string) => baseValue(document, `idle.${key}`);
  const byAir = (key: string) => (control === 'both' ? at(key) : 0);
  const numbers = {
    windowRpm: at('window'),
    throttleBelowPercent: at('throttleBelow'),
    sparkDegPer100Rpm: at('sparkGain'),
    sparkLimitDeg: at('sparkLimit'),
    airPerSPer100Rpm: byAir('airGain'),
    airLimitPercent: byAir('airLimit'),
    dashpotPercent: byAir('dashpot'),
    dashpotS: byAir('dashpotFade'),
  };
  if (Object.values(numbers).includes(null)) return null;
  return { ...(numbers as Omit<IdleLoop, 'sparkRestDeg'>), sparkRestDeg: at('sparkRest') ?? 0 };
}
