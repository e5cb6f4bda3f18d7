import { type Decoder, type DecoderState, sparkedDeg, SYNC } from '@/core/decoding';
import type { FiringEvent } from '@/core/engine';
import { CYCLE_DEG } from '@/core/units';
import type { Timing } from './carState';

/** How far the place that the engine computer takes the crank for is off, at the firing TDC of a cylinder; written into a room of the caller’s. */
export function timingOf(
  decoder: Decoder,
  state: DecoderState,
  timeS: number,
  { angleDeg }: FiringEvent,
  out: { -readonly [Part in keyof Timing]: Timing[Part] },
): Timing {
  const earlyDeg = nearest(sparkedDeg(decoder, state, timeS) - angleDeg, CYCLE_DEG);
  if (state.sync === SYNC.cycle) {
    out.earlyDeg = nearest(earlyDeg, CYCLE_DEG / 2);
    out.reversed = Math.abs(earlyDeg - out.earlyDeg) > 1;
    return out;
  }
  // Teeth that are all alike tell a firing, others a turn.
  out.earlyDeg = nearest(earlyDeg, decoder.kind === 'alike' ? decoder.segmentDeg : CYCLE_DEG / 2);
  out.reversed = false;
  return out;
}

/** An angle brought to the turn about zero. */
function nearest(deg: number, roundDeg: number): number {
  return deg - roundDeg * Math.round(deg / roundDeg);
}
