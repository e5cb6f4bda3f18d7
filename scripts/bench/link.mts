/** The link: a write and a whole calibration to a car in another process, samples of an hour, and what they keep in memory. */
import { spawn } from 'node:child_process';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { AT, CHANNEL_IDS, type ChannelId, frameOf } from '@/core/channel';
import { documentOf, imageOf, imageSums, sectionSum } from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import { forgetLive, takeRows } from '@/data/ecu/liveFrame';
import { LinkClient, LinkHost, REAL_CLOCK, transportPair } from '@/link';
import { smallBox } from '@tests/support/smallBox';
import { socketWay } from '@tests/support/socketWay';
import { report } from './report.mts';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;

const WRITES = 400;
const SENDS = 7;
const HOUR_S = 3600;
const RATE_HZ = 50;

const car = spawn(process.execPath, ['--import', 'tsx', 'src/server/ecuMain.ts'], {
  env: { ...process.env, PORT: '0', PAIRING: 'ROSA', LOCK: '4711' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise<string>((resolve) => {
  let said = '';
  car.stdout.on('data', (chunk) => {
    said += String(chunk);
    const at = /ws:\S+/.exec(said)?.[0];
    if (at !== undefined && said.includes('lock code')) resolve(at);
  });
});
const client = new LinkClient(await socketWay(address), REAL_CLOCK, 1, {
  onSamples: () => undefined,
  onLost: () => undefined,
});
await client.hello('ROSA');
await client.unlock('4711');
await client.start(RATE_HZ);
const fetched = documentOf(await client.read('running', Object.keys((await client.contents()).running)));
if (!fetched.ok) throw new TypeError('The car holds no calibration');
const { document } = fetched;
const ve = document.maps.ve as MapData;

const latencies: number[] = [];
for (let i = 0; i < WRITES; i += 1) {
  const value = 50 + (i % 7);
  const map = { ...ve, values: ve.values.map((is, k) => (k === 0 ? value : is)) };
  const from = performance.now();
  await client.write('maps.ve', [{ index: 0, value }], sectionSum('maps.ve', map));
  latencies.push(performance.now() - from);
  // Below what a client may ask in a second.
  await new Promise((resolve) => setTimeout(resolve, 8));
}
const sorted = latencies.sort((a, b) => a - b);
const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))] ?? NaN;
report(
  'A cell written to a car in another process, with samples under way',
  `${at(0.5).toFixed(1)} ms median, ${at(0.99).toFixed(1)} ms 99th`,
  '< 50 ms',
);

const times: number[] = [];
for (let i = 0; i < SENDS; i += 1) {
  const { bore } = document.engine;
  const engine = { ...document.engine, bore: bore && { ...bore, amount: bore.amount + (i % 2) / 10 } };
  const image = { ...imageOf(document), engine };
  const from = performance.now();
  await client.send(image, imageSums(image));
  times.push(performance.now() - from);
}
report(
  `A whole calibration sent, ${(JSON.stringify(imageOf(document)).length / 1000).toFixed(0)} kB`,
  `${([...times].sort((a, b) => a - b)[SENDS >> 1] ?? NaN).toFixed(0)} ms, first ${(times[0] ?? NaN).toFixed(0)} ms`,
  '< 1000 ms',
);
client.close();
car.kill();

const { memory } = smallBox();
const host = new LinkHost(memory, { pairing: '', lock: '' }, REAL_CLOCK, () => CHANNEL_IDS);
const [ours, theirs] = transportPair((deliver) => queueMicrotask(deliver));
host.join(theirs);
let channels: readonly ChannelId[] = [];
let rows = 0;
const listener = new LinkClient(ours, REAL_CLOCK, 1, {
  onSamples: (_, more) => {
    rows += more.length;
    takeRows(channels, more);
  },
  onLost: () => undefined,
});
await listener.hello('');
channels = await listener.start(RATE_HZ);
const frame = frameOf();
const heapMb = () => {
  collect();
  return process.memoryUsage().heapUsed / 1e6;
};
const pass = async (seconds: number, fromS: number) => {
  for (let i = 0; i < seconds * RATE_HZ; i += 1) {
    frame[AT.time] = fromS + i / RATE_HZ;
    host.offer(frame);
    if (i % 1000 === 0) await new Promise((resolve) => setTimeout(resolve, 0));
  }
};
await pass(60, 0);
const before = heapMb();
const from = performance.now();
await pass(HOUR_S, 60);
const passedS = (performance.now() - from) / 1000;
report(
  `An hour of ${CHANNEL_IDS.length} channels at ${RATE_HZ} Hz through the link`,
  `${((rows * CHANNEL_IDS.length) / passedS / 1e6).toFixed(1)} M values a second`,
  '≥ 50 × what is asked for',
);
report('  what it keeps in memory', `${(heapMb() - before).toFixed(2)} MB`, '< 1 MB');
if (rows < HOUR_S * RATE_HZ) throw new RangeError(`Only ${rows} rows arrived`);
forgetLive();
process.exit(0);
