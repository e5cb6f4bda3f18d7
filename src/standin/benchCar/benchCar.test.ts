import { choose } from '@tests/support/everything';
import { looped } from '@tests/support/looped';
import { demo, programOf } from '@tests/support/ventisca';
import { AT, frameOf, PHASE, read } from '@/core/channel';
import { carOf } from '../carOfDocument';
import { factoryFlash, type Flash } from '../ecuBox';
import { controlsAtRest } from '../virtualCar';
import { BenchCar } from './benchCar';
import { byHand, HANDS_OFF } from './hand';

const document = demo();
const car = carOf(document, programOf(document));
const ve = document.maps.ve ?? { x: [], y: [], values: [], sources: [], cellSources: [] };
const made = (flash = factoryFlash(document), onFlash: (flash: Flash) => void = () => undefined) =>
  new BenchCar(
    car,
    { coolantC: 80, batteryV: 12.6, seed: 3, surroundings: { barometricKpa: car.barometricKpa, airC: 10 } },
    flash,
    null,
    onFlash,
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

  test('the weather turns when it is told to, and stays when somebody else drives', () => {
    const airAfter = (bench: BenchCar, airC: number) => {
      bench.take({ key: true, airC });
      on(bench, 120);
      return read(frame, AT.air);
    };
    const bench = made();
    // It is warmed by the engine, and colder by about as much as the weather is.
    const [cold, mild] = [airAfter(bench, -20), airAfter(made(), 10)];
    expect(mild - cold).toBeGreaterThan(5);
    expect(mild - cold).toBeLessThan(31);
    bench.drive('idle');
    bench.take({});
    expect(bench.wanted.airC).toBe(-20);
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
  const veOf = (bench: BenchCar, of: 'running' | 'stored') =>
    (bench.memory.section(of, 'maps.ve') as typeof ve).values;
  const leaner = (bench: BenchCar, share: number) => {
    const values = ve.values.map((value) => value * share);
    const cells = values.map((value, index) => ({ index, value }));
    return bench.memory.write('maps.ve', cells, bench.memory.sumOf('maps.ve', { ...ve, values }), null);
  };

  describe('a fold', () => {
    const LEARNING = looped('ventisca', (draft) => choose(draft, 'learned.use', 'yes'));
    const cells = LEARNING.maps.loopRicher?.values.length ?? 0;
    const all = (ln: number, seconds: number, count = cells) => ({
      ln: new Array<number>(count).fill(ln),
      evidenceS: new Array<number>(count).fill(seconds),
    });
    const learns = () =>
      new BenchCar(
        carOf(LEARNING, programOf(LEARNING)),
        {
          coolantC: 80,
          batteryV: 12.6,
          seed: 3,
          surroundings: { barometricKpa: car.barometricKpa, airC: 10 },
        },
        factoryFlash(LEARNING),
        all(0.04, 9),
        () => undefined,
      );
    const fold = (bench: BenchCar, share: number, left: ReturnType<typeof all>) => {
      const values = ve.values.map((value) => value * share);
      const moved = values.map((value, index) => ({ index, value }));
      return bench.memory.write('maps.ve', moved, bench.memory.sumOf('maps.ve', { ...ve, values }), left);
    };

    test('is refused where nothing is learned, and where there are other cells; nothing changes', () => {
      expect(fold(made(), 1.02, all(0, 0))).toEqual({ refused: 'noLearned' });
      const bench = learns();
      expect(fold(bench, 1.02, all(0, 0, 3))).toEqual({ refused: 'otherLearned' });
      expect(veOf(bench, 'running')).toEqual(ve.values);
      expect(bench.learned).toEqual(all(0.04, 9));
    });

    test('moves the map and what stays learned at once, and fuel does not jump', () => {
      const bench = learns();
      bench.drive('idle');
      on(bench, 15);
      const fuel = () => read(frame, AT.learnedTrim) * read(frame, AT.vePercent);
      const before = fuel();
      expect(read(frame, AT.learnedTrim)).toBeCloseTo(Math.exp(0.04), 3);
      // The map takes over half of what is taken away: the rest is handed over, and fades.
      expect(fold(bench, Math.exp(0.02), all(0, 0))).toBeNull();
      on(bench, 0.05);
      expect(bench.learned).toEqual(all(0, 0));
      expect(fuel() / before).toBeCloseTo(1, 2);
      expect(read(frame, AT.learnedTrim)).toBeCloseTo(Math.exp(0.02), 2);
    });
  });

  test('a write acts at once, and is gone with the key unless it was stored', async () => {
    const bench = made();
    bench.drive('idle');
    on(bench, 15);
    const ran = read(frame, AT.injectorOpening);
    expect(leaner(bench, 0.9)).toBeNull();
    on(bench, 0.5);
    expect(read(frame, AT.injectorOpening)).toBeLessThan(0.97 * ran);
    expect(veOf(bench, 'stored')).toEqual(ve.values);
    bench.take({ key: false });
    on(bench, 0.1);
    bench.take({ key: true });
    on(bench, 0.1);
    expect(veOf(bench, 'running')).toEqual(ve.values);
    leaner(bench, 0.9);
    const stored = bench.memory.store();
    on(bench, 1);
    expect(await stored).toBe(2);
    bench.take({ key: false });
    on(bench, 0.1);
    bench.take({ key: true });
    on(bench, 0.1);
    expect(veOf(bench, 'running')[5]).toBeCloseTo(0.9 * (ve.values[5] as number), 9);
  });

  test('the key turned off in the middle of a store leaves what was stored before', () => {
    let last = factoryFlash(document);
    const bench = made(last, (flash) => (last = flash));
    bench.take({ key: true });
    on(bench, 0.5);
    leaner(bench, 0.9);
    void bench.memory.store();
    on(bench, 0.03);
    bench.take({ key: false });
    on(bench, 2);
    bench.take({ key: true });
    on(bench, 0.5);
    expect(veOf(bench, 'running')).toEqual(ve.values);
    // A page that was closed in that moment finds the same.
    expect(veOf(made(last), 'running')).toEqual(ve.values);
  });

  test('another build goes in while it stands, and it starts with it', () => {
    const bench = made();
    bench.take({ key: true });
    on(bench, 0.5);
    const wheel = bench.memory.section('running', 'engine') as { bore: { amount: number } };
    const engine = { ...wheel, bore: { ...wheel.bore, amount: wheel.bore.amount * 1.01 } };
    const ran = bench.timeS;
    expect(bench.memory.run({ engine })).toBeNull();
    expect(bench.timeS).toBe(ran);
    on(bench, 1);
    bench.take({ starter: true });
    on(bench, 1.5);
    bench.take({ starter: false });
    on(bench, 3);
    expect(read(frame, AT.phase)).toBe(PHASE.running);
    expect(bench.memory.run({ engine: wheel })).toEqual({ refused: 'turning' });
    expect(bench.memory.contents().turning).toBe(true);
    bench.take({ key: false });
    on(bench, 4);
    bench.take({ key: true });
    on(bench, 0.5);
    // It was not stored.
    expect(bench.memory.section('running', 'engine')).toEqual(wheel);
    bench.take({ starter: true });
    on(bench, 1.5);
    bench.take({ starter: false });
    on(bench, 3);
    expect(read(frame, AT.phase)).toBe(PHASE.running);
  });
});

test('a brake sweeps from one speed to the next, 500 rev/min a second, and begins where it is wanted first', () => {
  const controls = controlsAtRest();
  const felt = { speedRpm: 1800, kmPerH: 0 };
  const held = (holdRpm: number | null, steps: number) => {
    for (let i = 0; i < steps; i += 1) byHand({ ...HANDS_OFF, holdRpm }, controls, felt);
    return controls.holdRpm;
  };
  expect(held(1800, 1)).toBe(1800);
  expect(held(2800, 100)).toBe(2300);
  expect(held(2800, 200)).toBe(2800);
  expect(held(2300, 50)).toBe(2550);
  expect(held(null, 1)).toBeNull();
});
