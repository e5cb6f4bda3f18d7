import { type ChannelValues, frameOf } from '../channel';
import type { Activation, PreparedCorrection } from '../correction';
import { gridOf } from '../numeric';
import { activation, activeAt } from './activation';

/** A condition followed from moment to moment. */
function followed(settings: Activation | null) {
  const [state, out] = [activation.atRest(settings), activation.out(settings)];
  return (at: ChannelValues) => {
    activation.step(settings, state, frameOf(at), out);
    return out.active;
  };
}

test('at one moment those act whose condition is met, or that have none', () => {
  const when = (comparison: 'above' | 'below'): Activation => ({
    channel: 'speed',
    comparison,
    threshold: 3000,
    hysteresis: 0,
    delayS: 5,
  });
  const list = [null, when('above'), when('below')].map((condition, i): PreparedCorrection => ({
    id: `c${i}`,
    name: 'c',
    on: 'fuel',
    operation: 'multiply',
    x: 'speed',
    y: null,
    activation: condition,
    grid: gridOf({ x: [0, 1], y: [], values: [1, 1] }),
  }));
  expect(activeAt(list, frameOf({ speed: 3001 }))).toEqual([true, true, false]);
  expect(activeAt(list, frameOf({ speed: 3000 }))).toEqual([true, false, false]);
  expect(activeAt(list, frameOf({ speed: 2999 }))).toEqual([true, false, true]);
});

describe('a condition in time', () => {
  const above = {
    channel: 'speed',
    comparison: 'above',
    threshold: 3000,
    hysteresis: 200,
    delayS: 1,
  } as const;
  const follow = (steps: readonly (readonly [timeS: number, speed: number])[]) => {
    const next = followed(above);
    return steps.map(([time, speed]) => next({ time, speed }));
  };

  test('begins after its delay, and only if it held all the while', () => {
    expect(
      follow([
        [0, 3100],
        [0.5, 3100],
        [1, 3100],
      ]),
    ).toEqual([false, false, true]);
    expect(
      follow([
        [0, 3100],
        [0.5, 2900],
        [1, 3100],
        [1.9, 3100],
        [2, 3100],
      ]),
    ).toEqual([false, false, false, false, true]);
  });

  /** What it does at speeds a second apart, each held from when it is met. */
  const atSpeeds = (comparison: 'above' | 'below', delayS: number, speeds: readonly number[]) => {
    const next = followed({ ...above, comparison, delayS });
    return speeds.map((speed, time) => next({ time, speed }));
  };

  // 3000 with 200 of memory. Above: begins past 3000, ends at 2800. Below: begins under 3000, ends at 3200.
  test.each([
    ['above', [3000, 3001, 2900, 2801, 2800, 2900, 3001], [false, true, true, true, false, false, true]],
    ['below', [3000, 2999, 3100, 3199, 3200, 3100, 2999], [false, true, true, true, false, false, true]],
  ] as const)(
    '%s: begins past its threshold, ends only past its memory, and begins again',
    (comparison, speeds, acts) => {
      expect(atSpeeds(comparison, 0, speeds)).toEqual(acts);
    },
  );

  test('its delay counts anew after it has ended', () => {
    expect(atSpeeds('above', 2, [3100, 3100, 3100, 2700, 3100, 3100, 3100])).toEqual([
      false,
      false,
      true,
      false,
      false,
      false,
      true,
    ]);
  });

  test('it goes on while met, however short the delay of what follows', () => {
    expect(atSpeeds('above', 1, [3100, 3100, 2900, 3100, 2900, 2700, 3100, 3100])).toEqual([
      false,
      true,
      true,
      true,
      true,
      false,
      false,
      true,
    ]);
  });

  test('without a condition always acts', () => {
    expect(followed(null)({})).toBe(true);
  });
});
