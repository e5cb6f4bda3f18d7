import type { Grid } from '../numeric';
import { EVIDENCE_S } from './evidence';
import type { FittedCells } from './fit';

/** A cell that should be driven next. */
export interface NextCell {
  readonly index: number;
  readonly speedRpm: number;
  readonly load: number;
  /** How much longer it should be held, s. */
  readonly missingS: number;
  /** Share of what all cells leave unknown, by the time spent in each, 0…1. */
  readonly matters: number;
  /** What makes it matter most. */
  readonly because: 'time' | 'error' | 'bend';
}

/** A cell is half known with so much steady running, and nobody is sent there again with so much, s. */
const HALF_S = EVIDENCE_S;
const KNOWN_S = 4 * EVIDENCE_S;
/** Nobody is sent where no drive has been for so long: whether an engine can be held there is not known, s. */
const BEEN_S = 0.5;
/** Held for less it is not worth going there, s. */
const LEAST_S = 1.2;
/** An error that was found about a cell leaves so much of itself unsure; a map that bends so much of its bend, shares. */
const UNSURE = { error: 0.15, bend: 0.08 } as const;
/** What is held says something of its neighbours too: what is left unknown of one so many cells away, a share. */
const LEFT = [0, 0.35, 0.7] as const;
/** Time spent near a cell counts for it: weights of the cell, of those beside it, and of those across. */
const NEAR = [4, 2, 1] as const;

/**
 * Where to drive next: the cells whose error, by the time that is spent in them, is known least. How sure the fit is of each, what
 * was found off there and how the map bends all count; a cell that is picked speaks for its neighbours.
 * @param spentS time that drives spent in each cell, steady or not: where the engine will be again.
 */
export function whereNext(
  grid: Grid,
  cells: Pick<FittedCells, 'change' | 'evidenceS' | 'standardError'>,
  spentS: Float64Array,
  most: number,
): NextCell[] {
  const width = grid.x.length;
  const spent = spread(spentS, width);
  const parts = Array.from(spent, (time, i) => {
    const sure = (cells.standardError[i] as number) ** 2;
    const error = (UNSURE.error * (cells.change[i] as number)) ** 2;
    const bend = (UNSURE.bend * bendAt(grid, i)) ** 2;
    const evidenceS = cells.evidenceS[i] as number;
    const isAsked = evidenceS < KNOWN_S && (spentS[i] as number) >= BEEN_S;
    const lacks = !isAsked ? 0 : 1 / (1 + (evidenceS / HALF_S) ** 2);
    return { time, sure, error, bend, atStake: time * lacks * (sure + error + bend) };
  });
  const all = parts.reduce((sum, { atStake }) => sum + atStake, 0);
  if (!(all > 0)) return [];
  const left = Float64Array.from(parts, ({ atStake }) => atStake);
  const found: NextCell[] = [];
  while (found.length < most) {
    const index = left.reduce((best, value, i) => (value > (left[best] as number) ? i : best), 0);
    if (!((left[index] as number) > 0)) break;
    const { sure, error, bend } = parts[index] as (typeof parts)[number];
    found.push({
      index,
      speedRpm: grid.x[index % width] as number,
      load: grid.y[Math.floor(index / width)] as number,
      missingS: Math.max(LEAST_S, HALF_S - (cells.evidenceS[index] as number)),
      matters: (parts[index] as (typeof parts)[number]).atStake / all,
      because: error > sure && error >= bend ? 'error' : bend > sure ? 'bend' : 'time',
    });
    speakFor(left, width, index);
  }
  return found;
}

/** Takes from the neighbours of a cell what driving it will tell of them. */
function speakFor(left: Float64Array, width: number, index: number): void {
  const height = left.length / width;
  const [column, row] = [index % width, Math.floor(index / width)];
  for (let dy = -2; dy <= 2; dy += 1) {
    for (let dx = -2; dx <= 2; dx += 1) {
      const [x, y] = [column + dx, row + dy];
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      const at = x + width * y;
      left[at] = (left[at] as number) * (LEFT[Math.max(Math.abs(dx), Math.abs(dy))] as number);
    }
  }
}

/** Time spent in cells and near them, so that the same time is spent in all. */
function spread(spentS: Float64Array, width: number): Float64Array {
  const height = spentS.length / width;
  const out = new Float64Array(spentS.length);
  spentS.forEach((time, i) => {
    if (time === 0) return;
    const [column, row] = [i % width, Math.floor(i / width)];
    const near: [at: number, weight: number][] = [];
    for (let dy = -1; dy <= 1; dy += 1) {
      for (let dx = -1; dx <= 1; dx += 1) {
        const [x, y] = [column + dx, row + dy];
        if (x < 0 || y < 0 || x >= width || y >= height) continue;
        near.push([x + width * y, NEAR[Math.abs(dx) + Math.abs(dy)] as number]);
      }
    }
    const all = near.reduce((sum, [, weight]) => sum + weight, 0);
    for (const [at, weight] of near) out[at] = (out[at] as number) + (time * weight) / all;
  });
  return out;
}

/** How much a map bends at a cell along either axis, as a share of its value; 0 at its edges. */
function bendAt({ x, y, values }: Grid, index: number): number {
  const width = x.length;
  const [column, row] = [index % width, Math.floor(index / width)];
  const ln = (at: number) => Math.log(Math.max(1e-6, values[at] as number));
  const along = (step: number, place: number, length: number) =>
    place === 0 || place === length - 1 ? 0 : Math.abs(ln(index - step) - 2 * ln(index) + ln(index + step));
  return Math.max(along(1, column, width), along(width, row, y.length));
}
