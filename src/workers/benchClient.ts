import { proxy, transfer } from 'comlink';
import type { Calibration } from '@/core/calibration';
import type { Transport } from '@/link';
import type {
  BenchWorker,
  DriveId,
  HandControls,
  LearnedImage,
  MapImage,
  StandInSeen,
  TimeScale,
} from './benchProtocol';
import { drivable } from './drivable';
import { keptWorker } from './keptWorker';
import { portTransport } from './portTransport';

const kept = keptWorker<BenchWorker>(() => new Worker(new URL('./bench.worker.ts', import.meta.url)));

/** What stands beside the bench, and where. */
export interface StandInPlace {
  readonly coolantC: number;
  readonly airC: number;
  readonly seed: number;
}

/**
 * Puts the car of a document beside the bench, with the document's calibration in its engine computer.
 * @param before what was stored in it, and what it had learned; null for the calibration as it is, and for nothing.
 * @returns the way to its engine computer.
 * @throws as {@link drivable}; rejects when the worker fails.
 */
export async function openStandIn(
  document: Calibration,
  place: StandInPlace,
  before: { readonly stored: MapImage | null; readonly learned: LearnedImage | null },
  onSeen: (seen: StandInSeen) => void,
): Promise<Transport> {
  const { program, car } = drivable(document);
  const { port1, port2 } = new MessageChannel();
  const request = { program, car, calibration: document.name, ...before, ...place };
  await kept.answer((remote) => remote.open(request, transfer(port2, [port2]), proxy(onSeen)));
  return portTransport(port1);
}

/** Another way to the car that is there, its key on; null where none is. */
export async function relinkStandIn(): Promise<Transport | null> {
  if (!kept.isMade()) return null;
  const { port1, port2 } = new MessageChannel();
  const isThere = await kept.answer((remote) => remote.relink(transfer(port2, [port2])));
  return isThere ? portTransport(port1) : null;
}

/** Sets what hands do at the stand-in. */
export function takeStandIn(part: Partial<HandControls>): void {
  void kept.remote().take(part);
}

/** Lets a driver drive the stand-in. */
export function driveStandIn(id: DriveId): void {
  void kept.remote().drive(id);
}

/** Lets its time pass faster. */
export function scaleStandIn(times: TimeScale): void {
  void kept.remote().scale(times);
}

/** Takes it away, if one was ever there. */
export function closeStandIn(): void {
  if (kept.isMade()) void kept.remote().close();
}
