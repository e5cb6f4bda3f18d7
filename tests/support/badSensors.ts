import { settled } from './loopedCar';
import { AT, LOOP_CODE, read } from '@/core/channel';
import type { SensorFault } from '@/standin/car';
import type { VirtualCar } from '@/standin/virtualCar';

/** Faults that a loop has to leave: what is wrong, and what the loop says of it, of which one is enough. */
export const BAD_SENSORS: readonly (readonly [string, SensorFault, readonly number[]])[] = [
  ['unplugged', { kind: 'unplugged' }, [LOOP_CODE.sensorLost]],
  ['shorted low', { kind: 'shortedLow' }, [LOOP_CODE.sensorLost]],
  ['shorted high', { kind: 'shortedHigh' }, [LOOP_CODE.sensorLost]],
  [
    'lean by two volts and a half',
    { kind: 'offset', size: 2.5 },
    [LOOP_CODE.sensorFar, LOOP_CODE.sensorOutside],
  ],
  ['noisy', { kind: 'noisy', size: 1 }, [LOOP_CODE.sensorNoisy]],
];

/** What a loop did with sensors that went wrong. */
export interface LeftAlone {
  /** The most that trim went from 1, as a logarithm. */
  readonly mostLn: number;
  /** From when on fuel followed the map within 0.5 %, s. */
  readonly leftAfterS: number;
  readonly codes: ReadonlySet<number>;
}

const STEP_S = 0.01;
const WATCHED_S = 3;

/** Both sensors of a settled car go wrong at once. */
export function goneWrong(car: VirtualCar, fault: SensorFault): LeftAlone {
  settled(car, { speedRpm: 3000, pedalPercent: 20 });
  car.sensorFaults = { lambdaOne: fault, lambdaTwo: fault };
  const codes = new Set<number>();
  let [mostLn, last] = [0, 0];
  for (let i = 1; i <= WATCHED_S / STEP_S; i += 1) {
    car.advance(STEP_S);
    const trims = [read(car.frame, AT.lambdaTrim), read(car.frame, AT.lambdaTrimTwo)];
    const off = Math.max(...trims.map((trim) => Math.abs(Math.log(trim))));
    mostLn = Math.max(mostLn, off);
    if (off > 0.005) last = i;
    else codes.add(read(car.frame, AT.loopState));
  }
  return { mostLn, leftAfterS: last * STEP_S, codes };
}
