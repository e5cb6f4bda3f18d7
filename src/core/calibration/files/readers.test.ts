import fc from 'fast-check';
import { demo } from '@tests/support/ventisca';
import versionOne from '@tests/fixtures/calibration-version-1.json';
import versionTwo from '@tests/fixtures/calibration-version-2.json';
import versionThree from '@tests/fixtures/calibration-version-3.json';
import versionFour from '@tests/fixtures/calibration-version-4.json';
import { calibrationFromJson, fileProblemMessage } from './file';

type Json = Record<string, unknown>;

const VERSIONS: readonly Json[] = [
  versionOne,
  versionTwo,
  versionThree,
  versionFour,
  demo('ventisca') as unknown as Json,
];

/** Every place of a document that holds something, as a path. */
function placesOf(value: unknown, path: readonly string[] = []): string[][] {
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => [
    [...path, key],
    ...placesOf(inner, [...path, key]).slice(0, 300),
  ]);
}

function holderOf(document: Json, path: readonly string[]): Json {
  return path.slice(0, -1).reduce<Json>((at, key) => at[key] as Json, document);
}

/** Says what is wrong, with its place; empty for a document that was taken. */
function refusal(json: unknown): string {
  const result = calibrationFromJson(json);
  return result.ok ? '' : fileProblemMessage(result.problem);
}

const ODD = [
  undefined,
  null,
  0,
  -1,
  1e300,
  NaN,
  Infinity,
  '',
  'x',
  true,
  [],
  {},
  [[]],
  [null],
  { amount: null },
];

describe.each(VERSIONS.map((document) => [document['version'] as number, document] as const))(
  'a file of version %d',
  (_version, document) => {
    const places = placesOf(document);

    test('with anything in any place is taken or refused, and never thrown over', () => {
      fc.assert(
        fc.property(fc.constantFrom(...places), fc.constantFrom(...ODD), (path, odd) => {
          const damaged = structuredClone(document);
          holderOf(damaged, path)[path.at(-1) as string] = odd;
          expect(typeof refusal(damaged)).toBe('string');
        }),
        { numRuns: 150 },
      );
    });

    test('without any one of its sections is refused with its name, but for those that came later', () => {
      for (const section of Object.keys(document)) {
        const { [section]: _gone, ...rest } = document;
        const said = refusal(rest);
        if (section === 'review' || section === 'lineage') {
          expect(said).toBe('');
          continue;
        }
        expect(said).not.toBe('');
        if (section !== 'format' && section !== 'version') expect(said).toContain(section);
      }
    });

    test('without any two places is taken or refused', () => {
      fc.assert(
        fc.property(fc.constantFrom(...places), fc.constantFrom(...places), (one, other) => {
          const damaged = structuredClone(document);
          for (const path of [one, other]) {
            try {
              Reflect.deleteProperty(holderOf(damaged, path), path.at(-1) as string);
            } catch {
              // The other place was inside this one.
            }
          }
          expect(typeof refusal(damaged)).toBe('string');
        }),
        { numRuns: 100 },
      );
    });
  },
);

describe('a file too large to be one', () => {
  const nested = (levels: number): unknown => {
    let value: unknown = 1;
    for (let i = 0; i < levels; i += 1) value = [value];
    return value;
  };

  test.each(['engine', 'maps', 'note', 'sensors', 'outputs'])(
    'ten thousand levels deep in %s: with the place',
    (section) => {
      expect(refusal({ ...demo(), [section]: nested(10_000) })).toMatch(
        new RegExp(`\\(${section}(\\.\\d+)*\\): Nested more than 32 deep`),
      );
    },
  );

  // The list is measured, not read: a message for each of a million cells took minutes.
  test('a million bad cells: the length is said, not a million messages', () => {
    const document = demo();
    const values = Array.from({ length: 1_000_000 }, () => 'bad');
    const said = refusal({ ...document, maps: { ...document.maps, ve: { ...document.maps.ve, values } } });
    expect(said).toMatch(
      /Volumetric efficiency \(maps\.ve\.values\): Has 1000000 entries; 1024 are the most/,
    );
  });

  test('very many short lists', () => {
    const lists = Array.from({ length: 1000 }, () => Array.from({ length: 1000 }, () => 0));
    expect(refusal({ ...demo(), extra: lists })).toMatch(/more than 200000 values/);
  });

  test('a map of every cell there can be is taken', () => {
    const axis = (first: number, step: number) => Array.from({ length: 32 }, (_, i) => first + i * step);
    const document = demo();
    const largest = {
      x: axis(500, 200),
      y: axis(20, 5),
      values: Array.from({ length: 1024 }, () => 60),
      sources: [{ kind: 'computed' as const, date: '2026-11-23' }],
      cellSources: Array.from({ length: 1024 }, () => 0),
    };
    expect(refusal({ ...document, maps: { ...document.maps, ve: largest } })).toBe('');
  });
});

describe('breakpoints', () => {
  const withPressures = (y: readonly number[]) =>
    refusal(
      demo('ventisca', ({ maps }) => {
        if (maps.ve === null) return;
        maps.ve.y = [...y];
        maps.ve.values = y.flatMap(() => (maps.ve?.x ?? []).map(() => 60));
        maps.ve.cellSources = maps.ve.values.map(() => 0);
      }),
    );

  test.each([
    [[20, 100, 100.1], ''],
    [[20, 100, 100.09], /Breakpoint 100.09 is too close to 100: they stand 0.1 kPa abs apart at least/],
    [[20, 100, 100.00001], /too close/],
    [[20, 100, 100], /does not increase after 100/],
  ])('%j kPa', (pressures, message) => {
    if (message === '') expect(withPressures(pressures)).toBe('');
    else expect(withPressures(pressures)).toMatch(message);
  });
});
