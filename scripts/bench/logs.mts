/** Speed of logs: a million samples compared with the largest map, and samples through the link into what is recorded. */
import { CHANNEL_IDS, type ChannelId, frameOf } from '@/core/channel';
import { fitLog, fittingLogs, type Log, loggedDecimals, type MapTask } from '@/core/log';
import { rankedCauses } from '@/core/logCauses';
import { gridOf } from '@/core/numeric';
import { pageOf } from '@/core/logPages';
import { onEverySample, takeRows } from '@/data/ecu/liveFrame';
import { type EcuMemory, LinkClient, LinkHost, transportPair } from '@/link';
import { report, timed } from './report.mts';

const SAMPLES = 1_000_000;
const SIZE = 32;
const axis = (from: number, step: number) => Array.from({ length: SIZE }, (_, i) => from + i * step);
const task: MapTask = {
  grid: gridOf({
    x: axis(600, 210),
    y: axis(20, 5),
    values: Array.from({ length: SIZE * SIZE }, (_, i) => 60 + (i % 40)),
  }),
  load: 'manifoldPressure',
  displacementCm3: 2460,
  barometricKpa: 100,
  pulse: null,
  blended: null,
  now: null,
  ends: {},
};
const column = (of: (i: number) => number) => Float32Array.from({ length: SAMPLES }, (_, i) => of(i));
const columns: Partial<Record<ChannelId, Float32Array>> = {
  speed: column((i) => 3700 + 3000 * Math.sin(i / 4100)),
  manifoldPressure: column((i) => 97 + 70 * Math.sin(i / 977)),
  lambdaOne: column((i) => 1 + 0.05 * Math.sin(i / 300) + 0.01 * Math.sin(i * 12.9)),
  lambdaTarget: column(() => 1),
  coolant: column(() => 85),
  air: column(() => 20),
  phase: column(() => 2),
};
const log: Log = { timeS: Float64Array.from({ length: SAMPLES }, (_, i) => i / 20), columns };
const started = performance.now();
const { keptS } = fitLog(log, task);
const firstMs = performance.now() - started;
const fitMs = timed(() => fitLog(log, task), 5, 1);
report('A million samples read and compared with a map of 32 × 32', `${fitMs.toFixed(0)} ms`, '< 1500 ms');
const stages: number[] = [];
for (const stage of fittingLogs([{ log, then: null }], task))
  stages.push(stage === 'fit' ? performance.now() : 0);
report('  the fit of them alone', `${(performance.now() - Math.max(...stages)).toFixed(0)} ms`, '< 1000 ms');
const fitted = fitLog(log, task);
const causesMs = timed(() => rankedCauses(fitted.bins, { task, cells: fitted.cells }), 5, 1);
report(
  '  what lies behind them, from its evidence',
  `${causesMs.toFixed(0)} ms, ${fitted.bins.length} bins`,
  '< 1000 ms',
);
report('  first run of the process', `${firstMs.toFixed(0)} ms`, '< 2000 ms');
if (!(keptS > 1000)) throw new RangeError('Hardly anything was kept of the log');

const OFFERED = 20_000;
const frame = frameOf();
const part = CHANNEL_IDS.map((id) => ({ values: new Float64Array(100), decimals: loggedDecimals(id) }));
let filled = 0;
let bytes = 0;
onEverySample((now) => {
  part.forEach(({ values }, i) => (values[filled] = now[i] as number));
  filled += 1;
  if (filled < 100) return;
  bytes += pageOf(part).length;
  filled = 0;
});
const [ours, theirs] = transportPair((deliver) => deliver());
const memory: EcuMemory = {
  name: '',
  serial: '',
  firmware: '',
  documentVersion: 0,
  learns: () => false,
  contents: () => ({ calibration: null, running: {}, stored: {}, generation: 0, turning: false }),
  section: () => undefined,
  sumOf: () => 0,
  write: () => null,
  run: () => null,
  store: () => Promise.resolve(0),
  learned: () => null,
  forget: () => undefined,
  beginWork: () => null,
  holdWork: () => undefined,
  endWork: () => undefined,
};
const clock = { nowMs: () => performance.now(), after: () => () => undefined };
const host = new LinkHost(memory, { pairing: '', lock: '' }, clock, () => CHANNEL_IDS);
host.join(theirs);
let channels: readonly ChannelId[] = [];
const client = new LinkClient(ours, clock, 1, {
  onSamples: (_, more) => takeRows(channels, more),
  onLost: () => undefined,
});
await client.hello('');
channels = await client.start(100);
let timeS = 0;
const recordMs = timed(
  () => {
    for (let i = 0; i < OFFERED; i += 1) {
      timeS += 0.01;
      frame[0] = timeS;
      host.offer(frame);
    }
  },
  5,
  2,
);
client.close();
report(
  'Samples of every channel through the link into a log',
  `${((OFFERED / recordMs) * 1000).toFixed(0)} a second`,
  '≥ 50 × what is asked for',
);
if (bytes === 0) throw new RangeError('Nothing was recorded');
process.exit(0);
