/** A day of recording, as the logs of an hour that it becomes: what it keeps in memory meanwhile, and what one of them takes to be read. */
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { CHANNEL_IDS } from '@/core/channel';
import { entryOfFile } from '@/data/logs/keepLog';
import { createLogStore } from '@/data/logs/logStore';
import { logWriter } from '@/data/logs/logWriter';
import type { StringStore } from '@/data/store/repository';
import { report } from './report.mts';

const HOURS = 8;
const RATE_HZ = 50;
const HOUR_SAMPLES = 3600 * RATE_HZ;
/** As many as the recorder hands over at once, and stores before it hands over more: it takes two seconds to come to them. */
const PART_SAMPLES = 100;
const CHANNELS = CHANNEL_IDS.filter((id) => id !== 'time').slice(0, 59);

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;
const memoryMb = () => {
  collect();
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  return (heapUsed + arrayBuffers) / 1e6;
};

const folder = await mkdtemp(join(tmpdir(), 'lumbre-day-'));
const names = new Set<string>();
const fileOf = (key: string) => join(folder, encodeURIComponent(key));
/** Texts in files: what is kept is not in memory. */
const store: StringStore = {
  getItem: (key) => (names.has(key) ? readFile(fileOf(key), 'utf8') : Promise.resolve(null)),
  getMany: async (keys) =>
    Object.fromEntries(await Promise.all(keys.map(async (key) => [key, await store.getItem(key)] as const))),
  async setMany(entries) {
    for (const [key, text] of Object.entries(entries)) {
      names.add(key);
      await writeFile(fileOf(key), text);
    }
  },
  async removeMany(keys) {
    for (const key of keys) if (names.delete(key)) await rm(fileOf(key));
  },
  getAllKeys: () => Promise.resolve([...names]),
};

/** Readings of a part: some move as readings do, the rest now and then, as states and counters do. */
function partAt(first: number) {
  const timeS = Float64Array.from({ length: PART_SAMPLES }, (_, i) => (first + i) / RATE_HZ);
  const columns = CHANNELS.map((_, c) =>
    Float32Array.from(timeS, (s) =>
      c % 3 === 0 ? Math.round(400 * Math.sin(s / (3 + c))) / 10 : Math.floor(s / (5 + c)),
    ),
  );
  return [timeS, ...columns];
}

try {
  const logs = createLogStore(store);
  const begun = performance.now();
  let restMb = NaN;
  let mostMb = 0;
  for (let hour = 0; hour < HOURS; hour += 1) {
    const none = {
      timeS: new Float64Array(0),
      columns: Object.fromEntries(CHANNELS.map((id) => [id, new Float32Array(0)])),
    };
    const about = {
      id: `hour-${hour}`,
      calibrationId: 'x',
      calibration: 'x',
      name: 'x',
      refused: 0,
      said: [],
      taken: [],
      startedAt: '2026-11-30T00:00:00Z',
    };
    const entry = { ...entryOfFile({ ...about, log: none }), firstS: null };
    let stored = 0;
    const writer = logWriter(logs, entry, null, ({ entry: { samples }, failure }) => {
      if (failure !== null) throw new Error(failure);
      stored = samples;
    });
    for (let at = 0; at < HOUR_SAMPLES; at += PART_SAMPLES) {
      writer.add(partAt(hour * HOUR_SAMPLES + at));
      while (stored < at + PART_SAMPLES) await new Promise((done) => setImmediate(done));
      if (at === 0 && hour === 0) restMb = memoryMb();
      if (at % 18_000 === 0) mostMb = Math.max(mostMb, memoryMb());
    }
    await writer.end('stopped', null);
  }
  const tookS = (performance.now() - begun) / 1000;
  report(
    `A day of ${HOURS} h, ${CHANNELS.length + 1} channels at ${RATE_HZ} Hz, recorded`,
    `${tookS.toFixed(0)} s of work`,
    '',
  );
  report('  what it keeps in memory at most', `${(mostMb - restMb).toFixed(1)} MB`, '< 10 MB');
  const before = memoryMb();
  const read = await logs.read('hour-3');
  if (read?.log.timeS.length !== HOUR_SAMPLES) throw new RangeError('The hour is not whole');
  const numbersMb = (HOUR_SAMPLES * (8 + 4 * CHANNELS.length)) / 1e6;
  report(
    `  one of its logs read; its numbers are ${numbersMb.toFixed(0)} MB`,
    `${(memoryMb() - before).toFixed(0)} MB`,
    'the numbers',
  );
} finally {
  await rm(folder, { recursive: true });
}
process.exit(0);
