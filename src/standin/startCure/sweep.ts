import type { EcuProgram } from '@/core/program';
import { type Band, longestRun, middleOf, type Run, runAround, safestSpot } from './bands';
import { type CurableId, triedFor, withCurveAt } from './curves';
import { type Judged, judged, type Judges } from './judge';

/** Each end of a band is halved as often between the last value that was tried inside and the first outside. */
const HALVINGS = 3;

/** Where a start comes furthest along one curve. */
export interface Swept {
  readonly band: Band;
  /** The values in it that were tried, the nearest to its middle first. */
  readonly inside: readonly number[];
  readonly score: number;
}

/** Tries a curve at a temperature from its least to its most; the longest stretch in which the start comes furthest. */
export function* sweep(program: EcuProgram, mapId: CurableId, judges: Judges): Generator<void, Swept> {
  const tried = triedFor(mapId);
  const at = (value: number) => withCurveAt(program, mapId, judges.setup.coolantC, value);
  const one = { ...judges, cars: judges.cars.slice(0, 1) };
  // The others are asked only where the first comes furthest: nowhere else can all of them.
  const first: Judged[] = [];
  for (const value of tried) first.push(yield* judged(at(value), one));
  const most = Math.max(...first.map(({ score }) => score));
  const scores: number[] = [];
  for (const [i, value] of tried.entries()) {
    const own = first[i] as Judged;
    const isMost = own.score === most;
    scores.push(isMost && judges.cars.length > 1 ? (yield* judged(at(value), judges)).score : own.score);
  }
  const best = Math.max(...scores);
  const holds = function* (value: number): Generator<void, boolean> {
    return (yield* judged(at(value), judges)).score === best;
  };
  const run = longestRun(scores.map((score) => score === best)) as Run;
  const band = {
    from: yield* edge(holds, tried[run.first] as number, tried[run.first - 1]),
    to: yield* edge(holds, tried[run.last] as number, tried[run.last + 1]),
  };
  const offMiddle = (value: number) => Math.abs(value - middleOf(band));
  const inside = tried.slice(run.first, run.last + 1).sort((a, b) => offMiddle(a) - offMiddle(b));
  return { score: best, band, inside };
}

/** Where a band ends, between a value inside and one outside; the value inside where nothing was tried beyond. */
function* edge(
  holds: (value: number) => Generator<void, boolean>,
  inside: number,
  outside: number | undefined,
): Generator<void, number> {
  if (outside === undefined) return inside;
  let [good, bad] = [inside, outside];
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (good + bad) / 2;
    if (yield* holds(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

/** Values of one curve and the band of another that go together. */
export interface Paired {
  readonly value: number;
  readonly band: Band;
}

/**
 * Two curves of which each can stand in for the other while both act: tried together, every second value of each. The
 * value of the first that leaves both the most room.
 */
export function* pairedValue(
  program: EcuProgram,
  first: CurableId,
  second: CurableId,
  { cars, setup }: Judges,
): Generator<void, Paired> {
  const [columns, rows] = [everySecond(triedFor(first)), everySecond(triedFor(second))];
  const one = { setup, cars: cars.slice(0, 1) };
  const scores: number[][] = [];
  for (const low of rows) {
    const line: number[] = [];
    const withSecond = withCurveAt(program, second, setup.coolantC, low);
    for (const value of columns) {
      line.push((yield* judged(withCurveAt(withSecond, first, setup.coolantC, value), one)).score);
    }
    scores.push(line);
  }
  const best = Math.max(...scores.flat());
  const holds = scores.map((line) => line.map((score) => score === best));
  // The best of all scores is somewhere, so there is a spot.
  const { column, row } = safestSpot(holds) ?? { column: 0, row: 0 };
  const run = runAround(holds[row] ?? [], column) ?? { first: column, last: column };
  return {
    value: columns[column] as number,
    band: { from: columns[run.first] as number, to: columns[run.last] as number },
  };
}

function everySecond(values: readonly number[]): number[] {
  return values.filter((_, i) => i % 2 === 0);
}
