import { CORRECTION_CHANNELS } from '../correction';
import {
  AT_REST,
  channelsOf,
  overrunRegion,
  OverrunSwitch,
  staysCut,
  type OperatingPoint,
  type OverrunCut,
} from '.';

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
};
const OVER = { speedRpm: 3000, throttlePercent: 0, manifoldKpa: 20, coolantC: 85 };

describe('the memory of the overrun cut, from both sides', () => {
  // Each condition alone: where it does not begin, where it begins, where it still holds, where it ends.
  test.each([
    ['speedRpm', 2000, 2001, 1701, 1700],
    ['throttlePercent', 2, 1.9, 2.9, 3],
    ['manifoldKpa', 25, 24.9, 27.9, 28],
    ['coolantC', 60, 60.1, 55.1, 55],
  ] as const)('%s', (key, notYet, begins, holds, ends) => {
    const follower = new OverrunSwitch(CUT);
    const values = [notYet, holds, begins, notYet, holds, ends, holds, begins];
    const cutting = values.map((value, second) => follower.next({ ...OVER, [key]: value }, second));
    expect(cutting).toEqual([false, false, true, true, true, false, false, true]);
    expect(staysCut(CUT, { ...OVER, [key]: holds })).toBe(true);
    expect(staysCut(CUT, { ...OVER, [key]: ends })).toBe(false);
  });

  const at = (follower: OverrunSwitch, timeS: number, part: Partial<typeof OVER> = {}) =>
    follower.next({ ...OVER, ...part }, timeS);

  test('its delay counts from when all is met, and anew after a break', () => {
    const follower = new OverrunSwitch({ ...CUT, delayInS: 0.5 });
    const open = { throttlePercent: 10 };
    expect([at(follower, 0), at(follower, 0.4, open), at(follower, 0.5), at(follower, 0.9)]).toEqual([
      false,
      false,
      false,
      false,
    ]);
    expect(at(follower, 1)).toBe(true);
  });

  test('it stays cut for its least time, counted from when it began to cut', () => {
    const follower = new OverrunSwitch({ ...CUT, delayInS: 0.5, delayOutS: 0.3 });
    const open = { throttlePercent: 10 };
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
    expect(new OverrunSwitch(null).next(OVER, 0)).toBe(false);
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

test('every channel reads a number of its own from the operating point', () => {
  const point: OperatingPoint = {
    ...AT_REST,
    phase: 'running',
    speedRpm: 1,
    manifoldKpa: 2,
    throttlePercent: 3,
    throttleRatePercentPerS: 4,
    airFlowGPerS: 5,
    coolantC: 6,
    airC: 7,
    batteryV: 8,
    ethanolPercent: 9,
    gear: 10,
    turns: 11,
    sinceStartS: 0,
  };
  const read = channelsOf(point);
  expect(Object.fromEntries(CORRECTION_CHANNELS.map((channel) => [channel, read(channel)]))).toEqual({
    speed: 1,
    manifoldPressure: 2,
    throttle: 3,
    throttleRate: 4,
    airFlow: 5,
    coolant: 6,
    air: 7,
    battery: 8,
    ethanol: 9,
    gear: 10,
    turns: 11,
  });
});
