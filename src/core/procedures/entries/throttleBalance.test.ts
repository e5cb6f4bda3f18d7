import { asked, decided, gave, stepsOf } from '@tests/support/answers';
import { demo } from '@tests/support/ventisca';
import fc from 'fast-check';
import { balanceOf } from '../measure/throttleBalance';
import type { Answer, Answers } from '../procedure';
import { throttleBalance } from './throttleBalance';

const document = demo('pardela');
const KG_PER_H = 3.6;
const reads = (kgPerH: number): Answer => ({ kind: 'number', value: kgPerH / KG_PER_H });
/** A round of readings at a place, kg/h. */
const round = (place: string, number: number, values: readonly number[]): Answers =>
  Object.fromEntries(values.map((value, i) => [`${place}-${number}-${i + 1}`, reads(value)]));
const set = (place: string, number: number, throttles: readonly number[], value: number): Answers =>
  Object.fromEntries(throttles.map((throttle) => [`${place}-${number}-set-${throttle}`, reads(value)]));
const warm: Answers = { warm: { kind: 'gone' } };
const held: Answers = { pedal: { kind: 'gone' } };
const EVEN = [3.2, 3.2, 3.2, 3.2];
const even = { ...warm, ...round('idle', 1, EVEN), ...held, ...round('part', 1, [9, 9, 9, 9]) };
const titled = (answers: Answers) => throttleBalance.steps(asked(answers, document)).at(-1);
const found = (answers: Answers) => decided(throttleBalance, answers, document).found;
const idles = (speed: number) => gave({ speed, idleTarget: 1000 });

describe('balance of readings', () => {
  // 3.0, 3.4, 3.1, 3.3: middle 3.2; 0.2 / 3.2 = 6.25 %, 0.1 / 3.2 = 3.125 %.
  test('against their middle', () => {
    const found = balanceOf([3, 3.4, 3.1, 3.3]);
    expect(found?.middle).toBeCloseTo(3.2, 12);
    expect(found?.worst).toBeCloseTo(0.0625, 12);
    expect(found?.each.map(({ throttle, off }) => [throttle, Number((100 * off).toFixed(2))])).toEqual([
      [1, -6.25],
      [2, 6.25],
      [3, -3.13],
      [4, 3.12],
    ]);
  });

  test('of any air, half breathe no more and half no less, however far one leaks', () => {
    const any = fc.array(fc.double({ min: 0.5, max: 20, noNaN: true }), { minLength: 2, maxLength: 8 });
    fc.assert(
      fc.property(any, fc.double({ min: 1, max: 90, noNaN: true }), (values, leak) => {
        const balance = balanceOf(values);
        if (balance === null) throw new Error('Not read');
        const over = balance.each.filter(({ off }) => off > 0).length;
        const under = balance.each.filter(({ off }) => off < 0).length;
        expect(Math.max(over, under)).toBeLessThanOrEqual(values.length / 2);
        const most = Math.max(...values);
        const leaks = values.map((value) => (value === most ? value + leak : value));
        if (values.length > 2 && values.filter((value) => value === most).length === 1) {
          expect(balanceOf(leaks)?.middle).toBe(balance.middle);
        }
      }),
    );
  });

  test('of an odd number the one in the middle; one that breathes less is as far off as one that breathes more', () => {
    expect(balanceOf([9, 3, 3.1])?.middle).toBe(3.1);
    expect(balanceOf([2, 4, 4])?.worst).toBe(0.5);
  });

  test('none before all are read, and none where nothing flows', () => {
    expect(balanceOf([3, null])).toBeNull();
    expect(balanceOf([])).toBeNull();
    expect(balanceOf([0, 0])).toBeNull();
  });
});

