import { asked, chose, decided, gave, stepsOf, typedIn } from '@tests/support/answers';
import { demo, programOf } from '@tests/support/ventisca';
import type { Answers } from '../procedure';
import { fuelPressure } from './fuelPressure';

const SOURCE = { kind: 'measured', date: '2026-11-28' } as const;
const made = (kind: 'manifold' | 'fixed' | 'measured' = 'manifold') =>
  demo('ventisca', ({ injectors }) => {
    injectors.railPressure = { amount: 350, unit: 'kPaGauge', source: SOURCE };
    injectors.regulator = { value: kind, source: SOURCE };
  });
const document = made();
const program = programOf(document);
/** The most the engine takes, g/s. */
const takes =
  (program.load.fullFuelMg / 1000) * program.cylinders * ((document.engine.maxSpeed?.amount ?? 0) / 120);
/** What a can of 10 s holds of a pump that gives so many times that at 13.5 V, read at 12 V, cm³. */
const can = (times: number) => (times * takes * 10 * (12 / 13.5)) / 0.745;

const read: Answers = {
  leaks: chose('dry'),
  pressure: typedIn(351),
  seen: gave({ fuelPressure: 352, battery: 12 }),
};
const hose: Answers = { line: chose('hose'), vacuum: typedIn(50), underVacuum: typedIn(302) };
const at = (answers: Answers, of = document) => decided(fuelPressure, answers, of);

test('the path forks by what was answered', () => {
  const steps = (answers: Answers) => stepsOf(fuelPressure, answers, document);
  expect(steps({})).toEqual(['leaks']);
  expect(steps({ leaks: chose('wet') })).toEqual(['leaks']);
  expect(steps({ leaks: chose('dry') })).toEqual(['leaks', 'pressure', 'seen']);
  expect(steps(read)).toEqual(['leaks', 'pressure', 'seen', 'line', 'can']);
  expect(steps({ ...read, line: chose('none') })).toEqual(['leaks', 'pressure', 'seen', 'line', 'can']);
  expect(steps({ ...read, ...hose })).toEqual([
    'leaks',
    'pressure',
    'seen',
    'line',
    'vacuum',
    'underVacuum',
    'can',
  ]);
  const off = { ...read, pressure: typedIn(351.6) };
  expect(steps(off)).toEqual(['leaks', 'pressure', 'seen', 'which', 'line', 'can']);
  expect(steps({ ...off, pressure: typedIn(351.5) })).not.toContain('which');
  expect(steps({ ...off, which: chose('adjust') })).toContain('adjusted');
  expect(steps({ ...off, which: chose('change') })).not.toContain('adjusted');
});

test('the pump runs at each step that needs it, latched, and by its own pin', () => {
  const works = fuelPressure
    .steps(asked({ ...read, ...hose, pressure: typedIn(300), which: chose('adjust') }, document))
    .map(({ id, work }) => [id, work?.ask.kind === 'hold' ? work.ask.forS : null, work?.latched ?? null]);
  expect(works).toEqual([
    ['leaks', 30, true],
    ['pressure', 60, true],
    ['seen', 60, true],
    ['which', null, null],
    ['adjusted', 60, true],
    ['line', null, null],
    ['vacuum', null, null],
    ['underVacuum', 60, true],
    ['can', 10, true],
  ]);
});

