import { loopNumber } from '@tests/support/looped';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { baseValue, type Calibration, conversionContext } from '../calibration';
import type { MapData } from '../map';
import type { MapId } from '../program';
import { generatedMap, generatorNeeds } from './generate';
import { falseReadingAt, LOOP_GENERATORS, loopDelayOf, surroundingsOf } from './loopGenerators';
import { expectedNoiseV, KNOCK_GENERATORS, knockBandHz } from './knockGenerators';
import type { GeneratorChoices, OwnAnchors } from './generator';

const CHOICES: GeneratorChoices = { firstRun: false, cams: 'sporting', use: 'sprint' };
const with_ = (change: (document: Calibration) => void) => demo('ventisca', change);
const BASE = with_((document) => {
  loopNumber(document, 'delayFixed', 120, 'ms');
  loopNumber(document, 'delayAir', 150, 'ms');
  loopNumber(document, 'lag', 150, 'ms');
});

function proposed(
  id: MapId,
  document: Calibration = BASE,
  choices: Partial<GeneratorChoices> = {},
  own: OwnAnchors = {},
): MapData & { readonly text: string } {
  const without = { ...document, maps: { ...document.maps, [id]: null } };
  const result = generatedMap(without, id, { ...CHOICES, ...choices }, TEST_DAY, own);
  if (!result.ok) throw new TypeError(`${id} lacks ${result.missing.join()}`);
  const { after, reasons } = result.proposal;
  return { ...after, text: reasons.map(({ text }) => text).join(' ') };
}

const at = ({ x, y, values }: MapData, speedRpm: number, kpa: number): number => {
  const near = (axis: readonly number[], wanted: number) =>
    axis.reduce(
      (best, value, i) => (Math.abs(value - wanted) < Math.abs((axis[best] ?? 0) - wanted) ? i : best),
      0,
    );
  return values[near(y, kpa) * x.length + near(x, speedRpm)] ?? NaN;
};

describe('gains of the closed loop', () => {
  test('by K = τ / 2θ, θ of the air flow, and Ki = K / min(τ, 8θ)', () => {
    const delay = loopDelayOf(BASE);
    expect(delay).toEqual({ fixedS: 0.12, airG: 1.5, lagS: 0.15 });
    const proportional = proposed('loopProportional');
    const integral = proposed('loopIntegral');
    expect(integral.x).toEqual(proportional.x);
    proportional.x.forEach((flow, i) => {
      const theta = delay.fixedS + delay.airG / flow;
      const gain = delay.lagS / (2 * theta);
      expect(proportional.values[i]).toBeCloseTo(gain, 2);
      expect(integral.values[i]).toBeCloseTo(gain / Math.min(delay.lagS, 8 * theta), 1);
    });
    expect(proportional.text).toMatch(/half the lag over the delay/);
  });

  test('at flows up to that of the whole engine, closer together where little flows', () => {
    const { x } = proposed('loopProportional');
    const top = x.at(-1) ?? NaN;
    // 2.46 L at its highest speed and pressure and 40 °C, filled by 80 to 110 %.
    const kpa = baseValue(BASE, 'engine.maxManifoldPressure') ?? NaN;
    const rpm = baseValue(BASE, 'engine.maxSpeed') ?? NaN;
    const whole = ((kpa * 2.46) / (0.287 * 313.15)) * (rpm / 120);
    expect(top / whole).toBeGreaterThan(0.7);
    expect(top / whole).toBeLessThan(1.15);
    [0.015, 0.03, 0.06, 0.12, 0.25, 0.5].forEach((share, i) =>
      expect((x[i] ?? 0) / top / share).toBeCloseTo(1, 1),
    );
  });

  test('not without the delay', () => {
    const without = with_((document) => {
      document.closedLoop.delayFixed = null;
      document.closedLoop.delayAir = null;
      document.closedLoop.lag = null;
    });
    for (const id of ['loopProportional', 'loopIntegral'] as const) {
      expect(generatorNeeds(without, id)).toEqual(
        expect.arrayContaining(['closedLoop.delayFixed', 'closedLoop.delayAir', 'closedLoop.lag']),
      );
    }
    expect(generatorNeeds(without, 'loopRicher')).not.toContain('closedLoop.lag');
  });
});

