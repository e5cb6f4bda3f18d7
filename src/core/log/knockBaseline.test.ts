import fc from 'fast-check';
import { PHASE } from '../channel';
import { knockBaseline, thresholdFrom } from './knockBaseline';
import type { Log } from './log';

interface Change {
  readonly noise?: (rpm: number, i: number) => number;
  readonly throttle?: number;
  readonly coolant?: number;
  readonly fromRpm?: number;
  readonly toRpm?: number;
}

const usual = (rpm: number) => 0.1 + 0.12 * (rpm / 1000) ** 1.4;
const spread = (i: number) => 1 + 0.1 * Math.sin(i * 7.3);

/** A pull of 12 s at fifty samples a second. */
function pull({ noise, throttle = 100, coolant = 85, fromRpm = 2000, toRpm = 6800 }: Change = {}): Log {
  const samples = 600;
  const speed = Float32Array.from({ length: samples }, (_, i) => fromRpm + ((toRpm - fromRpm) * i) / samples);
  const full = (value: number) => new Float32Array(samples).fill(value);
  return {
    timeS: Float64Array.from({ length: samples }, (_, i) => i / 50),
    columns: {
      speed,
      throttle: full(throttle),
      coolant: full(coolant),
      phase: full(PHASE.running),
      knockNoise: speed.map((rpm, i) => (noise ?? ((at, k) => usual(at) * spread(k)))(rpm, i)),
    },
  };
}

test('the upper envelope by speed: a tenth above the middle here', () => {
  const found = knockBaseline(pull());
  if (!found.ok) throw new TypeError(found.why);
  expect(found.noise.speedsRpm).toEqual([
    2200, 2600, 3000, 3400, 3800, 4200, 4600, 5000, 5400, 5800, 6200, 6600,
  ]);
  found.noise.noiseV.forEach((volts, i) => {
    const middle = usual(found.noise.speedsRpm[i] as number);
    expect(volts / middle).toBeGreaterThan(1.08);
    expect(volts / middle).toBeLessThan(1.2);
  });
});

test('a threshold a third above it, straight between, held beyond the ends', () => {
  const noise = { speedsRpm: [2000, 4000], noiseV: [0.5, 1] };
  expect(thresholdFrom(noise, 3000)).toBeCloseTo(1.35 * 0.75, 9);
  expect(thresholdFrom(noise, 2000)).toBeCloseTo(1.35 * 0.5, 9);
  expect(thresholdFrom(noise, 1000)).toBeCloseTo(1.35 * 0.5, 9);
  expect(thresholdFrom({ ...noise, noiseV: [0.5, 0.8] }, 9000)).toBeCloseTo(1.35 * 0.8, 9);
});

test('one firing that stands out is knock: nothing is taken', () => {
  const found = knockBaseline(pull({ noise: (rpm, i) => usual(rpm) * (i === 300 ? 1.9 : spread(i)) }));
  expect(found).toMatchObject({ ok: false, why: 'knocks', atRpm: 4600 });
});

test('so is a whole stretch that stands out among its neighbours', () => {
  const found = knockBaseline(
    pull({ noise: (rpm, i) => usual(rpm) * spread(i) * (rpm > 4400 && rpm < 4800 ? 1.8 : 1) }),
  );
  expect(found).toMatchObject({ ok: false, why: 'knocks', atRpm: 4600 });
});

test.each<[Change, string]>([
  [{ throttle: 59 }, 'noPull'],
  [{ coolant: 59 }, 'noPull'],
  [{ fromRpm: 3300, toRpm: 4300 }, 'tooFewSpeeds'],
  [{ noise: () => NaN }, 'noKnockSensor'],
])('%o: %s', (change, why) => {
  expect(knockBaseline(pull(change))).toEqual({ ok: false, why });
});

test('one reading that stands out among its like is knock, even where the whole stretch does not stand out', () => {
  // Others reach 1.2 of the middle; 1.5 of it is 1.25 of those.
  const wide = (i: number) => 1 + 0.2 * Math.sin(i * 7.3);
  const at = (times: number) =>
    knockBaseline(pull({ noise: (rpm, i) => usual(rpm) * (i === 325 ? times : wide(i)) }));
  expect(at(1.5)).toMatchObject({ ok: false, why: 'knocks', atRpm: 4600, times: expect.closeTo(1.5, 1) });
  expect(at(1.3)).toMatchObject({ ok: true });
});

test.each([2200, 3400])('a stretch that stands out at %i rev/min is found, and by how much', (rpm) => {
  const loud = (at: number) => (Math.abs(at - rpm) < 200 ? 1.8 : 1);
  const found = knockBaseline(pull({ noise: (at, i) => usual(at) * spread(i) * loud(at) }));
  expect(found).toMatchObject({ ok: false, why: 'knocks', atRpm: rpm });
  if (found.ok || found.why !== 'knocks') return;
  expect(found.times).toBeGreaterThan(1.25);
  expect(found.times).toBeLessThan(2.2);
});

