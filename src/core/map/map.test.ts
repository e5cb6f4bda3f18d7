import type { Source } from '../field';
import { cellLimitMessage, editedCells, withCells } from './editMap';
import { AXES, type MapDefinition } from './mapDefinition';
import { type MapData, mapSchema } from './mapSchema';
import { acceptedMap, proposalDifference } from './proposal';

const DEFINITION: MapDefinition = {
  id: 'test',
  label: 'Test map',
  unit: '%',
  min: 0,
  max: 150,
  decimals: 1,
  step: 0.5,
  x: AXES.speed,
  y: AXES.manifoldPressure,
  help: { what: '', usual: '', changes: '' },
};
const COMPUTED: Source = { kind: 'computed', date: '2026-11-23' };
const TYPED: Source = { kind: 'estimated', date: '2026-11-24' };

function mapOf(x: number[], y: number[], values: number[]): MapData {
  return { x, y, values, sources: [COMPUTED], cellSources: values.map(() => 0) };
}

const SMALL = mapOf([1000, 2000], [40, 90], [60, 70, 64, 80]);

describe('editing', () => {
  const all = { fromColumn: 0, toColumn: 1, fromRow: 0, toRow: 1 };
  const top = { fromColumn: 0, toColumn: 1, fromRow: 1, toRow: 1 };

  test.each([
    [{ kind: 'set', amount: 50 } as const, [60, 70, 50, 50]],
    [{ kind: 'add', amount: -4 } as const, [60, 70, 60, 76]],
    [{ kind: 'percent', amount: 5 } as const, [60, 70, 67.2, 84]],
  ])('%p changes the range and nothing else', (operation, values) => {
    const result = editedCells(SMALL, DEFINITION, top, operation);
    if (!result.ok) throw new Error('refused');
    expect(withCells(SMALL, result.changes, TYPED).values).toEqual(values);
  });

  test('an edit that would leave the limits is refused whole, with the cell named', () => {
    const result = editedCells(SMALL, DEFINITION, all, { kind: 'percent', amount: 100 });
    expect(result).toMatchObject({ ok: false, problem: { column: 1, row: 1, value: 160 } });
    if (!result.ok) {
      expect(cellLimitMessage(SMALL, DEFINITION, result.problem)).toBe(
        'Test map at 2000 rev/min, 90 kPa abs would become 160.0 %. It must stay within 0 to 150 %. Nothing was changed.',
      );
    }
  });

  test('changed cells carry the new source, the others keep theirs', () => {
    const edited = withCells(SMALL, [{ index: 3, value: 81 }], TYPED);
    expect(edited.cellSources.map((i) => edited.sources[i]?.kind)).toEqual([
      'computed',
      'computed',
      'computed',
      'estimated',
    ]);
    expect(SMALL.values[3]).toBe(80);
  });

  test('sources no cell uses are forgotten, equal ones are kept once', () => {
    const indices = [0, 1, 2, 3].map((index) => ({ index, value: 1 }));
    const once = withCells(SMALL, indices, TYPED);
    const twice = withCells(once, indices, { ...TYPED });
    expect(once.sources).toEqual([TYPED]);
    expect(twice.sources).toEqual([TYPED]);
  });
});

describe('proposals', () => {
  const after = { ...SMALL, values: [61, 70, 66, 80] };
  const proposal = { mapId: 'test', before: SMALL, after, reasons: [] };

  test('the difference is new minus old', () => {
    expect(proposalDifference(proposal)).toEqual([1, 0, 2, 0]);
  });

  test('accepting a region leaves the rest alone', () => {
    const region = { fromColumn: 0, toColumn: 1, fromRow: 1, toRow: 1 };
    expect(acceptedMap(proposal, region).values).toEqual([60, 70, 66, 80]);
  });

  test('each cell of a region keeps the source that the proposal gives it', () => {
    const [one, other] = [
      { ...TYPED, note: 'one' },
      { ...TYPED, note: 'other' },
    ];
    const mixed = {
      ...after,
      values: [61, 71, 67, 80],
      sources: [...SMALL.sources, one, other],
      cellSources: [1, 2, 2, 0],
    };
    const part = acceptedMap(
      { ...proposal, after: mixed },
      { fromColumn: 0, toColumn: 1, fromRow: 0, toRow: 0 },
    );
    const from = part.cellSources.map((of) => part.sources[of]?.note);
    expect(part.values).toEqual([61, 71, 64, 80]);
    expect(from.slice(0, 2)).toEqual(['one', 'other']);
    expect(from.slice(2)).not.toContain('other');
  });

  test('a proposal for a new map cannot be accepted in part', () => {
    expect(() =>
      acceptedMap({ ...proposal, before: null }, { fromColumn: 0, toColumn: 0, fromRow: 0, toRow: 0 }),
    ).toThrow(RangeError);
  });
});

describe('schema', () => {
  const schema = mapSchema(DEFINITION);
  const path = (map: unknown) => schema.safeParse(map).error?.issues[0]?.path.join('.');

  test('takes a sound map and an empty place', () => {
    expect(schema.safeParse(SMALL).success).toBe(true);
    expect(schema.safeParse(null).success).toBe(true);
  });

  test.each([
    ['an axis that does not increase', { ...SMALL, x: [2000, 1000] }, 'x.1'],
    ['too few values', { ...SMALL, values: [1, 2, 3] }, 'values'],
    ['a value out of range', { ...SMALL, values: [60, 70, 999, 80] }, 'values.2'],
    ['a source that is not there', { ...SMALL, cellSources: [0, 0, 0, 7] }, 'cellSources.3'],
    ['a breakpoint out of range', { ...SMALL, y: [40, 9000] }, 'y.1'],
  ])('refuses %s, naming the place', (_what, map, place) => {
    expect(path(map)).toBe(place);
  });
});
