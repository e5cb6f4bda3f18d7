import { listening } from '@tests/support/knocking';
import { expectStep } from '@tests/support/steps';
import { demo, programOf } from '@tests/support/ventisca';
import { IDLE_TRIAL_LIMITS, PULSE_LIMITS, TIMING_LIMITS } from '../control';
import { workTargets } from '../ecu';
import type { Answer, Answers, Procedure, ProcedureAt, Step } from './procedure';
import { nextStep, verdictOf, withoutLast } from './procedure';
import { procedureById, PROCEDURES } from './procedures';

/** A demo that a procedure can be done with: one has no single throttle, the other no other. */
function demoFor({ missing }: Procedure): Omit<ProcedureAt, 'answers'> {
  const all = [demo('ventisca'), demo('pardela'), listening()];
  const able = all
    .map((document) => ({ document, program: programOf(document) }))
    .find((one) => missing({ ...one, answers: {} }) === null);
  if (able === undefined) throw new Error('No demo can do it');
  return able;
}

/** Any answer that a step takes. */
function anyAnswer({ takes }: Step, option: number): Answer {
  switch (takes.kind) {
    case 'go':
      return { kind: 'gone' };
    case 'choice':
      return { kind: 'choice', id: takes.options[option % takes.options.length]?.id ?? '' };
    case 'number':
      return { kind: 'number', value: (takes.min + takes.max) / 2 };
    case 'search':
      return { kind: 'searched', points: [] };
    case 'capture': {
      const one = { mean: 1, spread: 0, least: 1, most: 1, count: 9 };
      return { kind: 'captured', channels: Object.fromEntries(takes.channels.map((id) => [id, one])) };
    }
    case 'trace':
      return {
        kind: 'traced',
        eachS: 0.02,
        channels: Object.fromEntries(takes.channels.map((id) => [id, [1, 2]])),
      };
    case 'dryStart':
      return {
        kind: 'dryStart',
        started: option === 0 ? null : { good: option === 1, headline: 'One', reason: 'Two.' },
      };
  }
}

/** Every step on the way, with the same choice at each fork. */
function walked(procedure: Procedure, option: number) {
  const of = demoFor(procedure);
  const at = (answers: Answers) => ({ ...of, answers });
  let answers: Answers = {};
  const steps: Step[] = [];
  for (let next = nextStep(procedure, at({})); next !== null; next = nextStep(procedure, at(answers))) {
    expect(steps.length).toBeLessThan(60);
    steps.push(next.step);
    answers = { ...answers, [next.step.id]: anyAnswer(next.step, option) };
  }
  return { steps, answers };
}

test('each has an id of its own, by which it is found', () => {
  for (const procedure of PROCEDURES) expect(procedureById(procedure.id)).toBe(procedure);
  expect(new Set(PROCEDURES.map(({ id }) => id)).size).toBe(PROCEDURES.length);
  expect(procedureById('none')).toBeNull();
});

describe.each<Procedure>(PROCEDURES)('$id', (procedure) => {
  const of = demoFor(procedure);
  const at = (answers: Answers = {}): ProcedureAt => ({ ...of, answers });

  test('says what it is, and can be done with a demo', () => {
    expect(procedure.title).toMatch(/^[A-Z]/);
    expect(procedure.what).toMatch(/[.?]$/);
    expect(procedure.minutes).toBeGreaterThan(0);
    expect(procedure.missing(at())).toBeNull();
  });

  test('comes to an end by every choice, and says something', () => {
    for (const option of [0, 1, 2]) {
      const { steps, answers } = walked(procedure, option);
      expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
      expect(['passed', 'failed', 'open']).toContain(verdictOf(procedure.decide(at(answers))));
    }
  });

  test('stopped before it measures, it has found nothing and proposes nothing', () => {
    const outcome = procedure.decide(at());
    expect(outcome).toEqual({ found: [], remedy: null });
    expect(verdictOf(outcome)).toBe('open');
  });

  test('each step says what to do, shows what there is, and works what hangs on a pin, within limits', () => {
    const targets = workTargets(of.program);
    for (const step of [0, 1].flatMap((option) => walked(procedure, option).steps)) {
      expectStep(step);
      const { title, work, takes } = step;
      if (takes.kind === 'number' && takes.whileWorked) expect([title, work]).not.toEqual([title, null]);
      if (work === null) continue;
      const { ask } = work;
      if (ask.kind === 'timing') {
        expect(ask.forS).toBeLessThanOrEqual(TIMING_LIMITS.forS);
        expect(ask.sparkDeg).toBeLessThanOrEqual(TIMING_LIMITS.mostDeg);
        continue;
      }
      if (ask.kind === 'idle') {
        expect(ask.forS).toBeLessThanOrEqual(IDLE_TRIAL_LIMITS.forS);
        continue;
      }
      const target = targets.find((one) => one.function === ask.function);
      expect([title, target?.function]).toEqual([title, ask.function]);
      if (ask.kind === 'hold') expect(ask.forS).toBeLessThanOrEqual(60);
      else {
        const limits = PULSE_LIMITS[target?.kind === 'coil' ? 'coil' : 'injector'];
        expect(ask.openMs * ask.count).toBeLessThanOrEqual(limits.totalMs);
      }
    }
  });

  test('a step back leaves what came before it', () => {
    const { steps, answers } = walked(procedure, 0);
    const last = steps.at(-1)?.id ?? '';
    const before = withoutLast(procedure, at(answers));
    expect(before).not.toHaveProperty(last);
    expect(nextStep(procedure, at(before))?.step.id).toBe(last);
    expect(Object.keys(before)).toHaveLength(steps.length - 1);
  });
});

test('a verdict is as bad as the worst that was found', () => {
  const found = (...tones: ('good' | 'error' | 'warning' | 'plain')[]) =>
    verdictOf({ found: tones.map((tone) => ({ tone, text: tone })), remedy: null });
  expect(found('good', 'plain')).toBe('passed');
  expect(found('good', 'warning')).toBe('open');
  expect(found('warning', 'error', 'good')).toBe('failed');
  expect(found()).toBe('open');
  const remedy = { label: 'Other ends', edits: [] };
  expect(verdictOf({ found: [{ tone: 'good', text: 'Even' }], remedy })).toBe('open');
});
