import { type EcuDescription, type EcuPin, PIN_KIND_TEXT, type PinKind } from './ecuSchema';
import type { PinAssignment, Pins } from './pinsSchema';

/** Something that needs a pin: a sensor, an injector, a coil, an output. */
export interface PinFunction {
  readonly id: string;
  readonly label: string;
  /** Kinds of pin it may go to, best first. */
  readonly accepts: readonly PinKind[];
  /** Why other kinds are refused, where it is worth saying. */
  readonly because?: string;
}

/** What is wrong at a function, a pin, or both. */
export interface WiringConflict {
  readonly code: 'noSuchPin' | 'wrongKind' | 'twoJobs';
  readonly function: string;
  readonly pin: string;
  /** What the function is called. */
  readonly label: string;
  /** Kind of the pin, where it is the wrong one. */
  readonly kind: PinKind | null;
  /** Why that kind is wrong, where there is more to say. */
  readonly because: string | null;
  /** The other functions on the same pin. */
  readonly others: readonly string[];
  /** True where a wrong pair burns parts. */
  readonly burns: boolean;
}

/** Pins that fit a function and have no job yet. */
export function freePins(
  ecu: EcuDescription,
  assignments: readonly PinAssignment[],
  wanted: PinFunction,
): EcuPin[] {
  const taken = new Set(assignments.map(({ pin }) => pin));
  return wanted.accepts.flatMap((kind) => ecu.pins.filter((pin) => pin.kind === kind && !taken.has(pin.id)));
}

/** A pin that fits a function but does another job, and what becomes of that one if it is given away. */
export interface TakenPin {
  readonly pin: EcuPin;
  readonly holder: PinFunction;
  /** The two can change places; else the holder goes off its pin. */
  readonly swaps: boolean;
}

/** Pins that fit a function and do another job now. */
export function takenPins(
  ecu: EcuDescription,
  assignments: readonly PinAssignment[],
  functions: readonly PinFunction[],
  wanted: PinFunction,
): TakenPin[] {
  const pinOf = (id: string) => {
    const at = assignments.find((entry) => entry.function === id)?.pin;
    return ecu.pins.find((pin) => pin.id === at);
  };
  const own = pinOf(wanted.id);
  return functions.flatMap((holder): TakenPin[] => {
    const pin = pinOf(holder.id);
    if (holder.id === wanted.id || pin === undefined || pin.id === own?.id) return [];
    if (!wanted.accepts.includes(pin.kind)) return [];
    return [{ pin, holder, swaps: own !== undefined && holder.accepts.includes(own.kind) }];
  });
}

/** Functions that fit a pin and have none yet. */
export function freeFunctions(
  pin: EcuPin,
  assignments: readonly PinAssignment[],
  functions: readonly PinFunction[],
): PinFunction[] {
  const wired = new Set(assignments.map((assignment) => assignment.function));
  return functions.filter(({ id, accepts }) => accepts.includes(pin.kind) && !wired.has(id));
}

/** Every conflict: two functions on a pin, a pin of the wrong kind, one the engine computer does not have. */
export function wiringConflicts(
  ecu: EcuDescription,
  assignments: readonly PinAssignment[],
  functions: readonly PinFunction[],
): WiringConflict[] {
  const labelOf = (id: string) => functions.find((entry) => entry.id === id)?.label ?? id;
  return assignments.flatMap(({ function: id, pin: pinId }): WiringConflict[] => {
    const wanted = functions.find((entry) => entry.id === id);
    if (wanted === undefined) return [];
    const pin = ecu.pins.find((entry) => entry.id === pinId);
    const { label } = wanted;
    const entry = { function: id, pin: pinId, label, kind: null, because: null, others: [], burns: false };
    if (pin === undefined) return [{ ...entry, code: 'noSuchPin' }];
    const { kind } = pin;
    const others = assignments
      .filter((other) => other.pin === pinId && other.function !== id)
      .map((other) => labelOf(other.function));
    const found: (WiringConflict | false)[] = [
      !wanted.accepts.includes(kind) && {
        ...entry,
        code: 'wrongKind',
        kind,
        because: wanted.because ?? null,
        burns: kind === 'coilDirect' || kind === 'coilLogic',
      },
      others.length > 0 && { ...entry, code: 'twoJobs', others },
    ];
    return found.filter((conflict) => conflict !== false);
  });
}

/** Functions without a pin. */
export function unwired(
  assignments: readonly PinAssignment[],
  functions: readonly PinFunction[],
): PinFunction[] {
  return functions.filter(({ id }) => !assignments.some((assignment) => assignment.function === id));
}

/**
 * Gives every function without a pin the first free one that fits, in order; those for which none is left stay without.
 * What is wired already stays.
 */
export function filledAssignments(
  ecu: EcuDescription,
  assignments: readonly PinAssignment[],
  functions: readonly PinFunction[],
  source: PinAssignment['source'],
): PinAssignment[] {
  const result = [...assignments];
  for (const wanted of unwired(assignments, functions)) {
    const pin = freePins(ecu, result, wanted)[0];
    if (pin !== undefined) result.push({ function: wanted.id, pin: pin.id, wire: '', source });
  }
  return result;
}

/** A wire to move in the loom. */
export interface LoomMove {
  readonly function: string;
  /** Null for a wire that is new. */
  readonly from: string | null;
  /** Null for a wire that goes. */
  readonly to: string | null;
}

/** What to move in the loom since the wiring was last confirmed; empty while it never was. */
export function loomMoves({ assignments, confirmed }: Pick<Pins, 'assignments' | 'confirmed'>): LoomMove[] {
  if (confirmed === null) return [];
  const now = new Map(assignments.map((entry) => [entry.function, entry.pin]));
  const before = new Map(confirmed.wires.map((entry) => [entry.function, entry.pin]));
  const ids = [...new Set([...before.keys(), ...now.keys()])];
  return ids
    .map((id) => ({ function: id, from: before.get(id) ?? null, to: now.get(id) ?? null }))
    .filter(({ from, to }) => from !== to);
}

/** One line of the loom list. */
export interface LoomLine {
  readonly pin: string;
  readonly kind: string;
  readonly function: string;
  readonly wire: string;
}

/** Every pin with what it does, in the order of the connector; those without a job last, said so. */
export function loomList(
  ecu: EcuDescription,
  assignments: readonly PinAssignment[],
  functions: readonly PinFunction[],
): LoomLine[] {
  const lines = ecu.pins.flatMap((pin): LoomLine[] => {
    const here = assignments.filter((entry) => entry.pin === pin.id);
    const kind = PIN_KIND_TEXT[pin.kind];
    if (here.length === 0) return [{ pin: pin.id, kind, function: '', wire: '' }];
    return here.map((entry) => ({
      pin: pin.id,
      kind,
      function: functions.find((known) => known.id === entry.function)?.label ?? entry.function,
      wire: entry.wire,
    }));
  });
  return [...lines.filter((line) => line.function !== ''), ...lines.filter((line) => line.function === '')];
}
