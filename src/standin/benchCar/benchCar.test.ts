import { demo, programOf } from '@tests/support/ventisca';
import { AT, frameOf, PHASE, read } from '@/core/channel';
import type { EcuProgram } from '@/core/program';
import { carOf } from '../carOfDocument';
import { controlsAtRest } from '../virtualCar';
import { BenchCar, type MapImage } from './benchCar';
import { byHand, HANDS_OFF } from './hand';

const document = demo();
const car = carOf(document, programOf(document));
const made = (stored: MapImage | null = null, program: EcuProgram = structuredClone(programOf(document))) =>
  new BenchCar(
    program,
    car,
    { coolantC: 80, batteryV: 12.6, seed: 3, surroundings: { barometricKpa: car.barometricKpa, airC: 10 } },
    stored,
  );
const frame = frameOf();
const on = (bench: BenchCar, forS: number, each: () => void = () => undefined) =>
  bench.advance(forS, frame, each);

describe('by hand', () => {
  test('key and starter, and it runs until the key is turned off', () => {
    const bench = made();
    bench.take({ key: true });
    on(bench, 2);
    expect(read(frame, AT.phase)).not.toBe(PHASE.running);
    bench.take({ starter: true });
    on(bench, 1.2);
    bench.take({ starter: false });
    on(bench, 3);
    expect(read(frame, AT.phase)).toBe(PHASE.running);
    expect(read(frame, AT.speed)).toBeGreaterThan(600);
    bench.take({ key: false });
    expect(bench.hasPower).toBe(true);
    on(bench, 3);
    expect(bench.felt.speedRpm).toBe(0);
    expect(bench.hasPower).toBe(false);
  });

  test('the pedal moves as fast as a foot, and each hundredth of a second gives a frame', () => {
    const bench = made();
    bench.take({ key: true, pedalPercent: 40 });
    let frames = 0;
    on(bench, 0.1, () => (frames += 1));
    expect(frames).toBe(10);
    expect(bench.timeS).toBeCloseTo(0.1, 9);
    on(bench, 0.2);
    expect(read(frame, AT.throttle)).toBeGreaterThan(35);
  });

  // By hand: down by 0.04 a hundredth, up by 0.008.
  test('the clutch goes down below 950 rev/min and comes up above 1250, and in neutral is let go', () => {
    const controls = { ...controlsAtRest(), gear: 1, clutch: 0.5 };
    const at = (speedRpm: number, gear = 1) => {
      byHand({ ...HANDS_OFF, gear }, controls, { speedRpm, kmPerH: 0 });
      return controls.clutch;
    };
    expect(at(949)).toBeCloseTo(0.46, 12);
    expect(at(1100)).toBeCloseTo(0.46, 12);
    expect(at(1251)).toBeCloseTo(0.468, 12);
    expect(at(1251, 2)).toBeCloseTo(0.008, 12);
    expect(at(1251, 0)).toBe(1);
    for (let i = 0; i < 200; i += 1) at(600);
    expect(controls.clutch).toBe(0);
    for (let i = 0; i < 200; i += 1) at(3000);
    expect(controls.clutch).toBe(1);
  });
});

describe('driven', () => {
  test('a driver starts it, drives and leaves it idling; then it is in the hands again', () => {
    const bench = made();
    bench.drive('idle');
    on(bench, 20);
    expect(bench.driving).toBe('idle');
    expect(read(frame, AT.phase)).toBe(PHASE.running);
    on(bench, 80);
    expect(bench.driving).toBeNull();
    expect(bench.wanted.key).toBe(false);
  });

  test('hands take it from the driver', () => {
    const bench = made();
    bench.drive('mapping');
    on(bench, 60);
    expect(read(frame, AT.speed)).toBeGreaterThan(1000);
    bench.take({ pedalPercent: 0 });
    expect(bench.driving).toBeNull();
    expect(bench.wanted).toMatchObject({ key: true, gear: 0, holdRpm: null });
    on(bench, 8);
    expect(read(frame, AT.phase)).toBe(PHASE.running);
    expect(read(frame, AT.throttle)).toBeLessThan(2);
  });
});

describe('what runs and what is stored', () => {
  const leaner = (bench: BenchCar) => bench.running.ve?.forEach((value, i, all) => (all[i] = value * 0.9));

  test('a write acts at once, and is gone with the key unless it was stored', () => {
    const bench = made();
    const before = bench.running.ve?.[5] as number;
    bench.drive('idle');
    on(bench, 15);
    const ran = read(frame, AT.injectorOpening);
    leaner(bench);
    on(bench, 0.5);
    expect(read(frame, AT.injectorOpening)).toBeLessThan(0.97 * ran);
    expect(bench.stored.ve?.[5]).toBe(before);
    bench.take({ key: false });
    on(bench, 0.1);
    expect(bench.running.ve?.[5]).toBe(before);
    bench.take({ key: true });
    leaner(bench);
    bench.store();
    on(bench, 0.1);
    bench.take({ key: false });
    on(bench, 0.1);
    expect(bench.running.ve?.[5]).toBeCloseTo(0.9 * before, 9);
    expect(bench.stored.ve?.[5]).toBeCloseTo(0.9 * before, 9);
  });

  test('it wakes with what was stored in it, where the maps are as large', () => {
    const program = structuredClone(programOf(document));
    const ve = program.tables.ve?.values.map((value) => value + 1) as Float64Array;
    const bench = made({ ve, spark: new Float64Array(3) }, program);
    expect(bench.running.ve).toEqual(ve);
    expect(bench.stored.ve).toEqual(ve);
    expect(Array.from(bench.running.spark ?? [])).toEqual(
      Array.from(programOf(document).tables.spark?.values ?? []),
    );
  });
});
