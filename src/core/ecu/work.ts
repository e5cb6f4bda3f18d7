import { AT, type Frame, WORK_CODE, write } from '../channel';
import { work, type WorkOut, type WorkSettings, type WorkTarget } from '../control';
import { injectorPairs } from '../injector';
import { coilFunction, injectorFunction, outputFunction } from '../pins';
import type { EcuProgram } from '../program';
import type { EcuState } from './state';

/** Everything of a program that can be worked at a standing engine, in the order it is best tried; nothing without a pin where pins are chosen. */
export function workTargets(program: EcuProgram): WorkTarget[] {
  const { pins } = program;
  const isWired = (id: string) => Object.keys(pins).length === 0 || pins[id] !== undefined;
  const all: WorkTarget[] = [
    ...program.outputs.map(({ id }, output) => ({
      function: outputFunction(id),
      kind: 'output' as const,
      output,
    })),
    ...injectorGroups(program).map((group) => injectorTarget(group)),
    ...coilGroups(program).map((group) => ({
      function: coilFunction(group),
      kind: 'coil' as const,
      output: -1,
    })),
  ];
  return all.filter((target) => isWired(target.function));
}

/** Below this a throttle idles where no idle control says another, %. */
const IDLE_THROTTLE_PERCENT = 2;

/** What can be worked, and what gives fuel to it. */
export function workSettings(program: EcuProgram): WorkSettings {
  return {
    targets: workTargets(program),
    pump: program.outputs.findIndex(({ purpose }) => purpose === 'fuelPump'),
    idleThrottlePercent: program.idle.loop?.throttleBelowPercent ?? IDLE_THROTTLE_PERCENT,
  };
}

function injectorTarget(group: readonly number[]): WorkTarget {
  return { function: injectorFunction(group), kind: 'injector', output: -1 };
}

/** Cylinders whose injectors share a driver, the lowest number first. */
export function injectorGroups({ cylinders, injection, firing }: EcuProgram): (readonly number[])[] {
  const pairs = injection?.wiring === 'pairs' && firing !== null ? injectorPairs(firing) : null;
  return pairs ?? Array.from({ length: cylinders }, (_, i) => [i + 1]);
}

/** Cylinders whose plugs share a coil. */
export function coilGroups({ cylinders, ignition }: EcuProgram): (readonly number[])[] {
  return [...(ignition.groups ?? Array.from({ length: cylinders }, (_, i) => [i + 1]))];
}

/** A moment of the work mode, and what it says in channels; an output that is held is on, whatever its conditions say. */
export function stepWork(
  settings: WorkSettings,
  state: EcuState,
  frame: Frame,
  outputs: readonly { on: boolean; reason: string }[],
  decided: WorkOut,
): void {
  work.step(settings, state.work, frame, decided);
  write(frame, AT.workState, WORK_CODE[decided.reason]);
  write(frame, AT.workLeft, decided.leftS);
  const held = decided.output < 0 ? undefined : outputs[decided.output];
  if (held === undefined) return;
  held.on = true;
  held.reason = 'work';
}