describe('its path', () => {
  test('each throttle is read, and where all are even the pedal comes next', () => {
    expect(stepsOf(throttleBalance, warm, document)).toEqual([
      'warm',
      'idle-1-1',
      'idle-1-2',
      'idle-1-3',
      'idle-1-4',
    ]);
    expect(stepsOf(throttleBalance, { ...warm, ...round('idle', 1, EVEN) }, document)).toContain('pedal');
    expect(stepsOf(throttleBalance, even, document).at(-1)).toBe('speed');
  });

  // The middle is 3.2: within 1.2 % are 3.16 to 3.24.
  test('those that are off are set to the middle, by the right screw the right way, and all are read again', () => {
    const one = { ...warm, ...round('idle', 1, [3, 3.4, 3.23, 3.17]) };
    const steps = throttleBalance.steps(asked(one, document));
    expect(steps.slice(5).map(({ title }) => title)).toEqual([
      'Throttle 1 to 3.20 kg/h',
      'Throttle 2 to 3.20 kg/h',
    ]);
    expect(steps[5]?.words[0]).toMatch(
      /^It breathes 3\.00 kg\/h, 6\.3 % less than the middle of all\. Turn its air screw out/,
    );
    expect(steps[6]?.words[0]).toMatch(
      /^It breathes 3\.40 kg\/h, 6\.3 % more than the middle of all\. Turn its air screw in/,
    );
    expect(titled({ ...one, ...set('idle', 1, [1], 3.2) })?.id).toBe('idle-1-set-2');
    expect(titled({ ...one, ...set('idle', 1, [1, 2], 3.2) })?.id).toBe('idle-2-4');
  });

  test('rods at part throttle, longer where it breathes too little', () => {
    const part = { ...even, ...round('part', 1, [8.5, 9.5, 9, 9]) };
    const steps = throttleBalance.steps(asked(part, document)).slice(-2);
    expect(steps[0]?.words[0]).toMatch(/5\.6 % less .* Lengthen its rod/);
    expect(steps[1]?.words[0]).toMatch(/5\.6 % more .* Shorten its rod/);
  });

  test('the stop of all where the speed is off, its way named, and not where it is near', () => {
    expect(stepsOf(throttleBalance, { ...even, speed: idles(1049) }, document).at(-1)).toBe('speed');
    expect(titled({ ...even, speed: idles(1100) })?.words[0]).toMatch(
      /in its slow direction, until it idles at 1000 rev/,
    );
    expect(titled({ ...even, speed: idles(900) })?.words[0]).toMatch(/^Turn the one stop of all plates up/);
  });
});

describe('what is found', () => {
  test('even at both, at its speed', () => {
    expect(found({ ...even, speed: idles(1010) })).toEqual([
      'good: Even at idle: 3.20, 3.20, 3.20, 3.20 kg/h, none more than 0.0 % off.',
      'good: Even at 2500 rev/min: 9.00, 9.00, 9.00, 9.00 kg/h, none more than 0.0 % off.',
      'good: It idles at 1010 rev/min, 1000 rev/min asked.',
    ]);
    expect(found({ ...even, speed: idles(1100), stop: idles(1080) }).at(-1)).toMatch(
      /^warning: It idles at 1080/,
    );
  });

  // 4.0 of a middle of 3.2 is 25 % over.
  test('one that does not come is named after six rounds, and what to look at', () => {
    let answers: Answers = warm;
    for (const number of [1, 2, 3, 4, 5, 6]) {
      answers = {
        ...answers,
        ...round('idle', number, [4, 3.2, 3.2, 3.2]),
        ...(number < 6 ? set('idle', number, [1], 3.2) : {}),
      };
    }
    expect(stepsOf(throttleBalance, answers, document).at(-1)).toBe('part-1-4');
    expect(found(answers)[0]).toMatch(
      /^error: Not even at idle: throttle 1 breathes 25\.0 % more than the middle of 3\.20 kg\/h .* its air screw did not bring it there; it does not shut as far/,
    );
    expect(found({ ...warm, ...round('idle', 1, [2.8, 3.4, 3.4, 3.4]) })[0]).toMatch(
      /throttle 1 breathes 17\.6 % less .* it does not open as far/,
    );
  });

  test('the last whole round counts, not the one begun', () => {
    const two = {
      ...warm,
      ...round('idle', 1, [3, 3.4, 3.2, 3.2]),
      ...set('idle', 1, [1, 2], 3.2),
      ...round('idle', 2, [3.2, 3.2]),
    };
    expect(found(two)[0]).toMatch(/^error: Not even at idle/);
    expect(found({ ...two, ...round('idle', 2, EVEN) })[0]).toMatch(/^good: Even at idle/);
  });
});

test('a reading at a standing engine, or at another speed, is none', () => {
  const besides = (answers: Answers, id: string, speed: number): Answers => ({
    ...answers,
    [id]: { kind: 'number', value: 3.2 / KG_PER_H, beside: { speed } },
  });
  expect(found(besides(even, 'idle-1-3', 0))[0]).toBe(
    'error: Throttle 3, at idle, was read at 0 rev/min: nothing of it counts. Begin again.',
  );
  expect(found(besides(even, 'idle-1-3', 300))[0]).toMatch(/^good: Even at idle/);
  const part = (speed: number) =>
    found({ ...even, 'part-1-2': { kind: 'number', value: 9 / KG_PER_H, beside: { speed } } })[1];
  expect(part(1800)).toMatch(/^error: Throttle 2, at 2500 rev\/min, was read at 1800 rev\/min/);
  expect(part(1900)).toMatch(/^good: Even at 2500/);
  expect(part(3200)).toMatch(/^error/);
});

test('one throttle for all is not balanced', () => {
  expect(throttleBalance.missing(asked({}))).toMatch(/^One throttle feeds all cylinders/);
});
