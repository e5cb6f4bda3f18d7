/** How strongly cells are coloured by the time in them: ten times less of it than the most is still told from nothing. */
export function timeShares(seconds: Float64Array): number[] {
  const most = seconds.reduce((high, one) => Math.max(high, one), 0);
  return Array.from(seconds, (one) => (most > 0 ? Math.sqrt(one / most) : 0));
}
