import { strToU8, zipSync } from 'fflate';
import { calibrationFromJson, definitionAt, usedMaps } from '@/core/calibration';
import { stateSum } from '@/core/compare';
import { USUAL_UNITS } from '@/core/units';
import { everything } from '@tests/support/everything';
import { demo } from '@tests/support/ventisca';
import { buildReport } from './buildReport';
import { mapPicture } from './mapPicture';
import { packageContents } from './packageFile';
import { calibrationIn, isGarage, isPackage } from './unpack';

const DAY = new Date('2026-11-27T12:00:00Z');
const MOST = 8 * 1024 * 1024;
const zipped = (contents: Readonly<Record<string, string>>) =>
  zipSync(Object.fromEntries(Object.entries(contents).map(([name, text]) => [name, strToU8(text)])));

describe('a package', () => {
  const document = demo('ventisca', (draft) => (draft.note = 'Spare engine, short deck'));
  const contents = packageContents(document, USUAL_UNITS, DAY);

  test('holds the calibration, its report, its note and every map', () => {
    const names = Object.keys(contents);
    expect(names.slice(0, 3)).toEqual(['ventisca-2026-11-27.lumbre.json', 'report.html', 'note.txt']);
    expect(names.filter((name) => name.startsWith('maps/'))).toHaveLength(usedMaps(document).length);
    expect(contents['note.txt']).toBe('Spare engine, short deck\n');
  });

  test('a map in it is its cells with its axes, as a spreadsheet expects', () => {
    const lines = (contents['maps/cranking-fuel-map.csv'] ?? '').trim().split('\r\n');
    expect(lines.join('|')).toContain(String(document.maps.cranking?.x[0]));
    const numbers = lines.at(-1)?.split(',').map(Number) ?? [];
    expect(numbers.slice(-(document.maps.cranking?.values.length ?? 0))).toEqual(
      document.maps.cranking?.values,
    );
  });

  test('opens again as what it was, and remembers what that was', () => {
    const found = calibrationIn(zipped(contents), MOST);
    const read = calibrationFromJson(JSON.parse(found?.text ?? 'null'));
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    expect(read.document).toEqual({ ...document, lineage: [stateSum(document)] });
  });

  test('is told by how it begins', async () => {
    const begun = (bytes: Uint8Array) => isPackage(new Blob([bytes as Uint8Array<ArrayBuffer>]));
    expect(await begun(zipped({ a: 'b' }))).toBe(true);
    expect(await begun(strToU8('{"format":'))).toBe(false);
    expect(await begun(new Uint8Array())).toBe(false);
  });

  test('says whether a log is in it too', () => {
    expect(calibrationIn(zipped(contents), MOST)?.hasLog).toBe(false);
    expect(calibrationIn(zipped({ ...contents, 'log.json': '{}' }), MOST)?.hasLog).toBe(true);
    // What is listed behind the calibration counts too.
    expect(calibrationIn(zipped({ 'log.json': '{}', ...contents }), MOST)?.hasLog).toBe(true);
  });

  test('without a calibration, too large or damaged gives none, and never throws', () => {
    expect(isGarage(zipped({ 'garage.json': '{}', 'kept/a': '' }))).toBe(true);
    expect(isGarage(zipped(contents))).toBe(false);
    expect(isGarage(new Uint8Array([0x50, 0x4b, 3]))).toBe(false);
    expect(calibrationIn(zipped({ 'other.json': '{}' }), MOST)).toBeNull();
    expect(calibrationIn(zipped({ 'a.lumbre.json': 'x'.repeat(2000) }), 1000)).toBeNull();
    const whole = zipped(contents);
    for (let at = 0; at < whole.length; at += Math.ceil(whole.length / 60)) {
      const found = calibrationIn(whole.slice(0, at), MOST);
      if (found !== null) expect(typeof found.text).toBe('string');
      const flipped = whole.slice();
      flipped[at] = (flipped[at] as number) ^ 0xff;
      expect(() => calibrationIn(flipped, MOST)).not.toThrow();
    }
  });
});

describe('the report of a build', () => {
  test('has engine, sign-off, values, findings and every map as picture and table', () => {
    const document = demo();
    const html = buildReport(document, USUAL_UNITS);
    expect(html).toContain('6 cylinders, 2.46 L, supercharger');
    expect(html).toContain('Not signed.');
    expect(html).toContain('Guesses the engine lives on');
    for (const id of usedMaps(document)) expect(html).toContain(definitionAt(document, id).label);
    expect(html.match(/<svg /g)).toHaveLength(usedMaps(document).length);
  });

  test('has the builder’s own corrections too, and takes nothing typed as markup', () => {
    const document = everything();
    document.note = '<script>alert(1)</script>';
    const html = buildReport(document, USUAL_UNITS);
    for (const { name } of document.corrections) expect(html).toContain(name);
    expect(html).not.toContain('<script>');
    expect(html).toContain('&lt;script&gt;');
  });
});

describe('the picture of a map', () => {
  const map = { sources: [], cellSources: [] };

  test('of a surface is a rectangle a cell, the highest darkest and at the upper right', () => {
    const svg = mapPicture({ ...map, x: [1, 2], y: [10, 20], values: [0, 1, 2, 4] });
    expect(svg.match(/<rect /g)).toHaveLength(4);
    expect(svg).toContain('<rect x="0.0" y="12" width="160.00" height="12" fill="rgb(245,245,245)"/>');
    expect(svg).toContain('<rect x="160.0" y="0" width="160.00" height="12" fill="rgb(55,55,55)"/>');
  });

  test('of a curve is a line through its points; of a flat one a straight line', () => {
    expect(mapPicture({ ...map, x: [0, 10, 20], y: [], values: [1, 3, 2] })).toContain(
      'points="4.0,86.0 160.0,4.0 316.0,45.0"',
    );
    expect(mapPicture({ ...map, x: [0, 10], y: [], values: [2, 2] })).toContain(
      'points="4.0,86.0 316.0,86.0"',
    );
  });
});
