import fc from 'fast-check';
import type { Calibration } from '../calibration';
import { covered, type Place } from '../checks';
import { calibrationFromSheet, STARTER_SHEETS } from '../starters';
import { everything } from '@tests/support/everything';
import { demo, TEST_DAY } from '@tests/support/ventisca';
import { commonAncestor, differences, leaving, mergeOf, putPlaces, stateSum } from '.';

const copy = (document: Calibration) => JSON.parse(JSON.stringify(document)) as Calibration;
const placesOf = (own: Calibration, other: Calibration) => differences(own, other).map(({ place }) => place);
const sums = (document: Calibration) =>
  covered(document)
    .map(({ place, words, sum }) => `${place} ${words} ${sum}`)
    .sort();

const DOCUMENTS = [
  demo(),
  demo('pardela'),
  everything(),
  ...STARTER_SHEETS.map((sheet) => calibrationFromSheet(sheet, 'starter', sheet.name, TEST_DAY)),
];

/** Changes to a demo, each at a place of its own. */
const CHANGES: readonly (readonly [Place, (document: Calibration) => void])[] = [
  ['engine.compressionRatio', ({ engine }) => Object.assign(engine.compressionRatio ?? {}, { amount: 11.4 })],
  ['injectors.ratedFlow', ({ injectors }) => Object.assign(injectors.ratedFlow ?? {}, { amount: 480 })],
  ['trigger.crankEdge', ({ trigger }) => Object.assign(trigger.crankEdge ?? {}, { value: 'rising' })],
  ['maps.ve', ({ maps }) => maps.ve?.values.fill(71, 0, 3)],
  ['maps.spark', ({ maps }) => maps.spark?.values.fill(12, 4, 5)],
  [
    'outputs.fan',
    ({ outputs }) => Object.assign(outputs.find(({ id }) => id === 'fan') ?? {}, { name: 'Big fan' }),
  ],
  [
    'pins.coolant',
    ({ pins }) =>
      Object.assign(pins.assignments.find((entry) => entry.function === 'coolant') ?? {}, { pin: 'A15' }),
  ],
];

describe('differences', () => {
  test('a calibration has none to itself, nor to one that is only vouched for', () => {
    for (const document of DOCUMENTS) expect(differences(document, copy(document))).toEqual([]);
    const vouched = demo('ventisca', ({ injectors }) => {
      if (injectors.ratedFlow !== null) injectors.ratedFlow.source = { kind: 'measured', date: TEST_DAY };
    });
    expect(differences(demo(), vouched)).toEqual([]);
  });

  test.each(CHANGES)('%s is told, with its section and what each says', (place, change) => {
    const other = demo('ventisca', change);
    const found = differences(demo(), other);
    expect(found).toHaveLength(1);
    expect(found[0]).toMatchObject({ place, section: expect.stringMatching(/^[A-Z]/) });
    expect(found[0]?.own).not.toBeNull();
    expect(found[0]?.other).not.toBeNull();
  });

  test('of maps it says how many cells and by how much the other has more', () => {
    const values = demo().maps.spark?.values ?? [];
    const other = demo('ventisca', ({ maps }) =>
      maps.spark?.values.splice(4, 1, (values[4] as number) + 2.5),
    );
    expect(differences(demo(), other)[0]?.detail).toBe('1 cell changes, by +2.5 ° at most');
    expect(differences(other, demo())[0]?.detail).toBe('1 cell changes, by −2.5 ° at most');
  });

  test('what only one of them has is said to be on one side', () => {
    const other = demo('ventisca', (draft) => {
      draft.outputs = draft.outputs.filter(({ id }) => id !== 'fan');
    });
    expect(differences(demo(), other).find(({ place }) => place === 'outputs.fan')).toMatchObject({
      label: 'Fan',
      other: null,
    });
    expect(differences(other, demo()).find(({ place }) => place === 'outputs.fan')).toMatchObject({
      label: 'Fan',
      own: null,
    });
  });
});

describe('taking over', () => {
  test('everything of another makes them the same, whichever two they are', () => {
    for (const own of DOCUMENTS) {
      for (const other of DOCUMENTS) {
        const draft = copy(own);
        putPlaces(draft, other, placesOf(draft, other));
        // A choice that came along may leave fields with use that were set aside: they are there as in the other.
        putPlaces(draft, other, placesOf(draft, other));
        // The same in other units is no difference.
        expect([differences(draft, other), differences(other, draft)]).toEqual([[], []]);
      }
    }
  });

  test('only what is chosen changes, and the other stays as it is', () => {
    const other = demo();
    for (const [, change] of CHANGES) change(other);
    const text = JSON.stringify(other);
    fc.assert(
      fc.property(fc.subarray(CHANGES.map(([place]) => place)), (chosen) => {
        const draft = demo();
        putPlaces(draft, other, chosen);
        expect(placesOf(demo(), draft).sort()).toEqual([...chosen].sort());
        expect(JSON.stringify(other)).toBe(text);
      }),
      { numRuns: 25 },
    );
  });

  test('a bore taken from an engine given by displacement brings that along', () => {
    const other = demo('ventisca', ({ engine }) => {
      engine.geometry = 'displacement';
      engine.displacement = { amount: 2.4, unit: 'L', source: { kind: 'dataSheet', date: TEST_DAY } };
    });
    const draft = demo();
    putPlaces(draft, other, ['engine.displacement']);
    expect(draft.engine.geometry).toBe('displacement');
  });

  test('a place that is none is refused', () => {
    expect(() => putPlaces(demo(), demo(), ['nowhere.at.all' as Place])).toThrow(/There is no place/);
  });
});

