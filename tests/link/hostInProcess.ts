import { demo, programOf } from '@tests/support/ventisca';
import { frameOf } from '@/core/channel';
import { LinkHost, settingsSum, type Transport } from '@/link';
import { carOf } from '@/standin/carOfDocument';
import { BenchCar } from '@/standin/benchCar';

/** Both ways take this long, ms. */
const DELAY_MS = 150;

/** A car idling behind a host in this process, joined to its parent by a slow way. */
export function hostInProcess(): void {
  const document = demo();
  const program = structuredClone(programOf(document));
  const car = carOf(document, programOf(document));
  const bench = new BenchCar(
    program,
    car,
    { coolantC: 80, batteryV: 12.6, seed: 1, surroundings: { barometricKpa: car.barometricKpa, airC: 10 } },
    null,
  );
  bench.drive('idle');
  const transport: Transport = {
    onText: null,
    onClosed: null,
    send: (text) => void setTimeout(() => process.send?.(text), DELAY_MS),
    close: () => process.disconnect(),
  };
  process.on('message', (text) => setTimeout(() => transport.onText?.(String(text)), DELAY_MS));
  process.on('disconnect', () => process.exit(0));
  const host = new LinkHost(
    {
      name: 'Ventisca, stand-in',
      calibration: document.name,
      settings: settingsSum(program),
      running: bench.running,
      get stored() {
        return bench.stored;
      },
      store: () => bench.store(),
    },
    transport,
    'ready',
  );
  const frame = frameOf();
  setInterval(() => bench.advance(0.2, frame, (at) => host.offer(at)), 20);
}
