import { type Curve, lookUpCurve } from '../../numeric';
import { boundsTogether, type ChangeBounds } from './changeBounds';
import type { ColdMoment } from './coldRunning';

/** The curves as they are now. */
export interface RunningCurves {
  readonly warmUp: Curve;
  readonly afterStart: Curve | null;
  readonly afterStartDecay: Curve | null;
}

/** Starts as cold as each other, with what was read of them, and what bounds them together. */
export interface ColdStarts extends Pick<ChangeBounds, 'givenLn' | 'leastLn' | 'mostLn'> {
  readonly starts: readonly number[];
  readonly coolantC: number;
  readonly moments: readonly ColdMoment[];
}

/** The after-start that starts as cold as each other asked for. */
export interface AfterStartFound {
  readonly starts: readonly number[];
  readonly coolantC: number;
  /** The factor at the moment it ran, and the time over which it fades, s. */
  readonly initial: number;
  readonly decayS: number;
  /** Seconds of lambda that speak for it; 0 where an engine that died is only given more, or less, to try. */
  readonly seenS: number;
  /** The first moment that was read, s after it ran. */
  readonly seenFromS: number;
  /** Whether its beginning was read once: not at the rich end of every sensor. */
  readonly isRead: boolean;
}

/** How far a moment is trusted beside its evidence, 1 or about it. */
export type Trust = (moment: ColdMoment) => number;

/** Starts that began within this of each other are as cold as each other, °C. */
const AS_COLD_C = 5;
/** The decays that are tried: from 3 s to four minutes, each a tenth longer. */
const DECAYS_S = Array.from({ length: 47 }, (_, i) => 3 * 1.1 ** i);
/** A decay other than the one in use has to be worth it: so much of its squared logarithm counts as squared error, for each second. */
const DECAY_STAYS = 0.00015;
const USUAL_DECAY_S = 15;
/** Until so long after the start, s, cranking fuel from the walls burns, too: what is read then has so much less weight. */
const SETTLES_S = 3;
const EARLY_WEIGHS = 0.25;
/** After-start is right where each stretch of so long behind that, s, lies within this of what it needed. */
export const STRETCH_S = 3;
const RIGHT_WITHIN_COLD = 0.06;
/** What fades over more than this share of what was seen cannot be told from what lasts. */
const FADES_WITHIN = 0.5;
/** With less lambda after a start nothing is said of it, s; and its beginning has to be seen by then, as a share of its decay. */
const LEAST_S = 4;
const SEEN_BY = 0.6;
/** Its beginning was read with less than this at the end of the sensors until then, s. */
const UNREAD_S = 1.5;
const BEGINNING_S = 15;

/** Starts by how cold they began. */
export function coldStarts(
  moments: readonly ColdMoment[],
  changes: readonly ChangeBounds[],
): readonly ColdStarts[] {
  const began = new Map(changes.map(({ start, coolantC }) => [start, coolantC]));
  for (const { start, coolantC } of moments) if (!began.has(start)) began.set(start, coolantC);
  const groups: (readonly [start: number, beganC: number])[][] = [];
  for (const one of [...began].sort(([, a], [, b]) => a - b)) {
    const group = groups.at(-1);
    const [first] = group ?? [];
    if (group === undefined || first === undefined || one[1] - first[1] > AS_COLD_C) groups.push([one]);
    else group.push(one);
  }
  return groups.map((group) => {
    const starts = group.map(([start]) => start);
    return {
      starts,
      coolantC: group.reduce((sum, [, beganC]) => sum + beganC, 0) / group.length,
      moments: moments.filter(({ start }) => starts.includes(start)),
      ...boundsTogether(changes.filter(({ start }) => starts.includes(start))),
    };
  });
}

/** What is seen late lasts: moments so late in what was seen of their start that nothing fades any more. */
export function lastingOf({ moments }: ColdStarts): ColdMoment[] {
  const lastS = lastByStart(moments);
  return moments.filter(({ start, sinceS }) => sinceS > FADES_WITHIN * (lastS.get(start) ?? 0));
}

/**
 * The after-start that starts asked for beside warm-up, which fades in a straight line: by what was read of them, else by how they
 * died; null where neither asks for anything.
 * @param warm warm-up, as logarithms.
 */
export function afterStartAsked(
  cold: ColdStarts,
  warm: Curve,
  now: RunningCurves,
  alike: Trust,
  trust: Trust,
): AfterStartFound | null {
  return byReading(cold, warm, now, alike, trust) ?? byDying(cold, warm, now);
}

/** What after-start gives at a moment, as a logarithm; nothing of a start of which it is not known. */
export function afterStartLn(found: AfterStartFound | undefined, { sinceS }: ColdMoment): number {
  return found === undefined ? 0 : fadingLn(found, sinceS);
}

/** How much a moment says of what fades, and of what lasts. */
export function settled({ sinceS }: ColdMoment): number {
  return sinceS < SETTLES_S ? EARLY_WEIGHS : 1;
}

function fadingLn({ initial, decayS }: Pick<AfterStartFound, 'initial' | 'decayS'>, sinceS: number): number {
  return Math.log(1 + (initial - 1) * Math.max(0, 1 - sinceS / decayS));
}

