import fc from 'fast-check';
import { asked, chose, decided, stepsOf } from '@tests/support/answers';
import { demo } from '@tests/support/ventisca';
import { baseTimingOf } from '../measure/baseTiming';
import type { Answer, Answers } from '../procedure';
import { baseTiming } from './baseTiming';

const STROBE = { stated: 0.25, readTo: 0.15 };
const light = (lightDeg: number, rpm: number): Answer => ({
  kind: 'number',
  value: lightDeg,
  beside: { speed: rpm },
});
const SOURCE = { kind: 'measured', date: '2026-11-28' } as const;
const document = demo('ventisca', (draft) => {
  draft.trigger.tdcOffset = { amount: 84, unit: 'deg', source: SOURCE };
  draft.engine.maxSpeed = { amount: 7000, unit: 'rev/min', source: SOURCE };
});
const at = (answers: Answers, of = document) => decided(baseTiming, answers, of);

describe('offset and delay of a line', () => {
  // (13.5 − 11.9) / (3000 · 6e-6) = 88.89 µs; 13.5 − 10 + 6e-6 · 300 · 88.89 = 3.66°.
  test('commanded 10: light 13.5 at 300 rev/min and 11.9 at 3,300', () => {
    const found = baseTimingOf(
      [
        { rpm: 300, commandedDeg: 10, lightDeg: 13.5 },
        { rpm: 3300, commandedDeg: 10, lightDeg: 11.9 },
      ],
      STROBE,
    );
    expect(found?.delayUs).toBeCloseTo(88.89, 2);
    expect(found?.offsetDeg).toBeCloseTo(3.66, 2);
    expect(found?.leftDeg).toBeCloseTo(0, 9);
    // Read to ± 0.15: 0.0866 each, over 3,000 / √2 rev/min → 6.8 µs; at nothing turning 0.0866 · √(1/2 + 1800² / 4.5e6) = 0.096, with the strobe’s 0.144.
    expect(found?.delayErrorUs).toBeCloseTo(6.8, 1);
    expect(found?.offsetErrorDeg).toBeCloseTo(Math.hypot(0.096, 0.1443), 2);
  });

  test('of any offset, delay and speeds it is found again, whatever was commanded', () => {
    const speeds = fc.uniqueArray(fc.integer({ min: 150, max: 8000 }), { minLength: 2, maxLength: 6 });
    fc.assert(
      fc.property(
        fc.double({ min: -12, max: 12, noNaN: true }),
        fc.double({ min: -200, max: 300, noNaN: true }),
        speeds,
        (offset, delay, all) => {
          const readings = all.map((rpm, i) => ({
            rpm,
            commandedDeg: 10 + i,
            lightDeg: 10 + i + offset - 6e-6 * rpm * delay,
          }));
          const found = baseTimingOf(readings, STROBE);
          expect(found?.offsetDeg).toBeCloseTo(offset, 5);
          expect(found?.delayUs).toBeCloseTo(delay, 2);
        },
      ),
    );
  });

  test('one speed tells no delay', () => {
    const one = { rpm: 300, commandedDeg: 10, lightDeg: 12 };
    expect(baseTimingOf([one], STROBE)).toBeNull();
    expect(baseTimingOf([one, one], STROBE)).toBeNull();
    expect(baseTimingOf([], STROBE)).toBeNull();
  });

  test('readings that scatter know both less well', () => {
    const of = (third: number) =>
      baseTimingOf(
        [300, 1500, 3000].map((rpm, i) => ({ rpm, commandedDeg: 10, lightDeg: 10 + (i === 1 ? third : 0) })),
        STROBE,
      );
    expect(of(0)?.delayErrorUs ?? 9).toBeLessThan(of(1)?.delayErrorUs ?? 0);
    expect(of(1)?.leftDeg).toBeCloseTo(0.67, 1);
  });
});

