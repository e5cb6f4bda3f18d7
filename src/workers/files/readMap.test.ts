import type { MapData } from '@/core/map';
import { pastedInto, rangeToTsv } from '@/core/map/schema';
import { MAP_DEFINITIONS } from '@/core/program';
import { demo } from '@tests/support/ventisca';
import { blockToCsv } from '@/data/files/mapFiles';
import { readMapBlock } from './readMap';

const csvToBlock = (text: string): string => {
  const read = readMapBlock(text);
  if (!read.ok) throw new Error(read.message);
  return read.part;
};
const map = demo().maps.ve as MapData;
const WHOLE = { fromColumn: 0, toColumn: map.x.length - 1, fromRow: 0, toRow: map.y.length - 1 };

describe('a map as a CSV file', () => {
  test('goes out with its breakpoints and comes back as it was', () => {
    const csv = blockToCsv(rangeToTsv(map, WHOLE, true));
    expect(csv.split('\r\n')[0]).toBe(`"",${map.x.join(',')}`.replace('""', ''));
    const back = pastedInto(map, MAP_DEFINITIONS.ve, WHOLE, csvToBlock(csv));
    expect(back).toMatchObject({ ok: true, changes: [] });
  });

  test('comes in with semicolons and decimal commas, or with commas and quotes', () => {
    expect(csvToBlock('61,5;62\r\n60,5;61\r\n')).toBe('61,5\t62\n60,5\t61');
    expect(csvToBlock('"61,5","62"\n"60,5","61"\n')).toBe('61,5\t62\n60,5\t61');
    expect(csvToBlock('61.5,62\n60.5,61\n')).toBe('61.5\t62\n60.5\t61');
  });

  test('that is ragged, or text, is refused by the map with the place', () => {
    expect(pastedInto(map, MAP_DEFINITIONS.ve, WHOLE, csvToBlock('1;2\n3\n'))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/Row 2 of what was pasted has 1 cells/),
    });
    expect(pastedInto(map, MAP_DEFINITIONS.ve, WHOLE, csvToBlock('lean;2\n'))).toMatchObject({
      ok: false,
      message: expect.stringMatching(/“lean” is not a number/),
    });
  });
});
