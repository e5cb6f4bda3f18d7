import { distanceWords } from './reviewWords';

const NOTHING = { empty: 0, waiting: 0, inTheWay: 0, toLookAt: 0, guesses: 0 };

test('how far it is to the first start', () => {
  expect(distanceWords({ ...NOTHING, inTheWay: 2, toLookAt: 5, guesses: 11 })).toBe(
    '2 in the way, 5 to look at, 11 guesses.',
  );
  expect(distanceWords({ ...NOTHING, empty: 3, guesses: 1 })).toBe('3 still empty, 1 guess.');
  expect(distanceWords({ ...NOTHING, waiting: 2, inTheWay: 1 })).toBe('2 typed and not taken, 1 in the way.');
  expect(distanceWords({ ...NOTHING, toLookAt: 1 })).toBe('1 to look at.');
  expect(distanceWords(NOTHING)).toMatch(/^Nothing that could be found/);
});
