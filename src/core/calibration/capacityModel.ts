import { fuelById, type EngineModel } from '../fuel';
import { gridOf, type Grid } from '../map';
import { conversionContext } from './context';
import { engineModel } from './engineModel';
import type { FieldPath } from './fields';
import { fullLoad, injectorOf, number, secondSet } from './injectorModel';
import { baseValue, sweptVolumePerCylinderCm3 } from './quantities';
import type { Calibration } from './schema';
import { valueAt } from './values';

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
 * The document as far as capacity needs it, hot and running: the engine model where there is one, else its injectors
 * with an assumed filling and target; null while size, fuel or injectors are incomplete.
 */
export function capacityModel(
  document: Calibration,
  assumed: AssumedMaps,
): { readonly model: EngineModel; readonly fromMaps: boolean } | null {
  const whole = engineModel(document);
  if (whole.ok) return { model: whole.model, fromMaps: true };
  const isMissing = CAPACITY_FIELDS.some((path) => valueAt(document, path) === null);
  const cylinders = baseValue(document, 'engine.cylinders');
  const cylinderVolumeCm3 = sweptVolumePerCylinderCm3(document);
  const { fuel, maxSpeed } = document.engine;
  if (isMissing || cylinders === null || cylinderVolumeCm3 === null || fuel === null) return null;
  const speedRpm = maxSpeed === null ? ASSUMED_MAX_RPM : number(document, 'engine.maxSpeed');
  return {
    fromMaps: false,
    model: {
      cylinders,
      cylinderVolumeCm3,
      stoichiometricRatio: fuelById(fuel.value).stoichiometricRatio,
      barometricKpa: conversionContext(document).barometricKpa,
      injector: injectorOf(document),
      second: secondSet(document),
      ...fullLoad(document, cylinders, cylinderVolumeCm3, speedRpm),
      runningSpeedRpm: 0,
      strategy: 'speedDensity',
      loadAxis: 'manifoldPressure',
      maps: { ...NO_MAPS, ve: flat(assumed.vePercent), lambda: flat(assumed.lambda) },
      blend: null,
      idleWorthPercent: 0,
      acceleration: { thresholdPercentPerS: 0, decayTurns: 1 },
      overrun: null,
      corrections: [],
    },
  };
}

/** A map that says the same everywhere. */
function flat(value: number): Grid {
  return gridOf({ x: [0, 1], y: [0, 1], values: [value, value, value, value] });
}

const NO_MAPS: EngineModel['maps'] = {
  ve: null,
  pulse: null,
  lambda: flat(1),
  spark: flat(0),
  cranking: flat(1),
  afterStart: flat(1),
  afterStartDecay: flat(0),
  warmUp: flat(1),
  crankAdvance: null,
  crankingTaper: null,
  prime: null,
  sparkCoolant: null,
  sparkAir: null,
  idleAir: null,
  acceleration: null,
  accelerationCold: null,
  fuelCylinder: null,
  fuelGear: null,
  sparkCylinder: null,
  sparkGear: null,
};
