import { PHASE } from '@/core/channel';
import type { DriveTrace } from './recording';

/** What the mixture did while the throttle moved, as shares beyond what it did before: 0.1 is a tenth leaner. */
export interface Excursion {
  readonly kind: 'stab' | 'opening' | 'lift';
  readonly atS: number;
  readonly leaner: number;
  readonly richer: number;
  /** The throttle stayed until the mixture had settled: what the maps are off there is not counted. */
  readonly isHeld: boolean;
}

/** A throttle that moves by so much, %, within such a time, s, is a stab or a lift; one that takes longer is opened slowly. */
const MOVES_PERCENT = 10;
const FAST_S = 0.35;
/** One that comes back by so much has been turned round: what follows is another movement, %. */
const TURNED_PERCENT = 3;
const SLOW_S = 2.5;
/** It is looked at for so long, s, and against what was before for so long. */
const SEEN_S = 2;
const BEFORE_S = 1;
/** What it has settled to is seen at its end, s. */
const SETTLED_S = 0.4;
/** What is in the exhaust now was asked for at most so long ago, s. */
const EXHAUST_S = 0.6;

/**
 * The mixture of each stab, slow opening and lift in a drive. Measured lambda is compared with the range of targets of the last
 * moments, since what is measured was injected some time ago, and with how far off it was before the throttle moved, and where it has
 * settled after it.
 */
export function excursionsIn(trace: DriveTrace): Excursion[] {
  const { columns, samples, rateHz } = trace;
  const throttle = (i: number) => columns.throttle[i] as number;
  const running = (i: number) => columns.phase[i] === PHASE.running;
  const [fast, slow, seen] = [FAST_S, SLOW_S, SEEN_S].map((s) => Math.round(s * rateHz)) as [
    number,
    number,
    number,
  ];
  const found: Excursion[] = [];
  let i = Math.round(BEFORE_S * rateHz);
  while (i + seen < samples) {
    const moved = throttle(i + fast) - throttle(i);
    const slowly = throttle(Math.min(samples - 1, i + slow)) - throttle(i);
    const begins =
      Math.abs(throttle(i + 1) - throttle(i)) > 0.2 && Math.abs(throttle(i) - throttle(i - 1)) <= 0.2;
    const kind =
      !running(i) || !begins
        ? null
        : moved > MOVES_PERCENT
          ? 'stab'
          : moved < -MOVES_PERCENT
            ? 'lift'
            : slowly > MOVES_PERCENT
              ? 'opening'
              : null;
    const one = kind === null ? null : excursionAt(trace, kind, i, seen);
    if (one !== null) found.push(one);
    i += one === null ? 1 : fast;
  }
  return found;
}

function excursionAt(
  trace: DriveTrace,
  kind: Excursion['kind'],
  from: number,
  seen: number,
): Excursion | null {
  const { columns, rateHz } = trace;
  const lambda = (i: number) => columns.lambdaOne[i] as number;
  const usual = meanRatio(trace, from - Math.round(BEFORE_S * rateHz), from);
  if (usual === null) return null;
  const ago = Math.round(EXHAUST_S * rateHz);
  const sign = kind === 'lift' ? -1 : 1;
  let furthest = columns.throttle[from] as number;
  let end = from;
  while (end < from + seen) {
    const now = columns.throttle[end] as number;
    furthest = sign * Math.max(sign * furthest, sign * now);
    const turned = sign * (furthest - now) > TURNED_PERCENT;
    const cut = columns.overrunCut[end] === 1 || (columns.cutShare[end] as number) > 0;
    if (turned || cut || columns.phase[end] !== PHASE.running) break;
    end += 1;
  }
  const isHeld = end === from + seen;
  const settled = isHeld ? (meanRatio(trace, end - Math.round(SETTLED_S * rateHz), end - 1) ?? usual) : usual;
  const [low, high] = [Math.min(usual, settled), Math.max(usual, settled)];
  let [leaner, richer] = [0, 0];
  for (let i = from; i < end; i += 1) {
    let [least, most] = [Infinity, 0];
    for (let j = Math.max(0, i - ago); j <= i; j += 1) {
      least = Math.min(least, columns.lambdaTarget[j] as number);
      most = Math.max(most, columns.lambdaTarget[j] as number);
    }
    leaner = Math.max(leaner, lambda(i) / high / most - 1 || 0);
    richer = Math.max(richer, 1 - lambda(i) / low / least || 0);
  }
  return { kind, atS: (from + 1) / rateHz, leaner, richer, isHeld };
}

/** Measured lambda over its target on average; null where it is mostly not measured. */
function meanRatio({ columns }: DriveTrace, from: number, to: number): number | null {
  let [sum, count] = [0, 0];
  for (let i = from; i <= to; i += 1) {
    const ratio = (columns.lambdaOne[i] as number) / (columns.lambdaTarget[i] as number);
    if (Number.isNaN(ratio)) continue;
    sum += ratio;
    count += 1;
  }
  return count < (to - from) / 2 ? null : sum / count;
}
