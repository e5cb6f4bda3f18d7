import { HANDS_OFF } from '@/workers/benchProtocol';
import { seenFromAfar } from './seenFromAfar';

const seen = { timeS: 1, speedRpm: 900, kmPerH: 0, driving: 'idle', wanted: HANDS_OFF, hasPower: true };

test('what is seen is read, and nothing else', () => {
  expect(seenFromAfar(JSON.stringify(seen))).toEqual(seen);
  expect(seenFromAfar(JSON.stringify({ ...seen, driving: null }))?.driving).toBeNull();
  expect(seenFromAfar(JSON.stringify({ ...seen, driving: 'dance' }))).toBeNull();
  expect(seenFromAfar(JSON.stringify({ ...seen, timeS: null }))).toBeNull();
  expect(seenFromAfar('no JSON')).toBeNull();
});
