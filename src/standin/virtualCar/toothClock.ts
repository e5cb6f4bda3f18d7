import { camEdge, crankEdge, type Decoder, type DecoderState } from '@/core/decoding';
import type { Teeth, ToothTrack } from '../harness';
import { REST_DEG } from '../plant';

/** Which edges come next at crank and cam input, and where, in turns since rest; and what chance has come to. */
export interface ToothClock {
  crankNext: number;
  crankTurns: number;
  camNext: number;
  camTurns: number;
  /** When the last crank edge was sent, s. */
  sentS: number;
  /** State of the chance by which edges are lost and noise comes. */
  chance: number;
}

/** The first edges after the place where the crank rests. */
export function clockAtRest({ crank, cam }: Teeth, seed: number): ToothClock {
  const [crankNext, camNext] = [firstAfterRest(crank), firstAfterRest(cam)];
  return {
    crankNext,
    crankTurns: turnsOf(crank, crankNext),
    camNext,
    camTurns: turnsOf(cam, camNext),
    sentS: 0,
    chance: (seed * 2654435761) >>> 0,
  };
}

/** What a step of the crank did: where and when it began, at which speed, how it went on. */
export interface Turned {
  fromTurns: number;
  toTurns: number;
  fromS: number;
  passedS: number;
  fromRpm: number;
  toRpm: number;
}

/** Sends the edges of a step, each at its time, to the engine computer’s inputs. */
export function sendEdges(
  teeth: Teeth,
  clock: ToothClock,
  turned: Turned,
  decoder: Decoder,
  state: DecoderState,
): void {
  while (clock.crankTurns <= turned.toTurns || clock.camTurns <= turned.toTurns) {
    if (clock.crankTurns <= clock.camTurns) {
      sendCrank(teeth.crank, clock, timeAt(turned, clock.crankTurns), decoder, state);
      clock.crankNext += 1;
      clock.crankTurns = turnsOf(teeth.crank, clock.crankNext);
    } else {
      const { lostShare, delayS } = teeth.cam;
      const lost = lostShare > 0 && drawn(clock) < lostShare;
      if (!lost) camEdge(decoder, state, timeAt(turned, clock.camTurns) + delayS);
      clock.camNext += 1;
      clock.camTurns = turnsOf(teeth.cam, clock.camNext);
    }
  }
}

/** Lets the edges of a step pass while nobody listens. */
export function passEdges({ crank, cam }: Teeth, clock: ToothClock, { toTurns }: Turned): void {
  while (clock.crankTurns <= toTurns) {
    clock.crankNext += 1;
    clock.crankTurns = turnsOf(crank, clock.crankNext);
  }
  while (clock.camTurns <= toTurns) {
    clock.camNext += 1;
    clock.camTurns = turnsOf(cam, clock.camNext);
  }
}

function sendCrank(
  { delayS, lostShare, noiseShare }: ToothTrack,
  clock: ToothClock,
  timeS: number,
  decoder: Decoder,
  state: DecoderState,
): void {
  if (noiseShare > 0 && drawn(clock) < noiseShare) {
    crankEdge(decoder, state, clock.sentS + (timeS - clock.sentS) * drawn(clock) + delayS);
  }
  if (lostShare === 0 || drawn(clock) >= lostShare) crankEdge(decoder, state, timeS + delayS);
  clock.sentS = timeS;
}

/** When the crank came to a place within a step of constant acceleration, s. */
function timeAt({ fromTurns, toTurns, fromS, passedS, fromRpm, toRpm }: Turned, turns: number): number {
  const way = turns - fromTurns;
  const from = fromRpm / 60;
  const slope = toTurns > fromTurns ? (toRpm * toRpm - fromRpm * fromRpm) / 3600 / (toTurns - fromTurns) : 0;
  const root = Math.sqrt(Math.max(0, from * from + slope * way));
  return fromS + (way <= 0 ? 0 : Math.min(passedS, (2 * way) / (from + root)));
}

function firstAfterRest({ edgesDeg }: ToothTrack): number {
  const found = edgesDeg.findIndex((deg) => deg > REST_DEG);
  return found < 0 ? edgesDeg.length : found;
}

/** Turns since rest at which an edge comes, counted on over the cycles; never where there are none. */
function turnsOf({ edgesDeg }: ToothTrack, edge: number): number {
  const { length } = edgesDeg;
  if (length === 0) return Infinity;
  return ((edgesDeg[edge % length] as number) - REST_DEG) / 360 + 2 * Math.floor(edge / length);
}

/** The next number of a plain chance, 0…1. */
function drawn(clock: ToothClock): number {
  clock.chance = (Math.imul(clock.chance, 1664525) + 1013904223) >>> 0;
  return clock.chance / 0x100000000;
}
