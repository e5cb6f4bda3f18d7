import type { ChannelId } from '../channel';
import type { KnockControl } from '../control';
import type { Log } from '../log';
import { gridOf } from '../numeric';
import { DOUBT_IDS, knockHeard } from './index';

const curve = (x: number[], values: number[]) => gridOf({ x, y: [], values });
const CONTROL = {
  speedFromRpm: 1500,
  speedToRpm: 7000,
  thresholdV: curve([2000, 6000], [1, 3]),
  coolant: null,
  factor: null,
} as unknown as KnockControl;
/** Ten seconds at 20 Hz under full load at 4000 rev/min: threshold 2 V; noise of four cylinders at 1 V. */
const COUNT = 200;
function made(change: Partial<Record<ChannelId, (i: number) => number>> = {}): Log {
  const usual: Partial<Record<ChannelId, (i: number) => number>> = {
    speed: () => 4000,
    phase: () => 2,
    throttle: () => 95,
    manifoldPressure: () => 98,
    coolant: () => 88,
    gear: () => 3,
    sparkAdvance: () => 24,
    knockNoise1: () => 1,
    knockNoise2: () => 1,
    knockNoise3: () => 1,
    knockNoise4: () => 1,
    ...change,
  };
  return {
    timeS: Float64Array.from({ length: COUNT }, (_, i) => i / 20),
    columns: Object.fromEntries(
      Object.entries(usual).map(([id, of]) => [id, Float64Array.from({ length: COUNT }, (_, i) => of(i))]),
    ),
  };
}
const at =
  (...samples: number[]) =>
  (i: number) =>
    samples.includes(i) ? 3 : 1;
test('a log without a phase counts as running, and two cylinders are told apart too', () => {
  const log = made({ knockNoise1: at(50), knockNoise3: () => NaN, knockNoise4: () => NaN });
  const { phase: _, ...columns } = log.columns;
  const found = knockHeard({ ...log, columns }, CONTROL, 100);
  expect(found?.heard).toMatchObject([{ cylinder: 1, doubt: null }]);
  expect(found?.byCylinder.map(({ cylinder }) => cylinder)).toEqual([1, 2]);
  // Both at once are all there are, and no sign of anything.
  const both = knockHeard(made({ knockNoise1: at(50), knockNoise2: at(50), knockNoise3: () => NaN, knockNoise4: () => NaN }), CONTROL, 100); // prettier-ignore
  expect(both?.heard.map(({ doubt }) => doubt)).toEqual([null, null]);
});

const heard = (change: Partial<Record<ChannelId, (i: number) => number>> = {}, control = CONTROL) => {
  const found = knockHeard(made(change), control, 100);
  if (found === null) throw new TypeError('Nothing listens');
  return found;
};

test('noise over the threshold is heard, by cylinder, with where it was and how loud', () => {
  const { heard: found, listenedS } = heard({ knockNoise3: at(50) });
  expect(found).toEqual([
    { atS: 2.5, cylinder: 3, speedRpm: 4000, manifoldKpa: 98, sparkDeg: 24, times: 1.5, doubt: null },
  ]);
  expect(listenedS).toBeCloseTo(9.95, 9);
  expect(heard().heard).toEqual([]);
});

test('what still rings is the same knock, at its loudest; after a pause it is another', () => {
  const ringing = heard({ knockNoise2: (i) => ({ 50: 2.4, 52: 3.2, 56: 2.2, 70: 2.5 })[i] ?? 1 });
  expect(ringing.heard.map(({ atS, times }) => [atS, times])).toEqual([
    [2.5, 1.6],
    [3.5, 1.25],
  ]);
  const two = heard({ knockNoise2: at(50), knockNoise4: at(52) });
  expect(two.heard.map(({ cylinder }) => cylinder)).toEqual([2, 4]);
});

test('the threshold goes by speed, coolant and cylinder, and only within its speeds', () => {
  const at2000 = { speed: () => 2000, knockNoise1: () => 1.2 };
  expect(heard(at2000).heard).toHaveLength(1);
  expect(heard({ ...at2000, speed: () => 1400 })).toMatchObject({ heard: [], listenedS: 0 });
  expect(heard({ ...at2000, speed: () => 7100 }).listenedS).toBe(0);
  expect(heard({ ...at2000, phase: () => 1 }).listenedS).toBe(0);
  const factor = { ...CONTROL, factor: curve([1, 2, 3, 4], [1.3, 1, 1, 0.4]) };
  expect(heard(at2000, factor).heard.map(({ cylinder }) => cylinder)).toEqual([4]);
  const coolant = { ...CONTROL, coolant: curve([60, 90], [2, 0.4]) };
  expect(heard({ knockNoise1: () => 1.1 }, coolant).heard.length).toBeGreaterThan(0);
  expect(heard({ knockNoise1: () => 1.1, coolant: () => 61 }, coolant).heard).toEqual([]);
  // Coolant that was not logged changes no threshold.
  expect(heard({ knockNoise1: () => 2.1, coolant: () => NaN }, coolant).heard).toHaveLength(1);
});

