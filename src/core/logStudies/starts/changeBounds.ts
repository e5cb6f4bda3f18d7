import { lookUpCurve } from '../../numeric';
import { leanestAtChange, type UsualFuel } from './crankingFuel';
import { type JudgedStart, MUCH, MUCH_AFTER, UNBURNT_LAMBDA } from './judgedStarts';
import { stoodSoon } from './seenStarts';

/** What a start bounds of running fuel as it took over. */
export interface ChangeBounds {
  readonly start: number;
  readonly coolantC: number;
  /** Whether it ran, and whether with cranking fuel that was right: part of what burned then came from the walls. */
  readonly ran: 'right' | 'otherwise' | 'not';
  /** Logarithms of after-start and warm-up together: what was given, the least that leaves no hole, and the most that does not drown it. */
  readonly givenLn: number;
  readonly leastLn: number;
  readonly mostLn: number;
}

/** Part of what burns as running fuel takes over is cranking fuel from the walls: what is given then moves lambda by so much less. */
const FROM_WALLS = 1.3;
/** An engine that drowned in running fuel is given so much less, as a logarithm, or half of what it had over the usual. */
const LESS_AFTER_LN = 0.3;
const LESS_OVER = 0.5;
/** With less than this of the usual a charge that did not burn was too lean to. */
const LITTLE_AFTER = 0.7;
/** Leaner than this no cold charge burns. */
const BURNT_LAMBDA = 1.2;
/** What an engine died with is too little by more than this, as a logarithm. */
const MORE_THAN_DIED_LN = 0.05;

/** What starts bound of after-start and warm-up as running fuel took over, where lambda was read there. */
export function changeBounds(starts: readonly JudgedStart[], usual: UsualFuel): ChangeBounds[] {
  return starts.flatMap((start, index): ChangeBounds[] => {
    const { coolantC, lambdaAtChange, isRetry, end, verdict, givenAfter } = start;
    if (isRetry || Number.isNaN(lambdaAtChange + givenAfter)) return [];
    const ran = end !== 'ran' ? 'not' : verdict === 'right' ? 'right' : 'otherwise';
    const givenLn = Math.log(givenAfter);
    const of = { start: index, coolantC, ran, givenLn, leastLn: -Infinity, mostLn: Infinity } as const;
    const timesUsual = givenAfter / lookUpCurve(usual.running, coolantC);
    // Charges that drown read as lean as those that want for fuel.
    if (timesUsual > MUCH_AFTER) {
      const drowned = verdict === 'richAfter' || (stoodSoon(start) && timesUsual > MUCH);
      const lessLn = Math.max(LESS_AFTER_LN, LESS_OVER * Math.log(timesUsual));
      return drowned ? [{ ...of, mostLn: givenLn - lessLn }] : [];
    }
    // What drowned in cranking fuel, or did not burn for it, says nothing of what followed.
    if (verdict === 'rich' && (end !== 'ran' || lambdaAtChange > UNBURNT_LAMBDA)) return [];
    // Charges that did not burn read so: with little fuel they were too lean to, else for another reason.
    if (end === 'ran' && lambdaAtChange > BURNT_LAMBDA && timesUsual >= LITTLE_AFTER) return [];
    const overLn = Math.log(Math.min(BURNT_LAMBDA, lambdaAtChange) / leanestAtChange(coolantC));
    return [{ ...of, leastLn: givenLn + FROM_WALLS * overLn }];
  });
}

/**
 * What several starts, as cold as each other, bound together: what is enough by the one that ran with the least to spare, and more
 * than any died with.
 */
export function boundsTogether(
  all: readonly ChangeBounds[],
): Pick<ChangeBounds, 'givenLn' | 'leastLn' | 'mostLn'> {
  const right = all.filter(({ ran }) => ran === 'right');
  const ran = right.length > 0 ? right : all.filter((one) => one.ran !== 'not');
  // One that died with no less than is enough died of something else.
  const died = all.filter((one) => one.ran === 'not' && one.leastLn > one.givenLn);
  const enoughLn =
    ran.length > 0
      ? Math.min(...ran.map(({ leastLn }) => leastLn))
      : Math.max(...died.map(({ leastLn }) => leastLn));
  return {
    givenLn: Math.max(...all.map(({ givenLn }) => givenLn)),
    leastLn: Math.max(enoughLn, ...died.map(({ givenLn }) => givenLn + MORE_THAN_DIED_LN)),
    mostLn: Math.min(...all.map(({ mostLn }) => mostLn)),
  };
}
