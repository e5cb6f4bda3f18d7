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
  expect(thresholdFrom(noise, 9000)).toBeCloseTo(1.35, 9);
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
