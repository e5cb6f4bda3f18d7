import { LOOP_CODE } from '../channel';
import { surgeOf } from '../control';
import { formatNumber } from '../units';
import { type EventKindInfo, type Found, kind } from './event';
import type { Scan, Stretch } from './scan';

/**
 * A charge that is too rich does not burn, and its air reads lean. So a reading that leaps from rich to lean while the foot stays
 * down is no lean mixture: no map changes as fast. Throttle, %; readings as shares of the target, and in λ the richest that a
 * sensor tells; times, s.
 */
const RICH_MISFIRE = {
  throttle: 45,
  rich: 0.95,
  richest: 0.72,
  lean: 1,
  leapS: 0.6,
  downS: 0.7,
  leastS: 0.25,
} as const;
/**
 * Lean at a steady throttle: the reading over its target, for so long, s; the throttle moves by less, in points, in so long, s.
 * What is less is for the map of errors to say; what reads leaner than λ 1.6 burns nothing, or is no reading.
 */
const LEAN = { share: 1.15, most: 1.6, leastS: 1.5, moves: 6, inS: 0.7, open: 2 } as const;
/** So long behind a cut what is read says nothing of the mixture, and behind a start, s. */
const BEHIND_CUT_S = 1.5;
const BEHIND_START_S = 10;
/** A trim that stands at the same number for so long, so far from one, is at its limit, s. */
const TRIM_STANDS = { leastS: 1.5, off: 0.04 } as const;
const LOOP_LEAST_S = 0.5;
/** A surge is looked for this long about a lean stretch, s. */
const SURGE_LOOK_S = 4.5;

const target = (scan: Scan, i: number) => {
  const wanted = scan.at('lambdaTarget', i);
  return Number.isNaN(wanted) ? 1 : wanted;
};
const share = (scan: Scan, i: number) => scan.at('lambdaOne', i) / target(scan, i);
const percent = (part: number) => `${formatNumber(100 * part, 0)} %`;

function richMisfires(scan: Scan): Found[] {
  const isPull = (i: number) =>
    scan.runs(i) && scan.at('throttle', i) > RICH_MISFIRE.throttle && !scan.isCut(i);
  return scan.stretches(isPull, { leastS: RICH_MISFIRE.downS }).flatMap((pull) => misfiresIn(scan, pull));
}

/** Leaps from rich to lean within a pull. */
function misfiresIn(scan: Scan, pull: Stretch): Found[] {
  const found: Found[] = [];
  let richAt = -1;
  for (let i = scan.after(pull.from, RICH_MISFIRE.downS); i <= pull.to; i += 1) {
    const [reads, wanted] = [scan.at('lambdaOne', i), target(scan, i)];
    if (reads <= Math.max(RICH_MISFIRE.rich * wanted, RICH_MISFIRE.richest)) richAt = i;
    const leapt = richAt >= 0 && scan.timeS(i) - scan.timeS(richAt) <= RICH_MISFIRE.leapS;
    if (!leapt || !(reads >= RICH_MISFIRE.lean)) continue;
    let to = i;
    let last = i;
    // While it misfires some charges burn: what reads less lean for a moment is still the same.
    while (last + 1 <= pull.to && scan.timeS(last + 1) - scan.timeS(to) <= 1) {
      last += 1;
      if (scan.at('lambdaOne', last) >= RICH_MISFIRE.lean) to = last;
    }
    if (scan.timeS(to) - scan.timeS(i) >= RICH_MISFIRE.leastS) {
      const stretch = { from: richAt, to };
      const [, most] = scan.range('lambdaOne', { from: i, to });
      found.push({
        ...stretch,
        tone: 'warning',
        text: `Rich misfire in a pull, from ${formatNumber(scan.at('speed', richAt), 0)} rev/min and ${formatNumber(scan.at('manifoldPressure', richAt), 0)} kPa on: lambda leapt from ${formatNumber(scan.at('lambdaOne', richAt), 2)} to ${formatNumber(most, 2)} with the foot down. It reads lean since what does not burn leaves its air; take fuel away there, do not add it.`,
      });
    }
    i = to;
    richAt = -1;
  }
  return found;
}

