import { companionOf, type FiringEvent } from '../engine';
import { CYCLE_DEG, wrappedDeg } from '../units';

/** How injections are timed. */
export type InjectionMode = 'sequential' | 'semiSequential' | 'batch';

/** Whether each injector has its own driver. */
export type InjectorWiring = 'individual' | 'pairs';

/** One driver: the cylinders on it, and when it opens in the cycle. */
export interface InjectorOutput {
  /** Counted from 1, in firing order of the first cylinder on it. */
  readonly number: number;
  readonly cylinders: readonly number[];
  /** End of each injection, ° of crank after the firing TDC of cylinder 1, 0…720. */
  readonly endsDeg: readonly number[];
}

/** Injections of one injector in a cycle. */
export function squirtsPerCycle(mode: InjectionMode): number {
  return mode === 'sequential' ? 1 : 2;
}

/** The pairs of cylinders that share a driver: those at TDC together; null when the engine has none such. */
export function injectorPairs(events: readonly FiringEvent[]): number[][] | null {
  const pairs: number[][] = [];
  for (const { cylinder } of events) {
    if (pairs.some((pair) => pair.includes(cylinder))) continue;
    const companion = companionOf(events, cylinder);
    if (companion === null) return null;
    pairs.push([cylinder, companion]);
  }
  return pairs;
}

/**
 * Which driver opens which cylinders, and when. Sequential: each once a cycle, ending the given angle before its own
 * firing TDC. Semi-sequential: cylinders that stand at TDC together, once a turn. Batch: all at once, once a turn.
 * @param endBeforeTdcDeg end of injection before firing TDC, °.
 */
export function injectionOutputs(
  events: readonly FiringEvent[],
  mode: InjectionMode,
  wiring: InjectorWiring,
  endBeforeTdcDeg: number,
): InjectorOutput[] {
  const groups =
    wiring === 'pairs' ? (injectorPairs(events) ?? []) : events.map(({ cylinder }) => [cylinder]);
  const angleOf = (cylinder: number) => events.find((event) => event.cylinder === cylinder)?.angleDeg ?? 0;
  const firstAngle = events[0]?.angleDeg ?? 0;
  return groups.map((cylinders, i) => {
    const own = mode === 'batch' ? firstAngle : angleOf(cylinders[0] as number);
    const end = wrappedDeg(own - endBeforeTdcDeg);
    const ends = mode === 'sequential' ? [end] : [end, wrappedDeg(end + CYCLE_DEG / 2)];
    return { number: i + 1, cylinders, endsDeg: ends.sort((a, b) => a - b) };
  });
}

/** Why an injection mode cannot be had. */
export type ModeRefusal =
  | { readonly code: 'noPhase' | 'noPosition' | 'pairsNotTimed' | 'noPairs' }
  | {
      readonly code: 'tooFewDrivers';
      readonly needed: number;
      readonly has: number;
      readonly pairsFit: boolean;
    };

/**
 * Every reason against a mode: no cam signal, no position, pairs that cannot be timed one by one or do not exist, and
 * fewer drivers than are needed.
 * @param driverCount injector drivers of the engine computer; null while none is chosen.
 */
export function modeRefusals(
  events: readonly FiringEvent[],
  mode: InjectionMode,
  wiring: InjectorWiring,
  permits: { readonly position: boolean; readonly phase: boolean } | null,
  driverCount: number | null,
): ModeRefusal[] {
  const pairs = wiring === 'pairs';
  const needed = pairs ? Math.ceil(events.length / 2) : events.length;
  const found: (ModeRefusal | false)[] = [
    mode === 'sequential' && permits?.phase === false && { code: 'noPhase' },
    mode === 'semiSequential' && permits?.position === false && { code: 'noPosition' },
    pairs && mode === 'sequential' && { code: 'pairsNotTimed' },
    pairs && injectorPairs(events) === null && { code: 'noPairs' },
    driverCount !== null &&
      driverCount < needed && {
        code: 'tooFewDrivers',
        needed,
        has: driverCount,
        pairsFit: !pairs && driverCount * 2 >= events.length,
      },
  ];
  return found.filter((refusal) => refusal !== false);
}
