import type { ByteReader, ByteWriter } from './bytes';

/** How the numbers of a column are written. */
const KIND = { decimal: 1, float32: 2, float64: 3 } as const;
/** More decimals than this are not kept as such. */
export const MOST_DECIMALS = 12;
const MOST_WHOLE = 2 ** 51;
/** Below it whole numbers may be shifted. */
const SMALL = 2 ** 31;

/** A column to be kept: its numbers, and to how many decimals they mean anything; null keeps every bit. */
export interface PageColumn {
  readonly values: ArrayLike<number>;
  readonly decimals: number | null;
}

/**
 * Writes the numbers of a column. With decimals each is rounded to them and written as its step from the one before, which is
 * small where a reading moves slowly; what is not known takes one byte. What no decimal holds is written whole.
 */
export function writeColumn(to: ByteWriter, { values, decimals }: PageColumn): void {
  if (decimals !== null && decimals <= MOST_DECIMALS && writeSteps(to, values, decimals)) return;
  const isSingle = values instanceof Float32Array;
  to.byte(isSingle ? KIND.float32 : KIND.float64);
  for (let i = 0; i < values.length; i += 1) {
    if (isSingle) to.float32(values[i] as number);
    else to.float64(values[i] as number);
  }
}

/** @returns whether all could be written so; nothing was written where not. */
function writeSteps(to: ByteWriter, values: ArrayLike<number>, decimals: number): boolean {
  const scale = 10 ** decimals;
  for (let i = 0; i < values.length; i += 1) {
    const value = values[i] as number;
    if (!(Math.abs(value * scale) < MOST_WHOLE || Number.isNaN(value))) return false;
  }
  to.byte(KIND.decimal);
  to.byte(decimals);
  let before = 0;
  for (let i = 0; i < values.length; i += 1) {
    const value = values[i] as number;
    if (Number.isNaN(value)) {
      to.whole(0);
      continue;
    }
    const whole = Math.round(value * scale);
    const step = whole - before;
    // Zigzag: small steps either way are small numbers; 0 is what is not known.
    to.whole(1 + (step < 0 ? -2 * step - 1 : 2 * step));
    before = whole;
  }
  return true;
}

/**
 * Reads a column into a room of its length.
 * @throws {RangeError} where it is damaged or cut off.
 */
export function readColumn(
  from: ByteReader,
  into: Float32Array | Float64Array,
  rows: number,
  at: number,
): void {
  const kind = from.byte();
  if (kind === KIND.decimal) {
    const scale = 10 ** from.byte();
    let whole = 0;
    for (let i = 0; i < rows; i += 1) {
      const code = from.whole();
      if (code === 0) {
        into[at + i] = NaN;
        continue;
      }
      const zigzag = code - 1;
      // Most steps are small, and halved by a shift.
      if (zigzag < SMALL) whole += (zigzag & 1) === 0 ? zigzag >>> 1 : -((zigzag + 1) >>> 1);
      else whole += zigzag % 2 === 0 ? zigzag / 2 : -(zigzag + 1) / 2;
      into[at + i] = whole / scale;
    }
    return;
  }
  if (kind !== KIND.float32 && kind !== KIND.float64) throw new RangeError('A part of the log is damaged');
  for (let i = 0; i < rows; i += 1) into[at + i] = kind === KIND.float32 ? from.float32() : from.float64();
}
