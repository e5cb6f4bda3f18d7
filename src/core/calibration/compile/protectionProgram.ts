import { AT, LOST_BIT } from '../../channel';
import type { Guard, GuardSees, Protecting } from '../../control';
import { curveThrough } from '../../numeric';
import type { EcuProgram } from '../../program';
import { GUARD_IDS, type GuardId } from '../../protection';
import { conversionContext } from '../context';
import type { FieldPath } from '../fields';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { choiceAt, tableAt } from '../values';
import { mapGrid } from './mapGrid';

/** How far back past a threshold all is well again. */
const HYSTERESIS = { temperatureK: 3, pressureKpa: 5, volts: 0.3 } as const;

/** What is watched over, the gravest first; null where nothing is. */
export function protectionOf(document: Calibration): Protecting | null {
  const guards = GUARD_IDS.flatMap((id) => guardOf(document, id) ?? []);
  return guards.length === 0 ? null : { guards };
}

/** One guard; null while it does nothing, or its numbers or its sensor are missing. */
function guardOf(document: Calibration, id: GuardId): Guard | null {
  const path = (key: string): FieldPath => `protection.${id}.${key}`;
  const act = choiceAt(document, path('act'));
  const sees = act === null || act === 'off' ? null : seenBy(document, id);
  const delayS = baseValue(document, path('delay'));
  if (sees === null || delayS === null) return null;
  return {
    id,
    act: act as Guard['act'],
    delayS,
    latched: choiceAt(document, path('stays')) === 'latched',
    limitRpm: baseValue(document, path('limit')) ?? Infinity,
    richerPercent: baseValue(document, path('richer')) ?? 0,
    sees,
    hangsOn: HANGS_ON[id].reduce((bits, sensor) => bits | LOST_BIT[sensor], 0),
  };
}

/** The sensors without which each guard sees nothing. */
const HANGS_ON: Readonly<Record<GuardId, readonly (keyof typeof LOST_BIT)[]>> = {
  oilPressure: ['oilPressure'],
  fuelPressure: ['fuelPressure', 'map'],
  lean: [],
  boost: ['map'],
  coolant: ['coolant'],
  oil: [],
  battery: [],
};

/** What each guard looks at. */
function seenBy(document: Calibration, id: GuardId): GuardSees | null {
  const at = (key: string) => baseValue(document, `protection.${id}.${key}`);
  const fitted = (sensor: string) => choiceAt(document, `sensors.${sensor}.fitted` as FieldPath) === 'yes';
  const beyond = (
    place: number,
    threshold: number | null,
    hysteresis: number,
    above = true,
  ): GuardSees | null =>
    threshold === null ? null : { kind: 'threshold', place, above, threshold, hysteresis };
  switch (id) {
    case 'oilPressure': {
      const rows = tableAt(document, 'protection.oilPressure.least');
      if (rows === null || !fitted('oilPressure')) return null;
      return { kind: 'oilPressure', leastKpa: curveThrough(rows.map(([rpm = 0, kpa = 0]) => [rpm, kpa])) };
    }
    case 'fuelPressure': {
      const [railGaugeKpa, shortByKpa] = [baseValue(document, 'injectors.railPressure'), at('shortBy')];
      if (railGaugeKpa === null || shortByKpa === null || !fitted('fuelPressure')) return null;
      const byManifold = document.injectors.regulator?.value === 'manifold';
      const { barometricKpa } = conversionContext(document);
      return { kind: 'fuelPressure', railGaugeKpa, byManifold, barometricKpa, shortByKpa };
    }
    case 'lean': {
      const [leanerByPercent, aboveThrottlePercent] = [at('leanerBy'), at('aboveThrottle')];
      if (leanerByPercent === null || aboveThrottlePercent === null) return null;
      if (!fitted('lambdaOne') && !fitted('lambdaTwo')) return null;
      return { kind: 'lean', leanerByPercent, aboveThrottlePercent };
    }
    case 'boost':
      return beyond(AT.manifoldPressure, at('above'), HYSTERESIS.pressureKpa);
    case 'coolant':
      return beyond(AT.coolant, at('above'), HYSTERESIS.temperatureK);
    case 'oil':
      return beyond(AT.oilTemperature, at('above'), HYSTERESIS.temperatureK);
    case 'battery':
      return beyond(AT.battery, at('below'), HYSTERESIS.volts, false);
  }
}

/** What is done without a sensor. */
export function sensorLossOf(document: Calibration): EcuProgram['sensorLoss'] {
  const map = document.maps.pressureThrottle;
  const byThrottle = document.sensorLoss.pressure?.value === 'throttle';
  return {
    pressure: byThrottle && map !== null ? mapGrid(map) : null,
    pressureRicherPercent: baseValue(document, 'sensorLoss.pressureRicher') ?? 0,
    limitRpm: baseValue(document, 'sensorLoss.limit'),
  };
}
