import { bytesWords } from '@/ui/text/bytesWords';
import { isNearlyFull, usedShare, usedWords } from './storageWords';

const MEGA = 1024 ** 2;
const use = (usedBytes: number | null, allowedBytes: number | null) => ({
  usedBytes,
  allowedBytes,
  isKept: false,
});

test('bytes as somebody says them', () => {
  expect([0, 700, 340 * 1024, 1.25 * MEGA, 12.4 * MEGA, 2100 * MEGA].map(bytesWords)).toEqual([
    '1 kB',
    '1 kB',
    '340 kB',
    '1.3 MB',
    '12 MB',
    '2.1 GB',
  ]);
});

test('how much is used, as far as the browser says', () => {
  expect(usedWords(use(3 * MEGA, 300 * MEGA))).toBe('3.0 MB of 300 MB are used.');
  expect(usedWords(use(3 * MEGA, null))).toBe('3.0 MB are stored here.');
  expect(usedWords(use(null, null))).toBe('The browser does not say how much is stored.');
});

test('four fifths are nearly full; what is not known is not', () => {
  expect(isNearlyFull(use(79, 100))).toBe(false);
  expect(isNearlyFull(use(80, 100))).toBe(true);
  expect(isNearlyFull(use(null, 100))).toBe(false);
  expect(usedShare(use(5, 0))).toBeNull();
  expect(usedShare(use(300, 100))).toBe(1);
});