describe('authority of the closed loop', () => {
  const baroKpa = conversionContext(BASE).barometricKpa;

  test('12 % richer everywhere a reading is true; 8 leaner at light load, 3 at full load, a line between', () => {
    const richer = proposed('loopRicher');
    const leaner = proposed('loopLeaner');
    const fullKpa = baseValue(BASE, 'engine.maxManifoldPressure') ?? NaN;
    richer.y.forEach((kpa, row) => {
      const there = richer.values.slice(row * richer.x.length, (row + 1) * richer.x.length);
      expect(new Set(there)).toEqual(new Set([kpa < 0.24 * baroKpa ? 0 : 12]));
    });
    expect(at(leaner, 4000, 60)).toBe(8);
    expect(at(leaner, 4000, fullKpa)).toBe(3);
    const middle = leaner.y.find((kpa) => kpa > 0.65 * fullKpa && kpa < 0.8 * fullKpa) ?? NaN;
    expect(at(leaner, 4000, middle)).toBe(Math.round(8 - (5 * (middle / fullKpa - 0.6)) / 0.25));
    expect(richer.text).toMatch(/12 % wherever/);
    expect(leaner.text).toMatch(/8 % at light load and 3 %/);
    expect(richer.text).toMatch(/not typed, and taken for long/);
    expect(richer.text).not.toMatch(/overlap|by your own number/);
  });

  test('or by a number of one’s own', () => {
    const own = proposed('loopRicher', BASE, {}, { light: 5, full: 2 });
    expect(at(own, 4000, 60)).toBe(5);
    expect(at(own, 4000, 999)).toBe(2);
    expect(own.text).toMatch(/by your own number/);
  });

  test('none where outside air comes back through a short pipe, and that is said', () => {
    const short = with_((document) => loopNumber(document, 'pipeBehind', 400, 'mm'));
    const map = proposed('loopRicher', short);
    expect(at(map, 1000, 35)).toBe(0);
    expect(at(map, 6000, 100)).toBe(12);
    expect(map.text).toMatch(/outside air comes back 1\.05 m at 4\.9 g\/s, and the sensor sits 0\.40 m/);
    const long = with_((document) => loopNumber(document, 'pipeBehind', 2500, 'mm'));
    expect(at(proposed('loopRicher', long), 1000, 35)).toBe(12);
    expect(proposed('loopRicher', long).text).toMatch(/2\.50 m of pipe/);
    expect(falseReadingAt(short, CHOICES, 'pressure')(1000, 35)).toBe('pipe');
    expect(falseReadingAt(long, CHOICES, 'pressure')(1000, 35)).toBeNull();
    expect(falseReadingAt(long, CHOICES, 'pressure')(3000, 0.2 * baroKpa)).toBe('overrun');
    expect(surroundingsOf(short, CHOICES)).toMatchObject({
      displacementL: expect.closeTo(2.46, 1),
      pipeBehindM: 0.4,
      raceCams: false,
      idleRpm: baseValue(short, 'idle.hotSpeed'),
      barometricKpa: baroKpa,
    });
  });

  test('none around idle with the overlap of race cams', () => {
    const race = proposed('loopRicher', BASE, { cams: 'race' });
    expect(at(race, 1000, 35)).toBe(0);
    expect(at(race, 4000, 100)).toBe(12);
    expect(race.text).toMatch(/Zero around idle: with this much overlap/);
  });

  test('by throttle it follows the pressure behind it', () => {
    const leaner = proposed('loopLeanerThrottle');
    expect(at(leaner, 3000, 100)).toBeLessThanOrEqual(4);
    expect(at(leaner, 3000, 10)).toBe(8);
    expect(at(leaner, 6500, 0)).toBe(0);
    expect(falseReadingAt(BASE, CHOICES, 'throttle')(6500, 1)).toBe('overrun');
    expect(falseReadingAt(BASE, CHOICES, 'throttle')(3000, 60)).toBeNull();
  });
});

