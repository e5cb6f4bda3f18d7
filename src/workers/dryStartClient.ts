import { proxy, type Remote, wrap } from 'comlink';
import { type Calibration, compile } from '@/core/calibration';
import { blockingFindings, findingWords } from '@/core/checks';
import { carOf } from '@/standin/carOfDocument';
import type { DryStartAnswer, DryStartRequest, DryStartWorker, StartSetup } from './dryStartProtocol';

let worker: Worker | null = null;
let remote: Remote<DryStartWorker> | null = null;
let runs = 0;

/** Seeds of the engines that are started besides, where an engine is known only by its description. */
const OTHER_SEEDS = [2, 3, 4, 5, 6, 7, 8] as const;

/** A dry start under way. */
export interface RunningDryStart {
  /** The answer; null after a cancel. Rejects when the worker fails. */
  readonly answer: Promise<DryStartAnswer | null>;
  readonly cancel: () => void;
}

/**
 * What a worker needs to start the engine with a document.
 * @throws {RangeError} for a document that is not complete, or that would burn a part.
 */
export function dryStartRequest(document: Calibration, setup: StartSetup): DryStartRequest {
  const result = compile(document);
  if (!result.ok) {
    const missing = [...result.missing.fields, ...result.missing.maps.map((id) => `maps.${id}`)];
    throw new RangeError(`The calibration is not complete: ${missing.join(', ')}`);
  }
  const [burning] = blockingFindings(document);
  if (burning !== undefined)
    throw new RangeError(`Nothing was started, a part would burn. ${findingWords(burning)}`);
  const { program } = result;
  const seeds = document.standIn === 'described' ? OTHER_SEEDS : [];
  return {
    program,
    car: carOf(document, program),
    others: seeds.map((seed) => carOf(document, program, seed)),
    setup,
  };
}

/** Starts a dry start in the worker, which is made on first use and kept. @throws as {@link dryStartRequest}. */
export function startDryStart(
  document: Calibration,
  setup: StartSetup,
  onProgress: (share: number) => void,
): RunningDryStart {
  const request = dryStartRequest(document, setup);
  worker ??= new Worker(new URL('./dryStart.worker.ts', import.meta.url));
  remote ??= wrap<DryStartWorker>(worker);
  const asked = remote;
  runs += 1;
  const token = `start-${runs}`;
  const failed = new Promise<never>((_, reject) => {
    if (worker === null) return;
    worker.onerror = () => {
      dropWorker();
      reject(new Error('The simulation stopped unexpectedly.'));
    };
  });
  const answer = Promise.race([asked.run(token, request, proxy(onProgress)), failed]);
  return { answer, cancel: () => void asked.cancel(token) };
}

function dropWorker(): void {
  worker?.terminate();
  worker = null;
  remote = null;
}
