/** Speed of looking at a million samples: pyramids, a window brought to pixels, statistics, cells of a map, a formula. */
import type { ChannelId } from '@/core/channel';
import type { Log } from '@/core/log';
import { channelName, withComputed } from '@/core/logFormula';
import {
  columnsOf,
  edgesOf,
  extremesOf,
  histogramOf,
  momentsOf,
  scatterOf,
  statisticsIn,
  stepsOver,
  visitsOf,
} from '@/core/logView';
import { parseExpression } from '@/data/formulas/parseExpression';
import { report, timed } from './report.mts';

const SAMPLES = 1_000_000;
const CHANNELS = 12;
const WIDTH = 1200;

const timeS = Float64Array.from({ length: SAMPLES }, (_, i) => i / 50);
const wave = (c: number) =>
  Float32Array.from(timeS, (at) => 3000 + 2500 * Math.sin(at / (3 + c)) + Math.sin(at * 97 + c));
const columns = Array.from({ length: CHANNELS }, (_, c) => wave(c));
const [first, second, third] = columns as [Float32Array, Float32Array, Float32Array];
const ms = (took: number) => `${took.toFixed(1)} ms`;

const built = timed(() => columns.forEach(extremesOf), 3, 1);
report(`Lowest and highest of 1 M samples × ${CHANNELS} channels`, ms(built), '');
const extremes = columns.map(extremesOf);
const windows = [0, 0.25, 0.5, 0.75].map((share) => ({ fromS: share * 4000, toS: share * 4000 + 16_000 }));
let turn = 0;
const drawn = timed(() => {
  const edges = edgesOf(timeS, windows[(turn += 1) % windows.length] ?? { fromS: 0, toS: 1 }, WIDTH);
  for (const one of extremes) columnsOf(one, edges);
}, 25);
report(`  a window of them brought to ${WIDTH} columns of pixels`, ms(drawn), '< 12 ms, slowed 4 ×');

const found = timed(() => momentsOf(timeS, extremes[0] ?? extremesOf(first)), 5);
report('Moments of 1 M samples, once for each trace', ms(found), '');
const moments = extremes.map((one) => momentsOf(timeS, one));
const counted = timed(() => {
  turn += 1;
  for (const one of moments) statisticsIn(one, 1000 + turn, 990_000 - turn);
}, 25);
report(`  statistics of a window, ${CHANNELS} traces`, ms(counted), '');

const axis = (count: number, most: number) =>
  Array.from({ length: count }, (_, i) => (most * (i + 1)) / count);
const axes = { x: axis(20, 6000), y: axis(16, 6000) };
const visited = timed(() => visitsOf({ timeS, x: first, y: second, from: 0, to: SAMPLES - 1 }, axes), 5);
report('Time in each cell of a map of 20 × 16, 1 M samples', ms(visited), '');
const steps = stepsOver(400, 5600, 24);
report('Histogram of 1 M samples', ms(timed(() => histogramOf(timeS, first, steps, 0, SAMPLES - 1), 5)), '');
const scattered = timed(
  () => scatterOf(timeS, { x: first, y: second, third }, { x: steps, y: steps }, 0, SAMPLES - 1),
  5,
);
report('One against another with a third, 1 M samples', ms(scattered), '');

const ids: readonly ChannelId[] = ['speed', 'injectorOpening', 'lambdaOne'];
const log: Log = { timeS, columns: Object.fromEntries(ids.map((id, c) => [id, columns[c]])) };
const [speed, opening, lambda] = ids.map(channelName);
for (const [what, text] of [
  ['A formula of three channels over 1 M rows', `${speed} * ${opening} / 1200 / ${lambda}`],
  ['  with a choice and a mean over half a second', `if(${speed} > 3000, smooth(${lambda}, 0.5), ${lambda})`],
] as const) {
  const made = () =>
    withComputed(log, [{ name: 'Made', text, unit: null, decimals: 2 }], parseExpression).own?.[0]?.values
      .length;
  const begun = performance.now();
  if (made() !== SAMPLES) throw new RangeError(`${text} was not computed`);
  const firstRun = performance.now() - begun;
  report(what, `${timed(made, 7, 2).toFixed(0)} ms, first ${firstRun.toFixed(0)} ms`, '< 100 ms');
}
