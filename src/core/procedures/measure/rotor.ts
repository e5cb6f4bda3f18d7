/** How a rotor stands to its posts, in degrees of distributor; behind a post is over 0. */
export interface RotorReading {
  /** Where its middle stands when cylinder 1 fires at {@link RotorReading.atDeg}. */
  readonly behindDeg: number;
  /** Spark at which that was read, ° of crank before top dead centre. */
  readonly atDeg: number;
  /** Width of rotor tip and post together: while they overlap a spark finds its post. */
  readonly widthDeg: number;
}

/** How a rotor stands over a range of advance. */
export interface RotorReach {
  /** Where it stands at the least and at the most advance, ° of distributor behind its post. */
  readonly leastDeg: number;
  readonly mostDeg: number;
  /** How far it may stand from its post, either way. */
  readonly reachDeg: number;
  /** How far the cap has to be turned the way the rotor turns, so that both ends are alike; and what would be left at each. */
  readonly turnCapDeg: number;
  readonly sparesDeg: number;
}

/**
 * Where a rotor stands over a range of advance: a spark a degree of crank earlier finds it half a degree before where it stood.
 * Example: 4° behind at 10°, over 5 to 35° → 6.5° behind to 8.5° before; of 22° tip and post 11 reach either way: it holds, with 2.5 to spare.
 * @param leastDeg and mostDeg of advance, ° of crank.
 */
export function rotorReach(
  { behindDeg, atDeg, widthDeg }: RotorReading,
  range: { readonly leastDeg: number; readonly mostDeg: number },
): RotorReach {
  const at = (deg: number) => behindDeg - (deg - atDeg) / 2;
  const [leastDeg, mostDeg] = [at(range.leastDeg), at(range.mostDeg)];
  const reachDeg = widthDeg / 2;
  return {
    leastDeg,
    mostDeg,
    reachDeg,
    turnCapDeg: (leastDeg + mostDeg) / 2,
    sparesDeg: reachDeg - Math.abs(leastDeg - mostDeg) / 2,
  };
}
