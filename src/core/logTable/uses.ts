import { CHANNEL_IDS, type ChannelId, CHANNELS } from '../channel';
import { cellKind, cellNumber } from './cells';
import type { Dialect, TableColumn } from './dialect';
import { NAMED } from './namedChannels';
import { tableUnitsOf, unitsWritten } from './tableUnits';

/** Units that a time may be counted in, s. */
export const TIME_UNITS = { s: 1, ms: 1e-3, us: 1e-6, min: 60, h: 3600, day: 86_400 } as const;
export type TimeUnit = keyof typeof TIME_UNITS;

/** What a column of a table is taken for. */
export type ColumnUse =
  | { readonly as: 'time'; readonly unit: TimeUnit }
  | { readonly as: 'channel'; readonly channel: ChannelId; readonly unit: string }
  /** Kept under its own name. */
  | { readonly as: 'own' }
  | { readonly as: 'left' };

/** A column that is taken for something by its name, its unit and what stands in it. */
export interface GuessedUse {
  readonly use: ColumnUse;
  /** Its unit is not written, or could be more than one: somebody should look. */
  readonly doubtful: boolean;
}

const TIME_NAMES = /^(time|timestamp|elapsed( time)?|log time|seconds?|sec|ms|t|clock|date ?time|offset)\b/;
/** Small letters without what stands over them, and single spaces; λ and µ by letters, which \b of a pattern knows as such. */
const plain = (name: string) =>
  name
    .toLowerCase()
    .replace(/λ/g, ' lambda ')
    .replace(/[µμ]/g, 'u')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** What each column may be: the time once, each channel once, and what is of no channel under its own name. */
export function guessUses({ columns, decimal }: Dialect): readonly GuessedUse[] {
  const time = timePlace(columns);
  const taken = new Set<ChannelId>(['time']);
  return columns.map((column, place): GuessedUse => {
    const numbers = column.first.map((cell) => cellNumber(cell, decimal)).filter((one) => !Number.isNaN(one));
    if (place === time) return timeUse(column, numbers);
    if (column.time !== null || column.first.every((cell) => cellKind(cell, decimal) === 'text')) {
      return { use: { as: 'left' }, doubtful: false };
    }
    // A separator more at the end of each line makes a column of nothing.
    if (!column.named && column.first.every((cell) => cellKind(cell, decimal) === 'missing')) {
      return { use: { as: 'left' }, doubtful: false };
    }
    const channel = channelNamed(column, taken);
    if (channel === null) return { use: { as: 'own' }, doubtful: false };
    taken.add(channel);
    const { unit, doubtful } = unitOfColumn(channel, column, numbers);
    return { use: { as: 'channel', channel, unit }, doubtful };
  });
}

/** The column that says the time, or −1: by its name, else the first that is written as times are. */
function timePlace(columns: readonly TableColumn[]): number {
  const named = columns.findIndex(({ name }) => TIME_NAMES.test(plain(name)));
  return named >= 0 ? named : columns.findIndex(({ time }) => time !== null);
}

function timeUse({ name, unit, time }: TableColumn, numbers: readonly number[]): GuessedUse {
  if (time !== null) return { use: { as: 'time', unit: 's' }, doubtful: false };
  const written = plain(`${name} ${unit}`);
  const units: readonly (readonly [TimeUnit, RegExp])[] = [
    ['ms', /\b(ms|msec|milliseconds?)\b/],
    ['us', /\b(us|microseconds?)\b/],
    ['min', /\b(min|minutes?)\b/],
    ['s', /\b(s|sec|secs|seconds?)\b/],
  ];
  const found = units.find(([, pattern]) => pattern.test(written));
  if (found !== undefined) return { use: { as: 'time', unit: found[0] }, doubtful: false };
  // Nobody samples slower than each two seconds, nor faster than each two milliseconds.
  const steps = numbers
    .slice(1)
    .map((at, i) => at - (numbers[i] as number))
    .filter((step) => step > 0)
    .sort((a, b) => a - b);
  const step = steps[steps.length >> 1] ?? 0;
  return { use: { as: 'time', unit: step > 2000 ? 'us' : step > 2 ? 'ms' : 's' }, doubtful: true };
}

