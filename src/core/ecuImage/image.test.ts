import fc from 'fast-check';
import { demo } from '@tests/support/ventisca';
import { calibrationSchema } from '../calibration';
import type { MapData } from '../map';
import { MAP_IDS } from '../program';
import {
  buildSum,
  cellsFrom,
  documentOf,
  IMAGE_SECTIONS,
  imageOf,
  imageSums,
  mapOfSection,
  sectionSum,
  withCells,
} from './index';

const document = demo();
const ve = document.maps.ve as MapData;
const image = imageOf(document);

describe('an image', () => {
  test('has a section for which document it is, for every part and for every map, and none for what is kept here', () => {
    expect(IMAGE_SECTIONS).toEqual(expect.arrayContaining(['about', ...MAP_IDS.map((id) => `maps.${id}`)]));
    expect(new Set(IMAGE_SECTIONS).size).toBe(IMAGE_SECTIONS.length);
    const elsewhere = ['review', 'lineage', 'maps', 'format', 'version', 'name', 'note', 'standIn'];
    expect(IMAGE_SECTIONS.filter((id) => id !== 'about' && !id.startsWith('maps.'))).toEqual(
      Object.keys(calibrationSchema.shape).filter((key) => !elsewhere.includes(key)),
    );
    expect(image.about).toEqual({
      format: document.format,
      version: document.version,
      name: document.name,
      note: document.note,
      standIn: document.standIn,
    });
    expect(image['maps.ve']).toBe(ve);
    expect(image.engine).toBe(document.engine);
    expect(imageOf(document)).toBe(image);
  });

  test('is a document again, with nothing decided about it', () => {
    const read = documentOf(JSON.parse(JSON.stringify(image)) as Record<string, unknown>);
    expect(read.ok).toBe(true);
    if (!read.ok) return;
    expect(imageSums(imageOf(read.document))).toEqual(imageSums(image));
    expect(read.document.name).toBe(document.name);
    expect(read.document.review).not.toEqual(expect.objectContaining({ signedOff: expect.anything() }));
  });

  test.each([
    ['nothing that says which it is', { ...image, about: undefined }],
    ['text in that place', { ...image, about: 'x' }],
    ['a map of another shape', { ...image, 'maps.ve': { x: [1] } }],
    ['a part that is none', { ...image, engine: 3 }],
  ])('with %s is no document', (_, broken) => {
    expect(documentOf(broken)).toMatchObject({ ok: false });
  });

  test('without a map is a document without it', () => {
    const read = documentOf({ ...image, 'maps.ve': undefined });
    expect(read).toMatchObject({ ok: true, document: { maps: { ve: null } } });
  });

  test('maps are told from other sections by name', () => {
    expect(mapOfSection('maps.ve')).toBe('ve');
    for (const id of ['ve', 'maps.', 'maps.none', 'engine', 'about', 'xmaps.ve']) {
      expect(mapOfSection(id)).toBeNull();
    }
  });
});

describe('a sum', () => {
  test('does not hear of which document it is, nor of where a value is from', () => {
    expect(sectionSum('about', { name: 'one' })).toBe(sectionSum('about', { name: 'other' }));
    const vouched = {
      ...ve,
      sources: ve.sources.map((is) => ({ ...is, note: 'by hand' })),
      computedFrom: null,
    };
    expect(sectionSum('maps.ve', vouched)).toBe(sectionSum('maps.ve', ve));
    const { engine } = document;
    const bore = engine.bore as NonNullable<typeof engine.bore>;
    const measured = {
      ...engine,
      bore: { ...bore, source: { ...bore.source, note: 'with a gauge' } },
      more: undefined,
    };
    expect(sectionSum('engine', measured)).toBe(sectionSum('engine', engine));
    expect(sectionSum('engine', { ...engine, bore: { ...bore, amount: bore.amount + 0.1 } })).not.toBe(
      sectionSum('engine', engine),
    );
    // Deep inside lists as well.
    expect(sectionSum('outputs', [{ is: 1, source: 'guess' }])).toBe(
      sectionSum('outputs', [{ is: 1, source: 'measured' }]),
    );
    expect(sectionSum('outputs', [{ is: 1 }])).not.toBe(sectionSum('outputs', [{ is: 2 }]));
    expect(sectionSum('maps.ve', null)).not.toBe(sectionSum('maps.ve', ve));
    expect(sectionSum('name', 'text')).not.toBe(sectionSum('name', 'other'));
  });

  test('hears of every cell', () => {
    fc.assert(
      fc.property(fc.nat(ve.values.length - 1), fc.double({ min: 0.01, max: 50, noNaN: true }), (at, by) => {
        const other = withCells(ve, [{ index: at, value: (ve.values[at] as number) + by }]);
        expect(sectionSum('maps.ve', other)).not.toBe(sectionSum('maps.ve', ve));
      }),
      { numRuns: 40 },
    );
  });

  test('of the build hears of breakpoints, parts and whether a map is there, and of no cell', () => {
    const built = buildSum(image);
    const withVe = (map: MapData | null | undefined) => buildSum({ ...image, 'maps.ve': map });
    expect(withVe(withCells(ve, [{ index: 0, value: 12 }]))).toBe(built);
    expect(withVe({ ...ve, x: ve.x.map((x) => x + 1) })).not.toBe(built);
    expect(withVe({ ...ve, y: (ve.y ?? []).map((y) => y + 1) })).not.toBe(built);
    expect(withVe(null)).not.toBe(built);
    expect(withVe(undefined)).toBe(withVe(null));
    expect(buildSum({ ...image, engine: { ...document.engine, label: 'Other' } })).not.toBe(built);
    expect(buildSum({ ...image, about: {} })).toBe(built);
  });
});

describe('cells', () => {
  const map: MapData = { ...ve, x: [1, 2], y: [5, 6], values: [10, 20, 30, 40] };

  test('go into a map, all of them or none, and leave what it was as it was', () => {
    expect(withCells(map, [{ index: 3, value: 41 }])?.values).toEqual([10, 20, 30, 41]);
    expect(withCells(map, [])?.values).toEqual([10, 20, 30, 40]);
    expect(withCells(map, [{ index: 4, value: 1 }])).toBeNull();
    expect(
      withCells(map, [
        { index: 0, value: 1 },
        { index: 9, value: 1 },
      ]),
    ).toBeNull();
    expect(map.values).toEqual([10, 20, 30, 40]);
  });

  test('that differ are named by place with the wanted number; other breakpoints are no matter of cells', () => {
    expect(cellsFrom({ ...map, values: [10, 21, 30, 44] }, map)).toEqual([
      { index: 1, value: 21 },
      { index: 3, value: 44 },
    ]);
    expect(cellsFrom(map, map)).toEqual([]);
    expect(cellsFrom(map, { ...map, x: [1, 3] })).toBeNull();
    expect(cellsFrom(map, { ...map, y: [5, 7] })).toBeNull();
    expect(cellsFrom(map, { ...map, x: [1, 2, 3] })).toBeNull();
    expect(cellsFrom({ ...map, values: [1, 2, 3] }, map)).toBeNull();
  });

  test('put in what differs, and nothing differs', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { minLength: 4, maxLength: 4 }),
        (values) => {
          const wanted = { ...map, values };
          const cells = cellsFrom(wanted, map) ?? [];
          expect(withCells(map, cells)?.values).toEqual(values);
        },
      ),
    );
  });
});
