import { CYCLE_DEG } from '../units';
import { beginTurn, isConfirmed, noteEdge } from './confirm';
import { type DecodedCam, type Decoder, SYNC } from './decoder';
import { believedDeg, type DecoderState, placesAhead, placeS } from './decoderState';

/** A wheel without an edge for so long stands still, s. */
const STANDS_S = 1;
/** An edge sooner than this share of the wait that is due is noise: while the place is known, and before. */
const SOONEST = { followed: 0.5, searching: 0.3 } as const;
/** A cam pulse is missed when so many times the teeth between two of them have come without one. */
const OVERDUE = 1.5;
/** Edges after which three intervals are known. */
const KNOWN_EDGES = 4;
/** Edges after which teeth that are all alike are taken to come regularly. */
const REGULAR_EDGES = 3;

/**
 * An edge at the crank input. The gap is told one tooth late, by its ratio to the intervals on both sides of it, so that a
 * speed that swings does not look like one; and the place is believed when a whole turn between two gaps had as many teeth
 * as are described, so that another wheel is hardly ever believed.
 * @param timeS when it came, s, on a clock that never goes back.
 */
export function crankEdge(decoder: Decoder, state: DecoderState, timeS: number): void {
  restWhereStopped(state, timeS);
  const sinceS = timeS - state.edgeS;
  if (state.edges > 1 && sinceS < soonestS(decoder, state)) {
    state.counters.noiseEdges += 1;
    return;
  }
  state.earlierS = state.beforeS;
  state.beforeS = state.periodS;
  state.periodS = state.edges === 0 ? 0 : sinceS;
  state.edgeS = timeS;
  state.edges = Math.min(KNOWN_EDGES, state.edges + 1);
  countTooth(decoder, state);
  if (state.sync === SYNC.none) search(decoder, state);
  else follow(decoder, state);
}

/**
 * An edge at the cam input: believed within its window only, and told apart from the pulses that should have come.
 * @param timeS as of {@link crankEdge}.
 */
export function camEdge(decoder: Decoder, state: DecoderState, timeS: number): void {
  const { cam, kind } = decoder;
  state.camEdges += 1;
  if (cam === null) return;
  if (kind === 'camMark') {
    if (state.sync !== SYNC.none && state.sinceCam !== decoder.present) lose(state, -1);
    else if (state.sinceCam === decoder.present) found(state, SYNC.cycle);
    compareTeeth(cam, state);
    state.tooth = -1;
  } else if (state.sync === SYNC.none) {
    compareTeeth(cam, state);
    if (state.tooth >= 0) state.camSeenDeg = believedDeg(decoder, state, timeS);
  } else if (believe(cam, state, believedDeg(decoder, state, timeS))) compareTeeth(cam, state);
  else state.counters.camOutsideWindow += 1;
}

/** Forgets place and speed of a wheel that has stood still; what was counted stays. */
export function restWhereStopped(state: DecoderState, timeS: number): void {
  if (state.edges === 0 || timeS - state.edgeS <= STANDS_S) return;
  state.sync = SYNC.none;
  state.edges = 0;
  state.tooth = -1;
  state.sinceCam = -1;
  state.camSeenDeg = null;
  state.afterGap = false;
  state.speedRpm = 0;
  state.periodS = 0;
  state.beforeS = 0;
}

function soonestS(decoder: Decoder, state: DecoderState): number {
  // Behind a gap that nobody expects, the next tooth comes sooner than the last wait says.
  const lastS = placeS(decoder, state);
  const usualS = state.edges > 2 ? Math.min(lastS, state.beforeS) : lastS;
  return (state.sync === SYNC.none ? SOONEST.searching : SOONEST.followed) * usualS;
}

/** Crank teeth since the last cam pulse, and pulses that are overdue. */
function countTooth({ cam }: Decoder, state: DecoderState): void {
  if (state.sinceCam < 0) return;
  state.sinceCam += 1;
  if (cam !== null && state.sinceCam > OVERDUE * cam.crankTeeth.most) {
    state.counters.camPulsesMissing += 1;
    state.sinceCam -= cam.crankTeeth.mean;
  }
}

/** The interval before the last one was the gap. */
function gapBefore({ kind, gapRatio }: Decoder, state: DecoderState): boolean {
  if (kind !== 'gap' || state.edges < KNOWN_EDGES) return false;
  const mean = (state.periodS + state.earlierS) / 2;
  return state.beforeS > gapRatio.least * mean && state.beforeS < gapRatio.most * mean;
}

/** The interval before the last one was neither gap nor plain tooth: a turn with it is not that of the wheel described. */
function isDoubtful({ gapRatio }: Decoder, { edges, beforeS, periodS, earlierS }: DecoderState): boolean {
  return edges >= KNOWN_EDGES && 2 * beforeS > gapRatio.doubtful * (periodS + earlierS);
}