test('the loop waits after a start as long as after-start enrichment lasts', () => {
  const { x, values, text } = proposed('loopStart');
  expect(x).toEqual([-30, 0, 20, 50, 80]);
  expect(values).toEqual([120, 75, 45, 20, 10]);
  expect(text).toMatch(/two minutes in frost/);
});

describe('knock', () => {
  const top = baseValue(BASE, 'engine.maxSpeed') ?? NaN;

  test('its window by speed: 8° and one more for each 1200 rev/min, for 60° less one for each 500, 42 at least', () => {
    const start = proposed('knockStart');
    const length = proposed('knockLength');
    expect(start.x).toEqual(length.x);
    expect(start.x.at(-1)).toBe(Math.round(top / 100) * 100);
    start.x.forEach((rpm, i) => {
      expect(start.values[i]).toBe(Math.round(8 + rpm / 1200));
      expect(length.values[i]).toBe(Math.round(Math.max(42, 60 - rpm / 500)));
    });
    const deg = Math.round(Math.max(42, 60 - top / 500));
    const ms = ((1000 * deg) / (6 * top)).toFixed(2);
    expect(length.text).toContain(`${deg}° at ${top} rev/min last ${ms} ms`);
  });

  test('its threshold a third above the noise that is usual, by gain and length of the window', () => {
    const threshold = proposed('knockThreshold');
    const gain = baseValue(BASE, 'knock.gain') ?? 1;
    threshold.x.forEach((rpm, i) => {
      const lengthDeg = Math.round(Math.max(42, 60 - rpm / 500));
      const noise = (gain * (0.15 + 0.1 * (rpm / 1000) ** 1.5) * lengthDeg) / 55;
      expect(threshold.values[i]).toBeCloseTo(1.35 * noise, 1);
      expect(expectedNoiseV({ ...BASE, maps: { ...BASE.maps, knockLength: null } })(rpm)).toBeCloseTo(
        noise,
        9,
      );
    });
    const half = proposed('knockLength');
    const narrow = { ...half, values: half.values.map(() => 27.5) };
    const document = { ...BASE, maps: { ...BASE.maps, knockLength: narrow } };
    expect(expectedNoiseV(document)(4000)).toBeCloseTo((gain * 0.95) / 2, 9);
    expect(
      generatorNeeds(
        with_((draft) => (draft.knock.gain = null)),
        'knockThreshold',
      ),
    ).toContain('knock.gain');
  });

  test('by coolant, by what is pulled, by cylinder and by sensor', () => {
    const coolant = proposed('knockCoolant');
    expect([coolant.x, coolant.values]).toEqual([
      [-30, 0, 30, 60, 80],
      [1.44, 1.32, 1.2, 1.08, 1],
    ]);
    const fuel = proposed('knockFuel');
    expect([fuel.x, fuel.values]).toEqual([
      [0, 2, 4, 6, 8],
      [0, 1.2, 2.4, 3.6, 4.8],
    ]);
    expect(proposed('knockFactor')).toMatchObject({ x: [1, 2, 3, 4, 5, 6], values: [1, 1, 1, 1, 1, 1] });
    const { values } = proposed('knockSensor');
    expect(values).toHaveLength(6);
    expect(new Set(values)).toEqual(new Set([1, 2]));
    for (const id of ['knockFactor', 'knockSensor'] as const) {
      expect(
        generatorNeeds(
          with_((draft) => (draft.engine.cylinders = null)),
          id,
        ),
      ).toEqual(['engine.cylinders']);
    }
    expect(
      generatorNeeds(
        with_((draft) => (draft.engine.maxSpeed = null)),
        'knockStart',
      ),
    ).toEqual(['engine.maxSpeed']);
  });

  test('its band from the bore, none while that is not known', () => {
    const bore = baseValue(BASE, 'engine.bore') ?? NaN;
    const hz = knockBandHz(BASE) ?? NaN;
    // 79 mm → 7047 Hz, in proportion to 1 / bore.
    expect(hz).toBeCloseTo((7047 * 79) / bore, -1);
    expect(
      knockBandHz(
        with_((draft) => {
          draft.engine.bore = null;
          draft.engine.stroke = null;
          draft.engine.displacement = null;
        }),
      ),
    ).toBeNull();
  });
});