test('each step says what to do, shows what there is to see, and takes what is read on its own instrument', () => {
  const all = { ...read, ...hose, pressure: typedIn(300), which: chose('adjust') };
  const steps = fuelPressure.steps(asked(all, document));
  for (const { words } of steps) expect(words.length).toBeGreaterThan(0);
  const of = (id: string) => steps.find((one) => one.id === id);
  const instruments = steps.map(({ id, takes }) => [id, takes.kind === 'number' ? takes.instrument : null]);
  expect(instruments).toEqual([
    ['leaks', null],
    ['pressure', { id: 'fuelGauge', place: 0 }],
    ['seen', null],
    ['which', null],
    ['adjusted', { id: 'fuelGauge', place: 0 }],
    ['line', null],
    ['vacuum', { id: 'handPump', place: 0 }],
    ['underVacuum', { id: 'fuelGauge', place: 0 }],
    ['can', { id: 'returnCan', place: 0 }],
  ]);
  expect(of('pressure')?.expects).toBe('350 kPa, as the calibration says.');
  expect(of('which')?.words[0]).toBe('The gauge reads 300 kPa, the calibration says 350 kPa: 50 kPa apart.');
  expect(of('can')?.shows).toEqual(['battery']);
  const options = steps.map(({ takes }) =>
    takes.kind === 'choice' ? takes.options.map(({ id }) => id) : [],
  );
  expect(options.flat()).toEqual(['dry', 'wet', 'silent', 'adjust', 'change', 'hose', 'none']);
});

test('the sensor in the rail is shown and read where there is one, and not where there is none', () => {
  const shown = (of: typeof document) =>
    fuelPressure
      .steps(asked(read, of))
      .map(({ id, shows, takes }) => [id, shows, takes.kind === 'capture' ? takes.channels : null]);
  expect(shown(document).slice(0, 3)).toEqual([
    ['leaks', ['fuelPressure'], null],
    ['pressure', ['fuelPressure', 'battery'], null],
    ['seen', ['fuelPressure', 'battery'], ['fuelPressure', 'battery']],
  ]);
  const blind = made();
  blind.sensors.fuelPressure.fitted = { value: 'no', source: SOURCE };
  expect(shown(blind).slice(0, 3)).toEqual([
    ['leaks', [], null],
    ['pressure', ['battery'], null],
    ['seen', ['battery'], ['battery']],
  ]);
});

test('exactly 1.5 kPa apart is the same, and a pump without a pin has an output', () => {
  expect(at({ ...read, pressure: typedIn(348.5) }).found[0]).toMatch(/^good: The regulator holds 34[89] kPa/);
  const loose = made();
  loose.pins.assignments = [];
  expect(at({ leaks: chose('silent') }, loose).found[0]).toContain('the ECU switches its output');
});

test('which way the screw goes, and by how much, is said', () => {
  const titled = (kpa: number) =>
    fuelPressure
      .steps(asked({ ...read, pressure: typedIn(kpa), which: chose('adjust') }, document))
      .find(({ id }) => id === 'adjusted');
  expect(titled(310)?.title).toBe('Turn the regulator’s screw in');
  expect(titled(310)?.words[0]).toMatch(/^By 40 kPa, to 350 kPa/);
  expect(titled(390)?.title).toBe('Turn the regulator’s screw out');
});

test('all as the calibration says', () => {
  expect(at({ ...read, ...hose, can: typedIn(can(1.2)) })).toEqual({
    found: [
      'good: The regulator holds 351 kPa, as the calibration says.',
      'good: The sensor in the rail reads 352 kPa, as the gauge.',
      'good: The regulator follows the manifold, as the calibration says.',
      expect.stringMatching(
        /^good: It gives \d+\.\d g\/s at 13\.5 V, and the engine takes up to \d+\.\d g\/s\.$/,
      ),
    ],
    edits: [],
  });
});

test('another pressure is proposed, unless the regulator was turned', () => {
  const off = { ...read, pressure: typedIn(320), seen: gave({ fuelPressure: 322, battery: 12 }) };
  const changed = at({ ...off, which: chose('change') });
  expect(changed.edits).toEqual(['injectors.railPressure 320 kPaGauge']);
  expect(changed.found[0]).toMatch(/^warning: The regulator holds 320 kPa instead of 350 kPa/);
  const turned = at({ ...off, which: chose('adjust'), adjusted: typedIn(349) });
  expect(turned.edits).toEqual([]);
  expect(turned.found[0]).toBe('good: The regulator holds 349 kPa, as the calibration says.');
  expect(at({ ...off, which: chose('adjust'), adjusted: typedIn(340) }).edits).toEqual([
    'injectors.railPressure 340 kPaGauge',
  ]);
});

