import type { CellChange, MapData } from '../../map';
import { leastSquares } from '../../numeric';

/** An idle with one thing moved: where it stood, and what its manifold pressure came to. */
export interface IdlePoint {
  /** What was asked for: a lambda, or a spark in °. */
  readonly asked: number;
  /** What was measured of it; the same where nothing measures it. */
  readonly is: number;
  readonly kpa: number;
  /** Standard error of that. */
  readonly errorKpa: number;
  /** It ran evenly: neither surged nor ended. */
  readonly steady: boolean;
}

/** The target is moved by so much at once, within these, and no more than so often. */
export const LAMBDA_STEP = 0.02;
const LAMBDA_WITHIN = { least: 0.78, most: 1.08 } as const;
const MOST_POINTS = 22;
/** Halves about the least that are tried last, in steps. */
const BETWEEN = [-0.5, 0.5, -1.5, 1.5] as const;
/** A side is known once its last of two points or more lies so far over the least, as a share; and by so many standard errors. */
const RISEN = 0.004;
const SURE = 3;
/** Points of a parabola lie no further from its middle than this: four steps, and what measuring adds. */
const NEAR_LEAST = 0.087;
/** Where it surged or died, the target stays so many steps richer than the leanest that ran. */
const BACK_FROM_SURGE = 1;

/** Spark is moved by so much at once, °; and a step has to take so much of the pressure, as a share, to pay. */
export const SPARK_STEP_DEG = 2;
const PAYS = 0.0035;
const SPARK_WITHIN = { least: -5, most: 42 } as const;

/**
 * The next target to try: leaner while the pressure falls, until it has surely risen again or the engine would not have it; then
 * richer likewise, where the least is at the rich end.
 * @param from the target that it idles at. @returns null where the least lies between points on both sides.
 */
export function nextLambda(points: readonly IdlePoint[], from: number): number | null {
  if (points.length === 0) return rounded(from);
  if (points.length >= MOST_POINTS) return null;
  const asked = points.map((point) => point.asked);
  const [richest, leanest] = [Math.min(...asked), Math.max(...asked)];
  const least = leastOf(points);
  const isOver = (side: readonly IdlePoint[]) => side.some(({ steady }) => !steady) || hasRisen(side, least);
  const leaner = points.filter((point) => point.asked > (least?.asked ?? from));
  const canLeaner = leanest + LAMBDA_STEP <= LAMBDA_WITHIN.most + 1e-9;
  if (canLeaner && !isOver(leaner) && least !== null) return rounded(leanest + LAMBDA_STEP);
  const richer = points.filter((point) => point.asked < (least?.asked ?? from));
  const canRicher = richest - LAMBDA_STEP >= LAMBDA_WITHIN.least - 1e-9;
  if (canRicher && !isOver(richer)) return rounded(richest - LAMBDA_STEP);
  return nextBetween(points, from);
}

/** Halfway between the steps about the least, where that was never tried. */
function nextBetween(points: readonly IdlePoint[], from: number): number | null {
  const isStep = ({ asked }: IdlePoint) => {
    const steps = (asked - from) / LAMBDA_STEP;
    return Math.abs(steps - Math.round(steps)) < 0.25;
  };
  const steps = points.filter((point) => isStep(point));
  const least = leastOf(steps);
  if (least === null) return null;
  const tried = new Set(points.map(({ asked }) => asked));
  const [richest, leanest] = [Math.min(...tried), Math.max(...tried)];
  const between = BETWEEN.map((step) => rounded(least.asked + step * LAMBDA_STEP));
  return between.find((one) => one > richest && one < leanest && !tried.has(one)) ?? null;
}

/** To a thousandth: steps that are added up stay where they belong. */
function rounded(lambda: number): number {
  return Math.round(1000 * lambda) / 1000;
}

function leastOf(points: readonly IdlePoint[]): IdlePoint | null {
  const steady = points.filter((point) => point.steady);
  return steady.reduce<IdlePoint | null>((a, b) => (a === null || b.kpa < a.kpa ? b : a), null);
}

function hasRisen(side: readonly IdlePoint[], least: IdlePoint | null): boolean {
  if (least === null || side.length < 2) return false;
  const highest = side.reduce((a, b) => (b.kpa > a.kpa ? b : a));
  const risen = highest.kpa - least.kpa;
  return risen > RISEN * least.kpa && risen > SURE * Math.hypot(highest.errorKpa, least.errorKpa);
}

/** The bottom of the parabola through the points about a lambda, within them; the least of them where there is no such bottom. */
function bottomOf(
  steady: readonly IdlePoint[],
  about: number,
): { readonly is: number; readonly kpa: number } {
  const near = steady.filter(({ is }) => Math.abs(is - about) <= NEAR_LEAST);
  const fit = leastSquares(
    near.map(({ is }) => [1, is - about, (is - about) ** 2]),
    near.map(({ kpa }) => kpa),
  );
  const [base = NaN, slope = NaN, bend = NaN] = fit ?? [];
  if (!(bend > 0)) return near.reduce((a, b) => (b.kpa < a.kpa ? b : a));
  const ends = near.map(({ is }) => is);
  const is = Math.min(Math.max(...ends), Math.max(Math.min(...ends), about - slope / (2 * bend)));
  return { is, kpa: base + slope * (is - about) + bend * (is - about) ** 2 };
}

