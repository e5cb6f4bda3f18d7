import { AT, type ChannelId, type Frame, read } from '../../channel';
import { lookUpMap } from '../../numeric';
import { delayAtS, type LambdaDelay } from '../delay';
import { DRIVEN_WITHIN } from '../evidence';
import type { FittedCells } from '../fit';
import { fittedCells, FIT_SETTINGS } from '../fit';
import { LEFT_OUT_REASONS, type LeftOutReason } from '../leftOut';
import type { Log } from '../log';
import { LOAD_CHANNELS, type MapTask } from '../mapTask';
import { readingsOf } from '../readings';
import { type Samples, samplesOf } from '../samples';

/** The lambda sensors that a mapping goes by. */
export const MAPPING_SENSORS = ['lambdaOne', 'lambdaTwo'] as const;
export type MappingSensor = (typeof MAPPING_SENSORS)[number];

/** What an engine that runs is mapped against. */
export interface MappingTask extends MapTask {
  readonly delay: LambdaDelay;
  readonly sensors: readonly MappingSensor[];
}

/** Running that was steady at about one place of the map: sums over its samples, each by its weight. */
interface Place {
  cell: number;
  weightS: number;
  shareX: number;
  shareY: number;
  /** Logarithms of the filling that was wanted and of the one driven with, %. */
  wanted: number;
  driven: number;
  /** Logarithm of the first sensor’s mixture over the second’s, and the weight of samples at which both read. */
  apart: number;
  apartS: number;
}

/** What a mapping remembers: the last seconds as they came, and what is known by place. It does not grow with time. */
export interface Mapping {
  recent: { timeS: number[]; columns: Partial<Record<ChannelId, number[]>> };
  /** Samples before it have been looked at, s. */
  lookedS: number;
  /** By a number that stands for a cell and a part of it. */
  places: Map<number, Place>;
  /** Why the last samples said little or nothing; null where they did. */
  leftOut: LeftOutReason | null;
}

/** Samples are looked at so often, s. */
const LOOKS_EACH_S = 0.2;
/** A reading is waited for no longer than this, s; an idle’s is the latest. */
const LATEST_S = 2.5;
const IDLE_FLOW_G_PER_S = 3;
/** So much before a sample is looked back at, s: how steady it was. */
const BEFORE_S = 2;
/** A gap as long as this is a new beginning, s. */
const GAP_S = 1;
/** Time counts where it weighs more than so much of itself. */
const COUNTS = 0.5;
/** Parts of an interval along each axis that are kept apart. */
const PARTS = 4;
/** Running proves a cell that has so much of it by its bilinear share. */
const NEAR = 0.4;
/** What was driven with another filling counts so much beside what was driven as it is. */
const OTHER_COUNTS = 0.15;

/** What was held on purpose is no wild reading, however far it lies off its neighbours. */
const FIT = { ...FIT_SETTINGS, smoothS: 0.2, wildTimes: Infinity };

/** A mapping before its first sample. */
export function mappingAtRest(): Mapping {
  return { recent: { timeS: [], columns: {} }, lookedS: -Infinity, places: new Map(), leftOut: null };
}

/** A copy that goes on by itself. */
export function copiedMapping({ recent, lookedS, places, leftOut }: Mapping): Mapping {
  const columns = Object.fromEntries(Object.entries(recent.columns).map(([id, values]) => [id, [...values]]));
  return {
    recent: { timeS: [...recent.timeS], columns },
    lookedS,
    places: new Map([...places].map(([key, place]) => [key, { ...place }])),
    leftOut,
  };
}

/** The channels that a mapping keeps of each sample. */
function channelsOf(task: MappingTask): ChannelId[] {
  const second = task.sensors.includes('lambdaTwo') ? (['lambdaTrimTwo'] as const) : [];
  return [
    ...new Set<ChannelId>([
      'speed',
      'phase',
      'coolant',
      'air',
      'manifoldPressure',
      ...LOAD_CHANNELS[task.load],
      'vePercent',
      'lambdaTarget',
      'lambdaTrim',
      ...second,
      'warmUp',
      'afterStart',
      'overrunCut',
      'acceleration',
      ...task.sensors,
    ]),
  ];
}

