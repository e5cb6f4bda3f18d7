import { demo } from '@tests/support/ventisca';
import { mistaken, MISTAKES } from '@tests/support/mistakes';
import {
  baseValue,
  type Calibration,
  calibrationFromJson,
  calibrationToText,
  conversionContext,
  emptyCalibration,
  fieldInfo,
  SECTION_IDS,
  sectionFields,
  valueAt,
} from '../calibration';
import type { QuantityFieldInfo, QuantityValue } from '../field';
import { inUnit, unitsOf } from '../units';
import { reviewed, withAcceptance, withoutAcceptance } from './accepted';
import { neutralMap } from '../correction/schema';
import { MAX_COVERED_WORDS } from '../review';
import { changesBetween, covered } from './covered';
import { placeLabel } from './places';
import { readiness, signedChanges, signOffState, withSignOff } from './signOff';

const DAY = '2026-11-26';
const BY = { name: 'Inés Quiroga', note: 'Cold morning, first key', date: DAY };

/** A demo in which everything unwise has been accepted. */
function decided(id: 'ventisca' | 'pardela' = 'ventisca'): Calibration {
  let document = demo(id);
  for (const finding of readiness(document).toDecide) {
    document = { ...document, review: withAcceptance(document, finding, `Seen: ${finding.id}`, DAY) };
  }
  return document;
}

const signed = (document = decided()): Calibration => ({ ...document, review: withSignOff(document, BY) });

/** The places that changed since a signed document was signed, after a change to it. */
function changedBy(recipe: (draft: Calibration) => void, document = signed()) {
  const draft = structuredClone(document);
  recipe(draft);
  return signedChanges(draft);
}

const places = (recipe: (draft: Calibration) => void) => changedBy(recipe).map(({ place }) => place);

describe('before it can be signed', () => {
  test('nothing may be empty', () => {
    const document = emptyCalibration('New', DAY);
    expect(readiness(document)).toMatchObject({ ready: false });
    expect(readiness(document).empty).toBeGreaterThan(15);
    expect(() => withSignOff(document, BY)).toThrow(/cannot be signed/);
  });

  test('what stands between is told apart by how grave it is, and guesses are those the engine lives on', () => {
    for (const document of MISTAKES.map((mistake) => mistaken(mistake))) {
      const { open } = reviewed(document);
      const of = (grade: string) => open.filter(({ severity }) => severity === grade);
      const { inTheWay, toDecide, ready } = readiness(document);
      expect(inTheWay).toEqual(of('blocks'));
      expect(toDecide).toEqual(of('warns'));
      expect(ready).toBe(of('blocks').length + of('warns').length === 0);
    }
    const document = demo('ventisca', ({ injectors, overrun }) => {
      if (injectors.ratedFlow !== null) injectors.ratedFlow.source = { kind: 'estimated', date: DAY };
      if (overrun.delayIn !== null) overrun.delayIn.source = { kind: 'estimated', date: DAY };
    });
    const { guesses } = readiness(document);
    expect(guesses.map(({ place }) => place)).toContain('injectors.ratedFlow');
    expect(guesses.every(({ isLife, isConfirmed }) => isLife && !isConfirmed)).toBe(true);
    expect(guesses.map(({ place }) => place)).not.toContain('overrun.delayIn');
  });

  test('it says that there is none, and nothing has changed since', () => {
    expect(signOffState(demo())).toEqual({ kind: 'none' });
    expect(signedChanges(demo())).toEqual([]);
    const document = signed();
    expect(signOffState(document)).toBe(signOffState(document));
  });

  test('a piece of advice that comes up later does not end it', () => {
    const document = signed();
    const advised = structuredClone(document);
    const before = reviewed(advised).open.filter(({ severity }) => severity === 'advises').length;
    // An estimate of a curve is advice, and no value changes by it.
    if (advised.sensors.coolant.resistances !== null)
      advised.sensors.coolant.resistances.source = { kind: 'estimated', date: DAY };
    const fresh = structuredClone(advised);
    expect(reviewed(fresh).open.filter(({ severity }) => severity === 'advises').length).toBeGreaterThan(
      before,
    );
    expect(signOffState(fresh).kind).toBe('holds');
  });

  test('nothing may stand in the way, whatever has been accepted', () => {
    const blocked = MISTAKES.map((mistake) => mistaken(mistake)).filter(
      (document) => readiness(document).inTheWay.length > 0,
    );
    expect(blocked.length).toBeGreaterThan(0);
    for (const document of blocked) expect(() => withSignOff(document, BY)).toThrow(RangeError);
  });

  test('what is unwise is cured, or accepted with a reason', () => {
    const open = demo('ventisca');
    expect(readiness(open).toDecide.length).toBeGreaterThan(0);
    expect(readiness(open).ready).toBe(false);
    expect(readiness(decided()).ready).toBe(true);
  });

  test('guesses may stay, and are named', () => {
    const document = decided();
    const { signOff } = withSignOff(document, BY);
    expect(readiness(document).guesses.length).toBeGreaterThan(0);
    expect(signOff?.guesses).toEqual(readiness(document).guesses.map(({ place }) => place));
  });
});

