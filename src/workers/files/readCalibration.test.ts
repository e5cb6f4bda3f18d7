import fc from 'fast-check';
import { demo } from '@tests/support/ventisca';
import { calibrationToText, fileProblemMessage } from '@/core/calibration';
import { readCalibration } from './readCalibration';

const TEXT = calibrationToText(demo());

function refusal(text: string): string {
  const result = readCalibration(text);
  if (result.ok) throw new Error('accepted');
  return fileProblemMessage(result.problem);
}

describe('reading a file', () => {
  test('takes what was exported, with a byte-order mark too', () => {
    expect(readCalibration(TEXT)).toEqual({ ok: true, document: demo() });
    expect(readCalibration(`\uFEFF${TEXT}`).ok).toBe(true);
  });

  test('a file cut short anywhere is refused, and never thrown over', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: TEXT.trimEnd().length - 1 }), (length) => {
        expect(readCalibration(TEXT.slice(0, length)).ok).toBe(false);
      }),
      { numRuns: 60 },
    );
  });

  test('a file cut short says that it ends early and where', () => {
    expect(refusal(TEXT.slice(0, 700))).toMatch(/^The file ends in the middle, at line \d+\./);
  });

  test.each([
    ['', /not JSON|ends in the middle/],
    ['speed,pressure\n1000,35', /not JSON: it goes wrong at line 1, column 1/],
    ['{"format": "lumbre-calibration",\n "version": 1,\n oops }', /line 3/],
    ['{"format": "something-else"}', /not a Lumbre calibration/],
    ['null', /not a Lumbre calibration/],
  ])('%j is refused', (text, message) => {
    expect(refusal(text)).toMatch(message);
  });
});
