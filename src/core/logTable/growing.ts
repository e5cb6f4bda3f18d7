/** Rows in a block: columns grow by blocks, so that they are never copied while they grow. */
const BLOCK = 1 << 16;

/** Columns of as many rows each, that grow row by row. */
export class GrowingColumns {
  private readonly full: { readonly time: Float64Array | null; readonly columns: readonly Float32Array[] }[] =
    [];
  /** The blocks that are filled now: a row is written into them at `filled`, and counts once that goes on. */
  time: Float64Array | null;
  columns: Float32Array[];
  filled = 0;

  constructor(
    private readonly width: number,
    private readonly hasTime: boolean,
  ) {
    this.time = hasTime ? new Float64Array(BLOCK) : null;
    this.columns = this.madeColumns();
  }

  private madeColumns(): Float32Array[] {
    return Array.from({ length: this.width }, () => new Float32Array(BLOCK));
  }

  get rows(): number {
    return this.full.length * BLOCK + this.filled;
  }

  /** The row that was written counts. */
  next(): void {
    this.filled += 1;
    if (this.filled < BLOCK) return;
    this.full.push({ time: this.time, columns: this.columns });
    this.time = this.hasTime ? new Float64Array(BLOCK) : null;
    this.columns = this.madeColumns();
    this.filled = 0;
  }

  /** All of it as one array each. Blocks are let go of, so it can be asked once. */
  taken(): { readonly time: Float64Array | null; readonly columns: Float32Array[] } {
    const { rows } = this;
    this.full.push({ time: this.time, columns: this.columns });
    const size = (i: number) => Math.min(BLOCK, rows - i * BLOCK);
    const time = this.hasTime ? new Float64Array(rows) : null;
    this.full.forEach((block, i) => {
      if (block.time !== null) time?.set(block.time.subarray(0, size(i)), i * BLOCK);
    });
    const columns = Array.from({ length: this.width }, (_, c) => {
      const whole = new Float32Array(rows);
      this.full.forEach((block, i) => {
        whole.set((block.columns[c] as Float32Array).subarray(0, size(i)), i * BLOCK);
        // One column at a time is there twice.
        (block.columns as Float32Array[])[c] = NOTHING;
      });
      return whole;
    });
    this.full.length = 0;
    return { time, columns };
  }
}

const NOTHING = new Float32Array(0);
