import { aboutLog, aboutText, readAbout } from './aboutLog';
import type { LogEntry } from './logRecord';

const ENTRY = {
  source: { kind: 'recorded', ecu: 'Ventisca as built', rateHz: 50, edited: false },
  startedAt: '2026-11-28T09:41:12.000Z',
  calibration: 'Ventisca',
  marks: [{ atS: 3.5, note: 'here' }],
  note: 'wet',
} as unknown as LogEntry;
const NOTHING = { names: false, notes: false, hours: false };

test('what is said of a log is read again as it was', () => {
  const said = aboutLog(ENTRY, NOTHING);
  expect(said).toEqual({
    startedAt: ENTRY.startedAt,
    of: 'Ventisca as built',
    calibration: 'Ventisca',
    marks: ENTRY.marks,
    note: 'wet',
  });
  expect(readAbout(aboutText(said))).toEqual(said);
});

test('what is not to leave is not in it', () => {
  const text = aboutText(aboutLog(ENTRY, { names: true, notes: true, hours: true }));
  for (const word of ['Ventisca', 'wet', 'here', '09:41']) expect(text).not.toContain(word);
  expect(readAbout(text)).toMatchObject({
    startedAt: '2026-11-28T00:00:00.000Z',
    marks: [{ atS: 3.5, note: '' }],
  });
});

test.each(['', '{}', '{"format":"other"}', '[]'])('%s says nothing', (text) =>
  expect(readAbout(text)).toBeNull(),
);
