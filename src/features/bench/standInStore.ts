import { create } from 'zustand';
import { type Calibration, compile } from '@/core/calibration';
import { connectEcu, disconnectEcu } from '@/data/ecu/ecuSession';
import { programSum, readStored } from '@/data/ecu/standInMemory';
import { closeStandIn, driveStandIn, openStandIn, scaleStandIn, takeStandIn } from '@/workers/benchClient';
import {
  type DriveId,
  type HandControls,
  STAND_IN_KEY,
  type StandInSeen,
  type TimeScale,
} from '@/workers/benchProtocol';

/** The stand-in beside the bench. It goes on while other screens are looked at. */
interface StandInState {
  readonly coolantC: number;
  readonly airC: number;
  readonly times: TimeScale;
  /** What somebody beside it sees; null while none is there. */
  readonly seen: StandInSeen | null;
  readonly failure: string | null;
}

export const useStandIn = create<StandInState>(() => ({
  coolantC: 20,
  airC: 5,
  times: 1,
  seen: null,
  failure: null,
}));

/** Changes how the next one stands there. */
export function changeStandIn(part: Partial<Pick<StandInState, 'coolantC' | 'airC'>>): void {
  useStandIn.setState(part);
}

/** Puts the car of a calibration beside the bench, key on, and connects to its engine computer. */
export async function connectStandIn(id: string, document: Calibration): Promise<void> {
  const { coolantC, airC } = useStandIn.getState();
  useStandIn.setState({ failure: null, times: 1 });
  try {
    const compiled = compile(document);
    const stored = compiled.ok ? await readStored(id, programSum(compiled.program)) : null;
    const place = { coolantC, airC, seed: 1 };
    const way = await openStandIn(document, place, stored, (seen) => useStandIn.setState({ seen }));
    await connectEcu(way, id, STAND_IN_KEY);
  } catch (error) {
    const failure = error instanceof Error ? error.message : 'The stand-in stopped unexpectedly.';
    useStandIn.setState({ failure });
  }
}

/** Ends the link and takes the car away. */
export function leaveStandIn(): void {
  disconnectEcu();
  closeStandIn();
  useStandIn.setState({ seen: null });
}

/** Sets what hands do at it; shown at once, whatever the car makes of it. */
export function takeHands(part: Partial<HandControls>): void {
  const { seen } = useStandIn.getState();
  if (seen !== null) {
    useStandIn.setState({ seen: { ...seen, driving: null, wanted: { ...seen.wanted, ...part } } });
  }
  takeStandIn(part);
}

export function letDrive(drive: DriveId): void {
  driveStandIn(drive);
}

export function scaleTime(times: TimeScale): void {
  useStandIn.setState({ times });
  scaleStandIn(times);
}
