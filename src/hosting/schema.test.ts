import { HANDS_OFF } from '@/standin/benchCar';
import { INSTRUMENT_IDS } from '@/standin/instruments';
import { handsSchema, seenOfText } from './schema';

const readings = Object.fromEntries(INSTRUMENT_IDS.map((id, i) => [id, id === 'strobe' ? [NaN] : [i, 2]]));
const seen = {
  timeS: 1,
  speedRpm: 900,
  kmPerH: 0,
  driving: 'idle',
  wanted: HANDS_OFF,
  hasPower: true,
  heard: ['output-pump'],
  readings,
};

test('what is seen is read, a reading of nothing too, and nothing else', () => {
  expect(seenOfText(JSON.stringify(seen))).toEqual(seen);
  expect(seenOfText(JSON.stringify({ ...seen, driving: null }))?.driving).toBeNull();
  expect(seenOfText(JSON.stringify({ ...seen, driving: 'dance' }))).toBeNull();
  expect(seenOfText(JSON.stringify({ ...seen, timeS: null }))).toBeNull();
  expect(seenOfText(JSON.stringify({ ...seen, readings: { ...readings, fuelGauge: 3 } }))).toBeNull();
  expect(seenOfText('no JSON')).toBeNull();
});

test('hands that let go of everything are what a car takes, and a screw has its ends', () => {
  expect(handsSchema.parse(HANDS_OFF)).toEqual(HANDS_OFF);
  expect(handsSchema.safeParse({ ...HANDS_OFF, regulatorTurns: 13 }).success).toBe(false);
  const screws = { airScrewTurns: [0.5], rodTurns: [], idleStopTurns: 0 };
  expect(handsSchema.safeParse({ ...HANDS_OFF, plateScrews: screws }).success).toBe(true);
  expect(handsSchema.safeParse({ ...HANDS_OFF, plateScrews: { ...screws, rodTurns: [13] } }).success).toBe(
    false,
  );
  expect(handsSchema.safeParse({ ...HANDS_OFF, handVacuumKpa: 96 }).success).toBe(false);
});
