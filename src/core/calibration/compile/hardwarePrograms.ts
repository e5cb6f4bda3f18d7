import type { EcuProgram, IgnitionProgram, InjectionProgram } from '../../program';
import {
  coilsOf,
  dwellProgramOf,
  firingOf,
  injectionChoice,
  pickupsOf,
  valvesOf,
  wheelOf,
} from '../hardware';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { inputPrograms } from './inputPrograms';
import { choiceAt, tableAt } from '../values';

/** The parts of a program that hardware is described by; what is not described is null, and taken as right. */
export function hardwarePrograms(
  document: Calibration,
): Pick<
  EcuProgram,
  | 'firing'
  | 'trigger'
  | 'pickups'
  | 'crankDelayS'
  | 'injection'
  | 'ignition'
  | 'inputs'
  | 'gearing'
  | 'outputs'
  | 'pins'
  | 'idleAir'
> {
  return {
    firing: firingOf(document),
    trigger: wheelOf(document),
    pickups: pickupsOf(document),
    crankDelayS: (baseValue(document, 'trigger.sensorDelay') ?? 0) / 1000,
    injection: injection(document),
    ignition: ignition(document),
    inputs: inputPrograms(document),
    gearing: gearingOf(document),
    outputs: document.outputs.map(({ id, purpose, join, conditions, raisesIdleRpm, idleAirPercent }) => ({
      id,
      purpose,
      join,
      conditions,
      whileKeyOn: purpose === 'mainRelay',
      raisesIdleRpm,
      idleAirPercent: idleAirPercent ?? 0,
    })),
    pins: Object.fromEntries(document.pins.assignments.map(({ function: id, pin }) => [id, pin])),
    idleAir: document.idle.air?.value ?? 'thermostatic',
  };
}

function injection(document: Calibration): InjectionProgram | null {
  const choice = injectionChoice(document);
  if (choice === null) return null;
  const endDeg = baseValue(document, 'injection.endOfInjection');
  const valves = valvesOf(document);
  return { ...choice, spray: endDeg === null || valves === null ? null : { endDeg, valves } };
}

function ignition(document: Calibration): IgnitionProgram {
  return {
    mode: document.coils.mode?.value ?? null,
    groups: coilsOf(document)?.groups ?? null,
    dwell: dwellProgramOf(document),
  };
}

/** Gear ratios and tyre, where both are described and no sensor tells the gear. */
function gearingOf(document: Calibration): EcuProgram['gearing'] {
  const rows = tableAt(document, 'engine.gearRatios');
  const tyreRadiusMm = baseValue(document, 'engine.tyreRadius');
  const sensed = choiceAt(document, 'sensors.gear.fitted') === 'yes';
  if (rows === null || tyreRadiusMm === null || sensed) return null;
  const byGear = [...rows].sort(([a = 0], [b = 0]) => a - b);
  return { ratios: byGear.map(([, ratio = 1]) => ratio), tyreRadiusM: tyreRadiusMm / 1000 };
}
