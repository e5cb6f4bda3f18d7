import type { Log } from './log';
import { thinned } from './thinned';

const log = (length: number, sampleS: number): Log => ({
  timeS: Float64Array.from({ length }, (_, i) => 7 + i * sampleS),
  columns: {
    speed: Float32Array.from({ length }, (_, i) => i),
    lambdaOne: Float64Array.from({ length }, (_, i) => 2 * i),
  },
});

describe('a long quick log', () => {
  test('is read as often as a mixture changes, every column at the same samples', () => {
    const { timeS, columns } = thinned(log(1_000_001, 0.01));
    // A fifth would be 20 Hz: what a sensor can say. 1,000,001 samples in 200,001.
    expect(timeS).toHaveLength(200_001);
    for (const k of [0, 1, 77_777, 200_000]) {
      expect(timeS[k]).toBeCloseTo(7 + k * 0.05, 6);
      expect(columns.speed?.[k]).toBe(5 * k);
      expect(columns.lambdaOne?.[k]).toBe(10 * k);
    }
    expect(columns.speed).toBeInstanceOf(Float32Array);
    expect(columns.lambdaOne).toBeInstanceOf(Float64Array);
  });

  test('keeps no fewer than are enough', () => {
    // 400,000 at a thousand a second: every second one is enough, though every fiftieth would be quick enough.
    expect(thinned(log(400_000, 0.001)).timeS).toHaveLength(200_000);
    expect(thinned(log(600_000, 0.001)).timeS).toHaveLength(200_000);
  });

  test('that is short, or slow, is taken as it is', () => {
    for (const one of [log(250_000, 0.001), log(300_000, 0.05), log(300_000, 0.2)])
      expect(thinned(one)).toBe(one);
  });
});
