import { blockingFindings, sectionState, SHEET_IDS, sheetState } from '../../checks';
import { MAP_IDS } from '../../program';
import { unwired } from '../../pins/schema';
import { pinFunctions } from '../pinFunctions';
import { calibrationFromSheet, cylindersOf, inductionOf, STARTER_SHEETS } from '../../starters';
import { limitProblems, missingFields, unconfirmedFields } from '../check';
import { compile } from '../compile/compile';
import { emptyCalibration } from '../empty';
import { fieldInfo, SECTION_SCHEMAS, sectionFields, type SectionId } from '../fields';
import { baseValue, sweptVolumePerCylinderCm3 } from '../quantities';
import { type Calibration, CALIBRATION_VERSION } from '../schema';
import { usedMaps } from '../strategy';
import { calibrationFromJson, calibrationToText, fileProblemMessage } from './file';
import { calibrationJsonSchema } from './jsonSchema';
import { migrated, MIGRATIONS } from './migrate';
import type { Migration } from './migrations/migration';
import versionOne from '@tests/fixtures/calibration-version-1.json';
import versionTwo from '@tests/fixtures/calibration-version-2.json';
import { demo, programOf, TEST_DAY } from '@tests/support/ventisca';

const sections = Object.keys(SECTION_SCHEMAS) as SectionId[];

function reread(document: unknown): ReturnType<typeof calibrationFromJson> {
  return calibrationFromJson(JSON.parse(JSON.stringify(document)));
}

function refusal(document: unknown): string {
  const result = reread(document);
  if (result.ok) throw new Error('accepted');
  return fileProblemMessage(result.problem);
}

describe('fields', () => {
  test.each(sections)('every entry of %s but how it is given says what it is', (section) => {
    const bare = Object.keys(SECTION_SCHEMAS[section].shape).filter(
      (key) => fieldInfo(`${section}.${key}`) === undefined,
    );
    expect(bare).toEqual(section === 'engine' ? ['geometry'] : section === 'cams' ? ['givenBy'] : []);
  });

  test.each(sections.flatMap(sectionFields))('%s has a label and all three helps', (path) => {
    const info = fieldInfo(path);
    expect(info?.label).toMatch(/^[A-Z]/);
    const { what, usual, changes } = info?.help ?? {};
    for (const text of [what, usual, changes]) expect(text).toMatch(/.{10,}\.$/);
    if (info?.kind === 'quantity') expect(info.min).toBeLessThan(info.max);
  });

  test('no two fields of a section share a label', () => {
    for (const section of sections) {
      const labels = sectionFields(section).map((path) => fieldInfo(path)?.label);
      expect(new Set(labels).size).toBe(labels.length);
    }
  });
});

