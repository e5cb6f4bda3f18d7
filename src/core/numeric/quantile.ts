/** The value below which so large a share of the values lies, 0…1, straight between neighbours; NaN of none. */
export function quantile(values: ArrayLike<number>, share: number): number {
  const sorted = Float64Array.from(values).sort();
  if (sorted.length === 0) return NaN;
  const place = share * (sorted.length - 1);
  const low = Math.floor(place);
  const [below, above] = [sorted[low] as number, sorted[Math.min(low + 1, sorted.length - 1)] as number];
  return below + (place - low) * (above - below);
}
