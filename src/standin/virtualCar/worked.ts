import type { EcuOut } from '@/core/ecu';
import { coilGroups, injectorGroups } from '@/core/ecu';
import { coilFunction, injectorFunction, outputFunction } from '@/core/pins';
import type { EcuProgram } from '@/core/program';
import { type Harness } from '../harness';
import { inject, type Metal } from '../plant';
import type { CarState } from './carState';

/** A click is heard for so long after it, s: as long as somebody needs to say where. */
const HEARD_S = 0.6;

/** The parts that outputs may drive, by the function that each is meant for. */
export interface DrivenParts {
  readonly pump: string | null;
  readonly fans: readonly string[];
  readonly idleValve: string | null;
  readonly injectors: ReadonlyMap<string, readonly number[]>;
  readonly coils: ReadonlySet<string>;
}

/** What there is to be driven in the car of a program. */
export function drivenParts(program: EcuProgram): DrivenParts {
  const of = (purpose: string) =>
    program.outputs.filter((output) => output.purpose === purpose).map(({ id }) => outputFunction(id));
  return {
    pump: of('fuelPump')[0] ?? null,
    fans: of('fan'),
    idleValve: of('idleValve')[0] ?? null,
    injectors: new Map(injectorGroups(program).map((group) => [injectorFunction(group), group])),
    coils: new Set(coilGroups(program).map(coilFunction)),
  };
}

/** Whether an output that is on drives a part, through the loom. */
export function isDriven({ outputThings }: Harness, { outputs }: EcuOut, part: string): boolean {
  for (let i = 0; i < outputs.length; i += 1) {
    if (outputThings[i] === part && outputs[i]?.on === true) return true;
  }
  return false;
}

/** One pulse of the work mode: what hangs on the pin answers, if it is fed. */
export function pulseWorked(
  { workThings, fed }: Harness,
  parts: DrivenParts,
  { working }: EcuOut,
  metal: Metal,
  state: CarState,
): void {
  const thing = workThings[working.pulsed] ?? null;
  if (thing === null || !fed) return;
  const cylinders = parts.injectors.get(thing);
  if (cylinders === undefined && !parts.coils.has(thing)) return;
  state.clicked = { thing, atS: state.plant.timeS };
  const opening = { openingMs: working.openMs, squirts: 1, secondOpeningMs: 0, lostShare: 0 };
  for (const cylinder of cylinders ?? []) inject(metal, state.plant, state.surroundings, cylinder, opening);
}

/** What somebody beside the car hears and sees at work now: the functions whose parts act, each once. */
export function heardNow({ outputThings }: Harness, { outputs }: EcuOut, state: CarState): string[] {
  const on = outputThings.filter((thing, i) => thing !== null && outputs[i]?.on === true);
  const { clicked, power, plant } = state;
  const clicks = clicked !== null && plant.timeS - clicked.atS <= HEARD_S ? [clicked.thing] : [];
  return power.on ? [...new Set([...(on as string[]), ...clicks])] : [];
}
