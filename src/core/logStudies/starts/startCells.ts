import type { CellChange } from '../../map';
import { type Curve, curveThrough, type Grid, lookUpCurve } from '../../numeric';
import { beliefOf, crankingAt, type UsualFuel } from './crankingFuel';
import { isAtOnce, type JudgedStart, type StartVerdict } from './judgedStarts';
import { type RunningFound, WARM_SPEAKS_S } from './runningFuel';

/** What a curve’s values may be. */
export interface CellLimits {
  readonly min: number;
  readonly max: number;
  readonly decimals: number;
}

/** A start speaks for the cells within this, °C. */
const SPEAKS_C = 15;
/** No cell is moved further at once, a factor. */
const MOST = 1.8;
/** What fired at its first chance is leaned no further at once, a factor: too little is worse than too much. */
const LEANED = 0.8;
/** What fired late is given so much more at least, a factor. */
const MORE_WHERE_LATE = 1.08;
/** A cell beside a start that went right stays within this of what it was given, a factor. */
const BESIDE_RIGHT = 1.3;
const LEAST_MOVE = 0.005;
/** Starts that had what a cell gives now, within this, as a logarithm, let it stay where they went right, whatever others did with another. */
const AS_IS_LN = 0.03;
/** How long after-start fades is seen as it is: it may be moved to that at once, a factor. */
const DECAY_MOST = 8;

/** Cells of cranking fuel near starts that did not go right. */
export function crankingCells(
  starts: readonly JudgedStart[],
  cranking: Grid,
  usual: UsualFuel,
  limits: CellLimits,
): { readonly cells: CellChange[]; readonly unsure: number | null } {
  const told = starts.filter(({ isRetry }) => !isRetry);
  const belief = beliefOf(told, usual);
  const near = (coolantC: number) => told.filter((start) => Math.abs(start.coolantC - coolantC) <= SPEAKS_C);
  let unsure: number | null = null;
  const cells = Array.from(cranking.x).flatMap((coolantC, index) => {
    const speaking = near(coolantC);
    if (!speaking.some(({ verdict }) => verdict === 'lean' || verdict === 'rich')) return [];
    const givenHere = (start: JudgedStart) =>
      start.multiple * (lookUpCurve(usual.cranking, coolantC) / lookUpCurve(usual.cranking, start.coolantC));
    const is = cranking.values[index] as number;
    const asIs = speaking.filter((start) => Math.abs(Math.log(givenHere(start) / is)) < AS_IS_LN);
    const has = (...verdicts: StartVerdict[]) => asIs.some(({ verdict }) => verdicts.includes(verdict));
    if (has('right') && !has('lean', 'rich')) return [];
    const starterRpm = speaking.reduce((sum, one) => sum + one.starterRpm, 0) / speaking.length;
    const found = crankingAt(belief, usual, coolantC, starterRpm);
    unsure ??= found.spread;
    // What was leaned before and is too rich still is leaned further: the leanest that fired bounds, not the first.
    let [least, most, leanestFired] = [0, Infinity, Infinity];
    for (const start of speaking) {
      const bounds = boundsBy(start);
      const given = givenHere(start);
      least = Math.max(least, bounds.least * given);
      most = Math.min(most, bounds.most * given);
      if (isAtOnce(start)) leanestFired = Math.min(leanestFired, given);
    }
    if (Number.isFinite(leanestFired)) least = Math.max(least, LEANED * leanestFired);
    // Where starts speak against each other, too little is worse than too much.
    return moved(index, cranking, Math.max(least, Math.min(most, found.multiple)), limits);
  });
  return { cells, unsure };
}

/** How far from what a start was given a cell beside it may be moved, factors. */
function boundsBy(start: JudgedStart): {
  readonly least: number;
  readonly most: number;
} {
  const { verdict, end } = start;
  if (verdict === 'right') return { least: 1 / BESIDE_RIGHT, most: BESIDE_RIGHT };
  if (verdict === 'lean') return { least: end === 'ran' ? MORE_WHERE_LATE : 1, most: Infinity };
  return { least: 0, most: verdict === 'rich' ? 1 : Infinity };
}

/** A cell with a new value, held within limits and moved no further than is wise at once; none where it stays. */
function moved(
  index: number,
  curve: Curve,
  wanted: number,
  { min, max, decimals }: CellLimits,
  most = MOST,
): CellChange[] {
  const is = curve.values[index] as number;
  const held = Math.min(is * most, Math.max(is / most, wanted));
  const scale = 10 ** decimals;
  const value = Math.round(Math.min(max, Math.max(min, held)) * scale) / scale;
  return Math.abs(value - is) < LEAST_MOVE * Math.abs(is) ? [] : [{ index, value }];
}

/** Cells of warm-up that cold running speaks for. */
export function warmUpCells(
  { warmUpLn, warmUpS }: RunningFound,
  warmUp: Grid,
  limits: CellLimits,
): CellChange[] {
  return Array.from(warmUp.x).flatMap((_, index) =>
    (warmUpS[index] as number) > WARM_SPEAKS_S
      ? moved(index, warmUp, Math.exp(warmUpLn[index] as number), limits)
      : [],
  );
}

/** Cells of what fades after a start, by how much more or less each start asked for, straight between them. */
export function fadedCells(
  { afterStarts }: RunningFound,
  curve: Grid,
  limits: CellLimits,
  { of, over }: { readonly of: 'initial' | 'decayS'; readonly over: 0 | 1 },
): CellChange[] {
  const sorted = afterStarts.slice().sort((a, b) => a.coolantC - b.coolantC);
  const above = (value: number) => Math.max(LEAST_OVER, value - over);
  const [coldest, warmest] = [sorted[0], sorted.at(-1)];
  if (coldest === undefined || warmest === undefined) return [];
  const points = sorted.map((one, i): [number, number] => [
    // Two starts may have begun equally cold.
    one.coolantC + APART_C * i,
    Math.log(above(one[of]) / above(lookUpCurve(curve, one.coolantC))),
  ]);
  const [lastC, lastLn] = points.at(-1) as [number, number];
  const asked = curveThrough([...points, [lastC + SPEAKS_C, lastLn]]);
  return Array.from(curve.x).flatMap((coolantC, index) => {
    if (coolantC < coldest.coolantC - SPEAKS_C || coolantC > warmest.coolantC + SPEAKS_C) return [];
    const wanted = over + above(curve.values[index] as number) * Math.exp(lookUpCurve(asked, coolantC));
    return moved(index, curve, wanted, limits, of === 'decayS' ? DECAY_MOST : MOST);
  });
}

/** Less enrichment than this over nothing is none. */
const LEAST_OVER = 0.02;
const APART_C = 1e-6;