test('by cranking alone, or on with an engine that runs, up to 3,000 rev/min and over', () => {
  expect(stepsOf(baseTiming, {}, document)).toEqual(['cranking', 'start']);
  expect(stepsOf(baseTiming, { start: chose('later') }, document)).toEqual(['cranking', 'start']);
  expect(stepsOf(baseTiming, { start: chose('runs') }, document)).toEqual([
    'cranking',
    'start',
    'at-1300',
    'at-3000',
    'at-3500',
  ]);
  const works = baseTiming
    .steps(asked({ start: chose('runs') }, document))
    .map(({ work }) => work?.ask ?? null);
  expect(works[0]).toEqual({ kind: 'timing', sparkDeg: 10, fuel: false, forS: 60 });
  expect(works[2]).toEqual({ kind: 'timing', sparkDeg: 15, fuel: true, forS: 180 });
  expect(works[1]).toBeNull();
});

test('cranking alone moves the offset, and leaves the delay open', () => {
  const { found, edits } = at({ cranking: light(14, 240), start: chose('later') });
  expect(found).toEqual([
    'warning: The light is 4.0° ± 0.3° early: the first tooth stands elsewhere than it was typed.',
    'warning: The sensor’s delay stays unknown until it runs: read it again at speed.',
  ]);
  expect(edits).toEqual(['trigger.tdcOffset 88 deg']);
  expect(at({ cranking: light(10.2, 240) }).edits).toEqual([]);
  expect(at({ cranking: light(7, 240) }).edits).toEqual(['trigger.tdcOffset 81 deg']);
});

test('both, with the error left and what is known of each', () => {
  const line = (rpm: number, of: number) => light(of + 2 - 6e-6 * rpm * 100, rpm);
  const { found, edits } = at({
    cranking: line(250, 10),
    start: chose('runs'),
    'at-1300': line(1280, 15),
    'at-3000': line(3040, 15),
    'at-3500': line(3470, 15),
  });
  expect(found[0]).toMatch(/^warning: The light is 2\.0° ± 0\.\d° early/);
  expect(found[1]).toMatch(
    /^warning: Edges arrive 100 ± \d µs late: spark falls back with speed, by 4\.2° at 7000 rev\/min\.$/,
  );
  expect(found[2]).toBe('good: What is left over is 0.0° at most.');
  expect(edits).toEqual(['trigger.tdcOffset 86 deg', 'trigger.sensorDelay 100 us']);
});

test('as it was commanded nothing moves; what scatters, or is far off, is refused', () => {
  const still = at({
    cranking: light(10.1, 250),
    start: chose('runs'),
    'at-1300': light(15.1, 1300),
    'at-3000': light(15, 3000),
  });
  expect(still.edits).toEqual([]);
  expect(still.found.every((text) => text.startsWith('good'))).toBe(true);
  const scattered = at({
    cranking: light(10, 250),
    start: chose('runs'),
    'at-1300': light(18, 1300),
    'at-3000': light(15, 3000),
  });
  expect(scattered).toEqual({
    found: [expect.stringMatching(/^error: The readings lie up to \d\.\d° off one line/)],
    edits: [],
  });
  const far = at({ cranking: light(30, 250) });
  expect(far.found[0]).toMatch(/^error: The light is 20\.0° .* Look at the wheel’s teeth/);
  expect(far.edits).toEqual([]);
});

test('a light read at an engine that stood is none, and without one there is nothing', () => {
  expect(at({ cranking: light(10, 0) })).toEqual({
    found: [expect.stringMatching(/^error: The engine did not turn/)],
    edits: [],
  });
  expect(at({ start: chose('later') })).toEqual({ found: [], edits: [] });
});

test('a delay that was typed is added to', () => {
  const typedDelay = demo('ventisca', (draft) => {
    draft.trigger.tdcOffset = { amount: 84, unit: 'deg', source: SOURCE };
    draft.trigger.sensorDelay = { amount: 40, unit: 'us', source: SOURCE };
  });
  const line = (rpm: number, of: number) => light(of - 6e-6 * rpm * 60, rpm);
  const { edits } = at(
    { cranking: line(250, 10), start: chose('runs'), 'at-1300': line(1300, 15), 'at-3000': line(3000, 15) },
    typedDelay,
  );
  expect(edits).toEqual(['trigger.sensorDelay 100 us']);
});