describe('doubtful', () => {
  const doubt = (change: Partial<Record<ChannelId, (i: number) => number>>) =>
    heard({ knockNoise3: at(50), ...change }).heard.map((one) => one.doubt);

  test('is what comes cold, at light load, with the foot up, or as load or gear changes', () => {
    expect(doubt({ coolant: () => 59 })).toEqual(['cold']);
    expect(doubt({ manifoldPressure: () => 74 })).toEqual(['lightLoad']);
    expect(doubt({ manifoldPressure: () => 76 })).toEqual([null]);
    expect(doubt({ throttle: () => 29 })).toEqual(['lightLoad']);
    expect(doubt({ throttle: (i) => (i > 55 ? 70 : 95) })).toEqual(['changing']);
    expect(doubt({ throttle: (i) => (i > 57 ? 70 : 95) })).toEqual([null]);
    expect(doubt({ throttle: (i) => (i > 55 ? 81 : 95) })).toEqual([null]);
    expect(doubt({ gear: (i) => (i < 46 ? 2 : 3) })).toEqual(['changing']);
    expect(doubt({ gear: (i) => (i > 54 ? 4 : 3) })).toEqual(['changing']);
    expect(doubt({ throttle: (i) => (i < 46 ? 60 : 95) })).toEqual(['changing']);
    expect(doubt({ gear: (i) => (i < 43 ? 2 : 3) })).toEqual([null]);
  });

  test('is what most cylinders hear at once, or hardly is over, where it stands alone', () => {
    const three = { knockNoise1: at(50), knockNoise2: at(51) };
    expect(doubt(three)).toEqual(['together', 'together', 'together']);
    expect(doubt({ knockNoise1: at(50) })).toEqual([null, null]);
    expect(doubt({ knockNoise1: at(50), knockNoise2: at(53) })).toEqual([null, null, null]);
    expect(doubt({ knockNoise3: (i) => (i === 50 ? 2.19 : 1) })).toEqual(['hardlyOver']);
    expect(doubt({ knockNoise3: (i) => (i === 50 ? 2.21 : 1) })).toEqual([null]);
    expect(DOUBT_IDS).toHaveLength(5);
  });

  test('knock that comes again within three seconds is none of these', () => {
    expect(doubt({ knockNoise3: (i) => (i === 50 || i === 100 ? 2.1 : 1) })).toEqual([null, null]);
    expect(doubt({ knockNoise3: (i) => (i === 50 || i === 111 ? 2.1 : 1) })).toEqual([
      'hardlyOver',
      'hardlyOver',
    ]);
    const again = { knockNoise1: at(50), knockNoise2: at(51), knockNoise4: at(90) };
    expect(doubt(again)).toEqual([null, null, null, null]);
    // What came long before is not at once with it, though most cylinders are then over.
    const apart = { knockNoise1: at(50), knockNoise2: at(130), knockNoise4: at(131) };
    expect(doubt(apart)).toEqual([null, null, null, null]);
    // What is doubted by itself keeps its own reason.
    expect(doubt({ knockNoise1: at(50), knockNoise2: at(51), coolant: () => 50 })).toEqual(['cold', 'cold', 'cold']); // prettier-ignore
  });
});

describe('the noise of cylinders', () => {
  test('is against the middle one, sample by sample, under load', () => {
    const { byCylinder } = heard({
      knockNoise1: (i) => 0.01 * i + 0.5,
      knockNoise2: (i) => 0.01 * i + 0.5,
      knockNoise3: (i) => 1.4 * (0.01 * i + 0.5),
      knockNoise4: (i) => (i % 7 === 0 ? 3 : 0.6 * (0.01 * i + 0.5)),
    });
    [1, 1, 1.4, 0.6].forEach((share, i) => expect(byCylinder[i]?.noiseShare).toBeCloseTo(share, 1));
    expect(byCylinder.map(({ cylinder }) => cylinder)).toEqual([1, 2, 3, 4]);
    expect(heard({ throttle: () => 40 }).byCylinder).toEqual([]);
    expect(heard({ coolant: () => 50 }).byCylinder).toEqual([]);
    expect(heard({ throttle: (i) => (i < 19 ? 95 : 20) }).byCylinder).toEqual([]);
  });

  test('where one channel hears all, none is apart; without any nothing is said', () => {
    const none = {
      knockNoise1: () => NaN,
      knockNoise2: () => NaN,
      knockNoise3: () => NaN,
      knockNoise4: () => NaN,
    };
    const { heard: found, byCylinder } = heard({ ...none, knockNoise: at(50) });
    expect(found).toMatchObject([{ cylinder: 0, doubt: null }]);
    expect(byCylinder).toEqual([]);
    expect(knockHeard(made(none), CONTROL, 100)).toBeNull();
    expect(knockHeard(made({ ...none, knockNoise: () => 0 }), CONTROL, 100)).toBeNull();
    // A factor by cylinder says nothing of a channel that hears all.
    const factor = { ...CONTROL, factor: curve([0, 1], [9, 9]) };
    expect(heard({ ...none, knockNoise: at(50) }, factor).heard).toHaveLength(1);
    // A cylinder’s channel that says nothing now and then is still one; and goes before the one of all.
    const gappy = heard({ knockNoise3: (i) => (i < 50 ? 0 : at(50)(i)), knockNoise: at(20) });
    expect(gappy.heard.map(({ cylinder }) => cylinder)).toEqual([3]);
  });
});
