import fc from 'fast-check';
import { pageOf, pageSize, readPage } from './page';

const read = (page: Uint8Array, columns: number) => {
  const { rows } = pageSize(page);
  const rooms = Array.from({ length: columns }, () => new Float64Array(rows));
  readPage(page, rooms, 0);
  return rooms.map((room) => [...room]);
};

// By hand: version, 3 rows, 1 column, 5 bytes: kind 1, 1 decimal, then 1 + 2·12 = 25, the step −1 → 1 + 1 = 2, and nothing known.
test('a short page, byte by byte', () => {
  const page = pageOf([{ values: [1.2, 1.1, NaN], decimals: 1 }]);
  expect([...page]).toEqual([1, 3, 1, 5, 1, 1, 25, 2, 0]);
  expect(pageSize(page)).toEqual({ rows: 3, columns: 1 });
  expect(read(page, 1)).toEqual([[1.2, 1.1, NaN]]);
});

test('numbers of so many decimals come back as they were', () => {
  const numbers = fc.integer({ min: 0, max: 6 }).chain((decimals) =>
    fc.record({
      decimals: fc.constant(decimals),
      values: fc.array(
        fc.oneof(
          { weight: 1, arbitrary: fc.constant(NaN) },
          {
            weight: 9,
            arbitrary: fc.integer({ min: -1e12, max: 1e12 }).map((whole) => whole / 10 ** decimals),
          },
        ),
        { minLength: 5, maxLength: 5 },
      ),
    }),
  );
  fc.assert(
    fc.property(fc.array(numbers, { minLength: 1, maxLength: 4 }), (columns) => {
      expect(read(pageOf(columns), columns.length)).toEqual(
        columns.map(({ values }) => values.map((one) => one + 0)),
      );
    }),
  );
});

test('whatever else they are, every bit is kept; single precision takes half the room', () => {
  fc.assert(
    fc.property(
      fc.float64Array({ minLength: 1, maxLength: 20 }),
      fc.constantFrom(null, 20),
      (values, decimals) => {
        expect(read(pageOf([{ values, decimals }]), 1)).toEqual([[...values]]);
      },
    ),
  );
  const single = Float32Array.of(Math.PI, NaN, -Infinity, 1e-40);
  expect(read(pageOf([{ values: single, decimals: null }]), 1)).toEqual([[...single]]);
  const large = [1e300, 2];
  expect(read(pageOf([{ values: large, decimals: 2 }]), 1)).toEqual([large]);
  const rows = Array.from({ length: 1000 }, (_, i) => Math.sin(i * 12.9898));
  const double = pageOf([{ values: rows, decimals: null }]).length;
  expect(pageOf([{ values: Float32Array.from(rows), decimals: null }]).length).toBeLessThan(0.51 * double);
});

test('a reading is off by half of its last decimal at most', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1 }), (values) => {
      const [back = []] = read(pageOf([{ values, decimals: 3 }]), 1);
      values.forEach((value, i) =>
        expect(Math.abs((back[i] as number) - value)).toBeLessThanOrEqual(0.0005001),
      );
    }),
  );
});

test('what moves slowly takes two bytes a number at most', () => {
  const values = Array.from({ length: 4000 }, (_, i) => 3000 + 200 * Math.sin(i / 50));
  expect(pageOf([{ values, decimals: 1 }]).length).toBeLessThan(2 * 4000);
});

test('it is read from a row on, beside what is there', () => {
  const room = new Float32Array(5).fill(7);
  readPage(pageOf([{ values: [1, 2], decimals: 0 }]), [room], 2);
  expect([...room]).toEqual([7, 7, 1, 2, 7]);
});

test('damaged bytes are read as numbers or refused in words, whatever they are', () => {
  const whole = pageOf([
    { values: [1, 2, 3, NaN, 900_000], decimals: 2 },
    { values: Float32Array.of(1, 2, 3, 4, 5), decimals: null },
  ]);
  fc.assert(
    fc.property(fc.nat(whole.length - 1), fc.nat(255), fc.nat(whole.length), (at, byte, length) => {
      const spoiled = whole.slice(0, length);
      if (at < length) spoiled[at] = byte;
      const rooms = [new Float64Array(5), new Float64Array(5)];
      try {
        readPage(spoiled, rooms, 0);
      } catch (error) {
        expect(error).toBeInstanceOf(RangeError);
        expect((error as Error).message).toMatch(/^A part of the log /);
      }
    }),
    { numRuns: 2000 },
  );
  expect(() => readPage(whole, [new Float64Array(5)], 0)).toThrow('other columns');
  expect(() => readPage(whole, [new Float64Array(4), new Float64Array(5)], 0)).toThrow('other columns');
});
