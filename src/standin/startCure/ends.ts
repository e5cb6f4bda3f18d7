import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import type { StartSetup, StartVerdict } from '../dryStart';
import { judged } from './judge';

/** How a start ended. */
export interface StartOutcome {
  readonly code: StartVerdict['code'];
  readonly good: boolean;
  readonly headline: string;
}

/** The same start of one engine with several programs, one at each step of the generator: how each ends. */
export function* endsOf(
  programs: readonly EcuProgram[],
  car: Car,
  setup: StartSetup,
): Generator<void, StartOutcome[]> {
  const ends: StartOutcome[] = [];
  for (const program of programs) {
    const { code, good, explanation } = yield* judged(program, { cars: [car], setup });
    ends.push({ code, good, headline: explanation.headline });
  }
  return ends;
}
