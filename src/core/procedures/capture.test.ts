import fc from 'fast-check';
import { capturedAnswer, capturedOf } from './capture';
import type { Takes } from './procedure';

const CAPTURE = {
  kind: 'capture',
  channels: ['throttleVolts'],
  forS: 1.5,
  still: { channel: 'throttleVolts', within: 0.02 },
} as const satisfies Takes;

// Of 1 … 9 and a spike of 100: two are left out at each end, 3 … 8 stay, 5.5.
test('a spike moves the ends and the spread, not the mean', () => {
  const found = capturedOf([1, 2, 3, 4, 100, 5, 6, 7, 8, 9]);
  expect(found).toMatchObject({ mean: 5.5, least: 1, most: 100, count: 10 });
  expect(found.spread).toBeCloseTo(28.61, 2);
});

test('what is not known is left out; of nothing there is nothing', () => {
  expect(capturedOf([NaN, 2, NaN, 4])).toMatchObject({ mean: 3, spread: 1, count: 2 });
  expect(capturedOf([NaN])).toMatchObject({ mean: NaN, count: 0 });
});

test('a signal that moves is refused, one that is only noisy is not', () => {
  const at = (of: (i: number) => number) =>
    capturedAnswer(CAPTURE, { throttleVolts: Array.from({ length: 75 }, (_, i) => of(i)) }, 0.02);
  expect(at((i) => 0.6 + i * 0.001)).toEqual({ fault: { kind: 'moved', channel: 'throttleVolts' } });
  expect(at((i) => 0.6 + (i % 2 === 0 ? 0.3 : -0.3))).toHaveProperty('answer');
  expect(at((i) => (i < 50 ? 0.6 : 0.63))).toHaveProperty('fault');
  expect(at((i) => (i < 50 ? 0.6 : 0.615))).toHaveProperty('answer');
});

test('nothing that came is nothing, and what has to be known by then is asked for', () => {
  expect(capturedAnswer(CAPTURE, {}, 0.02)).toEqual({ fault: { kind: 'nothing' } });
  const warm = {
    kind: 'capture',
    channels: ['lambdaOne'],
    forS: 1,
    known: ['lambdaOne'],
  } as const satisfies Takes;
  const cold = { lambdaOne: Array.from({ length: 50 }, (_, i) => (i < 30 ? NaN : 1.5)) };
  expect(capturedAnswer(warm, cold, 0.02)).toEqual({ fault: { kind: 'unknown', channel: 'lambdaOne' } });
  const warmer = { lambdaOne: Array.from({ length: 50 }, (_, i) => (i < 20 ? NaN : 1.5)) };
  expect(capturedAnswer(warm, warmer, 0.02)).toHaveProperty('answer.channels.lambdaOne.mean', 1.5);
});

test('a trace is kept sample by sample', () => {
  const takes = { kind: 'trace', channels: ['throttleVolts'], forS: 1 } as const satisfies Takes;
  expect(capturedAnswer(takes, { throttleVolts: [1, 2, 3] }, 0.02)).toEqual({
    answer: { kind: 'traced', eachS: 0.02, channels: { throttleVolts: [1, 2, 3] } },
  });
});

test('the mean of any samples lies between their ends, whatever their order', () => {
  const any = fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: 1, maxLength: 60 });
  fc.assert(
    fc.property(any, (samples) => {
      const { mean, least, most } = capturedOf(samples);
      expect(mean).toBeGreaterThanOrEqual(least - 1e-9);
      expect(mean).toBeLessThanOrEqual(most + 1e-9);
      expect(capturedOf([...samples].reverse()).mean).toBeCloseTo(mean, 9);
    }),
  );
});
