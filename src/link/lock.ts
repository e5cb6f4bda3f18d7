/** What opens an engine computer: for reading, and for writing. */
export interface Codes {
  /** Null where whoever can reach it may read it. */
  readonly pairing: string | null;
  readonly lock: string;
}

/** So many wrong codes, and none is taken for a while, ms. */
const TRIES = 5;
const SHUT_MS = 30_000;

/** Who may do what, of all who are connected to one engine computer. */
export class Doors<Who extends object> {
  /** Each door counts for itself: whoever has one code would else begin anew with it at the other. */
  private readonly wrong: Record<keyof Codes, number> = { pairing: 0, lock: 0 };
  private shutUntilMs = -Infinity;
  private writing: Who | null = null;

  constructor(private readonly codes: Codes) {}

  /** Whether a code is right, or why none is taken now. Wrong ones are counted over all who try. */
  tried(door: keyof Codes, code: string, nowMs: number): 'right' | 'wrong' | 'shut' {
    if (nowMs < this.shutUntilMs) return 'shut';
    const wanted = this.codes[door];
    if (wanted === null || code === wanted) {
      this.wrong[door] = 0;
      return 'right';
    }
    this.wrong[door] += 1;
    if (this.wrong[door] >= TRIES) {
      this.wrong[door] = 0;
      this.shutUntilMs = nowMs + SHUT_MS;
    }
    return 'wrong';
  }

  /** Lets somebody write. @returns false while somebody else does. */
  letWrite(who: Who): boolean {
    if (this.writing !== null && this.writing !== who) return false;
    this.writing = who;
    return true;
  }

  writes(who: Who): boolean {
    return this.writing === who;
  }

  /** Whoever wrote has gone. */
  leaves(who: Who): void {
    if (this.writing === who) this.writing = null;
  }
}
