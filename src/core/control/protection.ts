import { AT, type Frame, GUARD_CODE, PHASE, read } from '../channel';
import { type Curve, lookUpCurve } from '../numeric';
import type { GuardId } from '../protection';
import { type Control, TIME_SLACK_S } from './control';

/** What is done once a guard has seen enough. */
export type GuardAct = 'warn' | 'richer' | 'boost' | 'speed' | 'cut';

/** One thing that is watched over; base units. */
export interface Guard {
  readonly id: GuardId;
  readonly act: GuardAct;
  readonly delayS: number;
  /** It acts until the key is turned off, whatever comes. */
  readonly latched: boolean;
  readonly limitRpm: number;
  readonly richerPercent: number;
  readonly sees: GuardSees;
  /** Bits of the sensors without which it sees nothing, as {@link LOST_BIT} has them. */
  readonly hangsOn: number;
}

/** When something is wrong, and when it is right again. */
export type GuardSees =
  /** A channel above, or below, a threshold; it is right again past so much. */
  | {
      readonly kind: 'threshold';
      readonly place: number;
      readonly above: boolean;
      readonly threshold: number;
      readonly hysteresis: number;
    }
  | { readonly kind: 'oilPressure'; readonly leastKpa: Curve }
  /** The rail under what the regulator should hold. */
  | {
      readonly kind: 'fuelPressure';
      readonly railGaugeKpa: number;
      /** It follows the manifold. */
      readonly byManifold: boolean;
      readonly barometricKpa: number;
      readonly shortByKpa: number;
    }
  | { readonly kind: 'lean'; readonly leanerByPercent: number; readonly aboveThrottlePercent: number };

/** All guards that do anything, the gravest first. */
export interface Protecting {
  readonly guards: readonly Guard[];
}

/** Of each guard since when it sees something wrong, s, null while it does not; and whether it acts. */
export interface ProtectionState {
  readonly seen: { sinceS: number | null; acting: boolean }[];
}

/** What is done now, and because of which guard. */
export interface ProtectionOut {
  reason: GuardId | 'none';
  /** The lowest of the limits that act, rev/min; 0 where all is cut, NaN where none acts. */
  limitRpm: number;
  /** The most that any of them enriches by, %. */
  richerPercent: number;
  /** The boost valve is to rest. */
  boostRests: boolean;
}

/** Nothing is watched so soon after a start: pressures are still rising, s. */
const AFTER_START_S = 3;
/** How much better than its threshold something has to be to be right again, as a share. */
const BETTER_BY = 0.08;

/** A ladder of guards: each acts after its delay, and lets go when all is well again or at key-off. */
export const protection: Control<Protecting | null, ProtectionState, ProtectionOut> = {
  atRest: (settings) => ({ seen: (settings?.guards ?? []).map(() => ({ sinceS: null, acting: false })) }),
  copied: ({ seen }) => ({ seen: seen.map((one) => ({ ...one })) }),
  out: () => ({ reason: 'none', limitRpm: NaN, richerPercent: 0, boostRests: false }),
  step(settings, { seen }, frame, out) {
    out.reason = 'none';
    out.limitRpm = NaN;
    out.richerPercent = 0;
    out.boostRests = false;
    if (settings === null) return;
    const watched =
      read(frame, AT.phase) === PHASE.running && read(frame, AT.sinceStart) >= AFTER_START_S - TIME_SLACK_S;
    const timeS = read(frame, AT.time);
    for (let i = 0; i < settings.guards.length; i += 1) {
      const guard = settings.guards[i] as Guard;
      const state = seen[i] as ProtectionState['seen'][number];
      follow(guard, state, watched, timeS, frame);
      if (state.acting) does(guard, out);
    }
  },
};

function follow(
  guard: Guard,
  state: ProtectionState['seen'][number],
  watched: boolean,
  timeS: number,
  frame: Frame,
): void {
  const blind = (read(frame, AT.sensorsLost) & guard.hangsOn) !== 0;
  const wrong = watched && !blind && isWrong(guard.sees, frame, state.acting);
  if (!wrong) {
    state.sinceS = null;
    if (!guard.latched) state.acting = false;
    return;
  }
  state.sinceS ??= timeS;
  if (timeS - state.sinceS >= guard.delayS - TIME_SLACK_S) state.acting = true;
}

/** What nobody can read is not wrong: no reading comes from a sensor that is not there. */
function isWrong(sees: GuardSees, frame: Frame, acting: boolean): boolean {
  const slack = acting ? 1 : 0;
  switch (sees.kind) {
    case 'threshold': {
      const { above, threshold, hysteresis } = sees;
      const value = read(frame, sees.place);
      return above ? value > threshold - slack * hysteresis : value < threshold + slack * hysteresis;
    }
    case 'oilPressure': {
      const least = lookUpCurve(sees.leastKpa, read(frame, AT.speed));
      return read(frame, AT.oilPressure) < least * (1 + slack * BETTER_BY);
    }
    case 'fuelPressure': {
      const over = sees.byManifold ? read(frame, AT.manifoldPressure) - sees.barometricKpa : 0;
      const short = sees.railGaugeKpa + over - read(frame, AT.fuelPressure);
      return short > sees.shortByKpa * (1 - slack * BETTER_BY);
    }
    case 'lean': {
      // Charges that are cut read lean, and are meant to.
      const whole = read(frame, AT.cutShare) === 0 && read(frame, AT.overrunCut) === 0;
      const loaded = whole && read(frame, AT.throttle) > sees.aboveThrottlePercent;
      const target = read(frame, AT.lambdaTarget);
      const leaner = 1 + (sees.leanerByPercent / 100) * (1 - slack * BETTER_BY);
      const measured = Math.max(known(read(frame, AT.lambdaOne)), known(read(frame, AT.lambdaTwo)));
      return loaded && measured > target * leaner;
    }
  }
}

/** A lambda that is not measured is never lean. */
function known(lambda: number): number {
  return Number.isNaN(lambda) ? 0 : lambda;
}

function does({ id, act, limitRpm, richerPercent }: Guard, out: ProtectionOut): void {
  if (out.reason === 'none') out.reason = id;
  if (act === 'cut') out.limitRpm = 0;
  else if (act === 'speed')
    out.limitRpm = Number.isNaN(out.limitRpm) ? limitRpm : Math.min(out.limitRpm, limitRpm);
  else if (act === 'boost') out.boostRests = true;
  else if (act === 'richer') out.richerPercent = Math.max(out.richerPercent, richerPercent);
}

/** The number of what acts in its channel. */
export function guardCode({ reason }: ProtectionOut): number {
  return GUARD_CODE[reason];
}
