/** Speed of log files: text into numbers, an hour kept and read again, and a file of half a gigabyte. */
import { openAsBlob } from 'node:fs';
import { mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import type { ChannelId } from '@/core/channel';
import { CHANNEL_IDS } from '@/core/channel';
import { type Log, loggedDecimals } from '@/core/log';
import { dialectOf, guessUses, TableBody, wantsOf } from '@/core/logTable';
import { entryOfFile, keepLog } from '@/data/logs/keepLog';
import { createLogStore } from '@/data/logs/logStore';
import { memoryStore } from '@tests/support/memoryStore';
import { peekLogFile, readLogFile } from '@/workers/logFileTask';
import { median, report } from './report.mts';

const NAMES = ['Time', 'RPM', 'MAP', 'TPS', 'Lambda', 'Coolant Temp', 'IAT', 'Battery', 'Spark Advance'];
const HEAD = [...NAMES, ...Array.from({ length: 11 }, (_, i) => `Raw ${i + 1}`)].join(',');

/** Rows of twenty columns, as a box that logs fifty times a second writes them. */
function rowsText(from: number, count: number): string {
  const lines = Array.from({ length: count }, (_, k) => {
    const i = from + k;
    const s = i / 50;
    const wave = (by: number, least: number, most: number) =>
      least + ((most - least) * (1 + Math.sin(s / by))) / 2;
    const raw = Array.from({ length: 11 }, (_, c) => wave(3 + c, 0, 5).toFixed(3)).join(',');
    return `${s.toFixed(2)},${wave(7, 900, 7200).toFixed(0)},${wave(5, 28, 160).toFixed(1)},${wave(4, 0, 100).toFixed(1)},${wave(2, 0.8, 1.1).toFixed(3)},${wave(90, 60, 95).toFixed(1)},${wave(70, 10, 45).toFixed(1)},${wave(9, 13.2, 14.4).toFixed(2)},${wave(6, 8, 38).toFixed(1)},${raw}`;
  });
  return `${lines.join('\n')}\n`;
}

const split = (text: string, separator: string) => Papa.parse<string[]>(text, { delimiter: separator }).data;
const ROWS = 200_000;
const text = `${HEAD}\n${rowsText(0, ROWS)}`;
const bytes = new TextEncoder().encode(text);
const megabytes = bytes.length / 1e6;
const dialect = dialectOf(text.slice(0, 65_536), split);
if (dialect === null) throw new Error('The made table was not taken for one');
const wants = wantsOf(
  guessUses(dialect).map(({ use }) => use),
  50,
);

const timesMs = (task: () => number, runs = 5): number[] => {
  const sums = new Set<number>();
  const times = Array.from({ length: runs }, () => {
    const started = performance.now();
    sums.add(task());
    return performance.now() - started;
  });
  if (sums.size !== 1) throw new RangeError('It does not read the same each time');
  return times;
};
const ours = timesMs(() => {
  const body = new TableBody(dialect, wants, (line) => split(new TextDecoder().decode(line), ',')[0] ?? []);
  for (let at = 0; at < bytes.length; at += 1 << 21) body.feed(bytes.subarray(at, at + (1 << 21)));
  const read = body.end();
  if (read.timeS.length !== ROWS) throw new RangeError(`${read.timeS.length} rows were read`);
  return read.columns.reduce((sum, column) => sum + (column[ROWS - 1] as number), 0);
});
const kept = timesMs(() => {
  const { data } = Papa.parse<string[]>(text, { delimiter: ',' });
  const columns = Array.from({ length: 20 }, () => new Float32Array(data.length));
  data.forEach((row, i) => row.forEach((cell, c) => ((columns[c] as Float32Array)[i] = Number(cell))));
  return columns.reduce((sum, column) => sum + (column[ROWS] as number), 0);
}, 3);
const bare = timesMs(() => {
  let sum = 0;
  for (let i = 0; i < bytes.length; i += 1) sum = (sum + (bytes[i] as number)) | 0;
  return sum;
});
const perS = (ms: number) => `${(megabytes / (ms / 1000)).toFixed(0)} MB/s`;
report(`Text into numbers, ${megabytes.toFixed(0)} MB of twenty columns`, perS(median(ours)), '');
report('  first run of the process', perS(ours[0] ?? NaN), '');
report(
  '  against the kept parser with every cell a number',
  `${(median(kept) / median(ours)).toFixed(1)} ×`,
  '≥ 3 ×',
);
report(
  '  against a bare loop over the bytes',
  `${(median(ours) / median(bare)).toFixed(1)} × slower`,
  '≤ 2 ×',
);

const HOUR = 3600 * 50;
const ids = CHANNEL_IDS.filter((id) => id !== 'time').slice(0, 59);
const columns: Partial<Record<ChannelId, Float32Array>> = {};
ids.forEach((id, c) => {
  const scale = 10 ** loggedDecimals(id);
  // A third moves as readings do, with noise in the last digits; the rest now and then, as states and counters do.
  columns[id] = Float32Array.from({ length: HOUR }, (_, i) => {
    const s = i / 50;
    const slow =
      c % 3 === 0
        ? 40 * Math.sin(s / (3 + c)) + Math.sin(i * 12.9898 + c) * (2 / scale)
        : Math.floor(s / (5 + c));
    return Math.round(slow * scale) / scale;
  });
});
const hour: Log = { timeS: Float64Array.from({ length: HOUR }, (_, i) => i / 50), columns };
const store = memoryStore();
const logs = createLogStore(store);
const about = {
  id: 'hour',
  calibrationId: 'x',
  calibration: 'x',
  name: 'x',
  refused: 0,
  said: [],
  taken: [],
  startedAt: '2026-11-28T00:00:00Z',
};
const entry = entryOfFile({ ...about, log: hour });
const begun = performance.now();
const whole = await keepLog(logs, entry, hour, () => true);
const keptAt = performance.now();
const again = await logs.read('hour');
const readAt = performance.now();
if (again?.log.timeS.length !== HOUR || whole === null) throw new RangeError('The hour is not whole');
report(
  'An hour of 60 channels at 50 Hz kept and read again',
  `${((readAt - begun) / 1000).toFixed(2)} s`,
  '< 2 s',
);
report(
  '  of that kept, then read',
  `${((keptAt - begun) / 1000).toFixed(2)} s, ${((readAt - keptAt) / 1000).toFixed(2)} s`,
  '',
);
report('  room it takes', `${(whole.size / 1e6).toFixed(1)} MB`, '≤ 12 MB');
report('  memory per sample and channel', `${((8 + 4 * 59) / 60).toFixed(1)} bytes`, '≤ 6 bytes');

const folder = await mkdtemp(join(tmpdir(), 'lumbre-bench-'));
try {
  const file = await open(join(folder, 'large.csv'), 'w');
  await file.write(`${HEAD}\n`);
  for (let at = 0, size = 0; size < 500e6; at += 20_000) {
    const piece = rowsText(at, 20_000);
    size += piece.length;
    await file.write(piece);
  }
  await file.close();
  const blob = await openAsBlob(join(folder, 'large.csv'));
  const peek = await peekLogFile(blob);
  if (peek === null) throw new Error('The large file was not taken for a table');
  globalThis.gc?.();
  const restMb = process.memoryUsage().rss / 1e6;
  let peakMb = restMb;
  const startedMs = performance.now();
  const read = await readLogFile(
    blob,
    {
      ...peek,
      uses: peek.guessed.map(({ use }) => use),
      rateHz: 50,
      context: { barometricKpa: 100, ratedDensityGPerCm3: 0.745, stoichiometric: 14.7 },
    },
    {
      cancelled: () => false,
      breathe: () => new Promise((done) => setImmediate(done)),
      onProgress: () => (peakMb = Math.max(peakMb, process.memoryUsage().rss / 1e6)),
    },
  );
  peakMb = Math.max(peakMb, process.memoryUsage().rss / 1e6);
  const tookS = (performance.now() - startedMs) / 1000;
  const numbers = (read?.log.timeS.length ?? 0) * 20;
  report('A file of 500 MB read', `${tookS.toFixed(1)} s, ${(500 / tookS).toFixed(0)} MB/s`, '');
  report(
    `  memory at its peak over rest; the numbers are ${((numbers * 4) / 1e6).toFixed(0)} MB`,
    `${(peakMb - restMb).toFixed(0)} MB`,
    'the numbers twice at most',
  );
} finally {
  await rm(folder, { recursive: true });
}
process.exit(0);
