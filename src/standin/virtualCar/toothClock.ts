import { camEdge, crankEdge, type Decoder, type DecoderState } from '@/core/decoding';
import type { Teeth, ToothTrack } from '../harness';
import { REST_DEG } from '../plant';

/** Which edges come next at crank and cam input, and where, in turns since rest; and what chance has come to. */
export interface ToothClock {
  crank: NextEdge;
  cam: NextEdge;
  /** When the last crank edge was sent, s. */
  sentS: number;
  /** When the tooth before passed, by the crank, s. */
  turnedS: number;
  /** A wheel that has slipped is behind by so much of a tooth’s time. */
  behind: number;
  /** State of the chance by which edges are lost and noise comes. */
  chance: number;
}

/** The edge of a track that comes next: its number in the cycle, where the cycle began, and where it is, turns since rest. */
export interface NextEdge {
  edge: number;
  cycleTurns: number;
  turns: number;
}

const CYCLE_TURNS = 2;

/** The first edges after the place where the crank rests. */
export function clockAtRest({ crank, cam }: Teeth, seed: number): ToothClock {
  return {
    crank: firstAfter(crank, 0),
    cam: firstAfter(cam, 0),
    sentS: 0,
    turnedS: 0,
    behind: 0,
    chance: Math.imul(seed, 2654435761) >>> 0,
  };
}

/** A copy that shares nothing with its original. */
export function copiedClock(clock: ToothClock): ToothClock {
  return { ...clock, crank: { ...clock.crank }, cam: { ...clock.cam } };
}

/** The same clock with other teeth on the wheels: the next edges are the first behind a place, turns since rest. */
export function retoothed(clock: ToothClock, { crank, cam }: Teeth, turns: number): ToothClock {
  return { ...clock, crank: firstAfter(crank, turns), cam: firstAfter(cam, turns) };
}

/** Speed that changes by less than this share in a step is taken as even. */
const EVEN_SHARE = 1e-3;

/** A loose wheel slips where speed changes by more than this share of itself in a second, by so much of a tooth; at each tooth so much of that is left. */
const SLIPS = { fromPerS: 0.8, fromRpm: 600, byTooth: 0.9, left: 0.85 } as const;

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
  const { crank, cam } = clock;
  const { fromTurns, toTurns, fromS, passedS, fromRpm, toRpm } = turned;
  // While speed hardly changes the way is even over the step, to an eighth of a microsecond in a millisecond.
  const even = Math.abs(toRpm - fromRpm) < EVEN_SHARE * fromRpm;
  const sPerTurn = passedS / (toTurns - fromTurns);
  let crankTurns = crank.turns;
  let camTurns = cam.turns;
  while (crankTurns <= toTurns || camTurns <= toTurns) {
    const isCrank = crankTurns <= camTurns;
    const way = (isCrank ? crankTurns : camTurns) - fromTurns;
    const timeS = fromS + (even ? way * sPerTurn : passedS * shareOfTime(turned, way));
    if (isCrank) {
      sendCrank(teeth.crank, clock, timeS, turned, decoder, state);
      crankTurns = advance(teeth.crank, crank);
    } else {
      sendCam(teeth.cam, clock, timeS, decoder, state);
      camTurns = advance(teeth.cam, cam);
    }
  }
}

/** Speed changes fast enough in a step for a loose wheel to slip. */
function isSlipping({ fromRpm, toRpm, passedS }: Turned): boolean {
  return fromRpm > SLIPS.fromRpm && Math.abs(toRpm - fromRpm) > SLIPS.fromPerS * passedS * fromRpm;
}

/** Lets the edges of a step pass while nobody listens. */
export function passEdges(teeth: Teeth, { crank, cam }: ToothClock, { toTurns }: Turned): void {
  while (crank.turns <= toTurns) advance(teeth.crank, crank);
  while (cam.turns <= toTurns) advance(teeth.cam, cam);
}

function sendCrank(
  { delayS, lostShare, noiseShare, slipsShare }: ToothTrack,
  clock: ToothClock,
  turnedS: number,
  turned: Turned,
  decoder: Decoder,
  state: DecoderState,
): void {
  const timeS =
    slipsShare === 0 ? turnedS : slippedS(clock, turnedS, isSlipping(turned) && drawn(clock) < slipsShare);
  if (noiseShare > 0 && drawn(clock) < noiseShare) {
    crankEdge(decoder, state, clock.sentS + (timeS - clock.sentS) * drawn(clock) + delayS);
  }
  if (lostShare === 0 || drawn(clock) >= lostShare) crankEdge(decoder, state, timeS + delayS);
  clock.sentS = timeS;
  clock.turnedS = turnedS;
}

/** When a tooth of a loose wheel passes, s. */
function slippedS(clock: ToothClock, turnedS: number, slips: boolean): number {
  clock.behind = slips ? SLIPS.byTooth : SLIPS.left * clock.behind;
  return turnedS + clock.behind * (turnedS - clock.turnedS);
}

function sendCam(
  { delayS, lostShare }: ToothTrack,
  clock: ToothClock,
  timeS: number,
  decoder: Decoder,
  state: DecoderState,
): void {
  if (lostShare === 0 || drawn(clock) >= lostShare) camEdge(decoder, state, timeS + delayS);
}

/** Share of a step of constant acceleration after which the crank has come a part of its way. */
function shareOfTime({ fromTurns, toTurns, fromRpm, toRpm }: Turned, way: number): number {
  const share = way / (toTurns - fromTurns);
  const root = Math.sqrt(fromRpm * fromRpm + share * (toRpm * toRpm - fromRpm * fromRpm));
  return (share * (fromRpm + toRpm)) / (fromRpm + root);
}

/** The first edge behind a place, turns since rest. */
function firstAfter({ edgesTurns }: ToothTrack, turns: number): NextEdge {
  const restTurns = REST_DEG / 360;
  const began = CYCLE_TURNS * Math.floor((turns + restTurns) / CYCLE_TURNS) - restTurns;
  const found = edgesTurns.findIndex((at) => at + began > turns);
  const edge = Math.max(0, found);
  const cycleTurns = found < 0 ? began + CYCLE_TURNS : began;
  return {
    edge,
    cycleTurns,
    turns: edgesTurns.length === 0 ? Infinity : (edgesTurns[edge] as number) + cycleTurns,
  };
}

/** Goes on to the next edge. @returns where it is, turns since rest. */
function advance({ edgesTurns }: ToothTrack, next: NextEdge): number {
  next.edge += 1;
  if (next.edge === edgesTurns.length) {
    next.edge = 0;
    next.cycleTurns += CYCLE_TURNS;
  }
  const turns = (edgesTurns[next.edge] as number) + next.cycleTurns;
  next.turns = turns;
  return turns;
}

/** The next number of a plain chance, 0…1. */
function drawn(clock: ToothClock): number {
  clock.chance = (Math.imul(clock.chance, 1664525) + 1013904223) >>> 0;
  return clock.chance / 0x100000000;
}
