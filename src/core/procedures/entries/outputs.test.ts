import { asked, chose, decided, stepsOf } from '@tests/support/answers';
import { demo, programOf } from '@tests/support/ventisca';
import type { Answers } from '../procedure';
import { outputs } from './outputs';

const document = demo();
const { pins, firing } = programOf(document);
const order = (firing ?? []).map(({ cylinder }) => cylinder);
const injectors = order.map((cylinder) => `try-injector-${cylinder}`);
const tried = (answers: Record<string, string>): Answers => ({
  which: chose('injector'),
  ...Object.fromEntries(Object.entries(answers).map(([id, answer]) => [`try-${id}`, chose(answer)])),
});
const at = (answers: Record<string, string>) => decided(outputs, tried(answers), document);

test('injectors and coils in the order they fire, after what is tried is chosen', () => {
  expect(stepsOf(outputs, {})).toEqual(['which']);
  expect(stepsOf(outputs, { which: chose('injector') })).toEqual(['which', ...injectors]);
  const all = stepsOf(outputs, { which: chose('all') });
  expect(all.slice(0, 7)).toEqual(['which', ...injectors]);
  expect(all.slice(7, 13)).toEqual(order.map((cylinder) => `try-coil-${cylinder}`));
  expect(all).toContain('try-output-fuelpump');
  expect(stepsOf(outputs, { which: chose('output') }).every((id) => !/injector|coil/.test(id))).toBe(true);
});

test('each is held, and only asked for by its own kind', () => {
  const steps = outputs.steps(asked({ which: chose('all') }, document));
  const step = (id: string) => steps.find((one) => one.id === id);
  const options = (id: string) => {
    const takes = step(id)?.takes;
    return takes?.kind === 'choice' ? takes.options.map((option) => option.id) : [];
  };
  expect(options('try-injector-2')).toEqual(
    [1, 2, 3, 4, 5, 6].map((i) => `injector-${i}`).concat('nothing', 'skipped'),
  );
  expect(options('try-output-fan')).toContain('output-fuelpump');
  expect(step('try-injector-2')).toMatchObject({
    title: 'Injector 2',
    expects: 'Injector 2',
    words: [`Pin ${pins['injector-2'] ?? ''} is worked. Which one clicks?`],
    work: {
      latched: false,
      label: 'Work injector 2',
      ask: { kind: 'pulses', function: 'injector-2', openMs: 4, pump: false },
    },
  });
  expect(step('try-coil-3')?.work?.ask).toMatchObject({ kind: 'pulses', function: 'coil-3', openMs: 3 });
  expect(step('try-coil-3')?.words[0]).toMatch(/sparks\?$/);
  expect(step('try-output-fan')?.work?.ask).toEqual({
    kind: 'hold',
    function: 'output-fan',
    forS: 8,
    dutyPercent: 100,
  });
});

test('what is tried is chosen first, of the kinds that there are', () => {
  const [which] = outputs.steps(asked({}, document));
  expect(which?.words).toHaveLength(2);
  expect(which?.takes).toEqual({
    kind: 'choice',
    options: [
      { id: 'all', label: 'Everything' },
      { id: 'injector', label: 'Injectors' },
      { id: 'coil', label: 'Coils' },
      { id: 'output', label: 'Pump, fan, lamps, valves' },
    ],
  });
  const noCoils = demo('ventisca', (draft) => {
    draft.pins.assignments = draft.pins.assignments.filter((entry) => !entry.function.startsWith('coil'));
  });
  const [less] = outputs.steps(asked({}, noCoils));
  expect(less?.takes.kind === 'choice' ? less.takes.options.map(({ id }) => id) : []).toEqual([
    'all',
    'injector',
    'output',
  ]);
});

test('what nobody wired has no pin to say, and its options end in nothing and leaving it out', () => {
  const loose = demo('ventisca', (draft) => {
    draft.pins.assignments = [];
    draft.pins.ecu = null;
  });
  const step = outputs
    .steps(asked({ which: chose('output') }, loose))
    .find(({ id }) => id === 'try-output-fan');
  expect(step?.words[0]).toBe('Its pin is worked. Which one moves, lights or hums?');
  const options = step?.takes.kind === 'choice' ? step.takes.options : [];
  expect(options.slice(-2)).toEqual([
    { id: 'nothing', label: 'Nothing' },
    { id: 'skipped', label: 'Leave it out' },
  ]);
  expect(options.map(({ id }) => id).some((id) => /injector|coil/.test(id))).toBe(false);
  // Pins that there are none of cannot be changed.
  const crossed: Answers = {
    which: chose('injector'),
    'try-injector-2': chose('injector-5'),
    'try-injector-5': chose('injector-2'),
  };
  expect(decided(outputs, crossed, loose).edits).toEqual([]);
});

test('all on their own, some, and none', () => {
  expect(at({ 'injector-1': 'injector-1', 'injector-2': 'injector-2' })).toEqual({
    found: ['good: All 2 answered on their own pins.'],
    edits: [],
  });
  expect(at({ 'injector-1': 'injector-1' }).found).toEqual(['good: On its own pin: Injector 1.']);
  expect(at({ 'injector-1': 'skipped' })).toEqual({ found: [], edits: [] });
});

test('what is silent is said with its pin', () => {
  const { found, edits } = at({
    'injector-1': 'nothing',
    'injector-2': 'injector-2',
    'injector-3': 'injector-3',
  });
  expect(found).toEqual([
    `error: Injector 1 on pin ${pins['injector-1'] ?? ''} does nothing: look at its plug, its wire, and what feeds it.`,
    'good: On its own pin: Injector 2, injector 3.',
  ]);
  expect(edits).toEqual([]);
});

test('two in each other’s place: where each wire belongs, and the pins as they are', () => {
  const { found, edits } = at({
    'injector-2': 'injector-5',
    'injector-5': 'injector-2',
    'injector-1': 'injector-1',
  });
  const [two, five] = [pins['injector-2'] ?? '', pins['injector-5'] ?? ''];
  expect(found).toEqual(
    expect.arrayContaining([
      `error: Pin ${two}, meant for injector 2, works injector 5: in the loom that wire belongs on pin ${five}.`,
      `error: Pin ${five}, meant for injector 5, works injector 2: in the loom that wire belongs on pin ${two}.`,
    ]),
  );
  expect([...edits].sort()).toEqual([`injector-2 ${five}`, `injector-5 ${two}`].sort());
});

test('one that answers twice makes nothing sure', () => {
  const { found, edits } = at({ 'injector-2': 'injector-5', 'injector-5': 'injector-5' });
  expect(found[0]).toBe(
    'error: Injector 5 answered on more than one pin: try those again, one of them was misheard.',
  );
  expect(found.some((line) => line.includes('belongs on'))).toBe(false);
  expect(edits).toEqual([]);
});

test('without anything on a pin it cannot be done', () => {
  const bare = demo('ventisca', (draft) => {
    draft.outputs = [];
    draft.pins.assignments = draft.pins.assignments.filter((entry) => entry.function === 'crank');
  });
  expect(outputs.missing(asked({}, bare))).toMatch(/^Nothing hangs on a pin yet/);
  expect(outputs.missing(asked({}, document))).toBeNull();
});