describe('a sign-off', () => {
  test.each(['ventisca', 'pardela'] as const)('of %s holds, and comes back from its file', (id) => {
    const document = signed(decided(id));
    const { signOff } = document.review;
    expect(signOff).toMatchObject(BY);
    expect(signOff?.accepted.map(({ check }) => check)).toEqual(
      reviewed(document).accepted.map(({ finding }) => finding.id),
    );
    expect(signOffState(document).kind).toBe('holds');
    const read = calibrationFromJson(JSON.parse(calibrationToText(document)));
    expect(read.ok && signOffState(read.document).kind).toBe('holds');
    expect(read.ok && read.document.review).toEqual(document.review);
  });

  test('shortens long words to what it may keep', () => {
    const [pump] = demo('ventisca').outputs;
    const long = demo('ventisca', ({ outputs }) => {
      const [condition] = outputs[0]?.conditions ?? [];
      if (condition !== undefined) outputs[0]?.conditions.push({ ...condition }, { ...condition });
      if (outputs[0] !== undefined) outputs[0].name = 'A name'.padEnd(60, '.');
    });
    const words = covered(long).find(({ place }) => place === `outputs.${pump?.id}`)?.words ?? '';
    expect(words).toHaveLength(200);
    expect(words.endsWith('…')).toBe(true);
  });

  test('covers every place once, each by a name', () => {
    const document = decided();
    const all = covered(document).map(({ place }) => place);
    expect(new Set(all).size).toBe(all.length);
    for (const part of ['engine.', 'sensors.coolant.', 'pins.', 'outputs.', 'maps.ve', 'maps.spark'])
      expect(all.some((place) => place.startsWith(part))).toBe(true);
    for (const place of all) expect(placeLabel(document, place as 'engine.bore')).not.toBe('');
  });
});

