import { GENERIC_SETS, libraryOf, mergedSets } from '@/core/injectorLibrary';
import { ECUS } from '@/core/pins/schema';
import { readEcu, readInjectorLibrary } from './readParts';

describe('an engine computer from a file', () => {
  const ecu = ECUS[0];
  test('is taken when it is sound', () => {
    expect(readEcu(JSON.stringify(ecu))).toEqual({ ok: true, part: ecu });
  });

  test.each<[string, string, RegExp]>([
    ['no JSON', '{"format": "lumbre-ecu",', /not JSON: it goes wrong at line 1/],
    ['another format', '{"format": "lumbre-calibration"}', /not the description of an engine computer/],
    ['a list', '[1]', /not the description/],
    ['nothing', 'null', /not the description/],
    [
      'an unknown kind of pin',
      JSON.stringify({ ...ecu, pins: [{ id: 'A1', kind: 'lamp' }] }),
      /^pins\.0\.kind/,
    ],
    ['a pull-up of nothing', JSON.stringify({ ...ecu, pullUpOhm: 0 }), /^pullUpOhm/],
  ])('%s is refused with the place', (_, text, message) => {
    const result = readEcu(text);
    expect(result.ok ? '' : result.message).toMatch(message);
  });
});

describe('a library of injectors', () => {
  test('comes back from its file as it went', () => {
    const library = libraryOf(GENERIC_SETS);
    expect(readInjectorLibrary(JSON.stringify(library))).toEqual({ ok: true, part: library });
  });

  test('a set of the same id takes the place of the old, others stay', () => {
    const [one, two] = GENERIC_SETS;
    if (one === undefined || two === undefined) throw new Error('no sets');
    const renamed = { ...one, name: 'Bench' };
    expect(mergedSets([one, two], [renamed]).map(({ name }) => name)).toEqual([two.name, 'Bench']);
  });

  test('one with voltages out of order is refused', () => {
    const [set] = GENERIC_SETS;
    const broken = structuredClone(libraryOf(set === undefined ? [] : [set]));
    broken.sets[0]?.set.deadTime?.rows.reverse();
    const result = readInjectorLibrary(JSON.stringify(broken));
    expect(result.ok ? '' : result.message).toMatch(/sets\.0\.set\.deadTime.*increase/);
  });
});
