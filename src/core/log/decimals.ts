import type { LogColumn } from './log';

/** More decimals than this a column is not looked through for. */
const MOST_LOOKED = 5;

/** The fewest decimals that lose nothing of single-precision numbers; null where none do. */
export function decimalsOf(values: LogColumn): number | null {
  let decimals = 0;
  for (const value of values) {
    if (Number.isNaN(value)) continue;
    while (Math.fround(Math.round(value * 10 ** decimals) / 10 ** decimals) !== Math.fround(value)) {
      decimals += 1;
      if (decimals > MOST_LOOKED) return null;
    }
  }
  return decimals;
}