describe('a common ancestor', () => {
  test('tells who changed what, and a merge of both keeps both', () => {
    const every = fc.constantFrom('own', 'other', 'alike', 'clash', 'none');
    fc.assert(
      fc.property(fc.array(every, { minLength: CHANGES.length, maxLength: CHANGES.length }), (who) => {
        const [own, other] = [demo(), demo()];
        CHANGES.forEach(([, change], i) => {
          if (who[i] === 'own' || who[i] === 'alike') change(own);
          if (who[i] === 'other' || who[i] === 'alike') change(other);
        });
        const changed = (kind: string) =>
          CHANGES.filter((_, i) => who[i] === kind)
            .map(([place]) => place)
            .sort();
        const merge = mergeOf(demo(), own, other);
        expect([...merge.own].sort()).toEqual(changed('own'));
        expect([...merge.other].sort()).toEqual(changed('other'));
        expect([...merge.alike].sort()).toEqual(changed('alike'));
        expect(merge.clashing).toEqual([]);
        putPlaces(own, other, merge.other);
        const both = demo();
        CHANGES.forEach(([, change], i) => {
          if (who[i] !== 'none' && who[i] !== 'clash') change(both);
        });
        expect(sums(own)).toEqual(sums(both));
      }),
      { numRuns: 25 },
    );
  });

  test('what both changed to different things clashes', () => {
    const flow = (amount: number) =>
      demo('ventisca', ({ injectors }) => Object.assign(injectors.ratedFlow ?? {}, { amount }));
    const merge = mergeOf(demo(), flow(500), flow(520));
    expect(merge.clashing).toEqual(['injectors.ratedFlow']);
    expect(mergeOf(demo(), flow(500), flow(500))).toMatchObject({
      alike: ['injectors.ratedFlow'],
      clashing: [],
    });
  });

  test('a removal on one side and a change on the other clash', () => {
    const gone = demo('ventisca', (draft) => {
      draft.outputs = draft.outputs.filter(({ id }) => id !== 'fan');
    });
    const renamed = demo('ventisca', ({ outputs }) =>
      Object.assign(outputs.find(({ id }) => id === 'fan') ?? {}, { name: 'Big fan' }),
    );
    expect(mergeOf(demo(), gone, renamed).clashing).toContain('outputs.fan');
  });
});

describe('where a calibration comes from', () => {
  const changed = () => demo('ventisca', CHANGES[1]?.[1]);
  const state = (name: string, document: Calibration) => ({ name, document });

  test('a state has a sum of its own, whoever vouches for it and whatever it is called', () => {
    const vouched = demo('ventisca', (draft) => {
      draft.name = 'Another';
      if (draft.injectors.ratedFlow !== null)
        draft.injectors.ratedFlow.source = { kind: 'measured', date: TEST_DAY };
    });
    expect(stateSum(vouched)).toBe(stateSum(demo()));
    expect(stateSum(changed())).not.toBe(stateSum(demo()));
    expect(stateSum(copy(demo()))).toBe(stateSum(demo()));
  });

  test('what left remembers it: the newest state that both come from is found', () => {
    const states = [
      state('newest', changed()),
      state('when it left', demo()),
      state('first', demo('pardela')),
    ];
    const away = leaving(demo());
    const edited = { ...away, injectors: { ...away.injectors, leastPulse: null } };
    expect(commonAncestor(states, edited)?.name).toBe('when it left');
    expect(commonAncestor(states, demo())).toBeNull();
    expect(commonAncestor([], edited)).toBeNull();
    expect(commonAncestor(states, leaving(changed()))?.name).toBe('newest');
  });

  test('it remembers each state once, the newest last, and no more than two dozen', () => {
    let document = demo();
    for (let amount = 300; amount < 340; amount += 1) {
      document = leaving({
        ...document,
        injectors: demo('ventisca', ({ injectors }) => Object.assign(injectors.ratedFlow ?? {}, { amount }))
          .injectors,
      });
    }
    expect(document.lineage).toHaveLength(24);
    expect(document.lineage.at(-1)).toBe(stateSum(document));
    expect(leaving(document).lineage).toEqual(document.lineage);
  });
});
