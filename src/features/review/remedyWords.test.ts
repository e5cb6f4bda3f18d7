import type { Remedy } from '@/core/checks';
import { remedyWords } from './remedyWords';

const none: Remedy = { label: '', edits: [] };

test.each([
  [{ place: 'engine.bore', before: '88 mm', now: '92 mm' }, none, '88 mm → 92 mm'],
  [{ place: 'engine.bore', before: '88 mm', now: null }, none, '88 mm → taken out'],
  [{ place: 'outputs.fan', before: null, now: 'Fan' }, none, 'New: Fan'],
  [{ place: 'outputs.fan', before: 'Fan', now: 'Fan' }, none, 'Fan, otherwise switched'],
  [
    { place: 'maps.ve', before: '16 × 12 cells', now: '16 × 12 cells' },
    { label: '', edits: [{ kind: 'cells', mapId: 've', changes: [{ index: 3, value: 1 }] }] },
    '1 of 16 × 12 cells',
  ],
] as const)('%j, %j: %s', (change, remedy, words) => {
  expect(remedyWords(change, remedy)).toBe(words);
});
