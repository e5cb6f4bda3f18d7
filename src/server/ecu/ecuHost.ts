import { type Calibration, compile } from '@/core/calibration';
import { Bench, type BenchRequest, type StandInSeen } from '@/hosting';
import { type Codes, REAL_CLOCK } from '@/link';
import { carOf } from '@/standin/carOfDocument';
import { factoryFlash } from '@/standin/ecuBox';

/** How often the car is moved on, ms. */
const TICK_MS = 20;

/** How a hosted car stands there, but for how warm it is. */
const PLACE = { airC: 5, seed: 1 } as const;
/** How warm its engine is where nobody says, °C. */
export const USUAL_COOLANT_C = 20;

/** A car that this process hosts, its key on, and moved on until it is ended. */
export interface EcuHost {
  readonly bench: Bench;
  /** Who wants to see what somebody beside it sees. @returns the way to end that. */
  readonly onSeen: (see: (seen: StandInSeen) => void) => () => void;
  readonly end: () => void;
}

/**
 * Hosts the car of a document, with the document in its engine computer.
 * @param coolantC how warm its engine is.
 * @throws {RangeError} for a document that is not complete.
 */
export function hostEcu(document: Calibration, codes: Codes, coolantC: number = USUAL_COOLANT_C): EcuHost {
  const compiled = compile(document);
  if (!compiled.ok) throw new RangeError(`The calibration “${document.name}” is not complete.`);
  const request: BenchRequest = {
    car: carOf(document, compiled.program),
    flash: factoryFlash(document),
    learned: null,
    coolantC,
    ...PLACE,
  };
  const seers = new Set<(seen: StandInSeen) => void>();
  const bench = new Bench(
    request,
    codes,
    REAL_CLOCK,
    (seen) => {
      for (const see of seers) see(seen);
    },
    () => undefined,
  );
  bench.wake();
  let atMs = performance.now();
  const ticking = setInterval(() => {
    const nowMs = performance.now();
    bench.advance((nowMs - atMs) / 1000);
    atMs = nowMs;
  }, TICK_MS);
  return {
    bench,
    onSeen: (see) => {
      seers.add(see);
      return () => void seers.delete(see);
    },
    end: () => {
      clearInterval(ticking);
      bench.endLinks();
    },
  };
}
