import { create } from 'zustand';
import type { Calibration } from '@/core/calibration';
import { connectEcu, disconnectEcu, useEcu } from '@/data/ecu/ecuSession';
import { keptLearned } from '@/data/ecu/learnedMemory';
import { lookAgainWhenLost } from '@/data/ecu/lookAgain';
import { keepFlash, keptFlash } from '@/data/ecu/standInMemory';
import {
  closeStandIn,
  driveStandIn,
  emptyStandIn,
  openStandIn,
  openTraining,
  relinkStandIn,
  scaleStandIn,
  takeStandIn,
} from '@/workers/benchClient';
import {
  type DriveId,
  type HandControls,
  STAND_IN_CODES,
  type StandInSeen,
  type TimeScale,
} from '@/workers/benchProtocol';
import { forgetMarks } from './looking/countersStore';
import { lookAnew } from './looking/lookStore';
import { endTraining, nextEngine } from './training/trainingStore';

/** An engine to learn on comes warm, °C: nobody waits for it. */
const TRAINING_C = 84;

/** Hands at a stand-in, wherever it stands. */
export interface Hands {
  readonly take: (part: Partial<HandControls>) => void;
  readonly drive: (id: DriveId) => void;
  readonly empty: () => void;
  readonly scale: (times: TimeScale) => void;
  /** Lets go of it; one of this page is taken away. */
  readonly leave: () => void;
}

const HERE: Hands = {
  take: takeStandIn,
  drive: driveStandIn,
  empty: emptyStandIn,
  scale: scaleStandIn,
  leave: closeStandIn,
};

/** The stand-in beside the bench. It goes on while other screens are looked at. */
interface StandInState {
  readonly coolantC: number;
  readonly airC: number;
  readonly times: TimeScale;
  /** What somebody beside it sees; null while none is there. */
  readonly seen: StandInSeen | null;
  readonly hands: Hands | null;
  readonly failure: string | null;
}

export const useStandIn = create<StandInState>(() => ({
  coolantC: 20,
  airC: 5,
  times: 1,
  seen: null,
  hands: null,
  failure: null,
}));

/** Changes how the next one stands there. */
export function changeStandIn(part: Partial<Pick<StandInState, 'coolantC' | 'airC'>>): void {
  useStandIn.setState(part);
}

/**
 * Puts the car of a calibration beside the bench, key on, and connects to its engine computer. It wakes with what was stored
 * in it; one that has never been there comes with the calibration as it is.
 */
export function connectStandIn(id: string, document: Calibration): Promise<void> {
  return connecting(async () => {
    letGoOfStandIn();
    const { coolantC, airC } = useStandIn.getState();
    const kept = { flash: await keptFlash(id), learned: await keptLearned(id) };
    const place = { coolantC, airC, seed: 1 };
    const way = await openStandIn(
      document,
      place,
      kept,
      (seen) => useStandIn.setState({ seen }),
      (flash) => void keepFlash(id, flash),
    );
    useStandIn.setState({ times: 1, hands: HERE });
    await connectHere(way, id);
  });
}

/** Puts the next engine to learn on beside the bench, warm and key on, and connects to it. */
export function connectTraining(id: string, document: Calibration): Promise<void> {
  return connecting(async () => {
    letGoOfStandIn();
    const { fault } = nextEngine();
    const place = { coolantC: TRAINING_C, airC: useStandIn.getState().airC, seed: 1 };
    const way = await openTraining(document, place, fault, (seen) => useStandIn.setState({ seen }));
    useStandIn.setState({ times: 1, hands: HERE });
    await connectHere(way, id);
  });
}

/** Connects again to the car that is still there, its key turned on; puts it there anew where it is gone. */
export function reconnectStandIn(id: string, document: Calibration): Promise<void> {
  return connecting(async () => {
    const way = await relinkStandIn(true);
    if (way === null) await connectStandIn(id, document);
    else await connectHere(way, id);
  });
}

async function connectHere(way: Awaited<ReturnType<typeof openStandIn>>, id: string): Promise<void> {
  await connectEcu(way, id, STAND_IN_CODES);
  if (useEcu.getState().phase !== 'live') return;
  lookAgainWhenLost({
    open: () => relinkStandIn(false),
    codes: STAND_IN_CODES,
    onFound: () => undefined,
  });
}

async function connecting(run: () => Promise<void>): Promise<void> {
  useStandIn.setState({ failure: null });
  try {
    await run();
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The stand-in stopped unexpectedly.';
    useStandIn.setState({ failure });
  }
}

/** Ends the link and takes the car away. */
export function leaveStandIn(): void {
  disconnectEcu();
  letGoOfStandIn();
}

/** Lets go of the stand-in that is there, wherever it stands. */
export function letGoOfStandIn(): void {
  const { hands } = useStandIn.getState();
  useStandIn.setState({ failure: null, seen: null, hands: null });
  // What was seen of it, and whether its map fits, is said of no other car.
  endTraining();
  forgetMarks();
  lookAnew();
  hands?.leave();
}

/** Sets what hands do at it; shown at once, whatever the car makes of it. */
export function takeHands(part: Partial<HandControls>): void {
  const { seen, hands } = useStandIn.getState();
  if (seen !== null) {
    useStandIn.setState({ seen: { ...seen, driving: null, wanted: { ...seen.wanted, ...part } } });
  }
  hands?.take(part);
}

export function letDrive(drive: DriveId): void {
  useStandIn.getState().hands?.drive(drive);
}

/** Empties the vessels under the injectors and the can under the return hose. */
export function emptyVessels(): void {
  useStandIn.getState().hands?.empty();
}

export function scaleTime(times: TimeScale): void {
  useStandIn.setState({ times });
  useStandIn.getState().hands?.scale(times);
}
