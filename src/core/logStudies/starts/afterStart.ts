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
  /** The soonest after its start first. */
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
  /** How far it moves fuel from what the curves of now give, warm-up with it, at most from 3 to 30 s after it ran, as a logarithm. */
  readonly movedLn: number;
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
/** What moves by more than this, as a logarithm, is looked at once more; and when it is looked at, s after it ran. */
const FAR_LN = 0.12;
const MOVED_AT_S = [3, 6, 9, 12, 15, 18, 21, 24, 27, 30] as const;

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
      moments: moments.filter(({ start }) => starts.includes(start)).sort((a, b) => a.sinceS - b.sinceS),
      ...boundsTogether(changes.filter(({ start }) => starts.includes(start))),
    };
  });
}

/** What is seen late lasts: moments so late in what was seen of their start that nothing fades any more. */
export function lastingOf({ moments }: ColdStarts): ColdMoment[] {
  const lastS = lastByStart(moments);
  return moments.filter(({ start, sinceS }) => sinceS > FADES_WITHIN * (lastS.get(start) ?? 0));
}

/** What is reserved of an after-start that was found: its beginning was not read, or it moves far, and what stays on the walls with it. */
export function reserveOf({ isRead, movedLn }: AfterStartFound): 'unread' | 'far' | null {
  if (!isRead) return 'unread';
  return movedLn > FAR_LN ? 'far' : null;
}

/** What was read of starts as cold as each other, whatever warm-up is tried beside it. */
export interface ReadStarts extends ColdStarts {
  readonly seenS: number;
  readonly seenFromS: number;
  readonly isRead: boolean;
  /** The decay in use there, s. */
  readonly usedS: number;
  /** What the curves of now give together after a start, at the times of {@link MOVED_AT_S}, as logarithms. */
  readonly nowLn: readonly number[];
  /** After-start as it is, where nothing is off with it. */
  readonly asIs: Pick<AfterStartFound, 'initial' | 'decayS'> | null;
}

/**
 * What does not hang on the warm-up that is tried: read once, before the rounds.
 * @param alike how far each moment holds for the curves of now, 0…1.
 */
export function readStarts(cold: ColdStarts, now: RunningCurves, alike: Trust): ReadStarts {
  const { moments, coolantC } = cold;
  return {
    ...cold,
    seenS: moments.reduce((sum, { weightS }) => sum + weightS, 0),
    seenFromS: moments[0]?.sinceS ?? Infinity,
    isRead: isRead(moments),
    usedS: usedDecayS(now, coolantC),
    nowLn: fuelNowLn(now, coolantC),
    asIs: asItIs(moments, coolantC, now, alike),
  };
}

/**
 * The after-start that starts asked for beside warm-up, which fades in a straight line: by what was read of them, else by how they
 * died; null where neither asks for anything.
 * @param warm warm-up, as logarithms.
 */
export function afterStartAsked(read: ReadStarts, warm: Curve, trust: Trust): AfterStartFound | null {
  const found = byReading(read, warm, trust) ?? byDying(read, warm);
  if (found === null) return null;
  const warmLn = lookUpCurve(warm, read.coolantC);
  const moved = read.nowLn.map((nowLn, i) =>
    Math.abs(fadingLn(found, MOVED_AT_S[i] as number) + warmLn - nowLn),
  );
  return { ...found, movedLn: Math.max(...moved) };
}

