import { listening } from '@tests/support/knocking';
import { TEST_DAY } from '@tests/support/ventisca';
import type { Calibration } from '@/core/calibration';
import { putFactors } from './knockEdits';

const SOURCE = { kind: 'measured', date: TEST_DAY, note: 'From a log' } as const;
const copied = (document: Calibration) => JSON.parse(JSON.stringify(document)) as Calibration;
const SHARES = [1, 1.3, 0.95, 0.1, 1, 5].map((noiseShare, i) => ({ cylinder: i + 1, noiseShare }));

test.each([
  ['in the place of those that are there', false],
  ['where there are none yet', true],
])('noise by cylinder becomes thresholds by cylinder, within their limits, %s', (_, none) => {
  const document = listening((draft) => {
    if (none) draft.maps.knockFactor = null;
  });
  const draft = copied(none ? { ...document, maps: { ...document.maps, knockFactor: null } } : document);
  putFactors(draft, SHARES, SOURCE);
  const map = draft.maps.knockFactor;
  expect(map?.values).toEqual([1, 1.3, 0.95, 0.3, 1, 3]);
  expect(map?.sources[map.cellSources[1] ?? 0]).toEqual(SOURCE);
});

test('a cylinder that was not heard keeps its own', () => {
  const draft = copied(listening());
  const before = draft.maps.knockFactor?.values[4];
  putFactors(draft, SHARES.slice(0, 2), SOURCE);
  expect(draft.maps.knockFactor?.values[4]).toBe(before);
});