/**
 * Takes a sample in, and looks at those whose mixture has been read by now. Time that goes back, or stands still for long, is a new beginning.
 * @returns whether it has looked.
 */
export function takeSample(mapping: Mapping, task: MappingTask, frame: Frame): boolean {
  const { recent } = mapping;
  const timeS = read(frame, AT.time);
  const lastS = recent.timeS.at(-1);
  if (lastS !== undefined && (timeS < lastS || timeS - lastS > GAP_S)) {
    mapping.recent = { timeS: [], columns: {} };
    mapping.lookedS = -Infinity;
    return takeSample(mapping, task, frame);
  }
  if (timeS === lastS) return false;
  recent.timeS.push(timeS);
  for (const id of channelsOf(task)) (recent.columns[id] ??= []).push(read(frame, AT[id]));
  const toS = timeS - Math.min(LATEST_S, delayAtS(task.delay, IDLE_FLOW_G_PER_S)) - LOOKS_EACH_S;
  const fromS = Math.max(mapping.lookedS, recent.timeS[0] as number);
  if (toS - fromS < LOOKS_EACH_S) return false;
  look(mapping, task, fromS, toS);
  return true;
}

function look(mapping: Mapping, task: MappingTask, fromS: number, toS: number): void {
  const readings = readingsOf(logOf(mapping, task.sensors), task);
  const samples = samplesOf(readings, task, task.delay, { fromS, toS });
  const apart = task.sensors.length < 2 ? null : apartOf(mapping);
  for (let i = 0; i < samples.count; i += 1) addSample(mapping, task, samples, i, apart);
  const countsS = samples.weightS.reduce((sum, weight) => sum + weight, 0);
  mapping.leftOut = countsS >= COUNTS * (toS - fromS) ? null : (mostOf(samples) ?? 'unsteady');
  mapping.lookedS = toS;
  forget(mapping, toS - BEFORE_S);
}

function logOf({ recent }: Mapping, sensors: readonly MappingSensor[]): Log {
  const others = MAPPING_SENSORS.filter((id) => !sensors.includes(id));
  const columns = Object.fromEntries(
    Object.entries(recent.columns)
      .filter(([id]) => !others.some((other) => other === id))
      .map(([id, values]) => [id, Float64Array.from(values)]),
  );
  return { timeS: Float64Array.from(recent.timeS), columns };
}

/** How far the two mixtures are apart now, as a logarithm: each with its own trim; NaN while one does not read. */
function apartOf({ recent: { columns } }: Mapping): number {
  const mean = (id: ChannelId) => {
    const all = columns[id] ?? [];
    return all.reduce((sum, value) => sum + value, 0) / all.length;
  };
  const one = mean('lambdaOne') * mean('lambdaTrim');
  return Math.log(one / (mean('lambdaTwo') * mean('lambdaTrimTwo')));
}

/** The reason that most of the time was left out for. */
function mostOf({ leftOut }: Samples): LeftOutReason | null {
  const most = LEFT_OUT_REASONS.reduce((a, b) => (leftOut[b] > leftOut[a] ? b : a));
  return leftOut[most] > 0 ? most : null;
}

function addSample(
  { places }: Mapping,
  { grid }: MappingTask,
  { cell, shareX, shareY, error, driven, weightS }: Samples,
  i: number,
  apart: number | null,
): void {
  const low = cell[i] as number;
  const [x, y] = [shareX[i] as number, shareY[i] as number];
  const weight = weightS[i] as number;
  const now = Math.log(fillingAt(grid, low, x, y));
  const used = now + (driven[i] as number);
  const key = (low * PARTS + partOf(x)) * PARTS + partOf(y);
  const known = places.get(key);
  const isOther = known !== undefined && Math.abs(known.driven / known.weightS - used) > DRIVEN_WITHIN;
  const into = known === undefined || isOther ? atNothing(low) : known;
  into.weightS += weight;
  into.shareX += weight * x;
  into.shareY += weight * y;
  into.wanted += weight * (now + (error[i] as number));
  into.driven += weight * used;
  if (apart !== null && Number.isFinite(apart)) {
    into.apart += weight * apart;
    into.apartS += weight;
  }
  places.set(key, into);
}