/** What after-start and warm-up of now give together, at the times at which a move is looked at. */
function fuelNowLn(now: RunningCurves, coolantC: number): number[] {
  const initial = now.afterStart === null ? 1 : lookUpCurve(now.afterStart, coolantC);
  const decayS = usedDecayS(now, coolantC);
  const warmLn = Math.log(lookUpCurve(now.warmUp, coolantC));
  return MOVED_AT_S.map((atS) => warmLn + fadingLn({ initial, decayS }, atS));
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

type Asked = Omit<AfterStartFound, 'movedLn'>;

function byReading(read: ReadStarts, warm: Curve, trust: Trust): Asked | null {
  const { starts, coolantC, moments, seenS, seenFromS, usedS, asIs, leastLn, mostLn } = read;
  if (seenS < LEAST_S) return null;
  const of = { starts, coolantC, seenS, seenFromS, isRead: read.isRead };
  // As an addition to what warm-up gives, between what leaves no hole and what does not drown it.
  const over = (ln: number) => Math.exp(ln - lookUpCurve(warm, coolantC)) - 1;
  const least = Math.max(0, over(leastLn));
  const most = Math.max(least, over(mostLn));
  if (asIs !== null && seenFromS <= SEEN_BY * asIs.decayS && asIs.initial >= 1 + least)
    return { ...of, ...asIs };
  const fadesWithinS = FADES_WITHIN * (moments.at(-1)?.sinceS ?? 0);
  const decays = [...DECAYS_S, usedS].filter((one) => one <= fadesWithinS).sort((a, b) => a - b);
  let best: { readonly cost: number; readonly initial: number; readonly decayS: number } | null = null;
  for (const { decayS, products, squares } of fadingSums(decays, moments, warm, trust)) {
    const extra = squares === 0 ? 0 : Math.max(least, Math.min(most, products / squares));
    const stays = DECAY_STAYS * seenS * Math.log(decayS / usedS) ** 2;
    const cost = extra * extra * squares - 2 * extra * products + stays;
    if (best === null || cost < best.cost) best = { cost, initial: 1 + extra, decayS };
  }
  if (best === null || seenFromS > SEEN_BY * best.decayS) return null;
  return { ...of, initial: best.initial, decayS: best.decayS };
}

interface FadingSums {
  readonly decayS: number;
  /** Of what is left of the decay with what was needed over warm-up, and with itself. */
  readonly products: number;
  readonly squares: number;
}

/**
 * What a least-squares fit of each decay needs: needed ÷ warm-up − 1 = (initial − 1) · (1 − since ÷ decay). All of them from one walk:
 * only what comes before its end speaks for a decay, and the sums up to there know no decay.
 * @param decays the shortest first.
 * @param moments the soonest first.
 */
function fadingSums(
  decays: readonly number[],
  moments: readonly ColdMoment[],
  warm: Curve,
  trust: Trust,
): readonly FadingSums[] {
  let [weights, times, squaredTimes, overs, overTimes] = [0, 0, 0, 0, 0];
  let at = 0;
  return decays.map((decayS) => {
    for (
      let moment = moments[at];
      moment !== undefined && moment.sinceS < decayS;
      moment = moments[(at += 1)]
    ) {
      const { sinceS } = moment;
      const weight = moment.weightS * settled(moment) * trust(moment);
      const over = weight * (Math.exp(moment.neededLn - lookUpCurve(warm, moment.coolantC)) - 1);
      weights += weight;
      times += weight * sinceS;
      squaredTimes += weight * sinceS * sinceS;
      overs += over;
      overTimes += over * sinceS;
    }
    return {
      decayS,
      products: overs - overTimes / decayS,
      squares: weights - (2 * times) / decayS + squaredTimes / decayS ** 2,
    };
  });
}

/** More or less after-start for an engine that died as running fuel took over; null where it was neither too little nor too much. */
function byDying(
  { starts, coolantC, givenLn, leastLn, mostLn, usedS }: ReadStarts,
  warm: Curve,
): Asked | null {
  const wantedLn = Math.min(mostLn, Math.max(leastLn, givenLn));
  if (wantedLn === givenLn) return null;
  const initial = Math.max(1, Math.exp(wantedLn - lookUpCurve(warm, coolantC)));
  return { starts, coolantC, initial, decayS: usedS, seenS: 0, seenFromS: NaN, isRead: false }; // prettier-ignore
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

function lastByStart(moments: readonly ColdMoment[]): Map<number, number> {
  const last = new Map<number, number>();
  for (const { start, sinceS } of moments) last.set(start, Math.max(sinceS, last.get(start) ?? 0));
  return last;
}

function usedDecayS({ afterStartDecay }: RunningCurves, coolantC: number): number {
  return afterStartDecay === null ? USUAL_DECAY_S : lookUpCurve(afterStartDecay, coolantC);
}
