import { EVIDENCE_S } from './evidence';
import type { FittedCells } from './fit';

/** One factor that stands for the changes of all cells. */
export interface OneFactor {
  /** Logarithm of it. */
  readonly change: number;
  /** How far the evidenced cells lie from it, a share. */
  readonly spread: number;
}

/** A factor is worth saying from such a change on, and in so many cells. */
const WORTH = { change: 0.02, cells: 6 } as const;
/** Cells may lie so far from a factor, as a share of it, or this much. */
const CLOSE = { share: 0.25, least: 0.012 } as const;

/**
 * One factor for the whole map, where the evidenced cells lie close about it; null where they do not. Fuel density, injector
 * flow and displacement all look like that.
 */
export function oneFactor({ change, evidenceS }: FittedCells): OneFactor | null {
  let weight = 0;
  let sum = 0;
  let cells = 0;
  evidenceS.forEach((evidence, i) => {
    if (evidence < EVIDENCE_S) return;
    weight += evidence;
    sum += evidence * (change[i] as number);
    cells += 1;
  });
  const mean = sum / weight;
  if (cells < WORTH.cells || Math.abs(mean) < WORTH.change) return null;
  let squares = 0;
  evidenceS.forEach((evidence, i) => {
    if (evidence >= EVIDENCE_S) squares += evidence * ((change[i] as number) - mean) ** 2;
  });
  const spread = Math.sqrt(squares / weight);
  return spread <= Math.max(CLOSE.least, CLOSE.share * Math.abs(mean)) ? { change: mean, spread } : null;
}
