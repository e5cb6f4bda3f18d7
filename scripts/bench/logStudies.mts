/** Speed of the studies of logs: each on a million samples, a hundred a second, that hold what it looks for again and again. */
import { listening } from '@tests/support/knocking';
import { demo, programOf } from '@tests/support/ventisca';
import type { ChannelId } from '@/core/channel';
import { usualStartOf } from '@/core/generators';
import { type Log, mapTaskOf } from '@/core/log';
import {
  knockHeard,
  loopPlant,
  loopWork,
  ownFactor,
  sparkStudy,
  startCurvesOf,
  startStudy,
} from '@/core/logStudies';
import { gridOf } from '@/core/numeric';
import { MAP_DEFINITIONS } from '@/core/program';
import { report, spent } from './report.mts';

const SAMPLES = 1_000_000;
const RATE_HZ = 100;
const document = demo('ventisca');
const program = programOf(document);
const task = mapTaskOf(program);
if (task === null) throw new TypeError('This program has no filling map');
const column = (of: (atS: number) => number) =>
  Float32Array.from({ length: SAMPLES }, (_, i) => of(i / RATE_HZ));
const log = (columns: Partial<Record<ChannelId, Float32Array>>): Log => ({
  timeS: Float64Array.from({ length: SAMPLES }, (_, i) => i / RATE_HZ),
  columns: {
    phase: column(() => 2),
    coolant: column(() => 85),
    air: column((s) => 10 + 8 * Math.sin(s / 900)),
    ...columns,
  },
});
const driven = {
  speed: column((s) => 3700 + 2000 * Math.sin(s / 41)),
  manifoldPressure: column((s) => 97 + 60 * Math.sin(s / 9.77)),
  lambdaOne: column((s) => 1 + 0.05 * Math.sin(s / 3) + 0.01 * Math.sin(s * 129)),
  lambdaTarget: column(() => 1),
};
const say = (what: string, task: () => unknown) => {
  const started = performance.now();
  const answer = task();
  const firstMs = performance.now() - started;
  if (answer === null) throw new TypeError(`${what} answered nothing`);
  const { middleMs, bestMs } = spent(task, 9, 1);
  report(
    `${what}, a million samples`,
    `${middleMs.toFixed(0)} ms, best ${bestMs.toFixed(0)}, first ${firstMs.toFixed(0)} ms`,
    '< 1000 ms',
  );
};

const airs = gridOf({ x: [-10, 0, 10, 20], y: [], values: [1, 1, 1, 1] });
const drive = { log: log(driven), then: null };
say('A factor of one’s own', () => ownFactor([drive], task, { x: 'air', y: null, grid: airs, when: null }));

/** A pull every twelve seconds: 2000 to 6000 rev/min in six, with another advance each. */
const pulled = (s: number) => s % 12 < 6;
const pulls = log({
  speed: column((s) => (pulled(s) ? 2000 + (4000 * (s % 12)) / 6 : 2000)),
  throttle: column((s) => (pulled(s) ? 100 : 5)),
  manifoldPressure: column((s) => (pulled(s) ? 140 : 40)),
  sparkAdvance: column((s) => 12 + 4 * (Math.floor(s / 12) % 5)),
  gear: column(() => 3),
  lambdaOne: column(() => 0.86),
  lambdaTarget: column(() => 0.86),
});
say('The least spark for the torque', () => sparkStudy([pulls]));

const { knock } = programOf(listening());
if (knock === null) throw new TypeError('Nothing listens for knock');
const noisy = log({ ...driven, knockNoise: column((s) => 0.6 + 0.3 * Math.sin(s * 3)), cylinder: column((s) => 1 + (Math.floor(s * 40) % 6)) }); // prettier-ignore
say('What a knock threshold would have heard', () => knockHeard(noisy, knock, program.barometricKpa));

/** A start every hundred seconds: three on the starter, ninety of idle. */
const at = (s: number) => s % 100;
const starts = log({
  speed: column((s) =>
    at(s) < 2 || at(s) > 97 ? 0 : at(s) < 3 ? 220 : Math.min(1000, 220 + 900 * (at(s) - 3)),
  ),
  phase: column((s) => (at(s) < 2 || at(s) > 97 ? 0 : at(s) < 3.4 ? 1 : 2)),
  coolant: column((s) => -20 + 40 * ((Math.floor(s / 100) * 0.37) % 1) + at(s) / 8),
  manifoldPressure: column(() => 45),
  injectorOpening: column((s) => (at(s) < 2.3 ? 0 : 6)),
  lambdaOne: column((s) => 0.9 + 0.1 * Math.sin(s)),
  lambdaTarget: column(() => 0.95),
  warmUp: column(() => 1.3),
  afterStart: column(() => 1.2),
});
const curves = startCurvesOf(program);
say('What starts asked for', () =>
  startStudy([{ log: starts, then: null, curves }], {
    task,
    now: curves,
    usual: usualStartOf('petrol'),
    limits: MAP_DEFINITIONS,
  }),
);

/** A step of fuel every three seconds, at three speeds by turns. */
const stepped = log({
  speed: column((s) => [1200, 2400, 4400][Math.floor(s / 60) % 3] as number),
  manifoldPressure: column(() => 60),
  vePercent: column((s) => (Math.floor(s / 3) % 2 === 0 ? 70 : 76)),
  lambdaOne: column((s) => (Math.floor((s - 0.25) / 3) % 2 === 0 ? 0.95 : 0.875)),
  lambdaTarget: column(() => 0.95),
  loopState: column((s) => (Math.floor(s / 10) % 3 === 0 ? 16 : 15)),
  lambdaTrim: column((s) => 1 + 0.05 * Math.sin(s)),
});
say('Delay and lag of the loop', () => loopPlant([stepped], task));
say('How the loop worked', () => loopWork(stepped, () => false));
