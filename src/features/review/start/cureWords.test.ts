import { demo } from '@tests/support/ventisca';
import type { Cure } from '@/workers/dryStartProtocol';
import { changeWords, curedWords, curvesMoved, putCure } from './cureWords';

const change: Cure['changes'][number] = {
  mapId: 'cranking',
  coolantC: -20,
  from: 1.44,
  to: 5.63,
  band: { from: 3.94, to: 8.04 },
  was: 'Cranks and is too lean',
  becomes: 'Caught after 7 turns and settles',
};
const end = (good: boolean) => ({ good, headline: '' });
const cure: Cure = {
  changes: [change],
  points: [
    { mapId: 'afterStart', index: 0, coolantC: -30, from: 1, to: 2.4 },
    { mapId: 'cranking', index: 1, coolantC: -20, from: 1.44, to: 5.63 },
  ],
  starts: [
    { coolantC: 80, before: end(true), after: end(true) },
    { coolantC: 0, before: end(false), after: end(true) },
    { coolantC: -20, before: end(false), after: end(false) },
  ],
  left: [],
};

test('a change says from what to what, how it ended, and the band it lies in', () => {
  expect(changeWords(change)).toBe(
    '−20 °C: 1.44 → 5.63 (+291 %). As it is: Cranks and is too lean. From 3.94 to 8.04: Caught after 7 turns and settles.',
  );
  expect(changeWords({ ...change, from: 0, band: { from: 2, to: 2 } })).toMatch(
    /0\.00 → 5\.63\. As it is: .* With about 2\.00:/,
  );
});

test('how many settle is counted before and after', () => {
  expect(curedWords(cure)).toBe('2 of 3 temperatures settle with it, 1 without.');
});

test('the curves are named in the order of work', () => {
  expect(curvesMoved(cure)).toEqual(['cranking', 'afterStart']);
});

test('put in, each point is in its map with its source, and no other is touched', () => {
  const document = demo();
  const before = document.maps.cranking?.values ?? [];
  const after = demo();
  putCure(after, cure, '2026-11-27');
  const map = after.maps.cranking;
  expect(map?.values).toEqual(before.map((value, i) => (i === 1 ? 5.63 : value)));
  expect(map?.sources[map.cellSources[1] as number]).toEqual({
    kind: 'computed',
    date: '2026-11-27',
    note: 'Found by starts in simulation',
  });
  expect(after.maps.afterStart?.values[0]).toBe(2.4);
  expect(after.maps.warmUp).toEqual(document.maps.warmUp);
});
