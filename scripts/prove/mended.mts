import { gradeOf } from '@tests/independent/grade';
import { FREE_C } from '@tests/independent/engine';
import { type MadeLog, madeBy } from '@tests/independent/logMaker';
import { BESIDE, type Planted } from '@tests/independent/planted';
import { asLog } from '@tests/support/independentLog';
import { deadTimeCurve } from '@/core/injector';
import { EVIDENCE_S, fitLog, fitLogs, type InjectionFacts } from '@/core/log';
import { type RankedCause, rankedCauses } from '@/core/logCauses';
import { takenOver } from '@tests/support/takenOver';
import { say } from './report.mts';

const SEEDS = 5;
const ASKED = { worst: 0.016, mean: 0.0125 } as const;
const percent = (share: number) => `${(100 * share).toFixed(2)} %`;
/** What is less likely than this nobody mends. */
const LIKELY = 0.5;
const KELVIN = 273.15;

/** A cause mended as it was found, the log restated by what it was driven with, and the map corrected by what is left. */
export function proveMended(firstSeed: number): void {
  const all: number[] = [];
  for (const kind of BESIDE) {
    const left = Array.from({ length: SEEDS }, (_, i) => leftAfter(kind, firstSeed + i));
    const worst = left.reduce((a, b) => (b.after > a.after ? b : a));
    all.push(...left.map(({ after }) => after));
    say(
      worst.after <= ASKED.worst,
      `${kind} mended, then the map: worst ${percent(worst.after)} RMS (seed ${worst.seed}, ${worst.cells} cells, found ${worst.first})`,
    );
  }
  const mean = all.reduce((sum, value) => sum + value, 0) / all.length;
  say(mean <= ASKED.mean, `mended and corrected: ${percent(mean)} in the mean of ${all.length} logs`);
}

function leftAfter(kind: Planted, seed: number) {
  const made = madeBy(kind, seed);
  const { log, task } = asLog(made);
  const fit = fitLog(log, task);
  const first = rankedCauses(fit.bins, { task, cells: fit.cells })?.causes[0];
  const now = first === undefined || task.now === null ? task.now : mendedBy(first, task.now);
  const again = fitLogs([{ log, then: task.now }], { ...task, now });
  const { evidenceS } = again.cells;
  const corrected = takenOver(task.grid.values, again);
  const needed = made.needed.map((value) => value * besideMap(made));
  const { after, cells } = gradeOf(
    { ...made, needed },
    corrected,
    (k) => (evidenceS[k] as number) >= EVIDENCE_S,
  );
  return { seed, after, cells, first: first?.id };
}

/** What the injectors are taken for once a cause is mended. */
function mendedBy({ id, size, probability }: RankedCause, facts: InjectionFacts): InjectionFacts {
  if (probability < LIKELY) return facts;
  if (id === 'regulator')
    return { ...facts, regulator: facts.regulator === 'manifold' ? 'fixed' : 'manifold' };
  if (id !== 'deadTime') return facts;
  const curves = facts.deadTime.curves.map(({ x, values }) =>
    deadTimeCurve(Array.from(x, (volts, i) => ({ volts, ms: (values[i] as number) - size }))),
  );
  return { ...facts, deadTime: { ...facts.deadTime, curves } };
}

/** What no map mends, in the mean of the log: how warm the air was, and the side that the second sensor sees. */
function besideMap({ rows, build }: MadeLog): number {
  const ran = rows.filter(({ rpm, cut }) => rpm > 300 && !cut);
  const warmth = (airC: number) => ((airC + KELVIN) / (FREE_C + KELVIN)) ** build.withAir;
  const warm = ran.reduce((sum, { airC }) => sum + warmth(airC), 0) / ran.length;
  return (warm * (1 + 1 / (build.secondBank ?? 1))) / 2;
}
