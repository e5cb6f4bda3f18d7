import { GrowingColumns } from './growing';

test.each([0, 1, 65_535, 65_536, 65_537, 140_000])('%d rows come out as they went in', (rows) => {
  const grown = new GrowingColumns(2, true);
  for (let i = 0; i < rows; i += 1) {
    grown.columns.forEach((column, c) => (column[grown.filled] = i * (c + 1)));
    if (grown.time !== null) grown.time[grown.filled] = i / 8;
    grown.next();
  }
  expect(grown.rows).toBe(rows);
  const { time, columns } = grown.taken();
  expect([time?.length, ...columns.map(({ length }) => length)]).toEqual([rows, rows, rows]);
  for (const i of [0, 1, 65_535, 65_536, 65_537, 131_072, rows - 1].filter((at) => at >= 0 && at < rows)) {
    expect([time?.[i], columns[0]?.[i], columns[1]?.[i]]).toEqual([i / 8, i, 2 * i]);
  }
});

test('a row that is written and does not count is written over', () => {
  const grown = new GrowingColumns(1, false);
  const put = (value: number) => ((grown.columns[0] as Float32Array)[grown.filled] = value);
  put(1);
  put(2);
  grown.next();
  put(3);
  expect(grown.taken()).toEqual({ time: null, columns: [Float32Array.of(2)] });
});