/** What came of moving the target. */
export interface Wish {
  /** Measured lambda with the lowest pressure. */
  readonly lambda: number;
  readonly kpa: number;
  /** It would have gone leaner, and did not run evenly there. */
  readonly heldBack: boolean;
}

/**
 * The mixture with the lowest pressure, by a parabola through the points about the least; one step richer than the leanest that ran
 * evenly, where a leaner one did not. Null while nothing ran.
 * Example: 40.2, 40.0, 40.2 kPa at 0.86, 0.9, 0.94 → 0.9 with 40.0 kPa.
 */
export function wishOf(points: readonly IdlePoint[]): Wish | null {
  const least = leastOf(points);
  if (least === null) return null;
  const steady = points.filter((point) => point.steady);
  // Noise picks the least among its likes: about the bottom of the first parabola the second is laid evenly.
  const first = bottomOf(steady, least.is);
  const { is: found, kpa } = bottomOf(steady, first.is);
  const leanestSteady = Math.max(...steady.map(({ is }) => is));
  const surges = points.some((point) => !point.steady && point.asked > least.asked);
  const most = surges ? leanestSteady - BACK_FROM_SURGE * LAMBDA_STEP : Infinity;
  return { lambda: Math.min(found, most), kpa, heldBack: found > most };
}

/**
 * The next spark to try: more while each step pays; where the first does not, less while a step costs nothing.
 * @param from the map’s own, °. @returns null where the next would not pay, or was uneven.
 */
export function nextSpark(points: readonly IdlePoint[], from: number): number | null {
  const first = points[0];
  if (first === undefined) return from;
  const last = points.at(-1) as IdlePoint;
  if (points.length >= MOST_POINTS || !first.steady) return null;
  const up = first.asked + SPARK_STEP_DEG;
  const down = first.asked - SPARK_STEP_DEG;
  const before = points.at(-2);
  if (before === undefined) return up <= SPARK_WITHIN.most ? up : down;
  if (last.asked > before.asked) {
    if (pays(before, last))
      return last.asked + SPARK_STEP_DEG <= SPARK_WITHIN.most ? last.asked + SPARK_STEP_DEG : null;
    return points.length === 2 ? down : null;
  }
  const was = last.asked === down ? first : before;
  const costsNothing = last.steady && !pays(last, was);
  return costsNothing && last.asked - SPARK_STEP_DEG >= SPARK_WITHIN.least
    ? last.asked - SPARK_STEP_DEG
    : null;
}

/** Whether a step from one point to the next takes enough of the pressure. */
function pays(from: IdlePoint, to: IdlePoint): boolean {
  return to.steady && from.kpa - to.kpa > PAYS * from.kpa;
}

/** The least spark from which no further step pays, °; null while nothing ran. */
export function leastSparkOf(points: readonly IdlePoint[]): number | null {
  const steady = points.filter((point) => point.steady).sort((a, b) => a.asked - b.asked);
  const next = steady.findIndex((point, i) => {
    const more = steady[i + 1];
    return more === undefined || !pays(point, more);
  });
  return steady[next]?.asked ?? null;
}

/**
 * Cells about a point of a map with another value: the four in use by all of a change, those around them by half of it.
 * @param changed the value that a cell would have with the whole change.
 */
export function cellsAbout(
  { x, y, values }: Pick<MapData, 'x' | 'y' | 'values'>,
  at: { readonly x: number; readonly y: number },
  changed: (value: number) => number,
  limits: { readonly min: number; readonly max: number; readonly decimals: number },
): CellChange[] {
  const [columns, rows] = [shares(x, at.x), y.length === 0 ? [1] : shares(y, at.y)];
  const scale = 10 ** limits.decimals;
  return values.flatMap((value, index) => {
    const share = Math.min(columns[index % x.length] ?? 0, rows[Math.floor(index / x.length)] ?? 0);
    const wanted = value + share * (changed(value) - value);
    const held = Math.min(limits.max, Math.max(limits.min, Math.round(wanted * scale) / scale));
    return share === 0 || held === value ? [] : [{ index, value: held }];
  });
}

/** How much of a change each breakpoint takes: all on both sides of a value, half on those beyond them. */
function shares(axis: readonly number[], at: number): number[] {
  const above = axis.findIndex((breakpoint) => breakpoint > at);
  const upper = above < 0 ? axis.length - 1 : Math.max(above, Math.min(1, axis.length - 1));
  return axis.map((_, i) => {
    if (i === upper || i === upper - 1) return 1;
    return i === upper + 1 || i === upper - 2 ? 0.5 : 0;
  });
}
