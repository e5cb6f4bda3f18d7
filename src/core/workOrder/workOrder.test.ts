import { demo, TEST_DAY } from '@tests/support/ventisca';
import { type Calibration, compile, emptyCalibration, fieldInfo, isFieldPath } from '../calibration';
import { missingMaps, usualChoices } from '../generators';
import { PROCEDURES } from '../procedures';
import { calibrationFromSheet, STARTER_SHEETS } from '../starters';
import { FIRST_NUMBERS, LEGS, WORK_STEPS, type WorkDone, workStanding } from './index';

const NOTHING: WorkDone = { dryStart: false, passed: [] };
const nextOf = (document: Calibration, done = NOTHING) => workStanding(document, done).next;
const leftOf = (document: Calibration, id: string, done = NOTHING) =>
  workStanding(document, done).steps.find(({ step }) => step.id === id)?.left ?? [];
const starter = () => {
  const [sheet] = STARTER_SHEETS;
  if (sheet === undefined) throw new TypeError('No starter');
  return calibrationFromSheet(sheet, 'starter', 'Own', TEST_DAY);
};

describe('every step', () => {
  test.each(WORK_STEPS.map((step) => [step.id, step] as const))('%s says what, why and where', (_, step) => {
    expect(step.label).not.toBe('');
    expect(step.why).toMatch(/^[A-Z].*\.$/);
    expect(step.page).toMatch(/^(build|maps|review|bench)(\/[a-z-]+)?$/);
    expect(Object.keys(LEGS)).toContain(step.leg);
  });

  test('has an id of its own, and legs follow each other', () => {
    const ids = WORK_STEPS.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    const legs = WORK_STEPS.map(({ leg }) => Object.keys(LEGS).indexOf(leg));
    expect(legs).toEqual([...legs].sort());
  });

  test('first numbers are fields', () => {
    for (const path of FIRST_NUMBERS) expect(isFieldPath(path) && fieldInfo(path)?.label).toBeTruthy();
  });
});

describe('from nothing', () => {
  test('the engine comes first, with what is asked of it', () => {
    const { step, left } = nextOf(emptyCalibration('Own', TEST_DAY));
    expect(step.id).toBe('engine');
    expect(left).toEqual(expect.arrayContaining(['Bore', 'Stroke', 'Cylinders', 'Fuel']));
    expect(leftOf(emptyCalibration('Own', TEST_DAY), 'dead-time')).toEqual(['Dead time']);
  });

  test('then injectors, dead time, maps and a dry start, each once the one before is whole', () => {
    const whole = demo('ventisca');
    const none = (document: Calibration): Calibration => ({
      ...document,
      maps: Object.fromEntries(Object.keys(document.maps).map((id) => [id, null])) as Calibration['maps'],
    });
    const { injectors, engine } = emptyCalibration('Own', TEST_DAY);
    const order = [
      { ...none(whole), engine, injectors },
      { ...none(whole), injectors },
      { ...none(whole), injectors: { ...whole.injectors, deadTime: null } },
      none(whole),
      whole,
    ].map((document) => nextOf(document).step.id);
    expect(order).toEqual(['engine', 'injectors', 'dead-time', 'maps', 'dry-start']);
    expect(nextOf(whole, { ...NOTHING, dryStart: true }).step.leg).toBe('key');
  });

  test('one field taken out of a whole sheet brings its step back, by name', () => {
    const whole = demo('ventisca');
    const without: Calibration = { ...whole, trigger: { ...whole.trigger, tdcOffset: null } };
    expect(leftOf(whole, 'trigger')).toEqual([]);
    expect(leftOf(without, 'trigger')).toEqual(['First tooth to TDC']);
    expect(leftOf({ ...whole, outputs: [] }, 'outputs')).toEqual(['a fuel pump']);
    expect(leftOf({ ...whole, pins: { ...whole.pins, ecu: null } }, 'pins')).toHaveLength(1);
  });
});

test('what nothing calls for is no step, and does not count as done', () => {
  const { steps, doneSteps } = workStanding(emptyCalibration('Own', TEST_DAY), NOTHING);
  expect(doneSteps).toBe(0);
  expect(steps.map(({ step }) => step.id)).not.toContain('maps-anew');
  const conditional = WORK_STEPS.filter(({ onlyIfCalledFor }) => onlyIfCalledFor === true);
  expect(conditional.map(({ id }) => id)).toEqual(['switched-on', 'maps-anew', 'decide', 'guesses']);
});

test('what is switched on and lacks its numbers is asked for before anything runs', () => {
  const whole = demo('ventisca');
  const source = { kind: 'estimated', date: TEST_DAY } as const;
  const document: Calibration = {
    ...whole,
    knock: { ...whole.knock, use: { value: 'yes', source } },
  };
  const compiled = compile(document);
  if (compiled.ok) throw new TypeError('Nothing is missing');
  expect(leftOf(document, 'switched-on')).toHaveLength(compiled.missing.fields.length);
});

describe('from a starter', () => {
  test('asks only for what another engine’s numbers cannot stand for', () => {
    const document = starter();
    expect(nextOf(document).step.id).toBe('engine');
    const asked = ['engine', 'injectors', 'dead-time'].flatMap((id) => leftOf(document, id));
    expect(new Set(asked)).toEqual(new Set(FIRST_NUMBERS.map((path) => fieldInfo(path)?.label)));
    for (const id of ['cams', 'trigger', 'sensors', 'coils', 'maps'])
      expect(leftOf(document, id)).toEqual([]);
    // They stay guesses until the key is turned.
    expect(leftOf(document, 'guesses').length).toBeGreaterThan(5);
  });

  test('a number of one’s own is asked for no more, and maps are to be computed anew for it', () => {
    const document = starter();
    const source = { kind: 'dataSheet', date: TEST_DAY } as const;
    const own: Calibration = {
      ...document,
      engine: { ...document.engine, compressionRatio: { amount: 13.5, unit: ':1', source } },
    };
    expect(leftOf(own, 'engine')).not.toContain('Compression ratio');
    expect(leftOf(own, 'engine')).toHaveLength(leftOf(document, 'engine').length - 1);
    expect(leftOf(document, 'maps-anew')).toEqual([]);
    expect(leftOf(own, 'maps-anew')).toContain('Spark advance');
  });
});

describe('what no document tells', () => {
  test('procedures that were passed are done, and driving goes on', () => {
    const [first, ...others] = PROCEDURES.map(({ id }) => id);
    const document = demo('ventisca');
    expect(leftOf(document, 'car', { ...NOTHING, passed: [first ?? ''] })).toHaveLength(others.length);
    const all = { dryStart: true, passed: PROCEDURES.map(({ id }) => id) };
    expect(leftOf(document, 'car', all)).toEqual([]);
    expect(workStanding(document, all).steps.at(-1)?.left).not.toEqual([]);
  });

  test('steps that are done are counted', () => {
    const document = demo('ventisca');
    const { steps, doneSteps } = workStanding(document, NOTHING);
    expect(doneSteps).toBe(steps.filter(({ left }) => left.length === 0).length);
    expect(workStanding(document, { ...NOTHING, dryStart: true }).doneSteps).toBe(doneSteps + 1);
  });
});

test('maps that can be proposed are those that are asked for', () => {
  const whole = demo('ventisca');
  const document: Calibration = { ...whole, maps: { ...whole.maps, spark: null } };
  expect(leftOf(document, 'maps')).toEqual(['Spark advance']);
  const { proposals } = missingMaps(document, usualChoices(document), TEST_DAY);
  expect(proposals.map(({ mapId }) => mapId)).toEqual(['spark']);
});
