import { partFileName } from './download';
import { loomCsv, loomPage } from './loomFiles';

const LINES = [
  { pin: 'A1', kind: 'Crank input', function: 'Crank sensor', wire: 'Screened, "pair"' },
  { pin: 'A2', kind: 'Cam input', function: '', wire: '' },
];

describe('the loom list', () => {
  test('as CSV quotes what a spreadsheet would split', () => {
    expect(loomCsv(LINES)).toBe(
      'Pin,Kind,Function,Wire\r\nA1,Crank input,Crank sensor,"Screened, ""pair"""\r\nA2,Cam input,,\r\n',
    );
  });

  // A spreadsheet computes what begins with one of these; an apostrophe makes it text.
  test.each(['=1+1', '+12V', '-12V', '@sum', '\t=1'])('as CSV a note of %j is no formula', (wire) => {
    const [line] = loomCsv([{ pin: 'A1', kind: 'Crank input', function: '', wire }])
      .split('\r\n')
      .slice(1);
    expect(line).toContain(`'${wire}`);
  });

  test('on paper writes text as text', () => {
    const page = loomPage('<Ventisca> & co', 'Generic', LINES);
    expect(page).toContain('<h1>&lt;Ventisca&gt; &amp; co</h1>');
    expect(page).toContain('<td>Screened, &quot;pair&quot;</td>');
    expect(page).toContain('<td>–</td>');
  });

  test('is named after its calibration', () => {
    expect(partFileName('Ventisca, ice 26', 'loom.csv')).toBe('ventisca-ice-26-loom.csv');
    expect(partFileName('***', 'loom.csv')).toBe('calibration-loom.csv');
  });
});
