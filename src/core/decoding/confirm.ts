import type { Decoder, GapConfirmation } from './decoder';
import type { DecoderState } from './decoderState';

/** Begins the turn behind a gap that was told just now, one tooth late. */
export function beginTurn({ confirmed }: Decoder, state: DecoderState): void {
  if (confirmed === null) return;
  state.gapS = state.beforeS;
  state.sinceGapS = [state.edgeS - state.periodS, state.edgeS];
}

/** Keeps the last edge of a turn that was begun; nothing beyond what a turn has. */
export function noteEdge({ confirmed, present }: Decoder, state: DecoderState): void {
  if (confirmed !== null && state.tooth > 1 && state.tooth <= present + 1) state.sinceGapS.push(state.edgeS);
}

/**
 * Whether the gaps at both ends of a whole turn are as long as as many plain teeth: each is measured against the stretch of
 * this turn a swing away from it, where compressions come alike, and speed that grows is the one's gain and the other's loss.
 */
export function isConfirmed({ confirmed, gapPlaces, present }: Decoder, state: DecoderState): boolean {
  if (confirmed === null) return true;
  const { sinceGapS, gapS, beforeS } = state;
  const passedS = (fromPlaces: number) =>
    timeAtS(sinceGapS, fromPlaces + gapPlaces) - timeAtS(sinceGapS, fromPlaces);
  const first = gapS / passedS(confirmed.swingPlaces - gapPlaces);
  const last = beforeS / passedS(present - 1 - confirmed.swingPlaces);
  return isAlike(confirmed, Math.sqrt(first * last));
}

function isAlike({ least, most }: GapConfirmation, ratio: number): boolean {
  return ratio > least && ratio < most;
}

/** When the wheel passed a place, whole or between two teeth, s. */
function timeAtS(edgesS: readonly number[], place: number): number {
  const i = Math.floor(place);
  const fromS = edgesS[i] ?? NaN;
  return place === i ? fromS : fromS + (place - i) * ((edgesS[i + 1] ?? NaN) - fromS);
}