describe('starters and demos', () => {
  test.each(STARTER_SHEETS)('the starter $id is complete, valid and free of conflict', (sheet) => {
    const document = calibrationFromSheet(sheet, 'starter', 'Mine', TEST_DAY);
    expect(reread(document)).toEqual({ ok: true, document });
    expect(blockingFindings(document)).toEqual([]);
    expect(compile(document).ok).toBe(true);
    for (const section of sections) expect(missingFields(document, section)).toEqual([]);
    expect(unwired(document.pins.assignments, pinFunctions(document))).toEqual([]);
    for (const mapId of usedMaps(document))
      expect([mapId, document.maps[mapId] !== null]).toEqual([mapId, true]);
  });

  test('there is one to begin from for each usual number of cylinders, and several fours', () => {
    const counts = STARTER_SHEETS.map(cylindersOf);
    expect([...new Set(counts)]).toEqual([2, 4, 6, 8]);
    const fours = STARTER_SHEETS.filter((sheet) => cylindersOf(sheet) === 4).map(inductionOf);
    expect(fours).toEqual(['natural', 'turbocharger', 'individualThrottles']);
    expect(new Set(STARTER_SHEETS.map(({ starterLabel }) => starterLabel)).size).toBe(STARTER_SHEETS.length);
  });

  test.each(['ventisca', 'pardela'] as const)('%s is complete, valid and free of conflict', (id) => {
    const document = demo(id);
    expect(reread(document)).toEqual({ ok: true, document });
    expect(blockingFindings(document)).toEqual([]);
    expect(compile(document).ok).toBe(true);
    for (const section of sections) expect(missingFields(document, section)).toEqual([]);
    for (const sheet of SHEET_IDS) expect(sheetState(document, sheet)).toMatch(/^(un)?confirmed$/);
  });

  test('a demo has a mixture of sources; a starter vouches for nothing', () => {
    const document = demo();
    expect(unconfirmedFields(document, 'engine').length).toBeGreaterThan(0);
    expect(unconfirmedFields(document, 'engine').length).toBeLessThan(sectionFields('engine').length / 2);
    for (const sheet of STARTER_SHEETS) {
      const starter = calibrationFromSheet(sheet, 'starter', 'Mine', TEST_DAY);
      const words = JSON.stringify(starter);
      expect(words).not.toContain('"measured"');
      expect(words).not.toContain('"dataSheet"');
      expect(sectionState(starter, 'engine')).toBe('unconfirmed');
    }
  });

  test('an empty calibration is valid and empty', () => {
    const document = emptyCalibration('Empty', TEST_DAY);
    expect(reread(document).ok).toBe(true);
    expect(sectionState(document, 'engine')).toBe('empty');
    const result = compile(document);
    expect(result.ok ? [] : result.missing.maps).toHaveLength(7);
  });
});

describe('section states', () => {
  test('incomplete with one value missing, confirmed when all are vouched for', () => {
    const document = demo();
    expect(sectionState(document, 'injectors')).toBe('confirmed');
    document.injectors.ratedFlow = null;
    expect(sectionState(document, 'injectors')).toBe('incomplete');
  });

  test('displacement replaces the bore, and the stroke becomes optional', () => {
    const document = demo('ventisca', ({ engine }) => {
      engine.geometry = 'displacement';
      engine.displacement = { amount: 2.46, unit: 'L', source: { kind: 'measured', date: TEST_DAY } };
      engine.bore = null;
      engine.stroke = null;
    });
    expect(missingFields(document, 'engine')).toEqual([]);
    expect(sweptVolumePerCylinderCm3(document)).toBeCloseTo(410, 9);
  });

  test.each<[string, (document: Calibration) => void, string]>([
    [
      'a firing order of another engine',
      (d) => Object.assign(d.engine.firingOrder ?? {}, { value: [1, 3, 4, 2] }),
      'engine.firingOrder',
    ],
    [
      'torque peak above power peak',
      (d) => Object.assign(d.engine.torquePeakSpeed ?? {}, { amount: 7000 }),
      'engine.torquePeakSpeed',
    ],
    [
      'power peak above maximum speed',
      (d) => Object.assign(d.engine.powerPeakSpeed ?? {}, { amount: 7500 }),
      'engine.powerPeakSpeed',
    ],
    [
      'boost without a charger',
      (d) => Object.assign(d.engine.induction ?? {}, { value: 'natural' }),
      'engine.maxManifoldPressure',
    ],
  ])('%s is a conflict', (_what, change, path) => {
    const document = demo('ventisca', change);
    expect(blockingFindings(document).map((finding) => finding.place)).toEqual([path]);
    expect(sectionState(document, 'engine')).toBe('conflict');
  });
});

describe('gauge and absolute', () => {
  test('boost typed as gauge follows the altitude', () => {
    const document = demo('ventisca', ({ engine }) => {
      Object.assign(engine.maxManifoldPressure ?? {}, { amount: 0.8, unit: 'barGauge' });
    });
    expect(baseValue(document, 'engine.maxManifoldPressure')).toBeCloseTo(160.5, 1);
    Object.assign(document.engine.altitude ?? {}, { amount: 0 });
    expect(baseValue(document, 'engine.maxManifoldPressure')).toBeCloseTo(181.3, 1);
  });
});