test('authority hangs on two numbers that say why they are as they are; gains hang on none', () => {
  const anchors = (id: 'loopRicher' | 'loopLeaner') =>
    LOOP_GENERATORS[id]
      .anchors(BASE, CHOICES)
      .map(({ id: at, computed, why, min, max }) => [at, computed, why, min, max]);
  expect(anchors('loopRicher')).toEqual([
    ['light', 12, expect.stringContaining('first map'), 0, 30],
    ['full', 12, expect.stringContaining('costs torque'), 0, 30],
  ]);
  expect(anchors('loopLeaner')).toEqual([
    ['light', 8, expect.stringContaining('only stumbles'), 0, 30],
    ['full', 3, expect.stringContaining('breaks pistons'), 0, 30],
  ]);
  expect(LOOP_GENERATORS.loopProportional.anchors(BASE, CHOICES)).toEqual([]);
});

test('each says in words why it is so, and lies on axes of its own kind', () => {
  for (const [id, generator] of Object.entries({ ...LOOP_GENERATORS, ...KNOCK_GENERATORS })) {
    const { reasons } = generator.generate(BASE, CHOICES, {});
    expect(reasons.length).toBeGreaterThan(0);
    for (const { text } of reasons) expect([id, text]).toEqual([id, expect.stringMatching(/^\S.{20,}/)]);
    const { y } = generator.axes(BASE);
    expect([id, y.length > 0]).toEqual([id, /Richer|Leaner/.test(id)]);
  }
  const throttle = LOOP_GENERATORS.loopRicherThrottle.axes(BASE).y;
  expect([throttle[0], throttle.at(-1)]).toEqual([0, 100]);
});

test('what they hang on is followed: the highest speed, the gain, the speed of the idle, the pipe', () => {
  const slow = { ...BASE, engine: { ...BASE.engine, maxSpeed: null } };
  const half = with_((draft) => {
    const { maxSpeed } = draft.engine;
    if (maxSpeed !== null) maxSpeed.amount /= 2;
  });
  const top = (document: Calibration) => LOOP_GENERATORS.loopProportional.axes(document).x.at(-1) ?? NaN;
  expect(top(half) / top(BASE)).toBeLessThan(0.65);
  expect(top(slow)).toBeGreaterThan(0);
  const loud = with_((draft) => {
    if (draft.knock.gain !== null) draft.knock.gain.amount = 3;
  });
  const quiet = with_((draft) => {
    if (draft.knock.gain !== null) draft.knock.gain.amount = 1.5;
  });
  expect(expectedNoiseV(loud)(3000) / expectedNoiseV(quiet)(3000)).toBeCloseTo(2, 9);
  const typed = with_((draft) => loopNumber(draft, 'pipeBehind', 400, 'mm'));
  expect(LOOP_GENERATORS.loopRicher.needs(typed)).toContain('closedLoop.pipeBehind');
  expect(LOOP_GENERATORS.loopRicher.needs(BASE)).not.toContain('closedLoop.pipeBehind');
  expect(LOOP_GENERATORS.loopRicher.needs(BASE).length).toBeGreaterThan(2);
});
