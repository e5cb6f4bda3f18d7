import type { OneFactor } from '../log';

/** A factor is worth saying from such a change on, and where so many cells speak for it. */
const WORTH = { change: 0.02, cells: 6 } as const;
/** A cell speaks once so much of what it is off by has been learned. */
const SPEAKS_FROM = 0.3;
/** Cells may lie so far from a factor, as a share of it, or this much. */
const CLOSE = { share: 0.25, least: 0.012 } as const;

/** What a learned cell says. */
export interface LearnedCell {
  /** What it does to fuel, as a logarithm. */
  readonly ln: number;
  readonly evidenceS: number;
}

/**
 * How much of what a cell is off by has been learned after so much evidence: each second of it takes ten times the rate of what
 * is left. Worked: at a rate of 0.05 two seconds have learned 1 − e⁻¹ = 0.632 of it.
 */
export function learnedShare(evidenceS: number, rate: number): number {
  return -Math.expm1(-10 * rate * evidenceS);
}

/**
 * The one factor that all learned cells are, once what they have not yet learned is reckoned with; null where they have a shape.
 * A cell that was learned for a moment only says little, and one that says something else all the same speaks against it.
 * @param rate share of the loop’s trim that a cell moves by, ten times a second.
 * @returns its `change` is what acts where it was learned longest: no more is taken over than acts.
 */
export function wholeMapFactor(cells: readonly LearnedCell[], rate: number): OneFactor | null {
  const speaking = cells.flatMap(({ ln, evidenceS }) => {
    const share = learnedShare(evidenceS, rate);
    return share < SPEAKS_FROM ? [] : [{ offLn: ln / share, ln, weight: evidenceS * share * share }];
  });
  if (speaking.length < WORTH.cells) return null;
  const all = speaking.reduce((sum, { weight }) => sum + weight, 0);
  const meanOf = (of: (cell: (typeof speaking)[number]) => number) =>
    speaking.reduce((sum, cell) => sum + cell.weight * of(cell), 0) / all;
  const offLn = meanOf((cell) => cell.offLn);
  const spread = Math.sqrt(meanOf((cell) => (cell.offLn - offLn) ** 2));
  const change = meanOf((cell) => cell.ln);
  const isOne =
    Math.abs(change) >= WORTH.change && spread <= Math.max(CLOSE.least, CLOSE.share * Math.abs(offLn));
  return isOne ? { change, spread } : null;
}
