import type { ChannelId } from '../../../channel';
import { IDLE_AS_IT_IS, type IdleAsk } from '../../../control';
import { formatNumber } from '../../../units';
import { captured, searched } from '../../answers';
import { type IdlePoint, leastSparkOf, type Wish, wishOf } from '../../measure/idleTrim';
import type { ProcedureAt, SearchPoint } from '../../procedure';
import { ENRICHED, LOADS, percent, RESERVE_DEG, RIGHT, ROUNDS, SURGES, WARM_C } from './limits';
import { counts, diedTwice, foundFuel, fuelShareOf, lastOf, leanShare, mean, measured } from './points';

/** What holds everything still but the mixture, of the numbers found so far. */
export interface Base {
  /** The map’s target, and the map’s own spark, °. */
  readonly target: number;
  readonly mapDeg: number;
  readonly fuelShare: number;
  /** Held while target and spark are moved: spark as it was, air as it was; null without a valve. */
  readonly sparkDeg: number;
  readonly airPercent: number | null;
  readonly shakesRpm: number;
  /** How many outputs were on: one more, or one less, is another load. */
  readonly outputsOn: number;
}

function baseOf({ answers, program }: ProcedureAt): Base | null {
  const fuelShare = foundFuel(searched(answers, 'filling'));
  const point = lastOf(searched(answers, 'filling'));
  if (fuelShare === null || point === undefined) return null;
  return {
    target: mean(point, 'lambdaTarget'),
    mapDeg: mean(point, 'sparkAdvance') - mean(point, 'idleSpark'),
    fuelShare,
    sparkDeg: mean(point, 'sparkAdvance'),
    airPercent: program.idleAir === 'valve' ? mean(point, 'idleOpening') : null,
    shakesRpm: point.channels.speed?.spread ?? 0,
    outputsOn: mean(point, 'outputsOn'),
  };
}

/** A point as the pressure is judged by. @param asked what was moved; @param is what was measured of it. */
function idlePoint(point: SearchPoint, asked: number, is: number, { shakesRpm }: Base): IdlePoint {
  const { manifoldPressure: pressure, speed } = point.channels;
  const shakes = speed?.spread ?? 0;
  const surges = shakes > Math.max(SURGES.rpm, SURGES.times * shakesRpm);
  return {
    asked,
    is,
    kpa: pressure?.mean ?? NaN,
    errorKpa: (pressure?.spread ?? 0) / Math.sqrt(Math.max(1, pressure?.count ?? 1)),
    steady: !point.ended && !surges && pressure !== undefined,
  };
}

/** Points that can be compared with the first: under the same loads, and those that ended. */
function judged(points: readonly SearchPoint[], { outputsOn }: Base): SearchPoint[] {
  const isLike = ({ channels: { outputsOn: on } }: SearchPoint) =>
    on?.least === outputsOn && on.most === outputsOn;
  return points.filter((point) => point.ended || (counts(point) && isLike(point)));
}

export function wishPoints(
  { answers }: ProcedureAt,
  base: Base,
  points = searched(answers, 'wish'),
): IdlePoint[] {
  return judged(points, base).flatMap((point) =>
    point.ask.kind === 'idle' && point.ask.lambda !== null
      ? [idlePoint(point, point.ask.lambda, measured(point), base)]
      : [],
  );
}

export function sparkPoints(
  { answers }: ProcedureAt,
  base: Base,
  points = searched(answers, 'spark'),
): IdlePoint[] {
  return judged(points, base).flatMap((point) =>
    point.ask.kind === 'idle' && point.ask.sparkDeg !== null
      ? [idlePoint(point, point.ask.sparkDeg, point.ask.sparkDeg, base)]
      : [],
  );
}

