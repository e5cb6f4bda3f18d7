import { type ChannelValues, frameOf } from '../channel';
import { overrun, type OverrunCut, overrunRegion, staysCut } from './overrun';

const CUT: OverrunCut = {
  speedAboveRpm: 2000,
  speedHysteresisRpm: 300,
  throttleBelowPercent: 2,
  throttleHysteresisPercent: 1,
  pressureBelowKpa: 25,
  pressureHysteresisKpa: 3,
  coolantAboveC: 60,
  coolantHysteresisC: 5,
  delayInS: 0,
  delayOutS: 0,
  returnDeg: 8,
  returnS: 0.4,
};
const OVER = { speed: 3000, throttle: 0, manifoldPressure: 20, coolant: 85 };

/** A cut followed from moment to moment. */
const followed = (settings: OverrunCut | null) => ({
  settings,
  state: overrun.atRest(settings),
  out: overrun.out(settings),
});
const at = (
  { settings, state, out }: ReturnType<typeof followed>,
  time: number,
  part: ChannelValues = {},
) => {
  overrun.step(settings, state, frameOf({ ...OVER, ...part, time }), out);
  return out.cut;
};

describe('the memory of the overrun cut, from both sides', () => {
  // Each condition alone: where it does not begin, where it begins, where it still holds, where it ends.
  test.each([
    ['speed', 2000, 2001, 1701, 1700],
    ['throttle', 2, 1.9, 2.9, 3],
    ['manifoldPressure', 25, 24.9, 27.9, 28],
    ['coolant', 60, 60.1, 55.1, 55],
  ] as const)('%s', (key, notYet, begins, holds, ends) => {
    const follower = followed(CUT);
    const values = [notYet, holds, begins, notYet, holds, ends, holds, begins];
    const cutting = values.map((value, second) => at(follower, second, { [key]: value }));
    expect(cutting).toEqual([false, false, true, true, true, false, false, true]);
    expect(follower.state.count).toBe(2);
    expect(staysCut(CUT, frameOf({ ...OVER, [key]: holds }))).toBe(true);
    expect(staysCut(CUT, frameOf({ ...OVER, [key]: ends }))).toBe(false);
  });

  test('its delay counts from when all is met, and anew after a break', () => {
    const follower = followed({ ...CUT, delayInS: 0.5 });
    const open = { throttle: 10 };
    expect([at(follower, 0), at(follower, 0.4, open), at(follower, 0.5), at(follower, 0.9)]).toEqual([
      false,
      false,
      false,
      false,
    ]);
    expect(at(follower, 1)).toBe(true);
  });

  test('it stays cut for its least time, counted from when it began to cut', () => {
    const follower = followed({ ...CUT, delayInS: 0.5, delayOutS: 0.3 });
    const open = { throttle: 10 };
    at(follower, 0);
    expect([
      at(follower, 0.5),
      at(follower, 0.7, open),
      at(follower, 0.79, open),
      at(follower, 0.8, open),
    ]).toEqual([true, true, true, false]);
    expect(at(follower, 0.9)).toBe(false);
    expect(at(follower, 1.4)).toBe(true);
  });

  test('without one nothing is cut', () => {
    expect(at(followed(null), 0)).toBe(false);
  });

  test('its region has no end where it looks at nothing', () => {
    expect(overrunRegion(CUT, 'manifoldPressure')).toEqual({
      fromX: 2000,
      toX: Infinity,
      fromY: -Infinity,
      toY: 25,
    });
  });
});

// 8° the moment fuel is back, half of it after half of 0.4 s.
test('as fuel returns the spark is pulled, and comes back', () => {
  const follower = followed(CUT);
  const pulled = (time: number, part: ChannelValues = {}) => {
    at(follower, time, part);
    return follower.out.retardDeg;
  };
  const open = { throttle: 10 };
  expect(pulled(0, open)).toBe(0);
  expect(pulled(1)).toBe(0);
  expect(pulled(2, open)).toBe(8);
  expect(pulled(2.2, open)).toBeCloseTo(4, 9);
  expect(pulled(2.4, open)).toBeCloseTo(0, 9);
  expect(pulled(9, open)).toBe(0);
  const hard = followed({ ...CUT, returnS: 0 });
  at(hard, 1);
  at(hard, 2, open);
  expect(hard.out.retardDeg).toBe(0);
});
