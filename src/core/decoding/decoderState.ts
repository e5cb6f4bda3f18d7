import { CYCLE_DEG } from '../units';
import { countersAtRest, type TriggerCounters } from './counters';
import { type Decoder, SYNC } from './decoder';

/** What the engine computer remembers of the edges that have come: plain data. */
export interface DecoderState {
  /** One of {@link SYNC}. */
  sync: number;
  /** The most that was known since the key was turned on. */
  reached: number;
  /** Crank edges taken since the wheel last stood still, counted up to the four that three intervals need; cam edges since key on. */
  edges: number;
  camEdges: number;
  /** When the last one came, s, and the intervals that ended with it and with the two before, s. */
  edgeS: number;
  periodS: number;
  beforeS: number;
  earlierS: number;
  /** The last interval was the gap. */
  afterGap: boolean;
  /** Number of the last tooth from the first behind the gap, or behind the cam pulse, on; −1 while unknown. */
  tooth: number;
  /** When the edges since the last gap came, s, from the one behind it on, and how long that gap took, s; kept while a turn must confirm a gap. */
  sinceGapS: number[];
  gapS: number;
  /** Which turn of the cycle: 0 ends with the firing TDC of cylinder 1, 1 follows it. */
  turn: number;
  /** Crank teeth since the last cam pulse; −1 before the first. */
  sinceCam: number;
  /** Where a cam pulse came while only one gap had been seen, as {@link believedDeg} would have it; null without one. */
  camSeenDeg: number | null;
  /** Turned since the key was turned on, tooth places. */
  turnedPlaces: number;
  /** Where the stretch began that speed is being measured over, tooth places and s; and the speed over the last whole one, rev/min. */
  segmentFromPlaces: number;
  segmentFromS: number;
  speedRpm: number;
  counters: TriggerCounters;
}

/** Nothing has come yet. */
export function decoderAtRest(): DecoderState {
  return {
    sync: SYNC.none,
    reached: SYNC.none,
    edges: 0,
    camEdges: 0,
    edgeS: 0,
    periodS: 0,
    beforeS: 0,
    earlierS: 0,
    afterGap: false,
    tooth: -1,
    sinceGapS: [],
    gapS: 0,
    turn: 0,
    sinceCam: -1,
    camSeenDeg: null,
    turnedPlaces: 0,
    segmentFromPlaces: 0,
    segmentFromS: 0,
    speedRpm: 0,
    counters: countersAtRest(),
  };
}

/** A copy that shares nothing with its original. */
export function copiedDecoder(state: DecoderState): DecoderState {
  return { ...state, sinceGapS: [...state.sinceGapS], counters: { ...state.counters } };
}

/** Enough is known to serve cylinders. */
export function isSynced({ needs }: Decoder, { sync }: DecoderState): boolean {
  return sync >= needs;
}

/** Tooth places from the last tooth to the next. */
export function placesAhead({ gapPlaces, kind, present }: Decoder, { tooth }: DecoderState): number {
  return kind === 'gap' && tooth === present - 1 ? gapPlaces : 1;
}

/** How long one tooth place took last, s. */
export function placeS({ gapPlaces }: Decoder, { periodS, afterGap }: DecoderState): number {
  return afterGap ? periodS / gapPlaces : periodS;
}

/** Where the crank is taken to be, ° after the firing TDC of cylinder 1, in 0…720; within a turn only, while the cycle is unknown. */
export function believedDeg(decoder: Decoder, state: DecoderState, timeS: number): number {
  const { pitchDeg, tdcOffsetDeg } = decoder;
  const lastS = placeS(decoder, state);
  const passed = lastS > 0 ? (timeS - state.edgeS) / lastS : 0;
  // The next tooth has not come, so the crank is not there yet.
  const ahead = Math.min(passed, placesAhead(decoder, state));
  const deg = (state.tooth + ahead) * pitchDeg - tdcOffsetDeg + 360 * state.turn;
  return ((deg % CYCLE_DEG) + CYCLE_DEG) % CYCLE_DEG;
}

/**
 * Where the crank is taken to be for a spark: what edges that arrive late leave out is made up for, by the speed that is counted.
 * Example: 100 µs at 6,000 rev/min are 3.6°.
 */
export function sparkedDeg(decoder: Decoder, state: DecoderState, timeS: number): number {
  return believedDeg(decoder, state, timeS) + 6 * decodedRpm(decoder, state, timeS) * decoder.delayS;
}

/** Speed as it is counted now, rev/min: no more than the tooth that has not come yet allows. */
export function decodedRpm(decoder: Decoder, state: DecoderState, timeS: number): number {
  const passedS = timeS - state.edgeS;
  const dueDeg = placesAhead(decoder, state) * decoder.pitchDeg;
  return passedS > 0 ? Math.min(state.speedRpm, dueDeg / (6 * passedS)) : state.speedRpm;
}
