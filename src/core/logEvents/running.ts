import { formatNumber } from '../units';
import { type EventKindInfo, type Found, kind } from './event';
import type { Scan, Stretch } from './scan';
import { whyItDied } from './whyItDied';

/** Turning for less is a touch of the starter, s; and it has caught when it runs for longer than this. */
const TURNED_S = 0.2;
const CAUGHT_S = 1;
/** An engine that has died comes to rest within this, and one that catches does so right behind the starter, s. */
const RUNS_DOWN_S = 2;
const FOLLOWS_S = 0.5;
/** The key is on where time since it was turned goes on, or where there is still so much at the battery, V. */
const POWERED_V = 8;
/** Behind a stop it is looked for so long whether the key is still on, s. */
const KEY_LOOK_S = 0.5;

const seconds = (s: number) => `${formatNumber(s, 1)} s`;
const rpm = (value: number) => `${formatNumber(value, 0)} rev/min`;

/** Stretches of running that are runs and no mere coughs. */
function runs(scan: Scan): Stretch[] {
  return scan.stretches((i) => scan.runs(i), { leastS: CAUGHT_S, bridgeS: 0.1 });
}

/** Stretches of the starter; an engine that has died turns on for a moment by itself. */
function turning(scan: Scan): Stretch[] {
  return scan
    .stretches((i) => scan.turns(i), { leastS: TURNED_S, bridgeS: 0.3 })
    .filter((stretch) => {
      const { from, to } = stretch;
      const ran = from > 0 && scan.runs(from - 1);
      return !(ran && scan.lengthS(stretch) < RUNS_DOWN_S && scan.at('speed', to) < scan.at('speed', from));
    });
}

function starts(scan: Scan): Found[] {
  const caught = runs(scan);
  return turning(scan).map((stretch) => {
    const { from, to } = stretch;
    const catches = caught.some((run) => run.from > from && run.from <= to + 1);
    const coolant = scan.at('coolant', from);
    const [lowest] = scan.range('battery', stretch);
    const words = [
      `Turned by the starter for ${seconds(scan.lengthS(stretch))} at ${rpm(scan.mean('speed', stretch))}`,
      Number.isNaN(coolant) ? null : `coolant ${formatNumber(coolant, 0)} °C`,
      Number.isNaN(lowest) ? null : `battery down to ${formatNumber(lowest, 1)} V`,
      catches ? null : 'and it did not catch',
    ].filter((word) => word !== null);
    return { ...stretch, tone: catches ? 'plain' : 'warning', text: `${words.join(', ')}.` };
  });
}

function catches(scan: Scan): Found[] {
  const turned = turning(scan);
  return runs(scan).flatMap((run): Found[] => {
    const start = turned
      .filter(({ from, to }) => from < run.from && scan.timeS(run.from) - scan.timeS(to) < FOLLOWS_S)
      .at(-1);
    if (start === undefined) return [];
    const first = { from: run.from, to: Math.min(run.to, scan.after(run.from, 3)) };
    const [, most] = scan.range('speed', first);
    return [
      {
        ...first,
        tone: 'plain',
        text: `Caught after ${seconds(scan.timeS(run.from) - scan.timeS(start.from))} of the starter, and rose to ${rpm(most)}.`,
      },
    ];
  });
}

function stalls(scan: Scan): Found[] {
  return runs(scan).flatMap((run): Found[] => {
    const end = run.to;
    if (!isPowered(scan, end)) return [];
    const from = Math.max(run.from, scan.before(end, 2));
    const to = scan.after(end, 0.5);
    const drops = scan.at('speed', to) < scan.at('speed', from);
    if (!drops) return [];
    return [{ from, to, tone: 'warning', text: `It died: ${whyItDied(scan, { from, to: end })}.` }];
  });
}

/** Whether the engine computer was still on behind a stop. */
function isPowered(scan: Scan, end: number): boolean {
  const then = scan.after(end, KEY_LOOK_S);
  if (then === end || scan.timeS(then) - scan.timeS(end) > 2 * KEY_LOOK_S + 0.5) return false;
  if (scan.has('sinceKeyOn')) return scan.at('sinceKeyOn', then) > scan.at('sinceKeyOn', end);
  return scan.at('battery', then) > POWERED_V;
}

/** How an engine comes to life and how it dies. */
export const RUNNING_KINDS = {
  start: kind({
    label: 'Start',
    needs: ['speed'],
    traces: ['speed', 'battery', 'injectorOpening', 'lambdaOne'],
    find: starts,
  }),
  caught: kind({
    label: 'Catch',
    needs: ['speed'],
    traces: ['speed', 'lambdaOne', 'afterStart', 'manifoldPressure'],
    find: catches,
  }),
  stall: kind({
    label: 'Died',
    needs: ['speed', ['sinceKeyOn', 'battery']],
    traces: ['speed', 'lambdaOne', 'battery', 'throttle'],
    find: stalls,
  }),
} satisfies Record<string, EventKindInfo>;