describe('files', () => {
  test('the text of a calibration reads back as the same calibration', () => {
    const document = demo('pardela');
    expect(calibrationFromJson(JSON.parse(calibrationToText(document)))).toEqual({ ok: true, document });
  });

  test.each<[string, unknown, RegExp]>([
    ['another JSON', { hello: 1 }, /not a Lumbre calibration/],
    ['a list', [1, 2], /not a Lumbre calibration/],
    ['no version', { ...demo(), version: 'one' }, /does not say which version/],
    [
      'a newer version',
      { ...demo(), version: CALIBRATION_VERSION + 1 },
      /version 6; this Lumbre reads up to version 5/,
    ],
    ['a missing section', { ...demo(), injectors: undefined }, /injectors/],
    [
      'an unknown unit',
      demo('ventisca', (d) => Object.assign(d.engine.bore ?? {}, { unit: 'cubit' })),
      /Bore \(engine\.bore\.unit\)/,
    ],
    [
      'text for a number',
      demo('ventisca', (d) => Object.assign(d.engine.bore ?? {}, { amount: '84' })),
      /Bore \(engine\.bore\.amount\)/,
    ],
    [
      'a value out of range',
      demo('ventisca', (d) => Object.assign(d.engine.bore ?? {}, { amount: 840 })),
      /Bore \(engine\.bore\): Bore must be at most 160 mm/,
    ],
    [
      'a cell out of range',
      demo('ventisca', (d) => d.maps.ve?.values.splice(7, 1, 900)),
      /Volumetric efficiency, cell 8 \(maps\.ve\.values\.7\)/,
    ],
    [
      'an axis out of order',
      demo('ventisca', (d) => d.maps.ve?.x.reverse()),
      /Volumetric efficiency, engine speed breakpoints/,
    ],
    [
      'a dead time of nothing',
      demo('ventisca', (d) => d.injectors.deadTime?.rows.splice(0, 1, { volts: 6, times: [null, 0, null] })),
      /Dead time/,
    ],
    [
      'voltages out of order',
      demo('ventisca', (d) => d.injectors.deadTime?.rows.reverse()),
      /Dead time.*increase/,
    ],
  ])('%s is refused with the place and the reason', (_what, document, message) => {
    expect(refusal(document)).toMatch(message);
  });

  test('a value just inside its limit is taken, one just outside is not', () => {
    const at = (amount: number) =>
      limitProblems(demo('ventisca', (d) => Object.assign(d.engine.bore ?? {}, { amount })));
    expect(at(160)).toEqual([]);
    expect(at(160.01)).toHaveLength(1);
  });

  test('several wrong places are counted', () => {
    const document = demo('ventisca', (d) => {
      Object.assign(d.engine.bore ?? {}, { amount: 840 });
      Object.assign(d.engine.stroke ?? {}, { amount: 740 });
    });
    expect(refusal(document)).toMatch(/1 more place is wrong too/);
  });
});

