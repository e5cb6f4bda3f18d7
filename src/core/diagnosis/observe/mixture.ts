import { AT, type Frame, read } from '../../channel';
import { deadTimeAt } from '../../injector';
import type { Situation } from '../situation';
import { add, emptyMean, type Mean } from './mean';

/** What the mixture is off by, as a logarithm, where pulses are short, where they are long, and where fuel flows fast. */
export interface Mixture {
  readonly short: Mean;
  readonly long: Mean;
  readonly fast: Mean;
  /** By how much the first sensor is leaner than the second. */
  readonly apart: Mean;
  readonly lambdas: readonly [LambdaSeen, LambdaSeen];
}

/** One lambda sensor. */
export interface LambdaSeen {
  n: number;
  smooth: number;
  /** What it has said for so long, s, and between which targets and for how long without fuel meanwhile. */
  held: number;
  heldS: number;
  targetLeast: number;
  targetMost: number;
  cutS: number;
  /** For so long it should have moved, and did not, s. */
  stuckS: number;
  /** It was asked to move, and did; and where it did not, what it said. */
  asked: boolean;
  frozenAt: number | null;
  /** From sample to sample while speed, throttle and target stay. */
  readonly ripple: Mean;
}

/** Net pulses, ms, that are short and long; a share of the full air flow from which fuel flows fast. */
const PULSE_MS = { short: 1.7, long: 3.2 } as const;
const FAST_SHARE = 0.45;
/** Above this speed no ripple of single charges is an idle’s own, rev/min. */
const RIPPLE_FROM_RPM = 1800;
const SMOOTH_S = 0.3;

/** A sensor that is asked to move by so much, or sees no fuel for so long, and stays within this is stuck. */
const STUCK = { within: 0.006, targetShare: 1.06, cutS: 1.5, forS: 3 } as const;

const unseen = (): LambdaSeen => ({
  n: 0,
  smooth: NaN,
  held: NaN,
  heldS: 0,
  targetLeast: Infinity,
  targetMost: 0,
  cutS: 0,
  stuckS: 0,
  asked: false,
  frozenAt: null,
  ripple: emptyMean(),
});

export function noMixture(): Mixture {
  return {
    short: emptyMean(),
    long: emptyMean(),
    fast: emptyMean(),
    apart: emptyMean(),
    lambdas: [unseen(), unseen()],
  };
}

/** What it was a moment ago is not known: what comes next is no step from it. */
export function interruptMixture({ lambdas }: Mixture): void {
  for (const seen of lambdas) {
    seen.smooth = NaN;
    seen.held = NaN;
    seen.heldS = 0;
  }
}

/** @param settled speed and throttle have stayed for long enough that what is read was injected there; still: for so long that only charges that are not alike make it ripple. */
export function observeMixture(
  mixture: Mixture,
  frame: Frame,
  passedS: number,
  situation: Situation,
  { settled, still }: { readonly settled: boolean; readonly still: boolean },
): void {
  const target = read(frame, AT.lambdaTarget);
  const opening = read(frame, AT.injectorOpening);
  const one = read(frame, AT.lambdaOne);
  const two = read(frame, AT.lambdaTwo);
  const speed = read(frame, AT.speed);
  const asks = { target, cut: opening === 0 };
  seeLambda(mixture.lambdas[0], one, asks, passedS, still && speed > RIPPLE_FROM_RPM);
  seeLambda(mixture.lambdas[1], two, asks, passedS, still && speed > RIPPLE_FROM_RPM);
  if (!settled || !(opening > 0)) return;
  const learned = read(frame, AT.learnedTrim);
  const offOne = off(one, target, read(frame, AT.lambdaTrim) * learned);
  const offTwo = off(two, target, read(frame, AT.lambdaTrimTwo) * learned);
  add(mixture.apart, offOne - offTwo);
  const both = Number.isNaN(offOne) ? offTwo : Number.isNaN(offTwo) ? offOne : (offOne + offTwo) / 2;
  const volts = read(frame, AT.battery);
  const netMs = opening - deadTimeAt(situation.deadTime, volts, situation.railGaugeKpa);
  if (read(frame, AT.engineAirFlow) > FAST_SHARE * situation.fullAirFlowGPerS) add(mixture.fast, both);
  else if (netMs < PULSE_MS.short) add(mixture.short, both);
  else if (netMs > PULSE_MS.long) add(mixture.long, both);
}

/** What is missing of the fuel: what is measured against what is wanted, and what the loop has added already. */
function off(lambda: number, target: number, trim: number): number {
  return Math.log((lambda / target) * trim);
}

interface Asked {
  readonly target: number;
  readonly cut: boolean;
}

function seeLambda(seen: LambdaSeen, lambda: number, asked: Asked, passedS: number, still: boolean): void {
  if (Number.isNaN(lambda)) return;
  seen.n += 1;
  const before = seen.smooth;
  seen.smooth = Number.isNaN(before) ? lambda : before + (lambda - before) * Math.min(1, passedS / SMOOTH_S);
  if (still) add(seen.ripple, lambda - seen.smooth);
  seeHeld(seen, seen.smooth, asked, passedS);
}

/** Does it move when it is asked to? */
function seeHeld(seen: LambdaSeen, lambda: number, { target, cut }: Asked, passedS: number): void {
  if (Math.abs(lambda - seen.held) <= STUCK.within) {
    seen.heldS += passedS;
    if (cut) seen.cutS += passedS;
    else {
      seen.targetLeast = Math.min(seen.targetLeast, target);
      seen.targetMost = Math.max(seen.targetMost, target);
    }
    const moved = seen.targetMost > STUCK.targetShare * seen.targetLeast || seen.cutS > STUCK.cutS;
    if (moved) seen.stuckS += passedS;
    if (seen.stuckS > STUCK.forS) seen.frozenAt = lambda;
    return;
  }
  if (seen.heldS > 0) seen.asked = true;
  seen.held = lambda;
  seen.heldS = 0;
  seen.cutS = 0;
  seen.stuckS = 0;
  seen.targetLeast = target;
  seen.targetMost = target;
}
