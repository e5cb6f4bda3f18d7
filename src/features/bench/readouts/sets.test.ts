import fc from 'fast-check';
import { FIRST_READOUTS, isOutside, moved, type Readout, READOUT_SETS, readoutsFrom } from './sets';

const set = FIRST_READOUTS.sets.pull;

test('there is a set for each purpose, of channels that there are, four at least', () => {
  for (const { id } of READOUT_SETS) expect(FIRST_READOUTS.sets[id].length).toBeGreaterThanOrEqual(4);
});

test('what was arranged is read back, and what cannot be read is as at first', () => {
  const arranged = {
    ...FIRST_READOUTS,
    chosen: 'idle' as const,
    sets: { ...FIRST_READOUTS.sets, idle: set.slice(1) },
  };
  expect(readoutsFrom(JSON.stringify(arranged))).toEqual(arranged);
  expect(readoutsFrom('{"chosen":"idle","sets":{}}')).toEqual({ ...FIRST_READOUTS, chosen: 'idle' });
  for (const text of [
    null,
    '',
    'no JSON',
    '{}',
    '{"chosen":"dance","sets":{}}',
    '{"chosen":"idle","sets":{"idle":[{"channel":"none","low":null,"high":null}]}}',
  ]) {
    expect(readoutsFrom(text)).toBe(FIRST_READOUTS);
  }
});

test('one is moved within its set, and none is lost', () => {
  expect(
    moved(set, 0, 1)
      .map(({ channel }) => channel)
      .slice(0, 2),
  ).toEqual(['lambdaOne', 'speed']);
  expect(moved(set, 0, -1)).toEqual(set);
  expect(moved(set, 9, 1)).toBe(set);
  fc.assert(
    fc.property(fc.nat(5), fc.integer({ min: -9, max: 9 }), (from, by) => {
      expect(new Set(moved(set, from, by))).toEqual(new Set(set));
      expect(moved(set, from, by)).toHaveLength(set.length);
    }),
  );
});

test('a limit is one on its side only, and at the limit it is within', () => {
  const readout = (low: number | null, high: number | null): Readout => ({ channel: 'coolant', low, high });
  expect(isOutside(readout(null, 100), 100)).toBe(false);
  expect(isOutside(readout(null, 100), 100.1)).toBe(true);
  expect(isOutside(readout(70, null), 69.9)).toBe(true);
  expect(isOutside(readout(70, null), 300)).toBe(false);
  expect(isOutside(readout(null, null), -1e9)).toBe(false);
  expect(isOutside(readout(0, 1), NaN)).toBe(false);
});
