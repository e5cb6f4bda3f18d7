import { type Calibration, emptyCalibration, pinFunctions } from '../calibration';
import { type ShownUnits, USUAL_UNITS } from '../units';
import type { Place } from './entry/check';
import { CHECKS } from './all';
import { findings, findingWords } from './checks';
import { type SheetId, sheetState } from './sheet';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { amount, type Change, type CheckCase, choose } from '@tests/support/checkCases/parts';
import { HARDWARE_CASES } from '@tests/support/checkCases/hardware';
import { IDLE_CASES } from '@tests/support/checkCases/idle';
import { KNOCK_CASES } from '@tests/support/checkCases/knock';
import { LOOP_CASES } from '@tests/support/checkCases/loop';
import { LIMIT_CASES } from '@tests/support/checkCases/limits';
import { MAP_CASES } from '@tests/support/checkCases/maps';
import { SHEET_CASES } from '@tests/support/checkCases/sheet';
import { demo } from '@tests/support/ventisca';

function at(path: Place, change: Change, id: 'ventisca' | 'pardela' = 'ventisca'): string[] {
  return findings(demo(id, change))
    .filter((finding) => finding.place === path)
    .map((finding) => `${finding.severity}: ${findingWords(finding)}`);
}

const CASES: readonly CheckCase[] = [
  ...SHEET_CASES,
  ...LIMIT_CASES,
  ...IDLE_CASES,
  ...LOOP_CASES,
  ...KNOCK_CASES,
  ...MAP_CASES,
  ...HARDWARE_CASES,
];

describe('each rule speaks up for what triggers it, and not for what just does not', () => {
  test.each(CASES)('%s', (_, place, message, triggers, justNot) => {
    expect(at(place, triggers).join('\n')).toMatch(message);
    expect(at(place, justNot).join('\n')).not.toMatch(message);
  });

  test('and every check is one that a case triggers', () => {
    const found = new Set(
      CASES.flatMap(([, , , triggers]) => findings(demo('ventisca', triggers))).map(({ id }) => id),
    );
    expect(CHECKS.map(({ id }) => id).filter((id) => !found.has(id))).toEqual([]);
    expect(new Set(CHECKS.map(({ id }) => id)).size).toBe(CHECKS.length);
  });

  test('and every sentence that stands in a check is said by one of them', () => {
    const said = CASES.flatMap(([, , , triggers]) => findings(demo('ventisca', triggers)))
      .map((finding) => findingWords(finding))
      .join('\n');
    const unsaid = sentencesIn('src/core/checks').filter((sentence) => !new RegExp(sentence).test(said));
    expect(unsaid).toEqual([]);
  });

  test('and what it found is plain data, from which the same words are made again', () => {
    for (const [, , , triggers] of CASES) {
      for (const finding of findings(demo('ventisca', triggers))) {
        const copy = JSON.parse(JSON.stringify(finding)) as typeof finding;
        expect(findingWords(copy)).toBe(findingWords(finding));
      }
    }
  });
});

describe('in the units shown', () => {
  const words = (change: Change, units: Partial<ShownUnits>) =>
    findings(demo('ventisca', change))
      .map((finding) => findingWords(finding, { ...USUAL_UNITS, ...units }))
      .join('\n');

  // Ventisca’s sensor ends at 250 kPa abs: 36.26 psi, 2.5 bar.
  test('pressures are said', () => {
    const more: Change = ({ engine }) => amount(engine.maxManifoldPressure, 300);
    expect(words(more, {})).toMatch(/ends at 250 kPa abs, below the 300 intended/);
    expect(words(more, { pressure: 'psiAbs' })).toMatch(/ends at 36.3 psi abs, below the 43.5 intended/);
    expect(words(more, { pressure: 'barAbs' })).toMatch(/ends at 2.50 bar abs, below the 3.00 intended/);
  });

  test('temperatures are said', () => {
    const off: Change = ({ sensors }) => {
      const rows = sensors.coolant.resistances?.rows;
      rows?.splice(0, rows.length, [-20, 15462], [20, 2500], [60, 700], [100, 186.6]);
    };
    const celsius = /The point at (-?\d+) °C is ([\d.]+) K off/.exec(words(off, {}));
    const fahrenheit = /The point at (-?\d+) °F is ([\d.]+) °F off/.exec(words(off, { temperature: 'degF' }));
    expect(Number(fahrenheit?.[1])).toBe(Number(celsius?.[1]) * 1.8 + 32);
    expect(Number(fahrenheit?.[2])).toBeCloseTo(Number(celsius?.[2]) * 1.8, 0);
  });
});

