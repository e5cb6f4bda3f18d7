import { proxy, type Remote, wrap } from 'comlink';
import { type Calibration, compile } from '@/core/calibration';
import { blockingFindings, findingWords } from '@/core/checks';
import type { EcuProgram } from '@/core/program';
import { carOf } from '@/standin/carOfDocument';
import type { DryStartAnswer, DryStartRequest, DryStartWorker, StartSetup } from './dryStartProtocol';

let started: { readonly worker: Worker; readonly remote: Remote<DryStartWorker> } | null = null;
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
  return { ...carsOf(document, result.program), setup };
}

const known = new WeakMap<Calibration, Omit<DryStartRequest, 'setup'>>();

/** The cars of a document, made once: their sensors and injectors are fitted, which a press should not wait for again. */
function carsOf(document: Calibration, program: EcuProgram): Omit<DryStartRequest, 'setup'> {
  const before = known.get(document);
  if (before !== undefined) return before;
  const seeds = document.standIn === 'described' ? OTHER_SEEDS : [];
  const made = {
    program,
    car: carOf(document, program),
    others: seeds.map((seed) => carOf(document, program, seed)),
  };
  known.set(document, made);
  return made;
}

/** The worker, made on first use and kept. */
function theWorker(): { readonly worker: Worker; readonly remote: Remote<DryStartWorker> } {
  started ??= (() => {
    const worker = new Worker(new URL('./dryStart.worker.ts', import.meta.url));
    // One that could not even be loaded is not asked again.
    worker.onerror = dropWorker;
    return { worker, remote: wrap<DryStartWorker>(worker) };
  })();
  return started;
}

const PREPARING = 'prepare';

/**
 * Loads the worker and lets it run once with nobody waiting: what is computed for the first time takes several times as long.
 * Does nothing where it has been made, or where the document cannot be started.
 */
export function prepareDryStart(document: Calibration, setup: StartSetup): void {
  if (started !== null || !compile(document).ok || blockingFindings(document).length > 0) return;
  const request = { ...dryStartRequest(document, setup), others: [] };
  const { remote } = theWorker();
  // A worker that fails here fails again where somebody waits for it, and is told of there.
  remote
    .run(
      PREPARING,
      request,
      proxy(() => undefined),
    )
    .catch(() => undefined);
}

/** Starts a dry start in the worker. @throws as {@link dryStartRequest}. */
export function startDryStart(
  document: Calibration,
  setup: StartSetup,
  onProgress: (share: number) => void,
): RunningDryStart {
  const request = dryStartRequest(document, setup);
  const { worker, remote } = theWorker();
  void remote.cancel(PREPARING);
  runs += 1;
  const token = `start-${runs}`;
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = () => {
      dropWorker();
      reject(new Error('The simulation stopped unexpectedly.'));
    };
  });
  const answer = Promise.race([remote.run(token, request, proxy(onProgress)), failed]);
  return { answer, cancel: () => void remote.cancel(token) };
}

function dropWorker(): void {
  started?.worker.terminate();
  started = null;
}
