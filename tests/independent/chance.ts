/** A seeded chance (Marsaglia’s xorshift): the same seed gives the same numbers. */
export class Chance {
  private state: number;

  constructor(seed: number) {
    this.state = (seed * 2654435761 + 12345) >>> 0 || 1;
    for (let i = 0; i < 8; i += 1) this.next();
  }

  /** A number in 0…1. */
  next(): number {
    let x = this.state;
    x ^= x << 13;
    x >>>= 0;
    x ^= x >>> 17;
    x ^= x << 5;
    this.state = x >>> 0;
    return this.state / 0x100000000;
  }

  between(least: number, most: number): number {
    return least + (most - least) * this.next();
  }

  /** About 0, with a spread of one: the sum of twelve even ones. */
  bell(): number {
    let sum = -6;
    for (let i = 0; i < 12; i += 1) sum += this.next();
    return sum;
  }
}
