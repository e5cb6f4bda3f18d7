import { FUZZED_FILES, fuzzed } from '@tests/support/fuzzed';

test('ten thousand damaged files: none crashes the reader, and what is accepted crashes nothing', () => {
  const { cases, accepted, refused } = fuzzed(FUZZED_FILES, 10_000, 20261127, 12);
  expect(accepted + refused).toBe(cases);
  expect(accepted).toBeGreaterThan(cases / 20);
  expect(refused).toBeGreaterThan(cases / 3);
});