function leanRunning(scan: Scan): Found[] {
  const steady = steadyFrom(scan);
  // What reads lean in a rich misfire is not.
  const misfires = richMisfires(scan);
  let misfire = 0;
  const isMisfire = (i: number) => {
    while ((misfires[misfire]?.to ?? Infinity) + 1 < i) misfire += 1;
    return i >= (misfires[misfire]?.from ?? Infinity);
  };
  const isLean = (i: number) =>
    scan.timeS(i) >= (steady[i] as number) &&
    share(scan, i) > LEAN.share &&
    scan.at('lambdaOne', i) < LEAN.most &&
    !isMisfire(i);
  return scan.stretches(isLean, { leastS: LEAN.leastS, bridgeS: 0.3 }).map((stretch) => {
    const over = scan.mean('lambdaOne', stretch) / (scan.mean('lambdaTarget', stretch) || 1) - 1;
    const surge = surgeIn(scan, stretch);
    const swings =
      surge === null
        ? ''
        : `, and the engine surged by ${formatNumber(surge.swingRpm, 0)} rev/min, ${formatNumber(surge.hz, 1)} times a second`;
    return {
      ...stretch,
      tone: 'warning',
      text: `${percent(over)} leaner than asked for ${formatNumber(scan.lengthS(stretch), 1)} s at a steady ${formatNumber(scan.mean('throttle', stretch), 0)} % of throttle, about ${formatNumber(scan.mean('speed', stretch), 0)} rev/min${swings}.`,
    };
  });
}

/** From when on a reading says something of a mixture at a steady throttle, s, as it stands at each sample. */
function steadyFrom(scan: Scan): Float64Array {
  const from = new Float64Array(scan.length);
  let [sinceS, anchor, ran] = [Infinity, NaN, false];
  for (let i = 0; i < scan.length; i += 1) {
    const [atS, throttle, runs] = [scan.timeS(i), scan.at('throttle', i), scan.runs(i)];
    if (runs && !ran) sinceS = atS + BEHIND_START_S;
    if (!runs || scan.isCut(i) || throttle < scan.closedThrottle + LEAN.open) {
      sinceS = Math.max(runs ? sinceS : -Infinity, atS + BEHIND_CUT_S);
    }
    if (!(Math.abs(throttle - anchor) < LEAN.moves / 2)) {
      anchor = throttle;
      sinceS = Math.max(sinceS, atS + LEAN.inS);
    }
    ran = runs;
    from[i] = sinceS;
  }
  return from;
}

/** A swing of speed in a lean stretch, and about it where it is short. */
function surgeIn(scan: Scan, { from, to }: Stretch) {
  const lacksS = Math.max(0, SURGE_LOOK_S - scan.lengthS({ from, to }));
  const [first, last] = [scan.before(from, lacksS / 2), scan.after(to, lacksS / 2)];
  const speeds = Array.from({ length: last - first + 1 }, (_, k) => scan.at('speed', first + k));
  const rateHz = (last - first) / (scan.timeS(last) - scan.timeS(first));
  return rateHz > 0 && speeds.every((speed) => !Number.isNaN(speed)) ? surgeOf(speeds, rateHz) : null;
}

function loopAtLimit(scan: Scan): Found[] {
  const atLimit = scan.has('loopState')
    ? scan.stretches((i) => scan.at('loopState', i) === LOOP_CODE.atLimit, {
        leastS: LOOP_LEAST_S,
        bridgeS: 0.3,
      })
    : trimStands(scan);
  return atLimit.map((stretch) => {
    const trim = scan.mean('lambdaTrim', stretch);
    const way = trim > 1 ? 'adds' : 'takes away';
    const much = Number.isNaN(trim)
      ? ''
      : `: it ${way} ${formatNumber(100 * Math.abs(trim - 1), 0)} % and may do no more`;
    return {
      ...stretch,
      tone: 'warning',
      text: `Closed loop at its limit for ${formatNumber(scan.lengthS(stretch), 1)} s${much}. What it lacks is the map’s, or a cause’s, to give.`,
    };
  });
}

/** Where a trim stands still far from one: where nothing says what the loop does. */
function trimStands(scan: Scan): Stretch[] {
  const stands = (i: number) =>
    i > 0 &&
    scan.runs(i) &&
    Math.abs(scan.at('lambdaTrim', i) - 1) > TRIM_STANDS.off &&
    Math.abs(scan.at('lambdaTrim', i) - scan.at('lambdaTrim', i - 1)) < 1e-4;
  return scan.stretches(stands, { leastS: TRIM_STANDS.leastS });
}

/** What the mixture did. */
export const MIXTURE_KINDS = {
  richMisfire: kind({
    label: 'Rich misfire',
    needs: ['speed', 'throttle', 'lambdaOne'],
    traces: ['lambdaOne', 'speed', 'manifoldPressure', 'throttle'],
    find: richMisfires,
  }),
  lean: kind({
    label: 'Lean, or a lean surge',
    needs: ['speed', 'throttle', 'lambdaOne'],
    traces: ['lambdaOne', 'speed', 'throttle', 'manifoldPressure'],
    find: leanRunning,
  }),
  loopAtLimit: kind({
    label: 'Closed loop at its limit',
    needs: [['loopState', 'lambdaTrim']],
    traces: ['lambdaTrim', 'lambdaOne', 'loopState', 'speed'],
    find: loopAtLimit,
  }),
} satisfies Record<string, EventKindInfo>;
