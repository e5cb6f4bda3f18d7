import { correctedCells, type LogFit } from '@/core/log';

/** A map once a correction has been taken over whole, as a builder would, without rounding. */
export function takenOver(values: ArrayLike<number>, fit: LogFit): number[] {
  const after = Array.from(values);
  const choice = { by: 'cells', most: 1, beyond: false } as const;
  for (const { index, value } of correctedCells(after, fit, choice, { min: 0, max: 1e6, decimals: 5 }))
    after[index] = value;
  return after;
}
