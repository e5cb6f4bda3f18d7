import { isFieldPath, sectionFields, SECTION_IDS, valueAt } from '../calibration';
import { calibrationFromSheet, STARTER_SHEETS } from '../starters';
import { choose, from, quantity, table } from '@tests/support/checkCases/parts';
import { demo } from '@tests/support/ventisca';
import { ledger, valueWords } from './ledger';

const entry = (path: string, document = demo()) => ledger(document).find((value) => value.place === path);

describe('the ledger of values', () => {
  test('says what each value is, where it comes from, and on which page it is entered', () => {
    expect(entry('injectors.ratedFlow')).toMatchObject({
      label: 'Rated flow',
      words: '610 cm³/min',
      isLife: true,
      isConfirmed: true,
      page: 'build/injectors',
      section: 'Injectors',
    });
    expect(entry('engine.firingOrder')?.words).toMatch(/^\d(-\d){5}$/);
    expect(entry('overrun.pressureBelow')?.section).toBe('Beside the maps');
    expect(entry('sensors.coolant.resistances')?.words).toMatch(/^\d+ rows$/);
    expect(entry('injectors.deadTime')).toMatchObject({ page: 'build/dead-time', section: 'Dead time' });
  });

  test('a choice is said by its label, and one row is one row', () => {
    const one = { units: ['V', 'ms'], rows: [[12, 1]] };
    expect(valueWords('coils.dwell', one)).toBe('1 row');
    expect(valueWords('injection.mode', { value: 'sequential' })).toBe('Sequential');
    expect(valueWords('engine.compressionRatio', quantity(9.2, ':1'))).toBe('9.2:1');
    expect(valueWords('injectors.leastPulse', quantity(0.5, 'ms'))).toBe('0.5 ms');
  });

  test('holds every value that counts, once, those the engine lives on first', () => {
    for (const document of [demo(), demo('pardela')]) {
      const values = ledger(document);
      const paths = values.map(({ place }) => place);
      expect(new Set(paths).size).toBe(paths.length);
      const isFirst = values.map(({ isLife }) => isLife);
      expect(isFirst.indexOf(false)).toBe(isFirst.filter(Boolean).length);
      const filled = SECTION_IDS.flatMap(sectionFields).filter((path) => valueAt(document, path) !== null);
      const others = ['pins.ecu', ...document.outputs.map(({ id }) => `outputs.${id}`)];
      expect(paths.filter((path) => !isFieldPath(path))).toEqual(others);
      expect(paths.filter(isFieldPath).every((path) => filled.includes(path))).toBe(true);
      expect(paths.length).toBeGreaterThan(filled.length / 2);
    }
  });

  test('counts the pins as one, vouched for once the loom is confirmed as they stand', () => {
    const wires = (change: (pins: ReturnType<typeof demo>['pins']) => void) =>
      entry(
        'pins.ecu',
        demo('ventisca', ({ pins }) => change(pins)),
      );
    expect(wires(() => undefined)).toMatchObject({
      words: '33 wires',
      isConfirmed: true,
      isLife: true,
      page: 'build/pins',
      section: 'Pins',
    });
    expect(wires((pins) => void (pins.confirmed = null))).toMatchObject({
      isConfirmed: false,
      source: { kind: 'estimated', note: 'The loom has not been confirmed' },
    });
    expect(wires((pins) => void pins.assignments.pop())?.isConfirmed).toBe(false);
    expect(wires((pins) => void (pins.assignments = []))).toBeUndefined();
    expect(wires((pins) => void (pins.ecu = null))).toBeUndefined();
  });

  test('has outputs with their own source', () => {
    expect(entry('outputs.fan')).toMatchObject({
      label: 'Fan',
      words: expect.stringMatching(/^On with coolant above/),
      source: { kind: 'estimated' },
      isConfirmed: false,
      isLife: false,
      page: 'build/outputs',
      section: 'Outputs',
    });
  });

  test('leaves out what other choices leave without use', () => {
    const withDwell = (by: 'table' | 'coil') =>
      demo('ventisca', ({ coils }) => {
        choose(coils.dwellBy, by);
        coils.dwell = table(
          ['V', 'ms'],
          [
            [8, 6],
            [14, 3],
          ],
        );
      });
    expect(entry('coils.dwell', withDwell('table'))).toBeDefined();
    expect(entry('coils.dwell', withDwell('coil'))).toBeUndefined();
  });

  test('of a starter says that it is one, whatever is looked at', () => {
    const [sheet] = STARTER_SHEETS;
    if (sheet === undefined) throw new TypeError('There is no starter');
    const values = ledger(calibrationFromSheet(sheet, 'starter', 'Mine', '2026-11-26'));
    const isGuess = values.filter(({ isLife, isConfirmed }) => isLife && !isConfirmed);
    expect(isGuess.length).toBeGreaterThan(8);
    expect(isGuess.every(({ source }) => source.kind === 'starter')).toBe(true);
  });

  test('stands in the order of work: what the engine lives on, the loom, the sheet, outputs, beside the maps', () => {
    const document = demo();
    const entries = ledger(document);
    const rank = ({ isLife, section }: (typeof entries)[number]) =>
      isLife ? 0 : section === 'Beside the maps' ? 3 : section === 'Outputs' ? 2 : 1;
    const ranks = entries.map(rank);
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
    expect(new Set(ranks)).toEqual(new Set([0, 1, 2, 3]));
    expect(new Set(entries.map(({ place }) => place)).size).toBe(entries.length);
  });

  test('the loom that is confirmed says when, and as what', () => {
    const document = demo('ventisca', ({ pins }) => {
      pins.confirmed = {
        date: '2026-11-20',
        wires: pins.assignments.map(({ function: id, pin, wire }) => ({ function: id, pin, wire })),
      } as typeof pins.confirmed;
    });
    expect(entry('pins.ecu', document)).toMatchObject({
      isConfirmed: true,
      source: { kind: 'measured', date: '2026-11-20', note: 'The loom as it is' },
    });
  });

  test('a value that is estimated is a guess', () => {
    const document = demo('ventisca', ({ engine }) => void from(engine.bore, 'estimated'));
    expect(entry('engine.bore', document)?.isConfirmed).toBe(false);
  });
});
