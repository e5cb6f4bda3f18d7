import { calibrationToText, fileProblemMessage } from '@/core/calibration';
import { ECUS } from '@/core/pins/schema';
import { demo } from '@tests/support/ventisca';
import { readFile } from '../readFileClient';
import { fileReaders } from '../readFileTask';

const DEEP = '['.repeat(10_000);

/** The sentence a reader refuses a text with. */
function refusal(kind: keyof typeof fileReaders, text: string): string {
  const result = fileReaders[kind](text);
  if (result.ok) throw new Error('accepted');
  return 'problem' in result ? fileProblemMessage(result.problem) : result.message;
}

describe.each(['calibration', 'ecu', 'injectorLibrary'] as const)('the reader of a file: %s', (kind) => {
  const format = {
    calibration: 'lumbre-calibration',
    ecu: 'lumbre-ecu',
    injectorLibrary: 'lumbre-injectors',
  }[kind];

  test('ten thousand brackets, closed or not, are refused with a place', () => {
    expect(refusal(kind, DEEP)).toMatch(/line 1/);
    expect(refusal(kind, `{"format":"${format}","version":1,"x":${DEEP}`)).toMatch(/line 1/);
    expect(refusal(kind, `{"format":"${format}","version":1,"x":${DEEP}${']'.repeat(10_000)}}`)).toMatch(
      /line 1.*32 deep/,
    );
  });

  test('a million values are counted, not read', () => {
    const many = `[${'0,'.repeat(999_999)}0]`;
    expect(refusal(kind, `{"format":"${format}","version":1,"sets":${many},"pins":${many}}`)).toMatch(
      /line 1.*more than 200000 values/,
    );
  });

  test('brackets within a text are text', () => {
    expect(refusal(kind, `{"format":"other","note":"${DEEP}\\"${DEEP}"}`)).toMatch(/format/);
  });
});

describe('a map from a spreadsheet', () => {
  test('is refused by its size before its cells are read', () => {
    expect(refusal('mapBlock', '1;2\n'.repeat(200_000))).toMatch(/more than 33 rows/);
    expect(refusal('mapBlock', '1;'.repeat(200_000))).toMatch(/a row of 200001 cells/);
  });

  test('of 32 by 32 with its breakpoints is taken', () => {
    const row = Array.from({ length: 33 }, (_, i) => i).join(',');
    expect(fileReaders.mapBlock(`${row}\n`.repeat(33)).ok).toBe(true);
  });
});

test('a small text is read at once, without a worker', async () => {
  expect(await readFile('calibration', calibrationToText(demo()))).toEqual({ ok: true, document: demo() });
  expect(await readFile('ecu', JSON.stringify(ECUS[0]))).toEqual({ ok: true, part: ECUS[0] });
});
