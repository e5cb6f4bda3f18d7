import { foundWords, takenWords } from './garageWords';

const NOTHING = {
  calibrations: [],
  beside: [],
  same: 0,
  logs: 0,
  logsHere: 0,
  versions: 0,
  shared: 0,
  unreadable: [],
  damaged: 0,
};

test('what became of a file is said, with what to do where something stayed out or lies beside', () => {
  expect(takenWords({ ...NOTHING, same: 2, logsHere: 1 })).toEqual([
    'All of it is here already. Nothing was changed.',
  ]);
  expect(takenWords({ ...NOTHING, calibrations: ['Ventisca'], logs: 2 })).toEqual([
    '1 calibration taken: Ventisca.',
    '2 logs taken.',
  ]);
  // A version or a library that came is something.
  expect(takenWords({ ...NOTHING, same: 1, versions: 2, shared: 1 }).slice(0, 2)).toEqual([
    '2 versions taken.',
    'Your injectors, channels and tables were added to.',
  ]);
  const words = takenWords({
    ...NOTHING,
    beside: [{ name: 'Ventisca', as: 'Ventisca 2' }],
    same: 1,
    unreadable: ['Pardela'],
    damaged: 1,
  });
  expect(words[0]).toMatch(/^Ventisca is here in another state.*beside it as Ventisca 2: compare them/);
  expect(words[1]).toBe('Here already: 1 calibration, 0 logs.');
  expect(words[2]).toMatch(/^Pardela is damaged in the file and was left out\. Export again/);
  expect(words[3]).toMatch(/^1 part of the file is damaged and was left out/);
});

test('what is found is counted', () => {
  expect(foundWords(0, 'ice')).toBe('Nothing has “ice” in it.');
  expect(foundWords(1, 'ice')).toBe('1 find.');
  expect(foundWords(3, 'ice')).toBe('3 finds.');
});
