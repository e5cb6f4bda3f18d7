import { asked, decided, gave, sampled, stepsOf } from '@tests/support/answers';
import { demo } from '@tests/support/ventisca';
import type { Answers } from '../procedure';
import { throttleRange } from './throttleRange';

const SOURCE = { kind: 'measured', date: '2026-11-28' } as const;
const document = demo('ventisca', ({ sensors: { throttle } }) => {
  throttle.closedVolts = { amount: 0.6, unit: 'V', source: SOURCE };
  throttle.openVolts = { amount: 4.2, unit: 'V', source: SOURCE };
  throttle.faultLow = { amount: 0.3, unit: 'V', source: SOURCE };
  throttle.faultHigh = { amount: 4.6, unit: 'V', source: SOURCE };
});
const sweep = (from: number, to: number) =>
  Array.from({ length: 200 }, (_, i) => from + ((to - from) * i) / 199);
const ends = (closedV: number, openV: number, spread = 0, trace = sweep(closedV, openV)): Answers => ({
  closed: gave({ throttleVolts: closedV }, spread),
  open: gave({ throttleVolts: openV }),
  sweep: sampled('throttleVolts', trace),
});
const at = (answers: Answers) => decided(throttleRange, answers, document);

test('three steps, in this order', () => {
  expect(stepsOf(throttleRange, {})).toEqual(['closed', 'open', 'sweep']);
});

test('as it was typed nothing is proposed', () => {
  expect(at(ends(0.603, 4.197))).toEqual({
    found: [
      'good: Closed 0.603 V, wide open 4.197 V: it rises, and the stop reads 98 %, never 100.',
      'good: Each end has its room to the fault bands.',
      'good: The track has no gap between its ends.',
    ],
    edits: [],
  });
});

test('other ends are proposed, falling ones too, and only those that differ', () => {
  expect(at(ends(0.7, 4.2)).edits).toEqual(['sensors.throttle.closedVolts 0.7 V']);
  expect(at(ends(0.6, 4.1)).edits).toEqual(['sensors.throttle.openVolts 4.1 V']);
  const falling = at(ends(4.2, 0.6));
  expect(falling.found[0]).toMatch(/it falls/);
  expect(falling.edits).toEqual(['sensors.throttle.closedVolts 4.2 V', 'sensors.throttle.openVolts 0.6 V']);
});

// 0.42 − 0.15 = 0.27; 4.55 + 0.15 = 4.7.
test('bands that are too near move, each by itself', () => {
  const low = at(ends(0.42, 4.2));
  expect(low.found[1]).toBe(
    'good: The fault bands move to 0.270 V and 4.600 V, so that each end has 0.150 V of room.',
  );
  expect(low.edits).toEqual(['sensors.throttle.closedVolts 0.42 V', 'sensors.throttle.faultLow 0.27 V']);
  expect(at(ends(0.6, 4.55)).edits).toEqual([
    'sensors.throttle.openVolts 4.55 V',
    'sensors.throttle.faultHigh 4.7 V',
  ]);
});

test.each([
  [0.2, 4.2, 'ground'],
  [0.6, 4.8, 'supply'],
])('an end at %d V and %d V is too near to its rail, and nothing is taken', (closedV, openV, rail) => {
  const { found, edits } = at(ends(closedV, openV));
  expect(found[1]).toBe(
    `error: An end is nearer to ${rail} than the 0.150 V a fault needs: turn the sensor on its shaft, and capture again.`,
  );
  expect(edits).toEqual([]);
});

test.each([
  [0.1, 4.2, 'error: Closed it gives 0.100 V: unplugged, or shorted to ground.'],
  [4.9, 0.6, 'error: Closed it gives 4.900 V: shorted to supply, or without ground.'],
  [0.6, 4.95, 'error: Wide open it gives 4.950 V: shorted to supply, or without ground.'],
  [
    1,
    1.9,
    'error: Between the ends the signal moves by 0.900 V only: the pedal does not turn the sensor, or another sensor hangs on its pin.',
  ],
])('ends at %d V and %d V are none', (closedV, openV, said) => {
  expect(at(ends(closedV, openV))).toEqual({ found: [said], edits: [] });
});

test('an end that shakes by more than 30 mV is said, and taken', () => {
  const { found, edits } = at(ends(0.7, 4.2, 0.031));
  expect(found[1]).toBe(
    'warning: About 0.700 V it shakes by ±0.031 V: look at its ground and at wires beside the coils’.',
  );
  expect(edits).toHaveLength(1);
  expect(at(ends(0.7, 4.2, 0.03)).found[1]).toMatch(/^good/);
});

test('a track with a gap, or half of one, or none', () => {
  const torn = sweep(0.6, 4.2).map((v) => (Math.abs(v - 2.4) < 0.05 ? 0 : v));
  const gap = at(ends(0.7, 4.2, 0, torn));
  expect(gap.found.at(-1)).toMatch(
    /^error: The track has a gap at 4\d %: the sensor is worn, or its plug is loose\.$/,
  );
  expect(gap.edits).toEqual([]);
  const half = at(ends(0.6, 4.2, 0, sweep(0.6, 2.39)));
  expect(half.found.at(-1)).toBe(
    'warning: Of its travel 50 % was seen: sweep again, from let go to the stop and back.',
  );
  const { sweep: _, ...without } = ends(0.6, 4.2);
  expect(at(without).found.at(-1)).toBe('warning: The track between the ends was not swept.');
});

test('while it is swept, what was seen of the travel is told; samples that never came are not', () => {
  const [closed, open] = [gave({ throttleVolts: 0.6 }), gave({ throttleVolts: 4.2 })];
  const takes = (answers: Answers) => throttleRange.steps(asked(answers, document))[2]?.takes;
  const seenOf = (answers: Answers, throttleVolts?: number[]) => {
    const found = takes(answers);
    return found?.kind === 'trace' ? found.seen?.shareOf({ throttleVolts }) : undefined;
  };
  const all = sweep(0.6, 4.2);
  expect(seenOf({ closed, open })).toBe(0);
  expect(seenOf({ closed, open }, all)).toBe(1);
  expect(seenOf({ closed, open }, sweep(0.6, 2.39))).toBe(0.5);
  const lost = all.map((v) => (v > 2.4 && v < 2.76 ? NaN : v));
  expect(seenOf({ closed, open }, lost)).toBe(0.9);
  expect(seenOf({ closed, open }, [...lost, NaN, ...all])).toBe(1);
  expect(seenOf({ closed, open: closed }, all)).toBe(0);
  expect(seenOf({ closed }, all)).toBe(0);
});

test('stopped before both ends are there, nothing is found', () => {
  expect(at({ closed: gave({ throttleVolts: 0.6 }) })).toEqual({ found: [], edits: [] });
  expect(at({ open: gave({ throttleVolts: 4.2 }) })).toEqual({ found: [], edits: [] });
});