describe('a later change is named', () => {
  test('with what was signed and what it is now', () => {
    const change = changedBy(({ injectors }) => {
      if (injectors.ratedFlow !== null) injectors.ratedFlow.amount = 700;
    });
    const before = demo('ventisca').injectors.ratedFlow;
    expect(change).toEqual([
      { place: 'injectors.ratedFlow', before: `${before?.amount} cm³/min`, now: '700 cm³/min' },
    ]);
  });

  test('whichever quantity it is', () => {
    const document = signed();
    const paths = SECTION_IDS.flatMap(sectionFields).filter((path) => fieldInfo(path)?.kind === 'quantity');
    const coveredPlaces = new Set<string>(covered(document).map(({ place }) => place));
    const tried = paths.filter((path) => coveredPlaces.has(path));
    expect(tried.length).toBeGreaterThan(60);
    for (const path of tried) {
      const found = places((draft) => {
        const value = valueAt(draft, path) as QuantityValue;
        value.amount = value.amount === 0 ? 1 : value.amount * 1.01;
      });
      expect(found).toContain(path);
    }
  });

  test('in a map, a table, an order, a choice, a pin, an output', () => {
    expect(places(({ maps }) => void ((maps.ve as { values: number[] }).values[7] = 91))).toEqual([
      'maps.ve',
    ]);
    expect(places(({ maps }) => void ((maps.spark as { x: number[] }).x[1] = 777))).toEqual(['maps.spark']);
    expect(places(({ injectors }) => void injectors.deadTime?.rows.pop())).toContain('injectors.deadTime');
    expect(places(({ engine }) => void engine.firingOrder?.value.reverse())).toContain('engine.firingOrder');
    const moved = places(({ pins }) => void ((pins.assignments[0] as { pin: string }).pin = 'Z9'));
    expect(moved).toEqual([`pins.${demo('ventisca').pins.assignments[0]?.function}`]);
    const [pump] = demo('ventisca').outputs;
    expect(
      places(({ outputs }) => {
        const condition = outputs[0]?.conditions[0];
        if (condition !== undefined) condition.threshold += 1;
      }),
    ).toEqual([`outputs.${pump?.id}`]);
  });

  test('in a correction: its settings, its cells, its axes', () => {
    const withOwn = demo('ventisca', (draft) => {
      const shape = { on: 'fuel', operation: 'multiply', x: 'coolant', y: null } as const;
      const map = neutralMap(shape, { kind: 'measured', date: DAY });
      draft.corrections = [{ id: 'own', name: 'Own', enabled: true, ...shape, activation: null, map }];
    });
    const was = covered(withOwn);
    const after = (change: (own: Calibration['corrections'][number]) => void) => {
      const draft = structuredClone(withOwn);
      const [own] = draft.corrections;
      if (own !== undefined) change(own);
      return changesBetween(was, covered(draft)).map(({ place }) => place);
    };
    expect(after(() => undefined)).toEqual([]);
    expect(after((own) => void (own.enabled = false))).toEqual(['corrections.own']);
    expect(after((own) => void own.map.values.splice(0, 1, 1.2))).toEqual(['corrections.own']);
    expect(after((own) => void own.map.x.splice(0, 1, -39))).toEqual(['corrections.own']);
    expect(after((own) => void (own.map.sources = [{ kind: 'computed', date: DAY }]))).toEqual([]);
  });

  test('without an engine computer no pin is covered; a map is covered with its size, where it is there', () => {
    const bare = demo('ventisca', ({ pins, maps }) => {
      pins.ecu = null;
      maps.ve = null;
    });
    const all = covered(bare);
    expect(all.some(({ place }) => place.startsWith('pins.'))).toBe(false);
    expect(all.some(({ place }) => place === 'maps.ve')).toBe(false);
    const words = (place: string) => covered(demo()).find((entry) => entry.place === place)?.words;
    expect(words('maps.ve')).toBe('16 × 12 cells');
    expect(words('maps.cranking')).toBe('8 points');
    expect(all.every((entry) => typeof entry.place === 'string')).toBe(true);
  });

  test('words are kept whole up to their most, and shortened beyond', () => {
    const named = (length: number) => {
      const draft = demo('ventisca', ({ corrections }) => {
        const shape = { on: 'fuel', operation: 'multiply', x: 'coolant', y: null } as const;
        const map = neutralMap(shape, { kind: 'measured', date: DAY });
        corrections.push({
          id: 'own',
          name: 'n'.repeat(length),
          enabled: true,
          ...shape,
          activation: null,
          map,
        });
      });
      return covered(draft).find(({ place }) => place === 'corrections.own')?.words ?? '';
    };
    expect(named(MAX_COVERED_WORDS)).toBe('n'.repeat(MAX_COVERED_WORDS));
    expect(named(MAX_COVERED_WORDS + 1)).toBe(`${'n'.repeat(MAX_COVERED_WORDS - 1)}…`);
  });

  test('a quantity that reads as before is as before; a choice or a map is judged by what it is', () => {
    const [one, two] = [
      [{ place: 'engine.bore', words: '84 mm', sum: 1 }],
      [{ place: 'engine.bore', words: '84 mm', sum: 2 }],
    ];
    expect(changesBetween(one, two)).toEqual([]);
    const at = (place: string) => (sum: number) => [{ place, words: 'Same words', sum }];
    for (const place of ['engine.induction', 'maps.ve', 'outputs.fan', 'injectors.deadTime']) {
      const entry = at(place);
      expect(changesBetween(entry(1), entry(2))).toHaveLength(1);
      expect(changesBetween(entry(1), entry(1))).toEqual([]);
    }
  });

  test('by what was taken out, and by what was put in', () => {
    const [pump] = demo('ventisca').outputs;
    const gone = changedBy(({ outputs }) => void outputs.shift());
    expect(gone).toContainEqual({
      place: `outputs.${pump?.id}`,
      before: expect.stringMatching(/^Fuel pump: On with time since key on below 3 s/),
      now: null,
    });
    const added = changedBy(
      ({ outputs }) => void outputs.push({ ...outputs[1], id: 'more' } as (typeof outputs)[0]),
    );
    expect(added).toContainEqual(expect.objectContaining({ place: 'outputs.more', before: null }));
  });

  test('and with it what is found that was not when it was signed', () => {
    const draft = structuredClone(signed());
    if (draft.injectors.ratedFlow !== null) draft.injectors.ratedFlow.amount = 150;
    const state = signOffState(draft);
    expect(state.kind === 'outdated' && state.found.map(({ id }) => id)).toContain('injectors.duty');
  });

  test('when what was accepted is opened again', () => {
    const document = signed();
    const [first] = reviewed(document).accepted;
    if (first === undefined) throw new RangeError('Nothing was accepted');
    const state = signOffState({ ...document, review: withoutAcceptance(document, first.finding) });
    expect(state).toMatchObject({ kind: 'outdated', changes: [], found: [{ id: first.finding.id }] });
  });
});

