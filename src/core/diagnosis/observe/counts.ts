import { AT, type ChannelId, type Frame, read } from '../../channel';

/** Counters of the signals of crank and cam, and of lost power: what came while it was looked at, of which how much while speed leapt. */
export interface Counts {
  readonly last: number[];
  readonly came: number[];
  lastTurns: number;
  turns: number;
  /** Of these, turns of cycles that the cam had told. */
  camTurns: number;
  /** Since the throttle was snapped while it ran, and speed leapt, s; and where it was just before, %. */
  sinceLeapS: number;
  /** Turns in such times. */
  leapingTurns: number;
  throttle: number;
  readonly whileLeaping: number[];
  /** Speed smoothed over a short and a longer time, rev/min. */
  speed: number;
  slowSpeed: number;
  /** Losses of power while it turned by itself. */
  resetsRunning: number;
  /** Turns since nothing turned: the first of them are for finding its position. */
  sinceRest: number;
  /** The most that was known of its position since then. */
  found: number;
}

const COUNTED = [
  'crankTeethMissing',
  'camPulsesMissing',
  'camOutsideWindow',
  'noiseEdges',
  'syncLosses',
  'resets',
] as const satisfies readonly ChannelId[];

export type CountedId = (typeof COUNTED)[number];

const PLACES = COUNTED.map((id) => AT[id]);
const RESETS = COUNTED.indexOf('resets');
/** A throttle that is so far from where it was just before is snapped, %; what is counted so long after is its own, s. */
const SNAPPED = 6;
const AFTER_S = 1;
/** So many turns after a rest are for finding its position. */
const FINDS_TURNS = 4;
/** The place in the cycle is known, not only in the turn. */
const WHOLE_CYCLE = 2;
const STANDS_RPM = 30;
/** No starter turns it as fast. */
const RUNS_RPM = 450;
/** It is smoothed over, s. */
const SMOOTH_S = 0.15;
const SLOW_S = 0.6;
/** Speed so far from where it was over a longer time leaps, a share. */
const LEAPS = 0.12;

export function noCounts(): Counts {
  const none = () => COUNTED.map(() => 0);
  return {
    last: COUNTED.map(() => NaN),
    came: none(),
    lastTurns: NaN,
    turns: 0,
    camTurns: 0,
    found: 0,
    sinceLeapS: Infinity,
    leapingTurns: 0,
    throttle: NaN,
    whileLeaping: none(),
    speed: NaN,
    slowSpeed: NaN,
    resetsRunning: 0,
    sinceRest: 0,
  };
}

/** Counters fall when they begin anew: what they have then came since. */
export function observeCounts(counts: Counts, frame: Frame, passedS: number): void {
  const speed = read(frame, AT.speed);
  const smooth = Number.isNaN(counts.speed) ? speed : counts.speed;
  const throttle = read(frame, AT.throttle);
  const was = Number.isNaN(counts.throttle) ? throttle : counts.throttle;
  // A tooth that is missed makes speed leap for a moment by itself: only what lasts is its own.
  const slow = Number.isNaN(counts.slowSpeed) ? speed : counts.slowSpeed;
  const leapt = Math.abs(throttle - was) > SNAPPED || Math.abs(smooth - slow) > LEAPS * slow;
  counts.slowSpeed = slow + (speed - slow) * Math.min(1, passedS / SLOW_S);
  counts.throttle = was + (throttle - was) * Math.min(1, passedS / SMOOTH_S);
  const ranBefore = smooth > RUNS_RPM;
  counts.speed = smooth + (speed - smooth) * Math.min(1, passedS / SMOOTH_S);
  counts.sinceLeapS = leapt ? 0 : counts.sinceLeapS + passedS;
  const leaps = counts.sinceLeapS < AFTER_S;
  for (let i = 0; i < PLACES.length; i += 1) {
    const now = read(frame, PLACES[i] as number);
    const was = counts.last[i] as number;
    counts.last[i] = now;
    if (Number.isNaN(now) || Number.isNaN(was)) continue;
    const more = now < was ? now : now - was;
    if (more === 0 || (counts.sinceRest < FINDS_TURNS && i !== RESETS)) continue;
    counts.came[i] = (counts.came[i] as number) + more;
    if (i === RESETS && ranBefore) counts.resetsRunning += more;
    if (leaps) counts.whileLeaping[i] = (counts.whileLeaping[i] as number) + more;
  }
  const turns = read(frame, AT.turns);
  const more = turns < counts.lastTurns ? turns : turns - counts.lastTurns;
  counts.lastTurns = turns;
  if (speed < STANDS_RPM) {
    counts.sinceRest = 0;
    counts.found = 0;
  }
  if (Number.isNaN(more) || speed < STANDS_RPM) return;
  counts.found = Math.max(counts.found, read(frame, AT.sync));
  counts.sinceRest += more;
  if (counts.sinceRest < FINDS_TURNS) return;
  counts.turns += more;
  if (counts.sinceLeapS < AFTER_S) counts.leapingTurns += more;
  if (counts.found >= WHOLE_CYCLE) counts.camTurns += more;
}

/** How often it was counted. */
export function cameOf({ came }: Counts, id: CountedId): number {
  return came[COUNTED.indexOf(id)] as number;
}

/** How often of that while speed leapt. */
export function leaptOf({ whileLeaping }: Counts, id: CountedId): number {
  return whileLeaping[COUNTED.indexOf(id)] as number;
}

/** Whether it is counted at all. */
export function isCounted({ last }: Counts, id: CountedId): boolean {
  return !Number.isNaN(last[COUNTED.indexOf(id)]);
}
