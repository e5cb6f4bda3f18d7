import fc from 'fast-check';
import { demo } from '@tests/support/ventisca';
import type { Calibration } from '@/core/calibration';
import { cellsEdited, edited, historyOf, redone, undone, type History } from './history';

/** Edits of the kinds the screens make. */
const edits: Readonly<Record<string, (document: Calibration, value: number) => void>> = {
  typeBore: ({ engine }, value) => {
    if (engine.bore !== null) engine.bore.amount = 60 + (value % 50);
  },
  emptyStroke: ({ engine }) => {
    engine.stroke = null;
  },
  switchGeometry: ({ engine }) => {
    engine.geometry = engine.geometry === 'displacement' ? 'boreAndStroke' : 'displacement';
  },
  editCell: ({ maps }, value) => {
    const map = maps.ve;
    if (map !== null) map.values[value % map.values.length] = 40 + (value % 60);
  },
  dropMap: ({ maps }) => {
    maps.spark = null;
  },
  addDeadTimePoint: ({ injectors }, value) => {
    injectors.deadTime?.rows.push({ volts: 16.1 + value / 1000, times: [null, 0.7, null] });
  },
};

/** What a builder does: edits, undo, redo. */
const actions = fc.array(
  fc.oneof(
    { weight: 4, arbitrary: fc.record({ kind: fc.constantFrom(...Object.keys(edits)), value: fc.nat(500) }) },
    { weight: 2, arbitrary: fc.constant({ kind: 'undo', value: 0 }) },
    { weight: 1, arbitrary: fc.constant({ kind: 'redo', value: 0 }) },
  ),
  { maxLength: 40 },
);

/** The same, the slow and certain way: a list of whole documents. */
class Copies {
  private readonly documents: Calibration[];
  private at = 0;
  constructor(first: Calibration) {
    this.documents = [first];
  }
  get current(): Calibration {
    return this.documents[this.at] as Calibration;
  }
  do(kind: string, value: number): void {
    if (kind === 'undo') this.at = Math.max(0, this.at - 1);
    else if (kind === 'redo') this.at = Math.min(this.documents.length - 1, this.at + 1);
    else {
      const next = structuredClone(this.current);
      edits[kind]?.(next, value);
      if (JSON.stringify(next) === JSON.stringify(this.current)) return;
      this.documents.splice(this.at + 1, Infinity, next);
      this.at += 1;
    }
  }
}

function after(history: History, kind: string, value: number): History {
  if (kind === 'undo') return undone(history);
  if (kind === 'redo') return redone(history);
  return edited(history, kind, (draft) => edits[kind]?.(draft as Calibration, value));
}

describe('history', () => {
  test('any run of edits, undo and redo gives what copies of the document would give', () => {
    const base = demo();
    fc.assert(
      fc.property(actions, (steps) => {
        const copies = new Copies(base);
        let history = historyOf(base);
        for (const { kind, value } of steps) {
          copies.do(kind, value);
          history = after(history, kind, value);
          expect(JSON.stringify(history.document)).toBe(JSON.stringify(copies.current));
        }
      }),
      { numRuns: 60 },
    );
  });

  test('undoing everything comes back to the first document', () => {
    let history = historyOf(demo());
    for (let i = 0; i < 50; i += 1) history = after(history, 'editCell', i);
    while (history.past.length > 0) history = undone(history);
    expect(history.document).toEqual(demo());
    expect(history.future).toHaveLength(50);
  });

  test('an edit that changes nothing is no step', () => {
    const history = historyOf(demo());
    expect(edited(history, 'Nothing', () => undefined)).toBe(history);
  });

  test('a new edit ends the way forward', () => {
    const once = after(historyOf(demo()), 'typeBore', 3);
    expect(after(undone(once), 'dropMap', 0).future).toEqual([]);
  });
});

describe('cells of a map put at once', () => {
  const document = demo();
  const map = document.maps.ve;
  if (map === null) throw new Error('No map');
  const changes = fc.array(
    fc.record({
      index: fc.nat(map.values.length - 1),
      value: fc.double({ min: 10, max: 120, noNaN: true }),
      source: fc.nat(1),
    }),
    { maxLength: map.values.length * 2 },
  );

  test('are what a draft makes of them, back and forth, and nothing else is another one', () => {
    fc.assert(
      fc.property(changes, (list) => {
        const next = { ...map, values: [...map.values], cellSources: [...map.cellSources] };
        next.sources = [...map.sources, { kind: 'measured', date: '2026-11-26' }];
        for (const { index, value, source } of list) {
          next.values[index] = value;
          next.cellSources[index] = source;
        }
        const there = cellsEdited(historyOf(document), 'Cells', 've', next);
        const slow = edited(historyOf(document), 'Cells', ({ maps }) => {
          maps.ve = structuredClone(next);
        });
        expect(there.document).toEqual(slow.document);
        expect(there.document.maps.spark).toBe(document.maps.spark);
        const back = undone(there);
        expect(back.document).toEqual(document);
        expect(redone(back).document).toEqual(there.document);
      }),
    );
  });

  test('a few are kept as a few patches, most of them in one piece, and none is no step', () => {
    const patches = (count: number) => {
      const values = map.values.map((value, i) => (i < count ? value + 1 : value));
      const { past } = cellsEdited(historyOf(document), 'Cells', 've', { ...map, values });
      return past[0]?.patches.length ?? 0;
    };
    expect(patches(3)).toBe(3);
    expect(patches(map.values.length)).toBe(1);
    expect(patches(0)).toBe(0);
  });

  test('in a map that is not there are refused', () => {
    const empty = demo('ventisca', ({ maps }) => {
      maps.ve = null;
    });
    expect(() => cellsEdited(historyOf(empty), 'Cells', 've', map)).toThrow('There is no map ve');
  });

  test('of a correction land in its own map', () => {
    const own = { ...map, values: map.values.map(() => 1) };
    const withOwn = demo('ventisca', ({ corrections }) => {
      corrections.push({
        id: 'own',
        name: 'Own',
        enabled: true,
        on: 'fuel',
        operation: 'multiply',
        x: 'speed',
        y: 'manifoldPressure',
        activation: null,
        map: own,
      });
    });
    const next = { ...own, values: own.values.map((value, i) => (i === 5 ? 1.1 : value)) };
    const there = cellsEdited(historyOf(withOwn), 'Cells', 'correction-own', next);
    expect(there.document.corrections[0]?.map.values[5]).toBe(1.1);
    expect(undone(there).document).toEqual(withOwn);
  });
});
