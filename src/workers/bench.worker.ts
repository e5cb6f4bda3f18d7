import { expose } from 'comlink';
import { Bench } from '@/hosting';
import { REAL_CLOCK } from '@/link';
import { trainingCar } from '@/standin/training';
import { type BenchWorker, STAND_IN_CODES } from './benchProtocol';
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
  open(request, link, onSeen, onFlash) {
    bench?.endLinks();
    const { training } = request;
    const car = training === null ? request.car : trainingCar(training.program, request.car, training.fault);
    bench = new Bench({ ...request, car }, STAND_IN_CODES, REAL_CLOCK, onSeen, onFlash);
    bench.link(portTransport(link));
    bench.wake();
  },
  relink(link, wakes) {
    bench?.endLinks();
    bench?.link(portTransport(link));
    if (wakes) bench?.wake();
    return bench !== null;
  },
  take: (part) => bench?.take(part),
  drive: (id) => bench?.drive(id),
  empty: () => bench?.emptyVessels(),
  scale: (times) => bench?.scale(times),
  close() {
    bench?.endLinks();
    bench = null;
  },
};

expose(worker);
