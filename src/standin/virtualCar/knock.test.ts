import { demo, programOf } from '@tests/support/ventisca';
import { AT, read } from '@/core/channel';
import { curveThrough } from '@/core/numeric';
import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import { carOf } from '../carOfDocument';
import { VirtualCar } from './virtualCar';

const document = demo();
const program = programOf(document);
const car = carOf(document, program);

/** Mean noise heard in the window of each cylinder at full load, V, as the engine computer has it. */
function noiseByCylinder(of: EcuProgram, built: Car): number[] {
  const made = new VirtualCar(of, built, {
    coolantC: 85,
    batteryV: 12.6,
    seed: 4,
    surroundings: { barometricKpa: car.barometricKpa, airC: 15 },
  });
  const sum = new Float64Array(7);
  const count = new Float64Array(7);
  made.onEvent = ({ cylinder }) => {
    expect(read(made.frame, AT.cylinder)).toBe(cylinder);
    sum[cylinder] = (sum[cylinder] as number) + read(made.frame, AT.knockNoise);
    count[cylinder] = (count[cylinder] as number) + 1;
  };
  Object.assign(made.controls, { key: true, holdRpm: 3500, pedalPercent: 100 });
  made.advance(4);
  return [1, 2, 3, 4, 5, 6].map((cylinder) => (sum[cylinder] as number) / (count[cylinder] as number));
}

describe('knock is heard by cylinder', () => {
  test('one that is sparked too early is louder than the others, in its own window', () => {
    const grid = {
      ...curveThrough([1, 2, 3, 4, 5, 6].map((n) => [n, n === 5 ? 28 : 0])),
      y: new Float64Array(0),
    };
    const early = { ...program, tables: { ...program.tables, sparkCylinder: grid } };
    const noise = noiseByCylinder(early, car);
    const others = noise.filter((_, i) => i !== 4);
    expect(noise[4] as number).toBeGreaterThan(1.4 * Math.max(...others));
    expect(Math.max(...others) / Math.min(...others)).toBeLessThan(1.3);
  });

  test('without a sensor on its pin nothing is', () => {
    const loom = { ...car.loom };
    delete loom[program.pins.knock ?? ''];
    expect(noiseByCylinder(program, { ...car, loom })).toEqual(Array.from({ length: 6 }, () => NaN));
  });
});
