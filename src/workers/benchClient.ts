import { proxy, transfer } from 'comlink';
import type { Calibration } from '@/core/calibration';
import type { Transport } from '@/link';
import { factoryFlash, storedBuild } from '@/standin/ecuBox';
import type {
  BenchWorker,
  DriveId,
  FaultId,
  Flash,
  HandControls,
  LearnedImage,
  StandInSeen,
  TimeScale,
} from './benchProtocol';
import { drivable } from './drivable';
import { keptWorker } from './keptWorker';
import { portTransport } from './portTransport';

const worker = keptWorker<BenchWorker>(() => new Worker(new URL('./bench.worker.ts', import.meta.url)));

/** What stands beside the bench, and where. */
export interface StandInPlace {
  readonly coolantC: number;
  readonly airC: number;
  readonly seed: number;
}

/** What the engine computer of a stand-in kept from before; null for what it never had. */
export interface StandInMemory {
  readonly flash: Flash | null;
  /** What it had learned, and by which build. */
  readonly learned: (LearnedImage & { readonly build: number }) | null;
}

/**
 * Puts the car of a document beside the bench. Its engine computer wakes with what was stored in it; one that was never there
 * comes with the document.
 * @param onFlash told when something is stored.
 * @returns the way to its engine computer.
 * @throws as {@link drivable}; rejects when the worker fails.
 */
export async function openStandIn(
  document: Calibration,
  place: StandInPlace,
  kept: StandInMemory,
  onSeen: (seen: StandInSeen) => void,
  onFlash: (flash: Flash) => void,
): Promise<Transport> {
  const { car } = drivable(document);
  const { port1, port2 } = new MessageChannel();
  const flash = kept.flash !== null && storedBuild(kept.flash) !== null ? kept.flash : factoryFlash(document);
  // What it comes with is stored in it from then on: a later edit on the screen is not in it until it is sent.
  if (flash !== kept.flash) onFlash(flash);
  const learned = kept.learned?.build === storedBuild(flash) ? kept.learned : null;
  const request = { car, flash, learned, training: null, ...place };
  await worker.answer((remote) =>
    remote.open(request, transfer(port2, [port2]), proxy(onSeen), proxy(onFlash)),
  );
  return portTransport(port1);
}

/**
 * Puts an engine to learn on beside the bench: the car of a document, which its map fits, with one thing wrong. Nothing that is
 * stored in it is kept.
 * @throws as {@link drivable}; rejects when the worker fails.
 */
export async function openTraining(
  document: Calibration,
  place: StandInPlace,
  fault: FaultId,
  onSeen: (seen: StandInSeen) => void,
): Promise<Transport> {
  const { car, program } = drivable(document);
  const { port1, port2 } = new MessageChannel();
  const training = { program, fault };
  const request = { car, flash: factoryFlash(document), learned: null, training, ...place };
  await worker.answer((remote) =>
    remote.open(
      request,
      transfer(port2, [port2]),
      proxy(onSeen),
      proxy(() => undefined),
    ),
  );
  return portTransport(port1);
}

/**
 * Another way to the car that is there; null where none is.
 * @param wakes its key is turned on; else the way is as dead as its engine computer until somebody does.
 */
export async function relinkStandIn(wakes: boolean): Promise<Transport | null> {
  if (!worker.isMade()) return null;
  const { port1, port2 } = new MessageChannel();
  const isThere = await worker.answer((remote) => remote.relink(transfer(port2, [port2]), wakes));
  return isThere ? portTransport(port1) : null;
}

/** Sets what hands do at the stand-in. */
export function takeStandIn(part: Partial<HandControls>): void {
  void worker.remote().take(part);
}

/** Lets a driver drive the stand-in. */
export function driveStandIn(id: DriveId): void {
  void worker.remote().drive(id);
}

/** Empties the vessels and the can at the stand-in. */
export function emptyStandIn(): void {
  void worker.remote().empty();
}

/** Lets its time pass faster. */
export function scaleStandIn(times: TimeScale): void {
  void worker.remote().scale(times);
}

/** Takes it away, if one was ever there. */
export function closeStandIn(): void {
  if (worker.isMade()) void worker.remote().close();
}