function channelNamed({ name, unit }: TableColumn, taken: ReadonlySet<ChannelId>): ChannelId | null {
  const exact = CHANNEL_IDS.find(
    (id) => [CHANNELS[id].logColumn, CHANNELS[id].label].includes(name) && !taken.has(id),
  );
  if (exact !== undefined) return exact;
  const text = plain(name);
  const found = NAMED.find(
    ({ channel, named, not, unit: only }) =>
      !taken.has(channel) &&
      named.test(text) &&
      not?.test(text) !== true &&
      (only === undefined || unit === '' || only.test(unit.toLowerCase())),
  );
  return found?.channel ?? null;
}

/** Names that say a pressure is above the air outside, or is not. */
const GAUGE = /\b(gauge|boost|rel|relative|vac(uum)?)\b/;
const ABSOLUTE = /\b(abs|absolute)\b/;

function unitOfColumn(
  channel: ChannelId,
  { name, unit }: TableColumn,
  numbers: readonly number[],
): { readonly unit: string; readonly doubtful: boolean } {
  const kept = tableUnitsOf(channel);
  const ours = CHANNELS[channel].logColumn === name;
  const written = unitsWritten(channel, unit);
  const base = kept[0]?.id ?? '';
  if (ours) return { unit: base, doubtful: false };
  if (written.length === 1) return { unit: written[0]?.id ?? base, doubtful: false };
  const among = written.length === 0 ? kept : written;
  // Which of the two it is stands in its name, unless its numbers deny it.
  const isRatio = /\b(afr|a f)\d?\b/.test(plain(name));
  if (kept.some(({ id }) => id === 'afr')) {
    const found = bySize(among, numbers, true)?.id ?? base;
    return { unit: found, doubtful: (found === 'afr') !== isRatio };
  }
  if (kept.some(({ id }) => id === 'kPaGauge')) {
    const text = plain(`${name} ${unit}`);
    const isGauge = GAUGE.test(text) || (!ABSOLUTE.test(text) && numbers.some((one) => one < 0));
    const said = GAUGE.test(text) || ABSOLUTE.test(text);
    const side = among.filter(({ id }) => id.endsWith(isGauge ? 'Gauge' : 'Abs'));
    const found = side.length === 0 ? among[0] : bySize(side, numbers, written.length === 0);
    return { unit: found?.id ?? base, doubtful: !said || written.length === 0 };
  }
  return { unit: bySize(among, numbers, true)?.id ?? base, doubtful: kept.length > 1 };
}

/** So large is a number of each unit usually, at most: a column whose numbers are larger is in another. */
const USUAL_MOST: Readonly<Record<string, number>> = {
  lambda: 2.5,
  afr: 40,
  share: 1.01,
  barAbs: 8,
  barGauge: 12,
  psiAbs: 60,
  psiGauge: 120,
  kPaAbs: 500,
  kPaGauge: 1200,
  mbarAbs: 6000,
  mbarGauge: 12_000,
  '1': 1.8,
  percentMore: 50,
  percentOf: 200,
};
/** And at least: a factor of next to nothing is what it adds. */
const USUAL_LEAST: Readonly<Record<string, number>> = { '1': 0.4, percentOf: 40 };

function bySize<Unit extends { readonly id: string }>(
  units: readonly Unit[],
  numbers: readonly number[],
  asks: boolean,
): Unit | undefined {
  const most = Math.max(...numbers.map(Math.abs), 0);
  if (!asks || numbers.length === 0) return units[0];
  const least = Math.min(...numbers);
  const fitting = units
    .filter(({ id }) => most <= (USUAL_MOST[id] ?? Infinity))
    .filter(({ id }) => least >= (USUAL_LEAST[id] ?? -Infinity))
    .sort((a, b) => (USUAL_MOST[a.id] ?? Infinity) - (USUAL_MOST[b.id] ?? Infinity));
  const first = units[0];
  // The smallest that holds all, where sizes tell units apart at all; else the usual one.
  return fitting.some(({ id }) => id in USUAL_MOST) ? fitting[0] : first;
}
