/** Bytes that are written one after the other, as many as come. */
export class ByteWriter {
  private bytes: Uint8Array<ArrayBuffer>;
  private view: DataView;
  length = 0;

  constructor(room = 1024) {
    this.bytes = new Uint8Array(room);
    this.view = new DataView(this.bytes.buffer);
  }

  private make(room: number): void {
    if (this.length + room <= this.bytes.length) return;
    const larger = new Uint8Array(Math.max(2 * this.bytes.length, this.length + room));
    larger.set(this.bytes);
    this.bytes = larger;
    this.view = new DataView(larger.buffer);
  }

  byte(value: number): void {
    this.make(1);
    this.bytes[this.length] = value;
    this.length += 1;
  }

  /** A whole number from 0 to 2⁵³ − 1: seven bits a byte, the lowest first, the highest bit set where more follow. */
  whole(value: number): void {
    if (this.length + MOST_WHOLE_BYTES > this.bytes.length) this.make(MOST_WHOLE_BYTES);
    const { bytes } = this;
    let at = this.length;
    let left = value;
    while (left >= CONTINUES) {
      bytes[at] = (left % CONTINUES) + CONTINUES;
      at += 1;
      left = left < SMALL ? left >>> 7 : Math.floor(left / CONTINUES);
    }
    bytes[at] = left;
    this.length = at + 1;
  }

  float32(value: number): void {
    this.make(4);
    this.view.setFloat32(this.length, value, true);
    this.length += 4;
  }

  float64(value: number): void {
    this.make(8);
    this.view.setFloat64(this.length, value, true);
    this.length += 8;
  }

  /** All of another’s bytes. */
  all(other: Uint8Array): void {
    this.make(other.length);
    this.bytes.set(other, this.length);
    this.length += other.length;
  }

  /** What was written; it stays the writer’s. */
  written(): Uint8Array<ArrayBuffer> {
    return this.bytes.subarray(0, this.length);
  }
}

const CUT_OFF = 'A part of the log is cut off';
const CONTINUES = 128;
/** Up to here a shift does the same as a division, and is faster. */
const SMALL = 2 ** 31;
const MOST_WHOLE_BYTES = 8;

/** Reads what a {@link ByteWriter} wrote. @throws {RangeError} where it ends early. */
export class ByteReader {
  private at = 0;
  private readonly view: DataView;

  constructor(private readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }

  get left(): number {
    return this.bytes.length - this.at;
  }

  private take(count: number): number {
    if (count > this.left) throw new RangeError(CUT_OFF);
    this.at += count;
    return this.at - count;
  }

  byte(): number {
    return this.bytes[this.take(1)] as number;
  }

  whole(): number {
    const { bytes } = this;
    let byte = bytes[this.at] as number;
    this.at += 1;
    // Most are small.
    if (byte < CONTINUES) return byte;
    let value = byte - CONTINUES;
    let factor = CONTINUES;
    for (let i = 1; i < MOST_WHOLE_BYTES; i += 1) {
      byte = bytes[this.at] as number;
      this.at += 1;
      if (byte < CONTINUES) return value + byte * factor;
      value += (byte - CONTINUES) * factor;
      factor *= CONTINUES;
    }
    // Bytes that are not there are no numbers, and end here too.
    throw new RangeError(this.at > bytes.length ? CUT_OFF : 'A part of the log is damaged');
  }

  float32(): number {
    return this.view.getFloat32(this.take(4), true);
  }

  float64(): number {
    return this.view.getFloat64(this.take(8), true);
  }
}
