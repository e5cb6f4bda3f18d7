import { AT, type Frame, read } from '@/core/channel';
import {
  type CellState,
  cellState,
  LEFT_OUT,
  type LeftOutReason,
  type MappedCells,
  type MappingAim,
  type MappingGoal,
  type MappingTask,
} from '@/core/log';
import { formatNumber } from '@/core/units';

/** What the rows of the map are, for words: with its unit. */
export function loadWords(load: number, by: MappingTask['load']): string {
  return `${formatNumber(load, 0)} ${by === 'throttle' ? '%' : 'kPa'}`;
}

const rpm = (value: number) => `${formatNumber(value, 0)} rev/min`;

/** Where the engine is on the map; null while it stands or is not known. */
export function placeOf(
  frame: Frame,
  by: MappingTask['load'],
): { readonly x: number; readonly y: number } | null {
  const y = read(frame, by === 'throttle' ? AT.loadThrottle : AT.manifoldPressure);
  const x = read(frame, AT.speed);
  return Number.isFinite(y) && x > 0 ? { x, y } : null;
}

/** The one big line: where to go, how long to hold, or why nothing counts. */
export function goalWords(
  goal: MappingGoal | null,
  here: { readonly x: number; readonly y: number } | null,
  leftOut: LeftOutReason | null,
  by: MappingTask['load'],
): string {
  if (goal === null) return 'All of it is known.';
  const hold = `${formatNumber(Math.ceil(goal.missingS), 0)} s`;
  const place = `${rpm(goal.speedRpm)} at ${loadWords(goal.load, by)}`;
  if (here === null) return `Start it, then ${place}: hold ${hold}`;
  if (leftOut !== null && leftOut !== 'unsteady') return `Nothing counts: ${LEFT_OUT[leftOut]}`;
  if (goal.isThere) return leftOut === 'unsteady' ? `Hold it still: ${hold} more` : `Hold it: ${hold} more`;
  return `${here.y < goal.load ? 'Up' : 'Down'} to ${loadWords(goal.load, by)} at ${rpm(goal.speedRpm)}: hold ${hold}`;
}

const STATES: Readonly<Record<Exclude<CellState, 'held'>, string>> = {
  open: 'not held yet',
  off: 'off: take the correction',
  corrected: 'corrected, and not driven since',
  right: 'right, as it was driven',
};

/** What one cell says, and what it lacks. */
export function mappedWords(cells: MappedCells, index: number, aim: MappingAim): string {
  const state = cellState(cells, index, aim);
  const provenS = cells.provenS[index] as number;
  const lacks = state === 'held' ? `${formatNumber(aim.holdS - provenS, 1)} s are missing` : STATES[state];
  if (state === 'open') return lacks;
  const change = 100 * (cells.change[index] as number);
  const error = Number.isNaN(change) ? '' : `${change > 0 ? '+' : ''}${formatNumber(change, 1)} % filling, `;
  return `${error}${formatNumber(cells.evidenceS[index], 1)} s held; ${lacks}`;
}

/** How far a mapping has come, in one sentence. */
export function progressWords(cells: MappedCells, wanted: readonly number[], aim: MappingAim): string {
  const count = (state: CellState) => wanted.filter((index) => cellState(cells, index, aim) === state).length;
  const [right, off, corrected] = [count('right'), count('off'), count('corrected')];
  const parts = [`${right} of ${wanted.length} cells are right`];
  if (off > 0) parts.push(`${off} off`);
  if (corrected > 0) parts.push(`${corrected} corrected and not driven since`);
  return `${parts.join(', ')}.`;
}

/** Which of two mixtures is leaner, and by how much; null where that is less than it is sure of. */
export function apartWords(
  apart: { readonly ln: number; readonly forS: number } | null,
  names: readonly [string, string],
): string | null {
  if (apart === null || apart.forS < APART.forS || Math.abs(apart.ln) < APART.least) return null;
  const [leaner, other] = apart.ln > 0 ? names : [names[1], names[0]];
  return `${leaner} runs ${formatNumber(100 * Math.expm1(Math.abs(apart.ln)), 1)} % leaner than ${other}, over ${formatNumber(apart.forS, 0)} s.`;
}

/** Two mixtures are compared over so long at the least, s, and said to differ from here on, a share. */
const APART = { forS: 8, least: 0.01 } as const;
