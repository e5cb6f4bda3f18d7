import { gridOf } from '../numeric';
import { limitBands } from './limitBands';
import type { SpeedLimiting } from './speedLimits';

const curve = (x: number[], values: number[]) => gridOf({ x, y: [], values });
const SETTINGS: SpeedLimiting = {
  cylinders: 4,
  softRpm: 7100,
  hardRpm: 7400,
  hysteresisRpm: 40,
  by: 'fuel',
  softly: 'cuts',
  retardDeg: 0,
  byCoolant: curve([-30, 50], [4400, 7400]),
  byGear: curve([0, 1], [6000, 7400]),
  launch: { hardRpm: 3400, belowKmPerH: 8, by: 'spark', sparkDeg: null, after: { hardRpm: 6200, forS: 2 } },
  shift: null,
  heldRetardDeg: 0,
};

test('every limit below the normal one, the first to cut at the top, each as far from its hard speed', () => {
  expect(limitBands(SETTINGS).map(({ id, at, softRpm, by }) => [id, at, softRpm, by])).toEqual([
    ['launch', null, 3100, 'spark'],
    ['cold', -30, 4100, 'fuel'],
    ['gear', 0, 5700, 'fuel'],
    ['afterLaunch', null, 5900, 'spark'],
    ['speed', null, 7100, 'fuel'],
  ]);
});

test('what is not there has no band', () => {
  const bare = { ...SETTINGS, byCoolant: null, byGear: null, launch: null };
  expect(limitBands(bare).map(({ id }) => id)).toEqual(['speed']);
});
