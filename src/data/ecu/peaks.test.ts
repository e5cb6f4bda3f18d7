import { CHANNEL_IDS } from '@/core/channel';
import { forgetLive, takeRows } from './liveFrame';
import { forgetPeaks, peaksOf } from './peaks';

const speeds = (...values: number[]) => {
  takeRows(
    ['speed'],
    values.map((value) => [value]),
  );
  forgetLive();
};

test('the lowest and highest of every sample are held until they are forgotten, over a lost link too', () => {
  expect(peaksOf('speed')).toBeNull();
  speeds(900, NaN, 850, 4000, 1000);
  expect(peaksOf('speed')).toEqual({ low: 850, high: 4000 });
  speeds(NaN, 4100);
  expect(peaksOf('speed')).toEqual({ low: 850, high: 4100 });
  expect(peaksOf('lambdaOne')).toBeNull();
  forgetPeaks();
  expect(CHANNEL_IDS.every((id) => peaksOf(id) === null)).toBe(true);
});