function atNothing(cell: number): Place {
  return { cell, weightS: 0, shareX: 0, shareY: 0, wanted: 0, driven: 0, apart: 0, apartS: 0 };
}

function partOf(share: number): number {
  return Math.min(PARTS - 1, Math.max(0, Math.floor(share * PARTS)));
}

function fillingAt({ x, y, values }: MapTask['grid'], low: number, shareX: number, shareY: number): number {
  const column = low % x.length;
  const row = Math.floor(low / x.length);
  const at = (axis: Float64Array, i: number, share: number) =>
    (axis[i] as number) + share * ((axis[i + 1] as number) - (axis[i] as number));
  return lookUpMap({ x, y, values }, at(x, column, shareX), at(y, row, shareY));
}

function forget({ recent }: Mapping, beforeS: number): void {
  const first = recent.timeS.findIndex((timeS) => timeS >= beforeS);
  if (first <= 0) return;
  recent.timeS.splice(0, first);
  for (const values of Object.values(recent.columns)) values.splice(0, first);
}

/** Adds what was driven near to a cell: from further off it says too little of it. */
function addNear(
  into: Float64Array,
  low: number,
  width: number,
  shareX: number,
  shareY: number,
  weightS: number,
): void {
  for (const [step, share] of [
    [0, (1 - shareX) * (1 - shareY)],
    [1, shareX * (1 - shareY)],
    [width, (1 - shareX) * shareY],
    [width + 1, shareX * shareY],
  ] as const) {
    if (share >= NEAR) into[low + step] = (into[low + step] as number) + share * weightS;
  }
}

/** What is known of each cell by now. */
export interface MappedCells extends FittedCells {
  /** Steady running on the filling as it is now, s: what was driven with another speaks for the change, and proves nothing. */
  readonly provenS: Float64Array;
}

/** What is known by now, against the map as it is now: of each cell its error, its evidence, and the smooth change that fits. */
export function mappedCells({ places }: Mapping, { grid }: MapTask): MappedCells {
  const all = [...places.values()].filter(({ weightS }) => weightS > 0);
  const mean = (part: 'shareX' | 'shareY' | 'wanted' | 'driven') =>
    Float64Array.from(all, (place) => place[part] / place.weightS);
  const [shareX, shareY, wanted, used] = [mean('shareX'), mean('shareY'), mean('wanted'), mean('driven')];
  const now = Float64Array.from(all, (place, i) =>
    Math.log(fillingAt(grid, place.cell, shareX[i] as number, shareY[i] as number)),
  );
  const driven = used.map((value, i) => value - (now[i] as number));
  const isProven = (i: number) => Math.abs(driven[i] as number) <= DRIVEN_WITHIN;
  const cell = Int32Array.from(all, (place) => place.cell);
  const provenS = new Float64Array(grid.x.length * grid.y.length);
  all.forEach(({ weightS }, i) => {
    if (isProven(i))
      addNear(provenS, cell[i] as number, grid.x.length, shareX[i] as number, shareY[i] as number, weightS);
  });
  const fitted = fittedCells(
    {
      count: all.length,
      cell,
      shareX,
      shareY,
      error: wanted.map((value, i) => value - (now[i] as number)),
      driven,
      weightS: Float64Array.from(all, ({ weightS }, i) => (isProven(i) ? weightS : OTHER_COUNTS * weightS)),
    },
    grid,
    FIT,
  );
  return { ...fitted, provenS };
}

/** By how much the first sensor’s mixture is leaner than the second’s, as a logarithm, and how long both were read, s; null before. */
export function sensorsApart({ places }: Mapping): { readonly ln: number; readonly forS: number } | null {
  let [sum, forS] = [0, 0];
  for (const { apart, apartS } of places.values()) {
    sum += apart;
    forS += apartS;
  }
  return forS > 0 ? { ln: sum / forS, forS } : null;
}