/** The sentences of a folder's source files as patterns: what is put in between may be anything. */
function sentencesIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /^\w+\/\w+\.ts$/.test(name))
    .flatMap((name) => {
      const source = readFileSync(path.join(folder, name), 'utf8').replace(/^ {2}why: .*$/m, '');
      return [...source.matchAll(/(['`])([A-Z$][^'`\n]{24,}?\.)\1/g)].map(([, , text = '']) =>
        text
          .replace(/\$\{[^}]*\}/g, '\u0000')
          .replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
          .replaceAll('\u0000', '.*')
          // The place may follow before the full stop.
          .replace(/\\\.$/, ''),
      );
    });
}

describe('every check', () => {
  test('says what it is about and why it matters, in a few words and a sentence', () => {
    for (const { id, title, why } of CHECKS) {
      expect(`${id}: ${title}`).toMatch(/^\S+: [A-Z][^.]{3,45}$/);
      expect(`${id}: ${why}`).toMatch(/^\S+: [A-Zc][^.]{15,160}\.$/);
    }
  });

  test('is called by its file', () => {
    for (const { id } of CHECKS) {
      const file = path.join('src/core/checks', `${id.replace('.', '/')}.ts`);
      expect(readFileSync(file, 'utf8')).toContain(`id: '${id}'`);
    }
  });

  test('reads the parts of the document that it names, and no other', () => {
    const unnamed = new Set<string>();
    const unread = new Set(CHECKS.flatMap(({ id, reads }) => reads.map((part) => `${id} reads no ${part}`)));
    const documents = [
      ...CASES.map(([, , , triggers]) => demo('ventisca', triggers)),
      ...SHEET_CASES.map(([, , , triggers]) => demo('pardela', triggers)),
      emptyCalibration('Empty', '2026-11-23'),
    ];
    for (const document of documents) {
      for (const { id, reads, find } of CHECKS) {
        const watched = new Proxy(document, {
          get: (target, part: keyof Calibration) => {
            unread.delete(`${id} reads no ${part}`);
            if (!(reads as readonly string[]).includes(part)) unnamed.add(`${id} reads ${part}`);
            return target[part];
          },
        });
        find(watched);
      }
    }
    expect([...unnamed, ...unread]).toEqual([]);
  });
});

test('nothing stands in the way of the demos, and what is said of them is what their sheets honestly leave open', () => {
  const said = (id: 'ventisca' | 'pardela') =>
    findings(demo(id)).map((finding) => `${finding.severity} ${finding.id}`);
  expect(said('ventisca')).toEqual(['warns trigger.offsetUnset']);
  expect(said('pardela')).toEqual([]);
});

describe('sections of the sheet', () => {
  test.each<[string, SheetId, Change, string]>([
    ['pins without an engine computer', 'pins', ({ pins }) => (pins.ecu = null), 'empty'],
    ['pins with a function left out', 'pins', ({ pins }) => pins.assignments.pop(), 'incomplete'],
    [
      'pins changed since the loom was confirmed',
      'pins',
      ({ pins }) => pins.assignments.forEach((e) => e.function === 'air' && (e.pin = 'A15')),
      'unconfirmed',
    ],
    ['pins as the loom', 'pins', () => undefined, 'confirmed'],
    ['no outputs', 'outputs', (d) => (d.outputs = []), 'empty'],
    ['outputs without a pump', 'outputs', (d) => (d.outputs = d.outputs.slice(1)), 'incomplete'],
    ['outputs by estimate', 'outputs', () => undefined, 'unconfirmed'],
    [
      'a kink is no conflict, and to be looked at',
      'dead-time',
      ({ injectors }) => injectors.deadTime?.rows.splice(4, 1, { volts: 11, times: [null, 1.6, null] }),
      'warned',
    ],
    [
      'a missing coolant curve',
      'sensors',
      ({ sensors }) => (sensors.coolant.resistances = null),
      'incomplete',
    ],
  ])('%s', (_, sheet, change, state) => {
    expect(sheetState(demo('ventisca', change), sheet)).toBe(state);
  });

  test('of an empty document are all empty, usual values or not', () => {
    const document = emptyCalibration('Empty', '2026-11-23');
    for (const sheet of [
      'engine',
      'cams',
      'trigger',
      'pins',
      'sensors',
      'injectors',
      'dead-time',
      'injection',
      'staging',
      'coils',
      'outputs',
    ] as const) {
      expect(`${sheet} ${sheetState(document, sheet)}`).toBe(`${sheet} empty`);
    }
  });
});

describe('functions that need a pin', () => {
  const ids = (change: Change) => pinFunctions(demo('ventisca', change)).map(({ id }) => id);

  test('follow cylinders, fitted sensors, coils and outputs', () => {
    const all = ids(() => undefined);
    expect(all.filter((id) => id.startsWith('injector-'))).toHaveLength(6);
    expect(all.filter((id) => id.startsWith('coil-'))).toHaveLength(6);
    expect(all).toEqual(expect.arrayContaining(['crank', 'cam', 'lambdaTwo', 'knock', 'output-fan']));
    expect(all).not.toContain('ethanol');
  });

  test('change with wiring in pairs, wasted spark, a second set and no cam', () => {
    expect(ids(({ injection }) => choose(injection.wiring, 'pairs'))).toEqual(
      expect.arrayContaining(['injector-1-5', 'injector-4-3']),
    );
    expect(
      ids(({ coils }) => choose(coils.mode, 'wasted')).filter((id) => id.startsWith('coil-')),
    ).toHaveLength(3);
    expect(
      ids(({ staging }) => choose(staging.fitted, 'yes')).filter((id) => id.startsWith('second-')),
    ).toHaveLength(6);
    expect(ids(({ trigger }) => choose(trigger.camSensor, 'none'))).not.toContain('cam');
  });
});

test('no usual fault band of a new document is one that is then warned of', () => {
  const fresh = emptyCalibration('Fresh', '2026-11-27');
  const warned = findings(fresh).filter(({ id }) => id === 'sensors.noFaultBand');
  const usual = Object.entries(fresh.sensors).flatMap(([id, sensor]) =>
    'faultLow' in sensor && sensor.faultLow !== null ? [`sensors.${id}.faultLow`] : [],
  );
  expect(usual.length).toBeGreaterThan(3);
  expect(warned.filter(({ place }) => usual.includes(place))).toEqual([]);
});

test.each(['lambdaOne', 'lambdaTwo', 'fuelPressure', 'oilPressure'] as const)(
  'nor that of a %s that is then fitted',
  (id) => {
    const fresh = emptyCalibration('Fresh', '2026-11-27');
    const source = { kind: 'measured', date: '2026-11-27' } as const;
    fresh.sensors[id].fitted = { value: 'yes', source };
    const warned = findings(fresh).filter(({ place }) => place.startsWith(`sensors.${id}.`));
    const hasUsual = fresh.sensors[id].faultLow !== null;
    expect(warned.some((finding) => finding.id === 'sensors.noFaultBand')).toBe(!hasUsual);
  },
);
