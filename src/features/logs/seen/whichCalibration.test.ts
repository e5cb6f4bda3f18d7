import { demo } from '@tests/support/ventisca';
import { calibrationUnder } from './whichCalibration';

const recorded = { source: { kind: 'recorded', ecu: 'Stand-in', rateHz: 50, edited: false } } as const;
const foreign = { source: { kind: 'file', name: 'a.csv', refused: 0, said: [], taken: [] } } as const;
const [held, shown] = [demo('ventisca'), demo('pardela')];

test('what ran, what is taken for it, and what is on the screen are told apart', () => {
  expect(calibrationUnder(recorded, held, shown)).toEqual({ calibration: held, words: 'As it ran.' });
  expect(calibrationUnder(foreign, held, shown)).toEqual({
    calibration: held,
    words: 'As it was before what this log told was mended.',
  });
  for (const none of [null, undefined])
    for (const log of [recorded, foreign])
      expect(calibrationUnder(log, none, shown)).toEqual({
        calibration: shown,
        words: 'As it is on the screen now.',
      });
});
