import { expose } from 'comlink';
import type { BenchWorker } from './benchProtocol';
import { Bench } from './benchTask';
import { portTransport } from './portTransport';

/** How often the car is moved on, ms. */
const TICK_MS = 20;

let bench: Bench | null = null;
let atMs = performance.now();

setInterval(() => {
  const nowMs = performance.now();
  bench?.advance((nowMs - atMs) / 1000);
  atMs = nowMs;
}, TICK_MS);

const worker: BenchWorker = {
  open(request, link, onSeen) {
    bench = new Bench(request, onSeen);
    bench.link(portTransport(link));
  },
  relink(link) {
    bench?.link(portTransport(link));
    return bench !== null;
  },
  take: (part) => bench?.take(part),
  drive: (id) => bench?.drive(id),
  scale: (times) => bench?.scale(times),
  close() {
    bench = null;
  },
};

expose(worker);
