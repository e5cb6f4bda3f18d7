import { asLog } from '@tests/support/independentLog';
import { gradeOf } from '@tests/independent/grade';
import { madeBy } from '@tests/independent/logMaker';
import { METERED, PLANTED, type Planted } from '@tests/independent/planted';
import { EVIDENCE_S, fitLog } from '@/core/log';
import { takenOver } from '@tests/support/takenOver';
import { say } from './report.mts';

const SEEDS = 12;
/** Worst and mean of what is left over, RMS over evidenced cells, and the least share of crossed cells with evidence. */
const ASKED = { worst: 0.016, mean: 0.0125, covered: 0.7 } as const;
const percent = (share: number) => `${(100 * share).toFixed(2)} %`;

/** Corrections of independent logs, each kind of error on fresh seeds. */
export function proveFit(firstSeed: number): void {
  const all: number[] = [];
  for (const kind of [...PLANTED, ...METERED]) all.push(...proveKind(kind, firstSeed));
  const mean = all.reduce((sum, value) => sum + value, 0) / all.length;
  say(mean <= ASKED.mean, `corrections of ${all.length} independent logs leave ${percent(mean)} in the mean`);
}

function proveKind(kind: Planted, firstSeed: number): number[] {
  const left: number[] = [];
  let worst = { seed: 0, after: 0, before: 0, share: 1, out: 0 };
  let least = 1;
  for (let i = 0; i < SEEDS; i += 1) {
    const made = madeBy(kind, firstSeed + i);
    const { log, task } = asLog(made);
    const fit = fitLog(log, task);
    const { evidenceS } = fit.cells;
    const corrected = takenOver(task.grid.values, fit);
    const { before, after } = gradeOf(made, corrected, (k) => (evidenceS[k] as number) >= EVIDENCE_S);
    const share = fit.coverage.evidenced / fit.coverage.crossed;
    const lengthS = made.timeS.at(-1) ?? 0;
    const out = Object.values(fit.leftOut).reduce((sum, seconds) => sum + seconds, 0) / lengthS;
    least = Math.min(least, share);
    left.push(after);
    if (after > worst.after) worst = { seed: firstSeed + i, after, before, share, out };
  }
  say(
    worst.after <= ASKED.worst && least >= ASKED.covered,
    `${kind}: ${SEEDS} logs, worst ${percent(worst.after)} RMS of ${percent(worst.before)} (seed ${worst.seed}, ${percent(worst.out)} left out); evidence in ${percent(least)} of crossed cells at least`,
  );
  return left;
}
