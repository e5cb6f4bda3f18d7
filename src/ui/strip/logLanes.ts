import {
  type ChannelId,
  CHANNELS,
  GUARD_REASONS,
  IDLE_STATES,
  KNOCK_STATES,
  LIMITS,
  LOOP_STATES,
  SENSORS_LOST,
  type ShownChannel,
  shownChannel,
  WORK_STATES,
} from '@/core/channel';
import type { Log, LogColumn } from '@/core/log';
import { ownNames } from '@/core/logFormula';
import { type Extremes, extremesOf } from '@/core/logView';
import type { ShownBy } from '@/core/units';
import type { StripLane, StripTrace } from './traces';

/** A trace that is drawn: a channel, or a column that is none by the name that formulas have for it. */
export type TraceId = ChannelId | `own:${string}`;

/** True of a channel; false of a column of the log’s source, or of one that was computed. */
export function isChannel(id: TraceId): id is ChannelId {
  return !id.startsWith('own:');
}

/** States of a channel by their number, in words. */
const STATES: Partial<Record<ChannelId, readonly { readonly label: string }[]>> = {
  limiting: LIMITS,
  protection: GUARD_REASONS,
  sensorLost: SENSORS_LOST,
  loopState: LOOP_STATES,
  idleState: IDLE_STATES,
  knockState: KNOCK_STATES,
  workState: WORK_STATES,
  phase: [{ label: 'Off' }, { label: 'Cranking' }, { label: 'Running' }],
};

/** Extremes are found once for each column, and go with it. */
const known = new WeakMap<LogColumn, Extremes>();

function extremesFor(values: LogColumn): Extremes {
  const found = known.get(values) ?? extremesOf(values);
  known.set(values, found);
  return found;
}

/** The name of a trace; null where the log has none of that. */
export function traceLabel({ columns, own = [] }: Log, id: TraceId): string | null {
  if (isChannel(id)) return columns[id] === undefined ? null : CHANNELS[id].label;
  return own[ownNames(own).indexOf(id.slice('own:'.length))]?.name ?? null;
}

/** Columns as they are shown in another unit, made once for each; what is shown now stands for all that was before. */
const shownBefore = new WeakMap<LogColumn, { readonly key: string; readonly values: LogColumn }>();

function columnShown(
  values: LogColumn,
  { unit, shown, factor, plain }: ShownChannel,
  apart: boolean,
): LogColumn {
  if (plain) return values;
  const key = `${unit} ${factor} ${apart}`;
  const before = shownBefore.get(values);
  if (before?.key === key) return before.values;
  // A difference has no zero: only its step is another.
  const made = values.map(apart ? (value) => value * factor : shown);
  shownBefore.set(values, { key, values: made });
  return made;
}

/**
 * A trace of a log in the units chosen; null where it has none of that.
 * @param apart true where its columns are differences of two runs.
 */
export function traceOf(
  { timeS, columns, own = [] }: Log,
  id: TraceId,
  by: ShownBy,
  apart = false,
): StripTrace | null {
  if (!isChannel(id)) {
    const column = own[ownNames(own).indexOf(id.slice('own:'.length))];
    if (column === undefined) return null;
    const { name, unit, values, decimals } = column;
    return {
      id,
      label: name,
      unit,
      decimals: decimals ?? 2,
      timeS,
      extremes: extremesFor(values),
      steps: false,
    };
  }
  const values = columns[id];
  if (values === undefined) return null;
  const { label, quantity, decimals: usual } = CHANNELS[id];
  const as = shownChannel(id, by);
  const states = STATES[id];
  return {
    id,
    label,
    unit: as.unit,
    decimals: as.decimals,
    timeS,
    extremes: extremesFor(columnShown(values, as, apart)),
    // What counts or is a state stands until it is another.
    steps: quantity === 'count' && usual === 0,
    ...(states === undefined ? {} : { words: (value: number) => states[value]?.label ?? String(value) }),
  };
}

/** What is meant, by what it is meant for. */
export type Meant = Readonly<Partial<Record<TraceId, ChannelId>>>;

/** What a channel is meant to be, drawn beside it. */
const MEANT: Meant = {
  lambdaOne: 'lambdaTarget',
  manifoldPressure: 'boostTarget',
};

/** What else is drawn in a lane. */
export interface LaneChoice {
  /** What it is shown in. */
  readonly by: ShownBy;
  /** True of the differences of two runs. */
  readonly apart?: boolean;
  readonly meant?: Meant;
  /** Another run, and how its traces are named. */
  readonly beside?: Log | null;
  readonly as?: string;
}

/** A lane for each trace, with what it is meant to be and how it was in another run beside it. */
export function lanesOf(
  log: Log,
  ids: readonly TraceId[],
  { by, apart = false, meant: meantOf = MEANT, beside = null, as = 'before' }: LaneChoice,
): StripLane[] {
  return ids.flatMap((id) => {
    const meant = meantOf[id];
    const traces = [id, ...(meant === undefined || ids.includes(meant) ? [] : [meant])].flatMap(
      (one) => traceOf(log, one, by, apart) ?? [],
    );
    const before = beside === null ? null : traceOf(beside, id, by, apart);
    if (traces[0]?.id !== id) return [];
    return [{ id, traces: before === null ? traces : [...traces, { ...before, beside: as }] }];
  });
}

/** Traces of one unit in one lane, in the order in which each unit comes first; what has no unit stands alone. */
export function lanesByQuantity(log: Log, ids: readonly TraceId[], by: ShownBy): StripLane[] {
  const lanes = new Map<string, StripTrace[]>();
  for (const id of ids) {
    const trace = traceOf(log, id, by);
    if (trace === null) continue;
    const key = trace.unit === '' || trace.steps ? id : trace.unit;
    lanes.set(key, [...(lanes.get(key) ?? []), trace]);
  }
  return [...lanes].map(([id, traces]) => ({ id, traces }));
}

/** Every trace that a log has, channels first. */
export function tracesIn({ columns, own = [] }: Log): TraceId[] {
  const channels = (Object.keys(columns) as ChannelId[]).filter((id) => id !== 'time');
  return [...channels, ...ownNames(own).map((name) => `own:${name}` as const)];
}
