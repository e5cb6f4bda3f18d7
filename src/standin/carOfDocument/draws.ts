import { xoroshiro128plus } from 'pure-rand';

const SKIPPED = 32;

/** Draws by seed, one after the other: each is evenly spread over a width to both sides of nothing. */
export function draws(seed: number): (width: number) => number {
  const random = xoroshiro128plus(seed);
  // Its first numbers are alike for neighbouring seeds.
  for (let i = 0; i < SKIPPED; i += 1) random.unsafeNext();
  return (width) => width * (random.unsafeNext() / 0x80000000);
}
