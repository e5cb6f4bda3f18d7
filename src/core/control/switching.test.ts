import { AT, type Frame, frameOf, write } from '../channel';
import type { Condition } from '../outputs';
import { outputStates } from './switching';

/** One moment a second with these engine speeds, the engine cold. */
const speeds = (...values: number[]): Frame[] =>
  values.map((speed, time) => frameOf({ time, speed, coolant: 20 }));
const above = (change: Partial<Condition> = {}): Condition => ({
  channel: 'speed',
  comparison: 'above',
  threshold: 3000,
  hysteresis: 200,
  minOnS: 0,
  minOffS: 0,
  ...change,
});
const states = (conditions: Condition[], frames: Frame[], join: 'and' | 'or' = 'and') =>
  outputStates({ conditions, join }, frames).map(Number).join('');

describe('an output over time', () => {
  // On above 3000; off only at 2800 or below.
  test('lets go only past its hysteresis', () => {
    expect(states([above()], speeds(2900, 3000, 3001, 2900, 2801, 2800, 2900))).toBe('0011100');
  });

  test('below turns the comparison round', () => {
    expect(states([above({ comparison: 'below' })], speeds(3100, 2999, 3100, 3199, 3200))).toBe('01110');
  });

  test('stays on and off for its least times', () => {
    expect(states([above({ minOnS: 3 })], speeds(3100, 0, 0, 0, 0))).toBe('11100');
    expect(states([above({ minOffS: 3 })], speeds(3100, 0, 3100, 3100, 3100))).toBe('10001');
  });

  test('conditions are joined by and, or by or; none is never on', () => {
    const warm = above({ channel: 'coolant', threshold: 90, hysteresis: 5 });
    const samples = speeds(3100, 0, 3100);
    samples.slice(1).forEach((frame) => write(frame, AT.coolant, 95));
    expect(states([above(), warm], samples, 'and')).toBe('001');
    expect(states([above(), warm], samples, 'or')).toBe('111');
    expect(states([], samples)).toBe('000');
  });
});