function search(decoder: Decoder, state: DecoderState): void {
  const { kind, present, pitchDeg, gapPlaces, cam } = decoder;
  state.turnedPlaces += 1;
  if (state.edges > 1) {
    const shortestS = state.edges > 2 ? Math.min(state.periodS, state.beforeS) : state.periodS;
    state.speedRpm = pitchDeg / (6 * shortestS);
  }
  if (kind === 'alike') {
    if (state.edges >= REGULAR_EDGES) found(state, SYNC.position);
    state.tooth = 0;
    return;
  }
  if (state.tooth >= 0) state.tooth += 1;
  noteEdge(decoder, state);
  if (!gapBefore(decoder, state)) {
    if (isDoubtful(decoder, state)) state.tooth = -1;
    return;
  }
  state.turnedPlaces += gapPlaces - 1;
  if (state.tooth === present + 1 && isConfirmed(decoder, state)) {
    found(state, SYNC.position);
    // A turn has passed since the gap that a pulse was seen behind.
    state.turn = 1;
    if (cam !== null && state.camSeenDeg !== null) believe(cam, state, state.camSeenDeg);
  } else state.turn = 0;
  state.camSeenDeg = null;
  state.tooth = 1;
  if (state.sync === SYNC.none) beginTurn(decoder, state);
}

function follow(decoder: Decoder, state: DecoderState): void {
  const { kind, present } = decoder;
  const places = placesAhead(decoder, state);
  state.turnedPlaces += places;
  state.tooth += 1;
  if (state.tooth >= present) {
    state.tooth = 0;
    if (kind === 'gap') state.turn = 1 - state.turn;
  }
  if (kind === 'gap') {
    state.afterGap = state.tooth === 0;
    const gap = gapBefore(decoder, state);
    if (gap !== (state.tooth === 1)) {
      if (decoder.cam === null) {
        if (gap) state.counters.crankTeethMissing += 1;
        else state.counters.noiseEdges += 1;
      }
      lose(state, gap ? 1 : -1);
      if (gap) beginTurn(decoder, state);
      return;
    }
  } else if (kind === 'alike') state.tooth = 0;
  measure(decoder, state);
}

/** Speed over stretches of one firing each: teeth are never cut quite evenly. */
function measure({ segmentPlaces, pitchDeg }: Decoder, state: DecoderState): void {
  const turned = state.turnedPlaces - state.segmentFromPlaces;
  if (turned < segmentPlaces) return;
  state.speedRpm = (turned * pitchDeg) / (6 * (state.edgeS - state.segmentFromS));
  beginSegment(state);
}

function beginSegment(state: DecoderState): void {
  state.segmentFromPlaces = state.turnedPlaces;
  state.segmentFromS = state.edgeS;
}

function found(state: DecoderState, sync: number): void {
  if (state.sync === SYNC.none) {
    state.turn = 0;
    state.afterGap = false;
    state.sinceGapS = [];
    beginSegment(state);
  }
  know(state, sync);
}

function know(state: DecoderState, sync: number): void {
  state.sync = sync;
  state.reached = Math.max(state.reached, sync);
}

function lose(state: DecoderState, tooth: number): void {
  state.counters.syncLosses += 1;
  state.sync = SYNC.none;
  state.turn = 0;
  state.tooth = tooth;
  state.afterGap = false;
}

/** Crank teeth between this cam pulse and the last against those there are; this one begins the next count. */
function compareTeeth({ crankTeeth }: DecodedCam, state: DecoderState): void {
  const { counters } = state;
  if (state.sinceCam >= 0) {
    if (state.sinceCam < crankTeeth.fewest) counters.crankTeethMissing += 1;
    else if (state.sinceCam > crankTeeth.most) counters.noiseEdges += 1;
  }
  state.sinceCam = 0;
}

/** Whether a cam pulse at this angle is inside a window; if so, it says which turn it is. */
function believe(cam: DecodedCam, state: DecoderState, atDeg: number): boolean {
  const roundDeg = state.sync === SYNC.cycle ? CYCLE_DEG : CYCLE_DEG / 2;
  for (const placeDeg of cam.placesDeg) {
    const turns = Math.round((placeDeg - atDeg) / roundDeg);
    if (Math.abs(placeDeg - atDeg - turns * roundDeg) > cam.halfWindowDeg) continue;
    if (state.sync === SYNC.position && cam.tellsTurns) {
      if (turns % 2 !== 0) state.turn = 1 - state.turn;
      know(state, SYNC.cycle);
    }
    return true;
  }
  return false;
}