test('no pressure at all is no pressure to take', () => {
  const { found, edits } = at({
    ...read,
    pressure: typedIn(49),
    seen: gave({ fuelPressure: 49, battery: 12 }),
  });
  expect(found[0]).toMatch(/^error: The gauge reads 49 kPa: nothing holds pressure/);
  expect(edits).toEqual([]);
  expect(at({ ...read, pressure: typedIn(50) }).edits).toHaveLength(1);
});

test('a sensor in the rail that reads otherwise is said, within 10 kPa it is not', () => {
  const sensor = (kpa: number) => at({ ...read, seen: gave({ fuelPressure: kpa, battery: 12 }) }).found[1];
  expect(sensor(361)).toMatch(/^good/);
  expect(sensor(361.2)).toMatch(/^error: The sensor in the rail reads 361 kPa where the gauge reads 351 kPa/);
  expect(sensor(340.8)).toMatch(/^error/);
  expect(at({ ...read, seen: gave({ battery: 12 }) }).found).toHaveLength(1);
});

test('what holds the rail, against what is typed', () => {
  const kind = (answers: Answers, of = document) => {
    const { found, edits } = at({ ...read, ...answers }, of);
    return [found.at(-1), edits];
  };
  expect(kind({ ...hose, underVacuum: typedIn(350) })).toEqual([
    expect.stringMatching(/^error: The regulator is a fixed one, and the calibration says otherwise/),
    ['injectors.regulator fixed'],
  ]);
  expect(kind({ line: chose('none') })[1]).toEqual(['injectors.regulator fixed']);
  expect(kind({ line: chose('none') }, made('fixed'))).toEqual([
    'good: The regulator is a fixed one, as the calibration says.',
    [],
  ]);
  expect(kind(hose, made('fixed'))[1]).toEqual(['injectors.regulator manifold']);
  expect(kind(hose, made('measured'))).toEqual(['good: The regulator follows the manifold.', []]);
  expect(kind({ ...hose, underVacuum: typedIn(330) })[0]).toMatch(
    /^warning: The pressure fell by part of the vacuum only/,
  );
  expect(kind({ ...hose, vacuum: typedIn(null) })[0]).toMatch(/^good: The sensor/);
});

test('under vacuum it is compared with what the screw was turned to', () => {
  const turned = { ...read, pressure: typedIn(300), which: chose('adjust'), adjusted: typedIn(350) };
  expect(at({ ...turned, ...hose, underVacuum: typedIn(300) }).found.at(-1)).toMatch(
    /^good: The regulator follows/,
  );
});

test('what the pump gives: enough is 15 % more than is taken; left out it is said', () => {
  const flow = (value: number | null) => at({ ...read, can: typedIn(value) }).found.at(-1);
  expect(flow(can(1.16))).toMatch(/^good: It gives/);
  expect(flow(can(1.14))).toMatch(/^error: It gives .*: the pressure will fall under load/);
  expect(flow(null)).toBe('warning: What the pump gives was not measured.');
});

test('leaks, and a pump that does not run, end it there', () => {
  expect(at({ leaks: chose('wet') })).toEqual({
    found: [expect.stringMatching(/^error: It leaks/)],
    edits: [],
  });
  const pin = program.pins['output-fuelpump'] ?? '';
  expect(at({ leaks: chose('silent') }).found).toEqual([
    `error: The pump does not run: the ECU switches pin ${pin}. Look at its fuse, its relay and that wire.`,
  ]);
});

test('without an output for the pump it cannot be done', () => {
  const none = demo('ventisca', (draft) => {
    draft.outputs = draft.outputs.filter(({ purpose }) => purpose !== 'fuelPump');
  });
  expect(fuelPressure.missing(asked({}, none))).toMatch(/^No output is the fuel pump’s/);
  expect(fuelPressure.missing(asked({}, document))).toBeNull();
});
