import fc from 'fast-check';
import { type Flash, flashWith, isWhole, wholeSlots, type Writing, writingOf, written } from './flash';

const LONG = 'abcdefgh'.repeat(1200);

/** Writes to the end, or for so many steps. */
function stored(flash: Flash, text: string, steps = Infinity): { flash: Flash; steps: number } {
  let left: Writing | null = writingOf(flash, text);
  let now = flash;
  let done = 0;
  while (left !== null && done < steps) {
    ({ flash: now, left } = written(now, left));
    done += 1;
  }
  return { flash: now, steps: done };
}

test('a flash from the factory has one whole slot', () => {
  const flash = flashWith('one');
  expect(wholeSlots(flash)).toEqual([{ generation: 1, text: 'one', sum: expect.any(Number) }]);
  expect(isWhole(null)).toBe(false);
});

test('a slot is whole only where its mark is that of its text', () => {
  const [slot] = flashWith('one').slots;
  if (slot === null) throw new TypeError('empty');
  expect(isWhole(slot)).toBe(true);
  expect(isWhole({ ...slot, text: 'onf' })).toBe(false);
  expect(isWhole({ ...slot, sum: null })).toBe(false);
});

test('it is written 1024 characters a step and the mark in a step of its own', () => {
  const { flash, steps } = stored(flashWith('one'), LONG);
  // 9600 characters: ten steps, and the mark.
  expect(steps).toBe(11);
  expect(wholeSlots(flash).map(({ generation, text }) => [generation, text])).toEqual([
    [2, LONG],
    [1, 'one'],
  ]);
  const before = stored(flashWith('one'), LONG, 10).flash.slots[1];
  expect(before).toEqual({ generation: 2, text: LONG, sum: null });
  expect(stored(flashWith('one'), LONG, 2).flash.slots[1]?.text).toHaveLength(2048);
});

test('stores go from slot to slot, and never into the last whole one', () => {
  let flash = flashWith('one');
  for (const [text, slot, generation] of [
    ['two', 1, 2],
    ['three', 0, 3],
    ['four', 1, 4],
  ] as const) {
    expect(writingOf(flash, text)).toMatchObject({ slot, generation, done: 0 });
    ({ flash } = stored(flash, text));
    expect(wholeSlots(flash)[0]).toMatchObject({ generation, text });
  }
  // One that was cut off is written over, and the last whole one is still left alone.
  flash = stored(flash, LONG, 1).flash;
  expect(writingOf(flash, 'five')).toMatchObject({ slot: 0, generation: 5 });
  expect(writingOf({ slots: [null, null] }, 'x')).toMatchObject({ slot: 0, generation: 1 });
});

test('power lost at any step of any row of stores leaves the last that was whole', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ length: fc.integer({ min: 0, max: 3300 }), cut: fc.nat(6) }), {
        maxLength: 8,
      }),
      (stores) => {
        let flash = flashWith('first');
        let last = 'first';
        stores.forEach(({ length, cut }, i) => {
          const text = String(i).repeat(length);
          const steps = Math.ceil(length / 1024) + 1;
          ({ flash } = stored(flash, text, cut));
          if (cut >= steps) last = text;
          expect(wholeSlots(flash)[0]?.text).toBe(last);
        });
      },
    ),
    { numRuns: 200 },
  );
});
