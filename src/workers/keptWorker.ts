import { type Remote, wrap } from 'comlink';

/** A worker that is made on first use and kept, until it fails. */
export interface KeptWorker<Calls> {
  readonly isMade: () => boolean;
  readonly remote: () => Remote<Calls>;
  /** What it answers; rejects when it fails meanwhile, and another is made for the next call. */
  readonly answer: <Answer>(ask: (remote: Remote<Calls>) => Promise<Answer>) => Promise<Answer>;
}

/** Keeps the worker that this makes. */
export function keptWorker<Calls>(make: () => Worker): KeptWorker<Calls> {
  let kept: { readonly worker: Worker; readonly remote: Remote<Calls> } | null = null;
  const drop = () => {
    kept?.worker.terminate();
    kept = null;
  };
  const get = () => {
    kept ??= (() => {
      const worker = make();
      // One that could not even be loaded is not asked again.
      worker.onerror = drop;
      return { worker, remote: wrap<Calls>(worker) };
    })();
    return kept;
  };
  return {
    isMade: () => kept !== null,
    remote: () => get().remote,
    answer(ask) {
      const { worker, remote } = get();
      const failed = new Promise<never>((_, reject) => {
        worker.onerror = () => {
          drop();
          reject(new Error('The simulation stopped unexpectedly.'));
        };
      });
      return Promise.race([ask(remote), failed]);
    },
  };
}