describe('it holds', () => {
  test('when a value is put back', () => {
    const draft = structuredClone(signed());
    const { ratedFlow } = draft.injectors;
    if (ratedFlow === null) throw new RangeError('No flow');
    const { amount } = ratedFlow;
    ratedFlow.amount = 700;
    expect(signOffState(structuredClone(draft)).kind).toBe('outdated');
    ratedFlow.amount = amount;
    expect(signOffState(structuredClone(draft)).kind).toBe('holds');
  });

  test('in every other unit of every quantity', () => {
    const document = signed();
    const inWords = new Map(covered(document).map(({ place, words }) => [place as string, words]));
    for (const path of SECTION_IDS.flatMap(sectionFields)) {
      const info = fieldInfo(path);
      const value = valueAt(document, path) as QuantityValue | null;
      if (info?.kind !== 'quantity' || value === null || !inWords.has(path)) continue;
      const { quantity } = info as QuantityFieldInfo;
      for (const { id } of unitsOf(quantity)) {
        const found = places((draft) => {
          const field = valueAt(draft, path) as QuantityValue;
          field.amount = inUnit(quantity, value, id, conversionContext(document));
          field.unit = id;
        });
        expect(`${path} ${id}: ${found.join()}`).toBe(`${path} ${id}: `);
      }
    }
  });

  test('when somebody vouches for a value, renames the calibration, or moves where a map came from', () => {
    expect(
      places((draft) => {
        draft.name = 'Another';
        draft.note = 'A note';
        if (draft.engine.cylinders !== null) draft.engine.cylinders.source = { kind: 'measured', date: DAY };
        if (draft.maps.ve !== null) {
          draft.maps.ve.sources = [{ kind: 'measured', date: DAY }];
          draft.maps.ve.cellSources = draft.maps.ve.values.map(() => 0);
        }
      }),
    ).toEqual([]);
  });

  test('for a quantity that reads as before where its base value leans on another', () => {
    const before = signed();
    const found = changedBy(({ engine }) => {
      if (engine.altitude !== null) engine.altitude.amount = 100;
    }, before);
    expect(found.every(({ before: was, now }) => was !== now)).toBe(true);
    expect(baseValue(before, 'injectors.railPressure')).not.toBeNull();
  });
});
