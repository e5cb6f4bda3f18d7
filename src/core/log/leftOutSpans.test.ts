import fc from 'fast-check';
import { LEFT_OUT_REASONS } from './leftOut';
import { leftOutSpans } from './leftOutSpans';
import { KEPT, reasonCode } from './readings';

const at = (count: number, everyS = 0.1) => Float64Array.from({ length: count }, (_, i) => i * everyS);
const [CUT, COLD] = [reasonCode('overrunCut'), reasonCode('cold')];

test('a stretch lasts from its first sample to the one behind its last', () => {
  const why = Int8Array.of(KEPT, CUT, CUT, CUT, KEPT, COLD);
  const spans = leftOutSpans(at(6), why);
  expect(spans).toHaveLength(2);
  expect(spans[0]).toMatchObject({ reason: 'cold', fromS: 0.5, toS: 0.5 });
  expect(spans[1]?.reason).toBe('overrunCut');
  expect(spans[1]?.fromS).toBeCloseTo(0.1, 9);
  expect(spans[1]?.toS).toBeCloseTo(0.4, 9);
});

test('a pause of half a second is bridged, a longer one is not; what else came between does not matter', () => {
  const why = new Int8Array(30).fill(KEPT);
  why[2] = CUT;
  why[7] = CUT;
  why[4] = COLD;
  expect(leftOutSpans(at(30), why).filter(({ reason }) => reason === 'overrunCut')).toHaveLength(1);
  why[7] = KEPT;
  why[8] = CUT;
  expect(leftOutSpans(at(30), why).filter(({ reason }) => reason === 'overrunCut')).toHaveLength(2);
});

test('of each reason the four longest are there, in the order they came', () => {
  const why = new Int8Array(200).fill(KEPT);
  // Stretches of 1, 5, 2, 4, 3, 6 samples, two seconds apart.
  [1, 5, 2, 4, 3, 6].forEach((samples, k) => why.fill(CUT, 30 * k, 30 * k + samples));
  const lengths = leftOutSpans(at(200), why).map(({ fromS, toS }) => Math.round(10 * (toS - fromS)));
  expect(lengths).toEqual([5, 4, 3, 6]);
});

test('whatever came, every stretch lies in the log and begins with a sample of its reason', () => {
  const code = fc.integer({ min: KEPT, max: LEFT_OUT_REASONS.length - 1 });
  fc.assert(
    fc.property(fc.array(code, { minLength: 1, maxLength: 80 }), (codes) => {
      const timeS = at(codes.length, 0.3);
      const spans = leftOutSpans(timeS, Int8Array.from(codes));
      expect(new Set(spans.map(({ reason }) => reason)).size).toBe(
        new Set(codes.filter((c) => c !== KEPT)).size,
      );
      for (const { reason, fromS, toS } of spans) {
        expect(codes[Math.round(fromS / 0.3)]).toBe(reasonCode(reason));
        expect(toS).toBeGreaterThanOrEqual(fromS);
        expect(toS).toBeLessThanOrEqual(timeS.at(-1) ?? 0);
      }
    }),
  );
});
