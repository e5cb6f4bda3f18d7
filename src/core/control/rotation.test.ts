import fc from 'fast-check';
import { cutsNow, rotationAtRest } from './rotation';

/** The events, counted from 0, at which a share is cut; cylinders come one after the other. */
function cutEvents(cylinders: number, share: number, events: number): number[] {
  const state = rotationAtRest(cylinders);
  return Array.from({ length: events }, (_, i) => i).filter((i) =>
    cutsNow(state, share, (i % cylinders) + 1),
  );
}

const countOf = (cylinders: number, cut: readonly number[]) =>
  Array.from({ length: cylinders }, (_, at) => cut.filter((event) => event % cylinders === at).length);

test('four cylinders at a quarter: by hand events 3, 8, 13, 18 and 19, and over 400 each 24 or 25 times', () => {
  expect(cutEvents(4, 0.25, 20)).toEqual([3, 8, 13, 18, 19]);
  for (const count of countOf(4, cutEvents(4, 0.25, 400))) expect([24, 25]).toContain(count);
});

test('six cylinders at two fifths: each 40 times in 600', () => {
  expect(countOf(6, cutEvents(6, 0.4, 600))).toEqual([40, 40, 40, 40, 40, 40]);
});

test('a whole share cuts every event, none cuts none and owes nothing', () => {
  expect(cutEvents(3, 1, 7)).toEqual([0, 1, 2, 3, 4, 5, 6]);
  expect(cutEvents(3, 0, 7)).toEqual([]);
  const state = rotationAtRest(2);
  expect([cutsNow(state, 0.9, 1), cutsNow(state, 0, 2), cutsNow(state, 0.9, 1)]).toEqual([
    false,
    false,
    false,
  ]);
});

test('a due cut waits for its cylinder a cycle at the most, also where that one never comes', () => {
  const state = rotationAtRest(3);
  const cut = Array.from({ length: 12 }, () => cutsNow(state, 0.5, 1));
  // Two fewest cylinders never come: every second event is due, and is done two events later.
  expect(cut.filter(Boolean).length).toBeGreaterThanOrEqual(3);
});

describe('for 1 to 12 cylinders and any share', () => {
  const engine = fc.integer({ min: 1, max: 12 });
  const anyShare = fc.double({ min: 0.005, max: 0.995, noNaN: true });

  test('after any number of events no cylinder was cut more than once more than another', () => {
    fc.assert(
      fc.property(engine, anyShare, fc.integer({ min: 1, max: 500 }), (cylinders, share, events) => {
        const counts = countOf(cylinders, cutEvents(cylinders, share, events));
        expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 400 },
    );
  });

  test('within any 100 events counts are within two, and the share is that asked for within a cycle', () => {
    fc.assert(
      fc.property(engine, anyShare, fc.integer({ min: 0, max: 300 }), (cylinders, share, from) => {
        const cut = cutEvents(cylinders, share, from + 100);
        const counts = countOf(
          cylinders,
          cut.filter((event) => event >= from),
        );
        expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(2);
        expect(Math.abs(cut.length - share * (from + 100))).toBeLessThanOrEqual(cylinders + 1);
      }),
      { numRuns: 400 },
    );
  });
});