/** What was found until here: each null until it is. */
export function foundOf(at: ProcedureAt): {
  readonly base: Base | null;
  readonly wish: Wish | null;
  readonly spark: FoundSpark | null;
} {
  const base = baseOf(at);
  const wish = base === null || at.answers['wish'] === undefined ? null : wishOf(wishPoints(at, base));
  const paysToDeg =
    base === null || at.answers['spark'] === undefined ? null : leastSparkOf(sparkPoints(at, base));
  const spark = base === null || paysToDeg === null ? null : sparkWithReserve(at, base, paysToDeg);
  return { base, wish, spark };
}

/** The spark from which no more pays, and the one that is put into the map. */
export interface FoundSpark {
  readonly paysToDeg: number;
  readonly deg: number;
}

/**
 * Idle control gives spark to hold the speed: from the best spark on there is none left to give, and it surges. What it holds back
 * by itself counts; the map’s own spark is not taken below what it is for that.
 */
function sparkWithReserve({ program }: ProcedureAt, { mapDeg }: Base, paysToDeg: number): FoundSpark {
  const { loop } = program.idle;
  const gives = loop === null || loop.sparkDegPer100Rpm === 0 ? 0 : Math.min(loop.sparkLimitDeg, RESERVE_DEG);
  const less = paysToDeg - Math.max(0, gives - (loop?.sparkRestDeg ?? 0));
  return { paysToDeg, deg: less > mapDeg ? less : Math.min(mapDeg, paysToDeg) };
}

/** The idle with all that was found, its controls as ever. */
export function newIdle(base: Base, wish: Wish, sparkDeg: number): IdleAsk {
  return {
    ...IDLE_AS_IT_IS,
    lambda: wish.lambda,
    fuelShare: base.fuelShare,
    sparkAddsDeg: sparkDeg - base.mapDeg,
  };
}

/** Why it cannot be trimmed yet; null where it can. */
export function notReady({ answers }: ProcedureAt): string | null {
  const of = (id: ChannelId) => captured(answers, 'warm', id)?.mean ?? NaN;
  if (!(of('speed') > LOADS.runsRpm)) return 'It does not run: first fire comes before this.';
  if (of('coolant') < WARM_C) {
    return `It is ${formatNumber(of('coolant'), 0)} °C warm: what it asks for changes until ${WARM_C} °C. Let it warm up, then begin again.`;
  }
  const enriched = Math.max(of('warmUp'), of('afterStart'));
  if (enriched > ENRICHED) {
    return `Start-up still gives it ${percent(enriched - 1)} more fuel: wait until it is gone, then begin again.`;
  }
  return Number.isFinite(measured({ channels: capturedAll(answers) }))
    ? null
    : 'No lambda sensor reads: look at its heater and its wires first.';
}

function capturedAll(answers: ProcedureAt['answers']): SearchPoint['channels'] {
  const warm = answers['warm'];
  return warm?.kind === 'captured' ? warm.channels : {};
}

/** Why the filling could not be found; null while it can. */
export function fillingFailed({ answers }: ProcedureAt): string | null {
  const points = searched(answers, 'filling');
  if (points.length === 0) return null;
  const died = diedTwice(points);
  if (died !== null) {
    return `Twice it did not run on at fuel × ${formatNumber(fuelShareOf(died), 2)}, where measured lambda leads: look at the sensor first, then for a leak before it, a misfire, or an injector that hangs.`;
  }
  const last = lastOf(points);
  if (last === undefined)
    return 'Nothing of the filling counts: overrun cut or closed loop acted all the time.';
  if (!Number.isFinite(leanShare(last))) {
    return 'Lambda was not read while fuel was moved: look at the sensor, its heater and its wires.';
  }
  if (points.length < ROUNDS || Math.abs(leanShare(last) - 1) <= RIGHT) return null;
  const off = leanShare(last) * fuelShareOf(last) - 1;
  return `Measured lambda does not come to the target by fuel (it would be ${percent(off)} ${off > 0 ? 'more' : 'less'}, and does not stay): look for a leak before the sensor, a misfire, or an injector that hangs.`;
}