describe('migrations', () => {
  const steps: Migration[] = [
    { to: 2, change: 'b from a', up: (old) => ({ ...old, b: Number(old['a']) + 1 }) },
    { to: 3, change: 'c from b', up: (old) => ({ ...old, c: Number(old['b']) * 2 }) },
  ];

  test('run in order from any older version, without touching the input', () => {
    const old = { version: 1, a: 1 };
    expect(migrated(old, 3, steps)).toEqual({ ok: true, document: { version: 3, a: 1, b: 2, c: 4 } });
    expect(migrated({ version: 2, b: 5 }, 3, steps)).toEqual({
      ok: true,
      document: { version: 3, b: 5, c: 10 },
    });
    expect(old).toEqual({ version: 1, a: 1 });
  });

  test('a gap in the steps and a newer version are refused', () => {
    expect(migrated({ version: 1 }, 3, steps.slice(1))).toEqual({ ok: false, reason: 'too-old', version: 1 });
    expect(migrated({ version: 4 }, 3, steps)).toEqual({ ok: false, reason: 'newer', version: 4 });
  });

  test('a file of version 1 is opened, and is what it was', () => {
    const result = calibrationFromJson(JSON.parse(JSON.stringify(versionOne)));
    if (!result.ok) throw new Error(fileProblemMessage(result.problem));
    const { document } = result;
    expect(document.engine.bore).toEqual(versionOne.engine.bore);
    expect(document.injectors.deadTime).toMatchObject({ pressures: [300], unit: 'ms' });
    expect(document.injectors.deadTime?.rows[7]).toEqual({ volts: 14, times: [0.97] });
    expect(document.maps).toMatchObject(versionOne.maps);
    expect(sheetState(document, 'trigger')).toBe('empty');
    expect(compile(document).ok).toBe(true);
  });

  test('a file of version 2 is opened: load by pressure, new maps empty, and it starts as before', () => {
    const result = calibrationFromJson(JSON.parse(JSON.stringify(versionTwo)));
    if (!result.ok) throw new Error(fileProblemMessage(result.problem));
    const { document } = result;
    expect(document.maps).toMatchObject(versionTwo.maps);
    expect(document.load.strategy).toEqual({
      value: 'speedDensity',
      source: { kind: 'computed', date: versionTwo.maps.ve.sources[0]?.date, note: 'As in version 2' },
    });
    expect(document.maps.crankAdvance).toBeNull();
    expect(document.corrections).toEqual([]);
    expect(programOf(document)).toMatchObject({
      load: { strategy: 'speedDensity' },
      overrun: null,
      blend: null,
    });
  });

  test('the real steps lead from version 1 to the current one', () => {
    expect(MIGRATIONS.map((step) => step.to)).toEqual(
      Array.from({ length: CALIBRATION_VERSION - 1 }, (_, i) => i + 2),
    );
  });
});

describe('the demos', () => {
  test.each(['ventisca', 'pardela'] as const)(
    '%s has every map its choices use, none other, and all of them sound',
    (id) => {
      const document = demo(id);
      const there = MAP_IDS.filter((mapId) => document.maps[mapId] !== null);
      expect(there).toEqual(usedMaps(document));
      expect(calibrationFromJson(JSON.parse(JSON.stringify(document)))).toEqual({ ok: true, document });
    },
  );

  test('every map belongs to some choice: nothing is listed that could never be used', () => {
    const strategies = ['speedDensity', 'throttle', 'pulseWidth'] as const;
    const used = strategies.flatMap((strategy) =>
      usedMaps(
        demo('ventisca', ({ load, blend, shift, boost, closedLoop, knock, sensors }) => {
          if (load.strategy !== null) load.strategy.value = strategy;
          if (blend.use !== null) blend.use.value = 'yes';
          if (shift.use !== null) shift.use.value = 'yes';
          if (boost.use !== null) boost.use.value = 'yes';
          if (closedLoop.use !== null) closedLoop.use.value = 'yes';
          if (knock.use !== null) knock.use.value = 'yes';
          sensors.knockTwo.fitted = sensors.knock.fitted;
        }),
      ),
    );
    const byFilm = demo('ventisca', ({ acceleration }) => {
      acceleration.model = { value: 'film', source: { kind: 'measured', date: TEST_DAY } };
    });
    used.push(...usedMaps(byFilm));
    expect(MAP_IDS.filter((mapId) => !used.includes(mapId))).toEqual([]);
  });
});

describe('the published schema', () => {
  test('carries labels, help and limits of the fields', () => {
    const text = JSON.stringify(calibrationJsonSchema());
    for (const path of sections.flatMap(sectionFields))
      expect(text).toContain(JSON.stringify(fieldInfo(path)?.label));
    expect(text).toContain('"x-limits":{"min":30,"max":160,"unit":"mm"}');
  });
});

describe('the engine model', () => {
  test('is in base units, whatever was typed', () => {
    const pardela = programOf(demo('pardela'));
    expect(pardela.injector.railGaugeKpa).toBe(300);
    expect(pardela.injector.ratedFlowGPerS).toBeCloseTo(34 * 0.12599788 * Math.sqrt(0.745 / 0.684), 4);
    expect(pardela.cylinderVolumeCm3).toBeCloseTo(399, 0);
  });
});