function byReading(
  { starts, coolantC, moments, leastLn, mostLn }: ColdStarts,
  warm: Curve,
  now: RunningCurves,
  alike: Trust,
  trust: Trust,
): AfterStartFound | null {
  const seenS = moments.reduce((sum, { weightS }) => sum + weightS, 0);
  if (seenS < LEAST_S) return null;
  const seenFromS = moments.reduce((least, { sinceS }) => Math.min(least, sinceS), Infinity);
  const usedS = usedDecayS(now, coolantC);
  const of = { starts, coolantC, seenS, seenFromS, isRead: isRead(moments) };
  // As an addition to what warm-up gives, between what leaves no hole and what does not drown it.
  const over = (ln: number) => Math.exp(ln - lookUpCurve(warm, coolantC)) - 1;
  const least = Math.max(0, over(leastLn));
  const most = Math.max(least, over(mostLn));
  const asIs = asItIs(moments, coolantC, now, alike);
  if (asIs !== null && seenFromS <= SEEN_BY * asIs.decayS && asIs.initial >= 1 + least)
    return { ...of, ...asIs };
  const overs = moments.map((moment) => Math.exp(moment.neededLn - lookUpCurve(warm, moment.coolantC)) - 1);
  const weights = moments.map((moment) => moment.weightS * settled(moment) * trust(moment));
  const lastS = lastSeenOf(moments);
  let best: { readonly cost: number; readonly initial: number; readonly decayS: number } | null = null;
  for (const decayS of [...DECAYS_S, usedS].filter((one) => one <= FADES_WITHIN * lastS)) {
    // needed ÷ warm-up − 1 = (initial − 1) · what is left of the decay
    let [products, squares, level] = [0, 0, 0];
    moments.forEach((moment, i) => {
      const weight = weights[i] as number;
      const left = Math.max(0, 1 - moment.sinceS / decayS);
      const needed = overs[i] as number;
      products += weight * left * needed;
      squares += weight * left * left;
      level += weight * needed * needed;
    });
    const extra = squares === 0 ? 0 : Math.max(least, Math.min(most, products / squares));
    const stays = DECAY_STAYS * seenS * Math.log(decayS / usedS) ** 2;
    const cost = level - 2 * extra * products + extra * extra * squares + stays;
    if (best === null || cost < best.cost) best = { cost, initial: 1 + extra, decayS };
  }
  if (best === null || seenFromS > SEEN_BY * best.decayS) return null;
  return { ...of, initial: best.initial, decayS: best.decayS };
}

/** More or less after-start for an engine that died as running fuel took over; null where it was neither too little nor too much. */
function byDying(
  { starts, coolantC, givenLn, leastLn, mostLn }: ColdStarts,
  warm: Curve,
  now: RunningCurves,
): AfterStartFound | null {
  const wantedLn = Math.min(mostLn, Math.max(leastLn, givenLn));
  if (wantedLn === givenLn) return null;
  const initial = Math.max(1, Math.exp(wantedLn - lookUpCurve(warm, coolantC)));
  return { starts, coolantC, initial, decayS: usedDecayS(now, coolantC), seenS: 0, seenFromS: NaN, isRead: false }; // prettier-ignore
}

/** After-start as it is, where with it and warm-up no stretch behind a start lies off by more than what is right; null where one does. */
function asItIs(
  moments: readonly ColdMoment[],
  coolantC: number,
  now: RunningCurves,
  alike: Trust,
): Pick<AfterStartFound, 'initial' | 'decayS'> | null {
  if (now.afterStart === null) return null;
  const is = { initial: lookUpCurve(now.afterStart, coolantC), decayS: usedDecayS(now, coolantC) };
  const stretches = new Map<number, { sum: number; weight: number }>();
  for (const moment of moments) {
    const stretch = Math.floor((moment.sinceS - SETTLES_S) / STRETCH_S);
    if (stretch < 0) continue;
    const warmLn = Math.log(lookUpCurve(now.warmUp, moment.coolantC));
    const left = moment.neededLn - warmLn - fadingLn(is, moment.sinceS);
    const { sum, weight } = stretches.get(stretch) ?? { sum: 0, weight: 0 };
    const more = moment.weightS * alike(moment);
    stretches.set(stretch, { sum: sum + more * left, weight: weight + more });
  }
  const isRight = [...stretches.values()].every(
    ({ sum, weight }) => Math.abs(sum / weight) < RIGHT_WITHIN_COLD,
  );
  return isRight ? is : null;
}

/** Whether one of the starts was read in its beginning, and not only known to be rich. */
function isRead(moments: readonly ColdMoment[]): boolean {
  const atEndS = new Map<number, number>();
  for (const { start, sinceS, atEndS: more } of moments) {
    const inBeginning = sinceS >= SETTLES_S && sinceS < BEGINNING_S;
    atEndS.set(start, (atEndS.get(start) ?? 0) + (inBeginning ? more : 0));
  }
  return [...atEndS.values()].some((sum) => sum < UNREAD_S);
}

function lastSeenOf(moments: readonly ColdMoment[]): number {
  return moments.reduce((last, { sinceS }) => Math.max(last, sinceS), 0);
}

function lastByStart(moments: readonly ColdMoment[]): Map<number, number> {
  const last = new Map<number, number>();
  for (const { start, sinceS } of moments) last.set(start, Math.max(sinceS, last.get(start) ?? 0));
  return last;
}

function usedDecayS({ afterStartDecay }: RunningCurves, coolantC: number): number {
  return afterStartDecay === null ? USUAL_DECAY_S : lookUpCurve(afterStartDecay, coolantC);
}
