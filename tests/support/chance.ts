import { xoroshiro128plus } from 'pure-rand';

const SKIPPED = 32;

/** Numbers 0…1 by a seed, one after the other. */
export function chance(seed: number): () => number {
  const random = xoroshiro128plus(seed);
  // Its first numbers are alike for neighbouring seeds.
  for (let i = 0; i < SKIPPED; i += 1) random.unsafeNext();
  return () => (random.unsafeNext() >>> 0) / 0x100000000;
}
