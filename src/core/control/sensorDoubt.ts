import { AT, type Frame, read } from '../channel';

/** A lambda sensor as a loop sees it. */
export interface LoopSensor {
  /** Of its channel in a frame. */
  readonly place: number;
  /** Its bit among the sensors in fault. */
  readonly lostBit: number;
  /** The mixture that its reading answers to. */
  readonly group: number;
  /** Readings outside these are no mixture. */
  readonly min: number;
  readonly max: number;
}

/** Why a sensor is not followed; none while it is. */
export type Doubt =
  'none' | 'sensorCold' | 'sensorLost' | 'sensorOutside' | 'sensorFar' | 'sensorNoisy' | 'sensorStuck';

/** What is remembered of a sensor. */
export interface DoubtState {
  doubt: Doubt;
  /** It has read something since the key was turned. */
  hasRead: boolean;
  /** How long a reason for doubt has lasted, and how long there has been none, s. */
  badS: number;
  goodS: number;
  /** The last reading and the last step of it, as logarithms; null before the first. */
  lastLn: number | null;
  lastStepLn: number;
  /** How much steps change from one to the next, on average. */
  roughness: number;
  /** The reading that has not moved since, how long that is, s, and the trim there was then. */
  restsForS: number;
  restsAtLn: number | null;
  trimThenLn: number;
}

/** Beyond its distance for so long, s, it is left; and followed again after so long without a reason, s. */
const FAR_FOR_S = 0.3;
const GOOD_FOR_S = 1;
/** Readings whose steps differ so much from one to the next are noise; they are averaged over so long, s. */
const ROUGH = 0.04;
const ROUGH_OVER_S = 0.25;
/** A reading that moves no more than this for so long, s, and two delays, while the trim has moved so far, does not answer. */
const RESTS_WITHIN = 0.002;
const RESTS_FOR_S = 0.4;
const UNANSWERED_TRIM = 0.03;

/** A sensor that nothing is known of. */
export function doubtAtRest(): DoubtState {
  return {
    doubt: 'sensorCold',
    hasRead: false,
    badS: 0,
    goodS: GOOD_FOR_S,
    lastLn: null,
    lastStepLn: 0,
    roughness: 0,
    restsForS: 0,
    restsAtLn: null,
    trimThenLn: 0,
  };
}

/** What a reading is held against. */
export interface Expected {
  /** Logarithm of what should be read, and of the trim that has reached the sensor. */
  readonly aimLn: number;
  readonly trimLn: number;
  /** How long a reading takes to begin to follow, s. */
  readonly deadS: number;
  /** Distance from it beyond which a reading is left. */
  readonly withinLn: number;
  /** The sensor may be taken for warm. */
  readonly warm: boolean;
  /** What is read can be compared: no cut, no enrichment, gas that is fresh. */
  readonly compares: boolean;
}

/** What is over as soon as it is: a sensor that has become warm, or has moved again. */
const ENDS_AT_ONCE: readonly Doubt[] = ['sensorCold', 'sensorStuck'];

/** Takes what is known of a sensor a moment on, and says whether it is followed. */
export function stepDoubt(
  { place, lostBit, min, max }: LoopSensor,
  state: DoubtState,
  frame: Frame,
  expected: Expected,
  dtS: number,
): Doubt {
  const reading = read(frame, place);
  const lost = (read(frame, AT.sensorsLost) & lostBit) !== 0;
  if (Number.isNaN(reading) && !state.hasRead && !lost && !expected.warm) return silent(state, 'sensorCold');
  if (Number.isNaN(reading) || lost) return silent(state, 'sensorLost');
  state.hasRead = true;
  const found = expected.warm ? doubtOf(reading, min, max, state, expected, dtS) : 'sensorCold';
  if (found === 'none') {
    state.goodS += dtS;
    if (state.goodS >= GOOD_FOR_S || ENDS_AT_ONCE.includes(state.doubt)) state.doubt = 'none';
  } else {
    state.goodS = 0;
    state.doubt = found;
  }
  return state.doubt;
}

/** A sensor that says nothing: what was known of its signal is void. */
function silent(state: DoubtState, doubt: Doubt): Doubt {
  Object.assign(state, {
    doubt,
    goodS: 0,
    badS: 0,
    lastLn: null,
    lastStepLn: 0,
    roughness: 0,
    restsAtLn: null,
  });
  return doubt;
}

function doubtOf(
  reading: number,
  min: number,
  max: number,
  state: DoubtState,
  { aimLn, trimLn, deadS, withinLn, compares }: Expected,
  dtS: number,
): Doubt {
  const ln = Math.log(reading);
  roughen(state, ln, dtS);
  const rests = state.restsAtLn !== null && Math.abs(ln - state.restsAtLn) <= RESTS_WITHIN;
  if (rests && compares) state.restsForS += dtS;
  else {
    state.restsAtLn = ln;
    state.trimThenLn = trimLn;
    state.restsForS = 0;
  }
  if (!(reading >= min && reading <= max)) return 'sensorOutside';
  const far = compares && Math.abs(ln - aimLn) > withinLn;
  state.badS = far ? state.badS + dtS : 0;
  if (state.badS >= FAR_FOR_S || (far && state.doubt === 'sensorFar')) return 'sensorFar';
  if (state.roughness > ROUGH) return 'sensorNoisy';
  const longEnough = state.restsForS >= RESTS_FOR_S + 2 * deadS;
  const unanswered = longEnough && Math.abs(trimLn - state.trimThenLn) > UNANSWERED_TRIM;
  return unanswered || (rests && state.doubt === 'sensorStuck') ? 'sensorStuck' : 'none';
}

/** A smooth signal goes on as it went; noise does not. */
function roughen(state: DoubtState, ln: number, dtS: number): void {
  if (state.lastLn !== null) {
    const step = ln - state.lastLn;
    const share = Math.min(1, dtS / ROUGH_OVER_S);
    state.roughness += (Math.abs(step - state.lastStepLn) - state.roughness) * share;
    state.lastStepLn = step;
  }
  state.lastLn = ln;
}
