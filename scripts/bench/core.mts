/** Speed of the computation: simulation against real time, look-ups against a bare loop. */
import { frameOf } from '@/core/channel';
import { gridOf, lookUpMap } from '@/core/numeric';
import { carOf } from '@/standin/carOfDocument';
import { DryStart, START_LENGTH_S } from '@/standin/dryStart';
import { type Controls, driveTo, type Driver, VirtualCar } from '@/standin/virtualCar';
import { demo, programOf } from '@tests/support/ventisca';
import { report, timed } from './report.mts';

const program = programOf(demo());
const car = carOf(demo(), program);
const STARTS = 10;
const starts = () => {
  for (let seed = 0; seed < STARTS; seed += 1) {
    new DryStart(program, car, { coolantC: -20, batteryV: 12.6, seed }).result();
  }
};
const started = performance.now();
new DryStart(program, car, { coolantC: -20, batteryV: 12.6, seed: 0 }).result();
const firstMs = performance.now() - started;
const startMs = timed(starts);
const realTime = (STARTS * START_LENGTH_S) / (startMs / 1000);
report('Dry start of the six-cylinder, one core', `${realTime.toFixed(0)} × real time`, '≥ 1000 ×');
const firstRealTime = START_LENGTH_S / (firstMs / 1000);
report('  first run of the process', `${firstRealTime.toFixed(0)} × real time`, '≥ half of that');

/** A driver on a brake: every ten seconds another speed and pedal, from idle to the top and from closed to wide open. */
const onTheBrake: Driver<Record<string, never>> = {
  atStart: () => ({}),
  drive(_, __, timeS, controls: Controls) {
    const turn = Math.floor(timeS / 10);
    controls.key = true;
    controls.holdRpm = 1000 + ((turn * 7) % 12) * 500;
    controls.pedalPercent = ((turn * 5) % 7) * 16;
  },
};
const HOUR_S = 3600;
const SAMPLE_S = 0.04;
const driven = new VirtualCar(program, car, {
  coolantC: 20,
  batteryV: 12.6,
  seed: 1,
  surroundings: { barometricKpa: car.barometricKpa, airC: 10 },
});
const frame = frameOf();
const log = new Float64Array((HOUR_S / SAMPLE_S) * frame.length);
const drive = { car: driven, driver: onTheBrake, memory: onTheBrake.atStart() };
const driveStarted = performance.now();
const MINUTE_SAMPLES = 60 / SAMPLE_S;
let minuteStarted = driveStarted;
/** Other work on the machine spoils some minutes; the best says what the code can do. */
let bestMinute = 0;
for (let i = 0; i < HOUR_S / SAMPLE_S; i += 1) {
  driveTo(drive, (i + 1) * SAMPLE_S);
  driven.sample(frame);
  log.set(frame, i * frame.length);
  if ((i + 1) % MINUTE_SAMPLES === 0) {
    const now = performance.now();
    bestMinute = Math.max(bestMinute, 60_000 / (now - minuteStarted));
    minuteStarted = now;
  }
}
const driveMs = performance.now() - driveStarted;
report(
  'An hour on a brake, idle to 6500 rev/min, logged at 25 Hz',
  `${(driveMs / 1000).toFixed(1)} s, ${((HOUR_S * 1000) / driveMs).toFixed(0)} × real time, ${bestMinute.toFixed(0)} × in its best minute`,
  '≥ 1000 ×',
);
report(
  '  a step of a millisecond, firings in it',
  `${((driveMs * 1e6) / (HOUR_S * 1000)).toFixed(0)} ns`,
  '≤ 1000 ns',
);

const SIZE = 32;
const LOOK_UPS = 400_000;
const axis = (step: number) => Array.from({ length: SIZE }, (_, i) => i * step);
const grid = gridOf({
  x: axis(250),
  y: axis(8),
  values: Array.from({ length: SIZE * SIZE }, (_, i) => i % 97),
});
const points = new Float64Array(2 * LOOK_UPS).map(
  (_, i) => ((i * 7919) % 1000) * (i % 2 === 0 ? 7.75 : 0.248),
);

/** Keeps results alive, so that no loop is optimised away. */
let sum = 0;

/** Bilinear interpolation written out in one loop on typed arrays: the least a look-up can be. */
function bareLoop(): void {
  const { x, y, values } = grid;
  for (let k = 0; k < LOOK_UPS; k += 1) {
    const px = points[2 * k] as number;
    const py = points[2 * k + 1] as number;
    let i = 0;
    for (let high = SIZE - 2; i < high;) {
      const middle = (i + high + 1) >> 1;
      if (px < (x[middle] as number)) high = middle - 1;
      else i = middle;
    }
    let j = 0;
    for (let high = SIZE - 2; j < high;) {
      const middle = (j + high + 1) >> 1;
      if (py < (y[middle] as number)) high = middle - 1;
      else j = middle;
    }
    const x0 = x[i] as number;
    const y0 = y[j] as number;
    const fx = Math.min(1, Math.max(0, (px - x0) / ((x[i + 1] as number) - x0)));
    const fy = Math.min(1, Math.max(0, (py - y0) / ((y[j + 1] as number) - y0)));
    const at = j * SIZE + i;
    const low = (values[at] as number) * (1 - fx) + (values[at + 1] as number) * fx;
    const high = (values[at + SIZE] as number) * (1 - fx) + (values[at + SIZE + 1] as number) * fx;
    sum += low * (1 - fy) + high * fy;
  }
}

const bareMs = timed(bareLoop);
const ourMs = timed(() => {
  for (let k = 0; k < LOOK_UPS; k += 1) {
    sum += lookUpMap(grid, points[2 * k] as number, points[2 * k + 1] as number);
  }
});
const rate = (ms: number) => `${(LOOK_UPS / ms / 1000).toFixed(1)} M/s`;
report('Bilinear look-ups in a 32 × 32 map', `${rate(ourMs)}, bare ${rate(bareMs)}`, 'within 2 × of bare');
report('  against the bare loop', `${(ourMs / bareMs).toFixed(2)} ×`, '≤ 2 ×');
if (!Number.isFinite(sum)) throw new RangeError('The look-ups gave no numbers');
