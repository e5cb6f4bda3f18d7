import { preparedCorrection, type PreparedCorrection } from '../correction';
import {
  fuelById,
  withoutEthanol,
  type BlendPurpose,
  type EngineModel,
  type Fuel,
  type FuelBlend,
  type OverrunCut,
} from '../fuel';
import { gridOf, type Grid } from '../map';
import { isRequired } from './applies';
import { conversionContext } from './context';
import { sectionFields, type FieldPath } from './fields';
import { fullLoad, injectorOf, number, present, secondSet } from './injectorModel';
import type { MapId } from './maps';
import { baseValue, sweptVolumePerCylinderCm3 } from './quantities';
import type { Calibration } from './schema';
import { loadAxisOf, requiredMaps, strategyOf, usedMaps } from './strategy';
import { valueAt } from './values';

/** What a computation still needs from the document. */
export interface Missing {
  readonly fields: readonly FieldPath[];
  readonly maps: readonly MapId[];
}

export type ModelResult =
  { readonly ok: true; readonly model: EngineModel } | { readonly ok: false; readonly missing: Missing };

/** The sections that fuel and spark are computed from. */
const MODEL_SECTIONS = ['engine', 'injectors', 'startUp', 'load', 'idle', 'overrun'] as const;

/** Fields that say nothing about fuel or spark, so the engine model does not wait for them. */
const NOT_NEEDED: readonly FieldPath[] = [
  'engine.firingOrder',
  'engine.compressionRatio',
  'engine.torquePeakSpeed',
  'engine.powerPeakSpeed',
  'engine.induction',
  'idle.valveFlow',
  'engine.firingAngles',
  'injectors.impedance',
];

/** The document as the engine computer uses it, or the list of what is missing. */
export function engineModel(document: Calibration): ModelResult {
  const fields = MODEL_SECTIONS.flatMap((section) =>
    sectionFields(section).filter(
      (path) => isRequired(document, path) && !NOT_NEEDED.includes(path) && valueAt(document, path) === null,
    ),
  );
  const maps = requiredMaps(document).filter((id) => document.maps[id] === null);
  if (fields.length > 0 || maps.length > 0) return { ok: false, missing: { fields, maps } };
  return { ok: true, model: completeModel(document) };
}

function completeModel(document: Calibration): EngineModel {
  const { engine } = document;
  const fuel = fuelById(present(engine.fuel).value);
  const cylinders = number(document, 'engine.cylinders');
  const cylinderVolumeCm3 = present(sweptVolumePerCylinderCm3(document));
  const maxSpeedRpm = number(document, 'engine.maxSpeed');
  const used = usedMaps(document);
  const grid = (id: MapId) => gridOf(present(document.maps[id]));
  const optional = (id: MapId) => {
    const map = document.maps[id];
    return map === null || !used.includes(id) ? null : gridOf(map);
  };
  const loadAxis = loadAxisOf(document);
  const byThrottle = loadAxis === 'throttle';
  return {
    cylinders,
    cylinderVolumeCm3,
    stoichiometricRatio: fuel.stoichiometricRatio,
    barometricKpa: conversionContext(document).barometricKpa,
    injector: injectorOf(document),
    second: secondSet(document),
    ...fullLoad(document, cylinders, cylinderVolumeCm3, maxSpeedRpm),
    runningSpeedRpm: number(document, 'startUp.runningSpeed'),
    strategy: strategyOf(document),
    loadAxis,
    maps: {
      ve: optional('ve') ?? optional('veThrottle'),
      pulse: optional('pulse'),
      lambda: grid(byThrottle ? 'lambdaThrottle' : 'lambda'),
      spark: grid(byThrottle ? 'sparkThrottle' : 'spark'),
      cranking: grid('cranking'),
      afterStart: grid('afterStart'),
      afterStartDecay: grid('afterStartDecay'),
      warmUp: grid('warmUp'),
      crankAdvance: optional('crankAdvance'),
      crankingTaper: optional('crankingTaper'),
      prime: optional('prime'),
      sparkCoolant: optional('sparkCoolant'),
      sparkAir: optional('sparkAir'),
      idleAir: optional('idleAir'),
      acceleration: optional('acceleration'),
      accelerationCold: optional('accelerationCold'),
      fuelCylinder: optional('fuelCylinder'),
      fuelGear: optional('fuelGear'),
      sparkCylinder: optional('sparkCylinder'),
      sparkGear: optional('sparkGear'),
    },
    blend: blendOf(document, optional, fuel),
    idleWorthPercent: isRequired(document, 'idle.throttleWorth') ? number(document, 'idle.throttleWorth') : 0,
    acceleration: {
      thresholdPercentPerS: baseValue(document, 'acceleration.threshold') ?? 0,
      decayTurns: baseValue(document, 'acceleration.decay') ?? 1,
    },
    overrun: overrunOf(document),
    corrections: preparedCorrections(document),
  };
}

/** The second maps with their curves; null with one fuel. */
function blendOf(document: Calibration, optional: (id: MapId) => Grid | null, fuel: Fuel): FuelBlend | null {
  if (document.blend.use?.value !== 'yes') return null;
  const byThrottle = loadAxisOf(document) === 'throttle';
  const curves: Record<BlendPurpose, Grid | null> = {
    fuel: optional('blendFuel'),
    target: optional('blendTarget'),
    spark: optional('blendSpark'),
    start: optional('blendStart'),
  };
  return {
    second: {
      ve: optional('veSecond') ?? optional('veThrottleSecond'),
      pulse: optional('pulseSecond'),
      lambda: optional(byThrottle ? 'lambdaThrottleSecond' : 'lambdaSecond'),
      spark: optional(byThrottle ? 'sparkThrottleSecond' : 'sparkSecond'),
      cranking: optional('crankingSecond'),
      afterStart: optional('afterStartSecond'),
      warmUp: optional('warmUpSecond'),
    },
    curves,
    densityGPerCm3: fuel.densityGPerCm3,
    base: withoutEthanol(fuel.id),
  };
}

/** The overrun cut; null while it is off or incomplete. */
export function overrunOf(document: Calibration): OverrunCut | null {
  if (document.overrun.use?.value !== 'yes') return null;
  const at = (key: string) => baseValue(document, `overrun.${key}`);
  const cut = {
    speedAboveRpm: at('speedAbove'),
    speedHysteresisRpm: at('speedHysteresis'),
    throttleBelowPercent: at('throttleBelow'),
    throttleHysteresisPercent: at('throttleHysteresis'),
    pressureBelowKpa: at('pressureBelow'),
    pressureHysteresisKpa: at('pressureHysteresis'),
    coolantAboveC: at('coolantAbove'),
    coolantHysteresisC: at('coolantHysteresis'),
    delayInS: at('delayIn'),
    delayOutS: at('delayOut'),
  };
  return Object.values(cut).includes(null) ? null : (cut as OverrunCut);
}

function preparedCorrections(document: Calibration): PreparedCorrection[] {
  return document.corrections
    .filter(({ enabled }) => enabled)
    .map((correction) => preparedCorrection(correction, gridOf(correction.map)));
}
