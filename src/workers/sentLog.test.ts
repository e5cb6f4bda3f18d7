import { buffersOf, copiedLog } from './sentLog';

const log = (rows: number) => ({
  timeS: Float64Array.from({ length: rows }, (_, i) => i),
  columns: { speed: new Float32Array(rows).fill(3), throttle: new Float32Array(rows).fill(4) },
  own: [{ name: 'x', unit: '', values: new Float32Array(rows) }],
});

test('a copy has the channels and shares nothing with what it was made of', async () => {
  const one = log(10);
  const copy = await copiedLog(one, () => true);
  expect(copy).toEqual({ timeS: one.timeS, columns: one.columns });
  if (copy === null) return;
  expect(buffersOf(copy)).toHaveLength(3);
  for (const buffer of buffersOf(copy)) expect(buffersOf(one)).not.toContain(buffer);
});

test('what is no channel goes along where it is asked for by its name', async () => {
  const one = log(10);
  const copy = await copiedLog(one, () => true, ['x', 'y']);
  expect(copy?.own).toEqual(one.own);
  expect(copy?.own?.[0]?.values).not.toBe(one.own[0]?.values);
  if (copy !== null) expect(buffersOf(copy)).toHaveLength(4);
  expect((await copiedLog(one, () => true, ['y']))?.own).toBeUndefined();
});

test('a long one breathes between its columns, and stops there when it is told', async () => {
  let breathed = 0;
  const copying = copiedLog(log(500_000), () => {
    breathed += 1;
    return breathed < 2;
  });
  expect(await copying).toBeNull();
  expect(breathed).toBe(2);
});
