import { type DrivenLog, logged, type MapTask } from '../../log';
import { lookUpCurve } from '../../numeric';
import {
  type CrankedStart,
  drownedSoon,
  isRichAtCatch,
  leanestAtChange,
  type UsualFuel,
} from './crankingFuel';
import { type SeenStart, seenStarts, stoodSoon } from './seenStarts';
import type { StartedLog } from './startCurves';

/** What a start says: of cranking fuel, or that this was right and what followed it too little or too much. */
export type StartVerdict = 'right' | 'lean' | 'rich' | 'leanAfter' | 'richAfter' | 'unclear';

/** A start with what it says. */
export interface JudgedStart extends CrankedStart {
  /** Which of the logs it is in. */
  readonly log: number;
  readonly verdict: StartVerdict;
  /** After-start × warm-up just after it; NaN where the curves are not known. */
  readonly givenAfter: number;
  /** When lambda was first read after it ran, s; null where it never was. */
  readonly lambdaAfterS: number | null;
}

/** Walls are dry again so long after a try, s. */
const DRIES_S = 25;
/** It fired at its first chance when it did so within a cycle of fuel, and what goes by between them, turns. */
const FIRST_CHANCE_TURNS = 2.6;
/** A start that never fired had too little with less than this of the usual, and drowned with more than that. */
const NEVER = { leanBelow: 1.2, richAbove: 1.4 } as const;
/** So much more than usual is what drowns it, a factor. */
export const MUCH = 1.45;
/** With so much of the usual running fuel no charge is leaner than this as it takes over, a factor and lambda. */
const ENOUGH_AFTER = 0.95;
export const UNBURNT_LAMBDA = 1.05;
/** An engine that stands again with more than this of the usual running fuel drowned in it, a factor. */
export const MUCH_AFTER = 1.1;

/** Every try to start in logs, with what it says. */
export function judgedStarts(
  drives: readonly StartedLog[],
  task: MapTask | null,
  usual: UsualFuel,
): JudgedStart[] {
  return drives
    .flatMap((drive, log) => crankedIn(drive, log, richestOf(task)))
    .map((start) => ({ ...start, verdict: verdictOf(start, usual) }));
}

/** Whether it fired as soon as there was fuel to fire. */
export function isAtOnce({ firedTurn, fuelFromTurn }: SeenStart): boolean {
  return firedTurn !== null && firedTurn - fuelFromTurn < FIRST_CHANCE_TURNS;
}

function crankedIn(
  { log, curves }: StartedLog,
  of: number,
  richestSaid: number,
): Omit<JudgedStart, 'verdict'>[] {
  if (curves === null || curves.cranking === null) return [];
  const { cranking, crankingTaper } = curves;
  let stoodS = -Infinity;
  const known = seenStarts(log).filter(({ coolantC }) => !Number.isNaN(coolantC));
  return known.map((start) => {
    const isRetry = start.fromS - stoodS < DRIES_S;
    stoodS = start.toS;
    const multiple = lookUpCurve(cranking, start.coolantC);
    const { afterStart, warmUp } = curves;
    const givenAfter =
      afterStart === null || warmUp === null
        ? NaN
        : lookUpCurve(afterStart, start.coolantC) * lookUpCurve(warmUp, start.coolantC);
    return {
      ...start,
      log: of,
      multiple,
      taper: crankingTaper,
      isRetry,
      richestSaid,
      givenAfter,
      lambdaAfterS: lambdaAfter(log, start),
    };
  });
}

/** The richest that a lambda sensor can say; 0 where that is not known. */
function richestOf(task: MapTask | null): number {
  return Math.max(0, ...Object.values(task?.ends ?? {}).map(({ min }) => min));
}

/** When lambda was first read after a start ran, s. */
function lambdaAfter(log: DrivenLog['log'], { ranFromS, toS }: SeenStart): number | null {
  if (Number.isNaN(ranFromS)) return null;
  for (let i = firstFrom(log.timeS, ranFromS); i < log.timeS.length; i += 1) {
    const atS = log.timeS[i] as number;
    if (atS > toS) return null;
    if (!Number.isNaN(logged(log, 'lambdaOne', i)) || !Number.isNaN(logged(log, 'lambdaTwo', i)))
      return atS - ranFromS;
  }
  return null;
}

/** The first sample that is not before a time. */
function firstFrom(timeS: Float64Array, fromS: number): number {
  let [low, high] = [0, timeS.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((timeS[middle] as number) < fromS) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** What a start says of cranking fuel: a start that fires and drowns had too much, one that fires late too little. */
function verdictOf(start: Omit<JudgedStart, 'verdict'>, usual: UsualFuel): StartVerdict {
  const { end, multiple, coolantC, isRetry } = start;
  if (isRetry) return 'unclear';
  if (end === 'fell') return 'rich';
  const share = multiple / lookUpCurve(usual.cranking, coolantC);
  // One that dies as running fuel takes over may want for that, or drown in what was before: more than usual tells.
  const wantsAfter = end === 'died' && start.lambdaAtChange > leanestAtChange(coolantC);
  const drowned = drownedSoon(start) && !(wantsAfter && share < MUCH);
  if (drowned) return 'rich';
  if (stoodSoon(start) && start.givenAfter > MUCH_AFTER * lookUpCurve(usual.running, coolantC))
    return 'richAfter';
  if (end === 'died') return wantsAfter ? 'leanAfter' : 'unclear';
  // Running fuel was no less than usual, or cranking fuel far more: what reads lean did not burn.
  const unburnt = isRichAtCatch(start) && start.lambdaAtChange > UNBURNT_LAMBDA;
  const enoughAfter = start.givenAfter > ENOUGH_AFTER * lookUpCurve(usual.running, coolantC);
  if (unburnt && (enoughAfter || share > MUCH)) return 'rich';
  if (end === 'ran') return isAtOnce(start) ? 'right' : 'lean';
  return share > NEVER.richAbove ? 'rich' : share < NEVER.leanBelow ? 'lean' : 'unclear';
}
