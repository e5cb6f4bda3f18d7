/** Share of its full opening that a butterfly uncovers at a position, %: 1 − cos of its angle. Example: 50 → 0.2929. */
export function uncoveredShare(throttlePercent: number): number {
  const position = Math.min(1, Math.max(0, throttlePercent / 100));
  return 1 - Math.cos((position * Math.PI) / 2);
}

/** The position, %, at which a butterfly uncovers a share of its full opening: {@link uncoveredShare} the other way round. */
export function positionUncovering(share: number): number {
  return (200 / Math.PI) * Math.acos(1 - Math.min(1, Math.max(0, share)));
}
