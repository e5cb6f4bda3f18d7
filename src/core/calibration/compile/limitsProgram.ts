import { type CutBy, type Launch, NO_LIMIT_RPM, type ShiftCut, type SpeedLimiting } from '../../control';
import { type Grid } from '../../numeric';
import type { MapId } from '../../program';
import { isSetAside } from '../applies';
import { boostOf } from './boostProgram';
import { protectionOf } from './protectionProgram';
import type { FieldPath } from '../fields';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { choiceAt } from '../values';
import { mapGrid } from './mapGrid';

/** What holds the engine back; null where nothing does, or what does is incomplete. */
export function limitsOf(document: Calibration): SpeedLimiting | null {
  const used = document.limits.use?.value === 'yes';
  const launch = launchOf(document);
  const shift = shiftOf(document);
  const heldRetardDeg = used || !isSetAside(document, 'limits.heldRetard') ? heldRetard(document) : 0;
  // Protection, a lost sensor and overboost cut by way of the limits, also where no speed limit is asked for.
  const guarded =
    protectionOf(document) !== null ||
    boostOf(document) !== null ||
    baseValue(document, 'sensorLoss.limit') !== null;
  if (!used && !guarded && launch === null && shift === null && heldRetardDeg === 0) return null;
  const at = (key: string) => baseValue(document, `limits.${key}`);
  const cylinders = baseValue(document, 'engine.cylinders');
  const soft = used ? at('soft') : NO_LIMIT_RPM;
  const hard = used ? at('hard') : NO_LIMIT_RPM;
  if (cylinders === null || soft === null || hard === null) return null;
  return {
    cylinders,
    softRpm: Math.min(soft, hard),
    hardRpm: hard,
    hysteresisRpm: at('hysteresis') ?? 0,
    by: cutBy(document, 'limits.by'),
    softly: used && document.limits.softly?.value === 'retard' ? 'retard' : 'cuts',
    retardDeg: at('retard') ?? 0,
    byCoolant: used ? tableOf(document, 'limitCoolant') : null,
    byGear: used ? tableOf(document, 'limitGear') : null,
    launch,
    shift,
    heldRetardDeg,
  };
}

function heldRetard(document: Calibration): number {
  return isSetAside(document, 'limits.heldRetard') ? 0 : (baseValue(document, 'limits.heldRetard') ?? 0);
}

function launchOf(document: Calibration): Launch | null {
  if (document.launch.use?.value !== 'yes') return null;
  const at = (key: string) => baseValue(document, `launch.${key}`);
  const [hardRpm, belowKmPerH, afterRpm, forS] = [at('hard'), at('below'), at('afterHard'), at('afterFor')];
  if (hardRpm === null || belowKmPerH === null) return null;
  return {
    hardRpm,
    belowKmPerH,
    by: cutBy(document, 'launch.by'),
    sparkDeg: at('spark'),
    after: afterRpm === null || forS === null ? null : { hardRpm: afterRpm, forS },
  };
}

function shiftOf(document: Calibration): ShiftCut | null {
  if (document.shift.use?.value !== 'yes') return null;
  const at = (key: string) => baseValue(document, `shift.${key}`);
  const [aboveRpm, aboveThrottlePercent, againAfterS] = [at('aboveSpeed'), at('aboveThrottle'), at('again')];
  const timeMs = tableOf(document, 'shiftTime');
  if (aboveRpm === null || aboveThrottlePercent === null || againAfterS === null || timeMs === null)
    return null;
  return { by: cutBy(document, 'shift.by'), timeMs, aboveRpm, aboveThrottlePercent, againAfterS };
}

function cutBy(document: Calibration, path: FieldPath): CutBy {
  const chosen = choiceAt(document, path);
  return chosen === 'spark' || chosen === 'both' ? chosen : 'fuel';
}

function tableOf(document: Calibration, id: MapId): Grid | null {
  const map = document.maps[id];
  return map === null ? null : mapGrid(map);
}
