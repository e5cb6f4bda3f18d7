import { fuelById } from '../../fuels';
import { type Grid, gridOf } from '../../numeric';
import { type EcuProgram, NO_IDLE, NOTHING_LOST } from '../../program';
import { conversionContext } from '../context';
import type { FieldPath } from '../fields';
import { baseValue, sweptVolumePerCylinderCm3 } from '../quantities';
import type { Calibration } from '../schema';
import { valueAt } from '../values';
import { compile } from './compile';
import { hardwarePrograms } from './hardwarePrograms';
import { fullLoad, injectorProgram, number, secondSet } from './injectorProgram';

/** Speed that charge heating is measured against while the highest is not known, rev/min. */
const ASSUMED_MAX_RPM = 7000;
/** What an injector needs to have a flow and an opening. */
const CAPACITY_FIELDS: readonly FieldPath[] = [
  'injectors.ratedFlow',
  'injectors.ratedPressure',
  'injectors.testDensity',
  'injectors.railPressure',
  'injectors.regulator',
  'injectors.deadTime',
];

/** Filling and target that stand in for maps that are not there yet. */
export interface AssumedMaps {
  readonly vePercent: number;
  readonly lambda: number;
}

/**
 * The document as far as capacity needs it, hot and running: its program where there is one, else its injectors
 * with an assumed filling and target; null while size, fuel or injectors are incomplete.
 */
export function capacityProgram(
  document: Calibration,
  assumed: AssumedMaps,
): { readonly program: EcuProgram; readonly fromMaps: boolean } | null {
  const whole = compile(document);
  if (whole.ok) return { program: whole.program, fromMaps: true };
  const isMissing = CAPACITY_FIELDS.some((path) => valueAt(document, path) === null);
  const cylinders = baseValue(document, 'engine.cylinders');
  const cylinderVolumeCm3 = sweptVolumePerCylinderCm3(document);
  const { fuel, maxSpeed } = document.engine;
  if (isMissing || cylinders === null || cylinderVolumeCm3 === null || fuel === null) return null;
  const speedRpm = maxSpeed === null ? ASSUMED_MAX_RPM : number(document, 'engine.maxSpeed');
  return {
    fromMaps: false,
    program: {
      ...hardwarePrograms(document),
      cylinders,
      cylinderVolumeCm3,
      barometricKpa: conversionContext(document).barometricKpa,
      stoichiometricRatio: fuelById(fuel.value).stoichiometricRatio,
      runningSpeedRpm: 0,
      load: {
        strategy: 'speedDensity',
        axis: 'manifoldPressure',
        filling: 've',
        target: 'lambda',
        spark: 'spark',
        idleWorthPercent: 0,
        ...fullLoad(document, cylinders, cylinderVolumeCm3, speedRpm),
      },
      tables: {
        ve: flat(assumed.vePercent),
        lambda: flat(assumed.lambda),
        spark: flat(0),
        cranking: NEUTRAL,
        afterStart: NEUTRAL,
        warmUp: NEUTRAL,
      },
      blend: null,
      acceleration: { thresholdPercentPerS: 0, deadBandPercent: 0, decayTurns: 1 },
      idle: NO_IDLE,
      limits: null,
      boost: null,
      protection: null,
      sensorLoss: NOTHING_LOST,
      closedLoop: null,
      learned: null,
      knock: null,
      film: null,
      overrun: null,
      corrections: [],
      injector: injectorProgram(document),
      second: secondSet(document),
    },
  };
}

/** A map that says the same everywhere. */
function flat(value: number): Grid {
  return gridOf({ x: [0, 1], y: [0, 1], values: [value, value, value, value] });
}

/** What factors are without their maps. */
const NEUTRAL = flat(1);
