import { unzipSync } from 'fflate';
import type { Log } from '@/core/log';
import { peekLogFile, readLogFile, unpackLog } from './logFileTask';
import { logCsv, writeLog } from './logOutTask';

const log: Log = {
  timeS: Float64Array.of(0, 0.05, 0.1),
  columns: {
    speed: Float32Array.of(900, 903.5, NaN),
    coolant: new Float32Array(3).fill(NaN),
    lambdaOne: Float32Array.of(1, 0.987654, 1.01),
  },
  own: [
    { name: 'Damper, left', unit: 'mm', values: Float32Array.of(-1.25, NaN, 3) },
    { name: 'Raw', unit: '', values: Float32Array.of(Math.PI, 1e-7, 2) },
  ],
};
const port = { onProgress: () => undefined, cancelled: () => false, breathe: () => Promise.resolve() };
const CONTEXT = { barometricKpa: 100, ratedDensityGPerCm3: 0.745, stoichiometric: 14.7 };

test('a log as CSV has names, units, a row a sample, nothing where nothing was known, and no column that never was', () => {
  expect([...logCsv(log)].join('')).toBe(
    [
      'time_s,engine_speed_rpm,lambda_1,"Damper, left",Raw',
      's,rev/min,λ,mm,',
      '0.0000,900,1,-1.25,3.14159274',
      '0.0500,903.5,0.9877,,1.00000001e-7',
      '0.1000,,1.01,3,2',
      '',
    ].join('\r\n'),
  );
});

async function readBack(file: Blob) {
  const peek = await peekLogFile(file);
  if (peek === null) throw new Error('It is no table');
  const uses = peek.guessed.map(({ use }) => use);
  return readLogFile(file, { ...peek, uses, rateHz: 50, context: CONTEXT }, port);
}

test('it is read back as the same log', async () => {
  const file = await writeLog({ log, package: null }, port);
  const read = await readBack(file as Blob);
  expect(read?.log.columns.speed).toEqual(log.columns.speed);
  expect(read?.log.own).toMatchObject(log.own ?? []);
  expect([...(read?.log.timeS ?? [])]).toEqual([...log.timeS]);
  expect(Object.values(read?.refused ?? {})).toEqual([0, 0, 0]);
});

test('a package has the log and what goes with it, and the log is found in it', async () => {
  const texts = {
    'log.json': '{"format":"lumbre-log"}',
    'marks.csv': 'time_s,note\r\n1,a\r\n',
    'calibration.lumbre.json': '{}',
  };
  const told: number[] = [];
  const blob = (await writeLog(
    { log, package: { logName: 'log.csv', texts, madeMs: 1.7e12 } },
    { ...port, onProgress: (share) => told.push(share) },
  )) as Blob;
  expect(blob.type).toBe('application/zip');
  expect(told.at(-1)).toBe(1);
  const files = unzipSync(new Uint8Array(await blob.arrayBuffer()));
  expect(Object.keys(files).sort()).toEqual(['calibration.lumbre.json', 'log.csv', 'log.json', 'marks.csv']);
  const found = await unpackLog(blob);
  expect(found?.about).toBe(texts['log.json']);
  expect((await readBack(found?.csv as Blob))?.log.own).toMatchObject(log.own ?? []);
});

test('what is no package, or has no log, gives none', async () => {
  expect(await unpackLog(new Blob(['PK and nothing else']))).toBeNull();
  const empty = await writeLog(
    {
      log: { timeS: new Float64Array(0), columns: {} },
      package: { logName: 'maps/x.csv', texts: {}, madeMs: 1.7e12 },
    },
    port,
  );
  expect(await unpackLog(empty as Blob)).toBeNull();
});

test('once cancelled nothing is read or written', async () => {
  const cancelled = { ...port, cancelled: () => true };
  expect(await writeLog({ log, package: null }, cancelled)).toBeNull();
  const file = (await writeLog({ log, package: null }, port)) as Blob;
  const peek = await peekLogFile(file);
  if (peek === null) throw new Error('It is no table');
  const uses = peek.guessed.map(({ use }) => use);
  expect(await readLogFile(file, { ...peek, uses, rateHz: 50, context: CONTEXT }, cancelled)).toBeNull();
});

// The text is longer than what is read at once, and a letter of two bytes may stand across two pieces.
test.each(['utf-8', 'utf-16le'] as const)('a file of many pieces in %s has every row', async (encoding) => {
  const rows = 200_000;
  const text = `Time;Öl [bar]\n${Array.from({ length: rows }, (_, i) => `${(i / 100).toFixed(2)};${(i % 700) / 100}`).join('\n')}\n`;
  const wide = new Uint8Array(2 * text.length);
  const view = new DataView(wide.buffer);
  if (encoding === 'utf-16le')
    for (let i = 0; i < text.length; i += 1) view.setUint16(2 * i, text.charCodeAt(i), true);
  const file = new Blob([encoding === 'utf-8' ? text : wide]);
  const read = await readBack(file);
  expect(read?.log.timeS).toHaveLength(rows);
  expect(read?.log.own?.[0]?.name).toBe('Öl');
  const sum = [...(read?.log.own?.[0]?.values ?? [])].reduce((all, one) => all + one, 0);
  let plain = 0;
  for (let i = 0; i < rows; i += 1) plain += Math.fround((i % 700) / 100);
  expect(sum).toBeCloseTo(plain, 3);
});
