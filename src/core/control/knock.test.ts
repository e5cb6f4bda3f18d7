import fc from 'fast-check';
import { type ChannelValues, frameOf, PHASE } from '../channel';
import { gridOf } from '../numeric';
import { knock, type KnockControl, knockFuelPercent, knockRetardDeg, knockSensorOf } from './knock';

const flat = (value: number) => gridOf({ x: [1000, 7000], y: [], values: [value, value] });
const SETTINGS: KnockControl = {
  cylinders: 4,
  speedFromRpm: 1800,
  speedToRpm: 7000,
  bandHz: 6600,
  gain: 1,
  startDeg: flat(10),
  lengthDeg: flat(55),
  thresholdV: gridOf({ x: [1000, 7000], y: [], values: [0.4, 1.6] }),
  coolant: gridOf({ x: [0, 80], y: [], values: [1.5, 1] }),
  factor: gridOf({ x: [1, 2, 3, 4], y: [], values: [1, 0.8, 1, 1] }),
  sensor: gridOf({ x: [1, 2, 3, 4], y: [], values: [1, 1, 2, 2] }),
  onlySensor: 1,
  fuelPercent: gridOf({ x: [0, 8], y: [], values: [0, 6] }),
  pullDeg: 3,
  limitDeg: 8,
  recoveryDegPerS: 1,
  lostDeg: 4,
};
/** Threshold at 4000 rev/min, warm: 1.0 V. */
const RUNS: ChannelValues = { phase: PHASE.running, speed: 4000, coolant: 85 };
const EACH_S = 0.0075;

class Heard {
  readonly state;
  readonly out = knock.out(null);
  private timeS = 5;

  constructor(private readonly settings: KnockControl = SETTINGS) {
    this.state = knock.atRest(settings);
  }

  fire(cylinder: number, knockNoise: number, change: ChannelValues = {}, afterS = EACH_S): this {
    this.timeS += afterS;
    const frame = frameOf({ ...RUNS, ...change, cylinder, knockNoise, time: this.timeS });
    knock.step(this.settings, this.state, frame, this.out);
    return this;
  }

  /** All cylinders in turn for so long, s; noise by cylinder. */
  for(seconds: number, noise: (cylinder: number) => number, change: ChannelValues = {}): this {
    const firings = Math.round(seconds / EACH_S);
    for (let i = 0; i < firings; i += 1) this.fire((i % 4) + 1, noise((i % 4) + 1), change);
    return this;
  }

  deg(cylinder: number): number {
    return knockRetardDeg(this.settings, this.state, cylinder);
  }
}

test('noise half over the threshold pulls half of what twice it does, that cylinder alone', () => {
  const heard = new Heard().fire(1, 1.5);
  expect(heard.deg(1)).toBeCloseTo(1.5, 9);
  expect([2, 3, 4].map((cylinder) => heard.deg(cylinder))).toEqual([0, 0, 0]);
  expect(heard.out.reason).toBe('pulling');
  expect(new Heard().fire(1, 2).deg(1)).toBeCloseTo(3, 9);
});

test('never less than half a degree, never more at once than for twice the threshold', () => {
  expect(new Heard().fire(1, 1.01).deg(1)).toBe(0.5);
  expect(new Heard().fire(1, 5).deg(1)).toBe(3);
  expect(new Heard().fire(1, 1).deg(1)).toBe(0);
});

test('up to its limit, and given back a degree a second', () => {
  const heard = new Heard();
  for (let i = 0; i < 10; i += 1) heard.fire(1, 3);
  expect(heard.deg(1)).toBeCloseTo(8, 1);
  heard.for(3, () => 0.7);
  expect(heard.deg(1)).toBeCloseTo(5, 1);
  heard.for(6, () => 0.7);
  expect(heard.deg(1)).toBe(0);
  expect(heard.out.reason).toBe('listening');
});

test('each is counted', () => {
  const heard = new Heard().fire(1, 3).fire(2, 3).fire(1, 3).fire(3, 0.9);
  expect(heard.state.counts).toEqual([2, 1, 0, 0]);
});

test('the threshold follows speed, coolant and cylinder', () => {
  const knocks = (cylinder: number, volts: number, change: ChannelValues) =>
    new Heard().fire(cylinder, volts, change).deg(cylinder) > 0;
  // 0.4 + 1.2 · (2500 − 1000)/6000 = 0.7 V.
  expect([knocks(1, 0.71, { speed: 2500 }), knocks(1, 0.69, { speed: 2500 })]).toEqual([true, false]);
  // At 40 °C a quarter more.
  expect([knocks(1, 1.26, { coolant: 40 }), knocks(1, 1.24, { coolant: 40 })]).toEqual([true, false]);
  expect([knocks(2, 0.81, {}), knocks(2, 0.79, {})]).toEqual([true, false]);
  const plain: KnockControl = { ...SETTINGS, coolant: null, factor: null };
  expect(new Heard(plain).fire(2, 1.01, { coolant: 0 }).deg(2)).toBeGreaterThan(0);
  expect(new Heard(plain).fire(2, 0.99, { coolant: 0 }).deg(2)).toBe(0);
});

