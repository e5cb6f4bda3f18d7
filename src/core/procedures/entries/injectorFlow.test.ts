import { asked, decided, gave, stepsOf, typedIn } from '@tests/support/answers';
import { demo, programOf } from '@tests/support/ventisca';
import { deadTimeAt, injectorFlowGPerS, netOfOpenMs } from '../../injector';
import type { Answers } from '../procedure';
import { injectorFlow } from './injectorFlow';

const document = demo();
const { injector, barometricKpa } = programOf(document);

// 500 pulses of 12 ms less dead time, at the pressure across an injector of an engine that stands, in fuel of 0.745 g/cm³.
const across =
  injector.railGaugeKpa + (injector.regulator === 'manifold' ? 0 : barometricKpa - barometricKpa);
const netMs = netOfOpenMs(injector.shortPulse, 12 - deadTimeAt(injector.deadTime, 12.2, across));
const expected = (500 * netMs * injectorFlowGPerS(injector, across)) / (1000 * 0.745);

const answers = (times: readonly number[]): Answers => ({
  lift: { kind: 'gone' },
  battery: gave({ battery: 12.2 }),
  ...Object.fromEntries(times.map((one, i) => [`flow-${i + 1}`, typedIn(one * expected)])),
});
const at = (times: readonly number[]) => decided(injectorFlow, answers(times), document);

test('the rail is lifted, the battery read, and each sprays into its own vessel', () => {
  expect(stepsOf(injectorFlow, {})).toEqual([
    'lift',
    'battery',
    ...[1, 2, 3, 4, 5, 6].map((i) => `flow-${i}`),
  ]);
  const steps = injectorFlow.steps(asked({}, document));
  expect(steps.find(({ id }) => id === 'flow-3')).toMatchObject({
    title: 'Injector 3',
    words: ['500 pulses of 12 ms, with the pump: 12 s. Then read its vessel.'],
    work: {
      latched: true,
      label: 'Let injector 3 spray',
      ask: { function: 'injector-3', openMs: 12, count: 500, pump: true },
    },
    takes: { instrument: { id: 'vessels', place: 2 } },
  });
  expect(steps.find(({ id }) => id === 'battery')?.work?.ask).toEqual({
    kind: 'hold',
    function: 'output-fuelpump',
    forS: 20,
    dutyPercent: 100,
  });
});

test('each step says what to do, and takes what it says', () => {
  const steps = injectorFlow.steps(asked({}, document));
  for (const { words } of steps) expect(words.length).toBeGreaterThan(0);
  expect(steps[0]?.takes).toEqual({ kind: 'go', label: 'It hangs over empty vessels' });
  expect(steps[1]).toMatchObject({
    shows: ['battery'],
    takes: { kind: 'capture', channels: ['battery'], forS: 1.5 },
  });
  for (const { takes } of steps.slice(2)) {
    expect(takes).toMatchObject({
      kind: 'number',
      quantity: 'volume',
      unit: 'cm3',
      min: 0,
      max: 2000,
      decimals: 1,
    });
  }
  const places = steps
    .slice(2)
    .map(({ takes }) => (takes.kind === 'number' ? takes.instrument?.place : null));
  expect(places).toEqual([0, 1, 2, 3, 4, 5]);
});

test('only injectors that have a pin are tried', () => {
  const some = demo('ventisca', (draft) => {
    draft.pins.assignments = draft.pins.assignments.filter((entry) => entry.function !== 'injector-4');
  });
  expect(stepsOf(injectorFlow, {}, some)).not.toContain('flow-4');
  expect(stepsOf(injectorFlow, {}, some)).toContain('flow-5');
});

test('injectors of a pair spray together, and the second vessel is only read', () => {
  const pairs = demo('ventisca', (draft) => {
    draft.injection.wiring = { value: 'pairs', source: { kind: 'measured', date: '2026-11-28' } };
    draft.pins.assignments = [];
    draft.pins.ecu = null;
  });
  const steps = injectorFlow.steps(asked({}, pairs)).filter(({ id }) => id.startsWith('flow'));
  expect(steps).toHaveLength(6);
  expect(steps.map(({ work }) => work !== null)).toEqual([true, false, true, false, true, false]);
  expect(steps[0]?.work?.label).toMatch(/^Let injector \d and \d spray$/);
});

test('even, and what was typed', () => {
  expect(at([1, 1.01, 0.99, 1, 1.005, 1])).toEqual({
    found: ['good: They are even: none is more than 1.0 % off.', 'good: Together they pass what was typed.'],
    edits: [],
  });
});

test('one that is short by more than 3 % is looked at, by more than 8 % it is blocked; too much is another part', () => {
  const first = (of: number) => at([of, 1, 1, 1, 1, 1]).found[0];
  expect(first(0.969)).toMatch(
    /^warning: Injector 1 passed \d+\.\d cm³, 3 % less than the middle of all: clean or replace it\.$/,
  );
  expect(first(0.971)).toMatch(/^good/);
  expect(first(0.919)).toMatch(/^error: Injector 1 .* 8 % less/);
  expect(first(0.921)).toMatch(/^warning/);
  expect(first(1.09)).toMatch(
    /^error: Injector 1 .* 9 % more than the middle of all: it leaks, or is another part\.$/,
  );
});

test('another flow of all is proposed', () => {
  const rated = document.injectors.ratedFlow?.amount ?? NaN;
  const { found, edits } = at([0.9, 0.9, 0.9, 0.9, 0.9, 0.9]);
  expect(found[1]).toMatch(/^warning: Together they pass 10 % less than was typed/);
  expect(edits).toHaveLength(1);
  expect(Number(edits[0]?.split(' ')[1])).toBeCloseTo(0.9 * rated, 0);
  expect(at([1.021, 1.021, 1.021, 1.021, 1.021, 1.021]).edits).toHaveLength(1);
  expect(at([1.019, 1.019, 1.019, 1.019, 1.019, 1.019]).edits).toHaveLength(0);
});

test('nothing caught is said, nothing read says nothing', () => {
  expect(at([0, 0, 0, 0, 0, 0])).toEqual({
    found: [expect.stringMatching(/^error: Nothing was caught/)],
    edits: [],
  });
  expect(at([])).toEqual({ found: [], edits: [] });
  const { battery: _, ...blind } = answers([1, 1]);
  expect(decided(injectorFlow, blind, document).edits).toEqual([]);
});

test('without a pump or pins it cannot be done', () => {
  const noPump = demo('ventisca', (draft) => void (draft.outputs = []));
  expect(injectorFlow.missing(asked({}, noPump))).toMatch(/without pressure nothing flows/);
  const noPins = demo('ventisca', (draft) => {
    draft.pins.assignments = draft.pins.assignments.filter((entry) => !entry.function.startsWith('injector'));
  });
  expect(injectorFlow.missing(asked({}, noPins))).toBe('No injector has a pin yet.');
  expect(injectorFlow.missing(asked({}, document))).toBeNull();
});
