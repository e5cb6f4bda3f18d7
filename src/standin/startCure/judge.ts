import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import {
  DryStart,
  explainStart,
  type StartExplanation,
  type StartSetup,
  type StartVerdict,
} from '../dryStart';

/** How the same start ends for several engines of one description. */
export interface Judged {
  /** Every engine settles as asked. */
  readonly good: boolean;
  /** How far they came together: the more the better. */
  readonly score: number;
  /** The first that does not settle, else the first. */
  readonly explanation: StartExplanation;
  readonly code: StartVerdict['code'];
}

/** How far a start came: the further, the nearer a curve is to right. */
const CAME: Readonly<Partial<Record<StartVerdict['code'], number>>> = { stalls: 1, unsettled: 2, runsOff: 2 };
const SETTLED = 3;

/** What is started, and with which engines. */
export interface Judges {
  readonly cars: readonly Car[];
  readonly setup: StartSetup;
}

/** Starts every engine, one at each step of the generator, and says how it ends for all of them. */
export function* judged(program: EcuProgram, { cars, setup }: Judges): Generator<void, Judged> {
  let score = 0;
  let worst: Pick<Judged, 'explanation' | 'code' | 'good'> | null = null;
  for (const [i, car] of cars.entries()) {
    const result = new DryStart(program, car, { ...setup, seed: setup.seed + i }).result();
    const explanation = explainStart(program, result);
    score += explanation.good ? SETTLED : (CAME[result.verdict.code] ?? 0);
    if (worst === null || (worst.good && !explanation.good)) {
      worst = { explanation, code: result.verdict.code, good: explanation.good };
    }
    yield;
  }
  if (worst === null) throw new RangeError('A start needs an engine');
  return { ...worst, score };
}
