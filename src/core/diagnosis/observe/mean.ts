/** A mean that grows with what is added to it. */
export interface Mean {
  n: number;
  sum: number;
  squares: number;
}

export function emptyMean(): Mean {
  return { n: 0, sum: 0, squares: 0 };
}

/** Adds a number; what is none is left out. */
export function add(mean: Mean, value: number): void {
  if (Number.isNaN(value)) return;
  mean.n += 1;
  mean.sum += value;
  mean.squares += value * value;
}

/** NaN while so few were added. */
export function meanOf({ n, sum }: Mean, least = 1): number {
  return n < least ? NaN : sum / n;
}

/** Root of the mean of the squares; NaN while so few were added. */
export function rmsOf({ n, squares }: Mean, least = 1): number {
  return n < least ? NaN : Math.sqrt(squares / n);
}
