import { PHASE } from '@/core/channel';
import type { DriveTrace } from './recording';

/** What the mixture did while the throttle moved, as shares beyond what it did before: 0.1 is a tenth leaner. */
export interface Excursion {
  readonly kind: 'stab' | 'opening' | 'lift';
  readonly atS: number;
  readonly leaner: number;
  readonly richer: number;
}

/** A throttle that moves by so much, %, within such a time, s, is a stab or a lift; one that takes longer is opened slowly. */
const MOVES_PERCENT = 10;
const FAST_S = 0.35;
const SLOW_S = 2.5;
/** It is looked at for so long, s, and against what was before for so long. */
const SEEN_S = 2;
const BEFORE_S = 1;
/** What is in the exhaust now was asked for at most so long ago, s. */
const EXHAUST_S = 0.6;

/**
 * The mixture of each stab, slow opening and lift in a drive. Measured lambda is compared with the range of targets of the last
 * moments, since what is measured was injected some time ago, and with how far off it was before the throttle moved.
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
  { columns, rateHz }: DriveTrace,
  kind: Excursion['kind'],
  from: number,
  seen: number,
): Excursion | null {
  const lambda = (i: number) => columns.lambdaOne[i] as number;
  const before = Math.round(BEFORE_S * rateHz);
  let [sum, count] = [0, 0];
  for (let i = from - before; i <= from; i += 1) {
    const ratio = lambda(i) / (columns.lambdaTarget[i] as number);
    if (Number.isNaN(ratio)) continue;
    sum += ratio;
    count += 1;
  }
  if (count < before / 2) return null;
  const usual = sum / count;
  const ago = Math.round(EXHAUST_S * rateHz);
  const start = columns.throttle[from] as number;
  let [leaner, richer] = [0, 0];
  for (let i = from; i < from + seen; i += 1) {
    const now = columns.throttle[i] as number;
    const turned = kind === 'lift' ? now > start + MOVES_PERCENT : now < start;
    const cut = columns.overrunCut[i] === 1 || (columns.cutShare[i] as number) > 0;
    if (turned || cut || columns.phase[i] !== PHASE.running) break;
    let [least, most] = [Infinity, 0];
    for (let j = Math.max(0, i - ago); j <= i; j += 1) {
      least = Math.min(least, columns.lambdaTarget[j] as number);
      most = Math.max(most, columns.lambdaTarget[j] as number);
    }
    leaner = Math.max(leaner, lambda(i) / usual / most - 1 || 0);
    richer = Math.max(richer, 1 - lambda(i) / usual / least || 0);
  }
  return { kind, atS: (from + 1) / rateHz, leaner, richer };
}