test('noise may rise with the first to the second power of speed, and no faster or slower', () => {
  const rising = (power: number) =>
    knockBaseline(pull({ noise: (rpm, i) => 0.1 * (rpm / 1000) ** power * spread(i) })).ok;
  expect([0, 1, 1.5, 2, 3.5].map(rising)).toEqual([false, true, true, true, false]);
});

describe('what is a pull, and what is noise', () => {
  const log = pull();
  const { knockNoise, speed, phase, throttle, coolant } = log.columns as Record<string, Float32Array>;
  const found = (columns: Log['columns']) =>
    knockBaseline({ ...log, columns: { ...log.columns, ...columns } });
  const without = (id: 'speed' | 'phase' | 'throttle' | 'coolant' | 'knockNoise') => {
    const { [id]: _, ...columns } = log.columns;
    return knockBaseline({ ...log, columns });
  };
  const filled = (value: number) => new Float32Array(600).fill(value);
  const whole = knockBaseline(log);

  test('running, at a throttle, warm; what was not logged is taken for so, but for the throttle', () => {
    expect([knockNoise, speed, phase, throttle, coolant]).not.toContain(undefined);
    expect(found({ phase: filled(PHASE.cranking) })).toMatchObject({ why: 'noPull' });
    expect(found({ throttle: filled(60), coolant: filled(60) })).toEqual(whole);
    expect(without('phase')).toEqual(whole);
    expect(without('coolant')).toEqual(whole);
    expect(without('throttle')).toMatchObject({ why: 'noPull' });
    expect(without('speed')).toMatchObject({ why: 'noKnockSensor' });
    expect(without('knockNoise')).toMatchObject({ why: 'noKnockSensor' });
  });

  test('a sensor that says nothing now and then is one that says something', () => {
    const gaps = (knockNoise as Float32Array).map((volts, i) =>
      i % 3 === 0 ? 0 : i % 7 === 0 ? NaN : volts,
    );
    const heard = found({ knockNoise: gaps });
    if (!heard.ok || !whole.ok) throw new TypeError('refused');
    heard.noise.noiseV.forEach((volts, i) =>
      expect(volts / (whole.noise.noiseV[i] as number)).toBeCloseTo(1, 1),
    );
    const own = (knockNoise as Float32Array).map((volts, i) => (i % 3 === 0 ? NaN : volts));
    expect(found({ knockNoise1: own, knockNoise2: filled(0) })).toMatchObject({ ok: true });
    expect(found({ knockNoise1: filled(0) })).toEqual(whole);
    expect(found({ knockRetard1: filled(50) })).toEqual(whole);
  });

  test('in any order of speeds', () => {
    const reversed = <Values extends Float32Array | undefined>(values: Values) => values?.slice().reverse();
    const back = knockBaseline({
      ...log,
      columns: {
        speed: reversed(speed) as Float32Array,
        throttle: throttle as Float32Array,
        knockNoise: reversed(knockNoise) as Float32Array,
      },
    });
    expect(back).toEqual(whole);
  });

  test('six readings of a stretch count, five do not; five stretches are enough, four are not', () => {
    const some = (counts: readonly number[]) => {
      const rpm = counts.flatMap((count, k) => Array.from({ length: count }, (_, j) => 2010 + 400 * k + j));
      return knockBaseline({
        timeS: Float64Array.from(rpm, (_, i) => i / 50),
        columns: {
          speed: Float32Array.from(rpm),
          throttle: new Float32Array(rpm.length).fill(90),
          knockNoise: Float32Array.from(rpm, usual),
        },
      });
    };
    const speeds = (counts: readonly number[]) => {
      const told = some(counts);
      return told.ok ? told.noise.speedsRpm : told.why;
    };
    expect(speeds([6, 6, 6, 6, 6])).toEqual([2200, 2600, 3000, 3400, 3800]);
    expect(speeds([6, 6, 5, 6, 6])).toBe('tooFewSpeeds');
    expect(speeds([6, 6, 5, 6, 6, 6])).toEqual([2200, 2600, 3400, 3800, 4200]);
  });
});

test('each cylinder is held against itself, and the loudest counts', () => {
  const log = pull();
  const one = log.columns.knockNoise as Float32Array;
  const two = one.map((volts) => 1.5 * volts);
  const found = knockBaseline({ ...log, columns: { ...log.columns, knockNoise1: one, knockNoise2: two } });
  const alone = knockBaseline(log);
  if (!found.ok || !alone.ok) throw new TypeError('refused');
  found.noise.noiseV.forEach((volts, i) => {
    expect(volts).toBeCloseTo(1.5 * (alone.noise.noiseV[i] as number), 5);
  });
});

test('no threshold is below the noise it comes from', () => {
  const factor = fc.double({ min: 0.3, max: 3, noNaN: true });
  fc.assert(
    fc.property(factor, fc.double({ min: 2200, max: 6600, noNaN: true }), (loud, rpm) => {
      const found = knockBaseline(pull({ noise: (at, i) => loud * usual(at) * spread(i) }));
      if (!found.ok) throw new TypeError(found.why);
      expect(thresholdFrom(found.noise, rpm)).toBeGreaterThan(1.1 * loud * usual(rpm));
    }),
    { numRuns: 30 },
  );
});
