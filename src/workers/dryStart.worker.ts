import { expose } from 'comlink';
import type { DryStartWorker } from './dryStartProtocol';
import { runDryStart } from './dryStartTask';

let cancelled = false;

/** Lets a message in, without the minimum delay of nested timers. */
function breathe(): Promise<void> {
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
  run(request, onProgress) {
    cancelled = false;
    return runDryStart(request, { onProgress, cancelled: () => cancelled, breathe });
  },
  cancel() {
    cancelled = true;
  },
};

expose(worker);
