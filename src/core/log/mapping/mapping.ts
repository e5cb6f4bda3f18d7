import { AT, type ChannelId, type Frame, read } from '../../channel';
import { type Grid, lookUpMap } from '../../numeric';
import { delayAtS } from '../delay';
import { DRIVEN_WITHIN } from '../evidence';
import { cellEvidence, FIT_SETTINGS, type FittedCells, fittedCells } from '../fit';
import { LEFT_OUT_REASONS, type LeftOutReason } from '../leftOut';
import type { Log } from '../log';
import { LOAD_CHANNELS, type MappingSensor, type MapTask } from '../mapTask';
import { readingsOf } from '../readings';
import { type Samples, samplesOf } from '../samples';
import type { MappingTask } from './task';

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
  /** The map as it was before the first sample: what is smooth is how far it is off, not its last correction. */
  first: Grid | null;
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
/** A reading so near to an end of its sensor’s line is taken for its end, a share. */
const AT_END = 0.01;
/** Running proves a cell that has so much of it by its bilinear share. */
const NEAR = 0.6;
/** What was driven with another filling counts so much beside what was driven as it is. */
const OTHER_COUNTS = 0.15;

/**
 * What was held on purpose is no wild reading, however far it lies off its neighbours; and it was held so near to a cell that
 * smoothness is asked of what nobody held alone.
 */
const FIT = { ...FIT_SETTINGS, smoothS: 0.05, wildTimes: Infinity };

/** A mapping before its first sample. */
export function mappingAtRest(): Mapping {
  return {
    recent: { timeS: [], columns: {} },
    lookedS: -Infinity,
    places: new Map(),
    first: null,
    leftOut: null,
  };
}

/** A copy that goes on by itself. */
export function copiedMapping({ recent, lookedS, places, first, leftOut }: Mapping): Mapping {
  const columns = Object.fromEntries(Object.entries(recent.columns).map(([id, values]) => [id, [...values]]));
  return {
    recent: { timeS: [...recent.timeS], columns },
    lookedS,
    places: new Map([...places].map(([key, place]) => [key, { ...place }])),
    first,
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
      'learnedTrim',
      'knockFuel',
      'ethanol',
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
  if (mapping.first === null || !isOfThisMap(mapping.first, task.grid)) {
    Object.assign(mapping, mappingAtRest(), { first: task.grid });
    return takeSample(mapping, task, frame);
  }
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
  const readings = readingsOf(logOf(mapping), task);
  const samples = samplesOf(readings, task, task.delay, { fromS, toS });
  const apart = task.sensors.length < 2 ? null : apartOf(mapping, task);
  for (let i = 0; i < samples.count; i += 1) addSample(mapping, task, samples, i, apart);
  const countsS = samples.weightS.reduce((sum, weight) => sum + weight, 0);
  mapping.leftOut = countsS >= COUNTS * (toS - fromS) ? null : (mostOf(samples) ?? 'unsteady');
  mapping.lookedS = toS;
  forget(mapping, toS - BEFORE_S);
}

function logOf({ recent }: Mapping): Log {
  const columns = Object.entries(recent.columns).map(([id, values]) => [id, Float64Array.from(values)]);
  return { timeS: Float64Array.from(recent.timeS), columns: Object.fromEntries(columns) };
}

/** How far the two mixtures are apart now, as a logarithm: each with its own trim; NaN while one does not read, or only says "at least". */
function apartOf({ recent: { columns } }: Mapping, { ends }: MappingTask): number {
  const mean = (id: ChannelId) => {
    const all = columns[id] ?? [];
    return all.reduce((sum, value) => sum + value, 0) / all.length;
  };
  const isAtEnd = (id: MappingSensor) => {
    const { min, max } = ends[id] ?? { min: 0, max: Infinity };
    return columns[id]?.some((value) => value <= min * (1 + AT_END) || value >= max * (1 - AT_END)) === true;
  };
  if (isAtEnd('lambdaOne') || isAtEnd('lambdaTwo')) return NaN;
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
  const isOther =
    known !== undefined && Math.abs(drivenAt(known, grid) - (driven[i] as number)) > DRIVEN_WITHIN;
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

/** What a place was driven with over the map as it is now, as a logarithm. */
function drivenAt({ cell, shareX, shareY, driven, weightS }: Place, grid: Grid): number {
  return driven / weightS - Math.log(fillingAt(grid, cell, shareX / weightS, shareY / weightS));
}

function atNothing(cell: number): Place {
  return { cell, weightS: 0, shareX: 0, shareY: 0, wanted: 0, driven: 0, apart: 0, apartS: 0 };
}

function partOf(share: number): number {
  return Math.min(PARTS - 1, Math.max(0, Math.floor(share * PARTS)));
}

function fillingAt({ x, y, values }: Grid, low: number, shareX: number, shareY: number): number {
  const column = low % x.length;
  const row = Math.floor(low / x.length);
  const at = (axis: Float64Array, i: number, share: number) =>
    (axis[i] as number) + share * ((axis[i + 1] as number) - (axis[i] as number));
  return lookUpMap({ x, y, values }, at(x, column, shareX), at(y, row, shareY));
}

function forget({ recent }: Mapping, beforeS: number): void {
  const first = recent.timeS.findIndex((timeS) => timeS >= beforeS);
  recent.timeS.splice(0, first);
  for (const values of Object.values(recent.columns)) values.splice(0, first);
}

/** A map of other axes is another map: what was held says nothing of its cells. */
function isOfThisMap(first: Grid, { x, y }: Grid): boolean {
  const same = (a: Float64Array, b: Float64Array) =>
    a.length === b.length && a.every((value, i) => value === b[i]);
  return same(first.x, x) && same(first.y, y);
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
export function mappedCells({ places, first }: Mapping, { grid }: MapTask): MappedCells {
  const all = [...places.values()];
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
  const off = (from: Grid) =>
    wanted.map(
      (value, i) =>
        value - Math.log(fillingAt(from, cell[i] as number, shareX[i] as number, shareY[i] as number)),
    );
  const weightS = Float64Array.from(all, (place, i) =>
    isProven(i) ? place.weightS : OTHER_COUNTS * place.weightS,
  );
  const samples = { count: all.length, cell, shareX, shareY, error: off(grid), driven, weightS };
  const begun = first ?? grid;
  const fitted = fittedCells({ ...samples, error: off(begun) }, grid, FIT);
  const change = fitted.change.map(
    (value, i) => value + Math.log((begun.values[i] as number) / (grid.values[i] as number)),
  );
  return { ...fitted, ...cellEvidence(samples, grid), change, provenS };
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
