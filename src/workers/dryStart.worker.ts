import { expose } from 'comlink';
import type { DryStartWorker, RunToken } from './dryStartProtocol';
import { runDryStart } from './dryStartTask';

/** Runs that were asked to end and have not yet. */
const cancelled = new Set<RunToken>();
const running = new Set<RunToken>();

/** Messages wait this long at most, ms: each look for them costs as much as half a second of simulation. */
const BREATHES_EVERY_MS = 10;
let breathedAtMs = performance.now();

/** Lets a message in when it is time, without the minimum delay of nested timers. */
function breathe(): Promise<void> {
  const nowMs = performance.now();
  if (nowMs - breathedAtMs < BREATHES_EVERY_MS) return Promise.resolve();
  breathedAtMs = nowMs;
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}

const worker: DryStartWorker = {
  async run(token, request, onProgress) {
    running.add(token);
    try {
      return await runDryStart(request, { onProgress, cancelled: () => cancelled.has(token), breathe });
    } finally {
      running.delete(token);
      cancelled.delete(token);
    }
  },
  cancel(token) {
    if (running.has(token)) cancelled.add(token);
  },
};

expose(worker);
