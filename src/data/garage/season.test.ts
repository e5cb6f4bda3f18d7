import { demo } from '@tests/support/ventisca';
import type { LogEntry } from '../logs/logRecord';
import type { CalibrationEntry } from '../store/record';
import { recordText } from '../store/recordText';
import {
  documentWords,
  enginesOf,
  foundBy,
  SEASON_KINDS,
  seasonOf,
  type SeasonOf,
  versionHead,
} from './season';

const entry = (
  id: string,
  name: string,
  engineLine = '6 cylinders',
  deletedAt: string | null = null,
): CalibrationEntry => ({
  id,
  revision: 1,
  name,
  engineLine,
  createdAt: '2026-11-01T10:00:00Z',
  modifiedAt: '2026-11-20T10:00:00Z',
  sizeBytes: 1,
  deletedAt,
});

const log: LogEntry = {
  id: 'log-1',
  calibrationId: 'a',
  calibration: 'Ventisca',
  source: { kind: 'file', name: 'Ruta-3.csv', refused: 0, said: [], taken: [] },
  startedAt: '2026-11-22T10:00:00Z',
  channels: ['time'],
  own: [],
  samples: 10,
  forS: 600,
  firstS: 0,
  pages: 0,
  parts: 0,
  coding: 'packed',
  size: 0,
  ended: 'stopped',
  marks: [
    { atS: 12.4, note: 'Pinchazo en la curva' },
    { atS: 14, note: '' },
  ],
  note: 'Cold lap',
};

const signOff = { name: 'Ana', date: '2026-11-21', note: 'plugs read' };
const SEASON: SeasonOf = {
  entries: [
    entry('a', 'Ventisca'),
    entry('b', 'Hielo'),
    entry('c', 'Pardela', '4 cylinders'),
    entry('d', 'Gone', '6 cylinders', '2026-11-02T10:00:00Z'),
  ],
  documents: new Map([
    ['a', { note: 'Après le gel', signOff }],
    ['b', { note: ' ', signOff: null }],
    ['d', { note: 'gone', signOff }],
  ]),
  versions: [{ calibrationId: 'a', id: 'v', name: 'Before the ice', takenAt: '2026-11-10T10:00:00Z' }],
  logs: [log, { ...log, id: 'log-2', calibrationId: 'd' }],
};

test('calibrations of one description are one engine; what is in the bin is none', () => {
  expect(
    enginesOf(SEASON.entries).map(({ line, calibrations }) => [line, calibrations.map(({ id }) => id)]),
  ).toEqual([
    ['6 cylinders', ['a', 'b']],
    ['4 cylinders', ['c']],
  ]);
});

test('a season has every kind of thing, the newest first, what has no day last, and nothing of the bin', () => {
  const items = seasonOf(SEASON);
  expect([...new Set(items.map(({ kind }) => kind))].sort()).toEqual([...SEASON_KINDS].sort());
  expect(items.map(({ id }) => id)).toEqual([
    'log-1',
    'log-1 mark 0',
    'sign-off a',
    'v',
    'a',
    'note a',
    'b',
    'c',
  ]);
  expect(items.find(({ kind }) => kind === 'log')).toMatchObject({
    title: 'Log of 10 min, from Ruta-3.csv',
    text: 'Cold lap',
    href: '/c/a/logs/log-1',
  });
  expect(items.find(({ kind }) => kind === 'signOff')).toMatchObject({
    title: 'Signed off by Ana',
    href: '/c/a/review/sign',
  });
});

test.each([
  ['pinchazo', ['log-1 mark 0']],
  ['apres', ['note a']],
  ['PLUGS ana', ['sign-off a']],
  ['ruta', ['log-1']],
  ['ice before', ['v']],
  ['hielo', ['b']],
  ['ventisca cold', ['log-1']],
  ['4 cylinders', ['c']],
  ['   ', []],
  ['nowhere', []],
  ['gone', []],
])('“%s” is found where each of its words stands', (looked, ids) => {
  expect(foundBy(seasonOf(SEASON), looked).map(({ id }) => id)).toEqual(ids);
});

test('a document’s words are read of its stored text; of a damaged one there are none', () => {
  const document = { ...demo(), note: 'Ice' };
  const text = recordText({ id: 'a', revision: 1, createdAt: '2026-11-01T10:00:00.000Z', document });
  expect(documentWords(text)).toEqual({ note: 'Ice', signOff: document.review.signOff });
  expect(documentWords(text.slice(0, 100))).toBeNull();
});

test('a version that the builder named is one; one that was taken by itself, or is damaged, is none', () => {
  const text = (kind: 'named' | 'automatic') =>
    recordText({ id: 'v', name: 'Before', takenAt: '2026-11-10T10:00:00.000Z', kind, document: demo() });
  expect(versionHead('a', text('named'))).toEqual({
    calibrationId: 'a',
    id: 'v',
    name: 'Before',
    takenAt: '2026-11-10T10:00:00.000Z',
  });
  expect(versionHead('a', text('automatic'))).toBeNull();
  expect(versionHead('a', '{"id":')).toBeNull();
});