test.each([
  ['below its speed', { speed: 1799 }],
  ['above it', { speed: 7001 }],
  ['before the engine runs', { phase: PHASE.cranking }],
])('nothing is heard %s', (_, change) => {
  const heard = new Heard().fire(1, 5, change);
  expect(heard.deg(1)).toBe(0);
  expect(heard.out.reason).toBe('outside');
});

test('what was pulled is given back outside too', () => {
  const heard = new Heard().fire(1, 3);
  heard.for(5, () => 3, { speed: 1000 });
  expect(heard.deg(1)).toBe(0);
});

test('noise is held between two samples, and let go', () => {
  const heard = new Heard().fire(1, 2.4);
  expect(heard.state.heldV[0]).toBe(2.4);
  heard.fire(2, 0.7).fire(3, 0.7);
  expect(heard.state.heldV[0]).toBeGreaterThan(2.2);
  heard.for(3, () => 0.7);
  expect(heard.state.heldV[0]).toBeLessThan(0.71);
  expect(heard.state.heldV[0]).toBeGreaterThan(0.6);
});

describe('a sensor that is silent', () => {
  const silent = (cylinder: number) => (cylinder <= 2 ? 0.01 : 0.8);

  test('is lost after a second: its cylinders are pulled, the others are not', () => {
    const heard = new Heard().for(0.9, silent);
    expect(heard.deg(1)).toBe(0);
    heard.for(0.3, silent);
    expect([1, 2, 3, 4].map((cylinder) => heard.deg(cylinder))).toEqual([4, 4, 0, 0]);
    expect(heard.out.reason).toBe('lost');
  });

  test('is one again as soon as it is heard', () => {
    const heard = new Heard().for(2, silent).for(0.1, () => 0.8);
    expect(heard.deg(1)).toBe(0);
    expect(heard.out.reason).toBe('listening');
  });

  test('is no sign of anything where nothing is listened to', () => {
    expect(new Heard().for(3, () => 0, { speed: 1000 }).out.reason).toBe('outside');
    expect(
      new Heard()
        .for(0.8, silent)
        .for(3, () => 0, { speed: 1000 })
        .for(0.5, silent).out.reason,
    ).toBe('listening');
  });

  test('also one that gives no number', () => {
    expect(new Heard().for(1.5, () => NaN).out.reason).toBe('lost');
  });
});

test('fuel is added by what is pulled', () => {
  const heard = new Heard().fire(1, 2);
  expect(knockFuelPercent(SETTINGS, heard.state, 1)).toBeCloseTo((6 * heard.deg(1)) / 8, 9);
  expect(knockFuelPercent(SETTINGS, heard.state, 2)).toBe(0);
  expect(knockFuelPercent({ ...SETTINGS, fuelPercent: null }, heard.state, 1)).toBe(0);
  expect(knockFuelPercent(null, heard.state, 1)).toBe(0);
});

test('one sensor hears all where no map says otherwise', () => {
  expect([1, 2, 3, 4].map((cylinder) => knockSensorOf(SETTINGS, cylinder))).toEqual([1, 1, 2, 2]);
  expect(knockSensorOf({ ...SETTINGS, sensor: null, onlySensor: 2 }, 1)).toBe(2);
});

test('cylinders that are not there are nobody’s', () => {
  const heard = new Heard().fire(9, 5).fire(NaN, 5);
  expect(heard.state.counts).toEqual([0, 0, 0, 0]);
  expect(heard.deg(9)).toBe(0);
  expect(knockRetardDeg(null, heard.state, 1)).toBe(0);
});

test('without settings nothing is decided', () => {
  const out = knock.out(null);
  knock.step(null, knock.atRest(null), frameOf({ ...RUNS, cylinder: 1, knockNoise: 5 }), out);
  expect(out.reason).toBe('off');
});

test('no noise pulls beyond the limit, and none below the threshold pulls at all', () => {
  const volts = fc.double({ min: 0, max: 5, noNaN: true });
  fc.assert(
    fc.property(fc.array(volts, { minLength: 8, maxLength: 80 }), (list) => {
      const heard = new Heard();
      list.forEach((noise, i) => heard.fire((i % 4) + 1, noise));
      for (const cylinder of [1, 2, 3, 4]) {
        expect(heard.deg(cylinder)).toBeLessThanOrEqual(8);
        const loud = list.some((noise, i) => (i % 4) + 1 === cylinder && noise > (cylinder === 2 ? 0.8 : 1));
        expect(heard.deg(cylinder) > 0).toBe(loud);
      }
    }),
  );
});
