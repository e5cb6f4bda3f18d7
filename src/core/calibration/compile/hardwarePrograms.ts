import type { EcuProgram, IgnitionProgram, InjectionProgram, InputId, InputProgram } from '../../program';
import {
  coilsOf,
  dwellProgramOf,
  faultBandOf,
  firingOf,
  injectionChoice,
  lineOf,
  pickupsOf,
  thermistorOf,
  valvesOf,
  wheelOf,
} from '../hardware';
import { baseValue } from '../quantities';
import type { Calibration } from '../schema';
import { choiceAt } from '../values';

/** The parts of a program that hardware is described by; what is not described is null, and taken as right. */
export function hardwarePrograms(
  document: Calibration,
): Pick<
  EcuProgram,
  'firing' | 'trigger' | 'pickups' | 'injection' | 'ignition' | 'inputs' | 'outputs' | 'pins' | 'idleAir'
> {
  return {
    firing: firingOf(document),
    trigger: wheelOf(document),
    pickups: pickupsOf(document),
    injection: injection(document),
    ignition: ignition(document),
    inputs: inputs(document),
    outputs: document.outputs.map(({ id, purpose, join, conditions }) => ({ id, purpose, join, conditions })),
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

/** The sensors that are described; fuel pressure only where it is fitted. */
function inputs(document: Calibration): InputProgram[] {
  const pressed = choiceAt(document, 'sensors.fuelPressure.fitted') === 'yes';
  const found = [
    thermistorInput(document, 'coolant'),
    thermistorInput(document, 'air'),
    lineInput(document, 'map', 'manifoldPressure'),
    pressed ? lineInput(document, 'fuelPressure', 'fuelPressure') : null,
  ];
  return found.flatMap((input) => (input === null ? [] : [input]));
}

function thermistorInput(document: Calibration, id: 'coolant' | 'air'): InputProgram | null {
  const described = thermistorOf(document, id);
  if (described === null) return null;
  const { curve, pullUp } = described;
  return { id, channel: id, curve: { kind: 'thermistor', curve, pullUp }, ...faultOf(document, id) };
}

function lineInput(
  document: Calibration,
  id: 'map' | 'fuelPressure',
  channel: InputProgram['channel'],
): InputProgram | null {
  const points = lineOf(document, id);
  return points === null ? null : { id, channel, curve: { kind: 'line', points }, ...faultOf(document, id) };
}

function faultOf(document: Calibration, id: InputId): Pick<InputProgram, 'fault' | 'fallback'> {
  const held = choiceAt(document, `sensors.${id}.onFault`) === 'last';
  return {
    fault: faultBandOf(document, id),
    fallback: held ? null : baseValue(document, `sensors.${id}.fallback`),
  };
}
