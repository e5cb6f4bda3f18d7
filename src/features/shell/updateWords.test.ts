import { updateWords } from './updateWords';

const free = { allStored: true, isConnected: false, others: 0 };

describe('a newer Lumbre', () => {
  test('is taken when asked for, or when all windows are closed', () => {
    expect(updateWords(free)).toMatch(/taken when you say so, or when every window/);
  });

  test.each([
    [{ ...free, allStored: false }, /when your last change is stored/],
    [{ ...free, isConnected: true }, /disconnect from the engine computer first/],
    [{ ...free, others: 1 }, /One other window has the one before open: close it and/],
    [{ ...free, others: 3 }, /3 other windows have the one before open: close them and/],
    [{ ...free, others: null }, /did not answer: close every window/],
  ])('says what is first: %j', (standing, words) => {
    expect(updateWords(standing)).toMatch(words);
  });
});
