import type { ComputedChannel } from '@/core/logFormula';
import { keptChannels, withChannel } from './computedChannels';
import { parseExpression } from './parseExpression';

const channel = (name: string, text = '1'): ComputedChannel => ({ name, text, unit: null, decimals: 2 });
const BOTH = [channel('Boost'), channel('Slip')];
const names = (channels: readonly ComputedChannel[]) => channels.map(({ name, text }) => `${name} ${text}`);

test('a new one comes last, one of a name that formulas have already takes its place', () => {
  expect(names(withChannel(BOTH, channel('Load', '2'), null))).toEqual(['Boost 1', 'Slip 1', 'Load 2']);
  expect(names(withChannel(BOTH, channel('boost!', '2'), null))).toEqual(['boost! 2', 'Slip 1']);
});

test('a changed one stays in its place, also under another name, and none is there twice', () => {
  expect(names(withChannel(BOTH, channel('Boost', '2'), 'Boost'))).toEqual(['Boost 2', 'Slip 1']);
  expect(names(withChannel(BOTH, channel('Push', '2'), 'Boost'))).toEqual(['Push 2', 'Slip 1']);
  expect(names(withChannel(BOTH, channel('Slip', '2'), 'Boost'))).toEqual(['Slip 2']);
  // Deleted meanwhile in another tab: it is there again.
  expect(names(withChannel(BOTH, channel('Push', '2'), 'Gone'))).toEqual(['Boost 1', 'Slip 1', 'Push 2']);
});

test('what is kept is read, and what is damaged is refused, so that it is never written over', async () => {
  const kept = (text: string | null) => keptChannels({ getItem: () => Promise.resolve(text) });
  expect(await kept(null)).toEqual([]);
  expect(await kept(JSON.stringify(BOTH))).toEqual(BOTH);
  await expect(kept('{')).rejects.toThrow();
  await expect(kept(JSON.stringify([{ ...BOTH[0], decimals: 1.5 }]))).rejects.toThrow();
  await expect(kept(JSON.stringify([{ ...BOTH[0], name: '' }]))).rejects.toThrow();
});

test('a text becomes a tree, or an error that says where', () => {
  expect(parseExpression('1 + a')).toMatchObject({ type: 'BinaryExpression', operator: '+' });
  expect(() => parseExpression('1 + )')).toThrow(expect.objectContaining({ index: 4 }));
});
