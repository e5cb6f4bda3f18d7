import { buf } from 'crc-32';

/** What a frame carries. */
export const FRAME_KIND = { message: 1, samples: 2, acknowledge: 3 } as const;

export type FrameKind = (typeof FRAME_KIND)[keyof typeof FRAME_KIND];

/** Version of the frame's shape. */
const SHAPE = 3;
const HEAD_BYTES = 20;
const SUM_BYTES = 4;
/** A frame carries no more than this, bytes. */
export const MOST_PAYLOAD_BYTES = 16_384;
export const MOST_FRAME_BYTES = HEAD_BYTES + MOST_PAYLOAD_BYTES + SUM_BYTES;

const FLAG = { more: 1, answerMe: 2 } as const;

/** One frame of the link, on its way either way. */
export interface LinkFrame {
  readonly kind: FrameKind;
  /** The rest of the message follows in the next. */
  readonly more: boolean;
  /** Whoever gets it says at once what it has heard. */
  readonly answerMe: boolean;
  /** Chosen by the client for as long as it is connected; frames of another are none of ours. */
  readonly session: number;
  /** Of a message its number, from 1; of samples the number of their first row; else 0. */
  readonly number: number;
  /** Messages up to this one have arrived without a gap. */
  readonly heard: number;
  /** Of the 32 messages after the first missing one, those that have arrived too, lowest bit first. */
  readonly heardBits: number;
  readonly payload: Uint8Array;
}

/**
 * A frame as bytes, little-endian: shape, kind, flags, 0, session, number, heard, bits of heard, payload, CRC-32 of it all.
 * @throws {RangeError} for a payload that is too long.
 */
export function frameBytes(frame: LinkFrame): Uint8Array {
  const { payload } = frame;
  if (payload.length > MOST_PAYLOAD_BYTES) {
    throw new RangeError(`A frame carries ${MOST_PAYLOAD_BYTES} bytes, not ${payload.length}.`);
  }
  const bytes = new Uint8Array(HEAD_BYTES + payload.length + SUM_BYTES);
  const view = new DataView(bytes.buffer);
  bytes[0] = SHAPE;
  bytes[1] = frame.kind;
  bytes[2] = (frame.more ? FLAG.more : 0) | (frame.answerMe ? FLAG.answerMe : 0);
  view.setUint32(4, frame.session, true);
  view.setUint32(8, frame.number, true);
  view.setUint32(12, frame.heard, true);
  view.setUint32(16, frame.heardBits, true);
  bytes.set(payload, HEAD_BYTES);
  view.setInt32(bytes.length - SUM_BYTES, buf(bytes.subarray(0, bytes.length - SUM_BYTES)), true);
  return bytes;
}

/** A frame from bytes; null where they are none: too short, too long, of another shape, or not as they were sent. */
export function frameOf(bytes: Uint8Array): LinkFrame | null {
  if (bytes.length < HEAD_BYTES + SUM_BYTES || bytes.length > MOST_FRAME_BYTES) return null;
  const [shape, kind = 0, flags = 0, rest] = bytes;
  if (shape !== SHAPE || !isKind(kind) || flags > (FLAG.more | FLAG.answerMe) || rest !== 0) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const sum = view.getInt32(bytes.length - SUM_BYTES, true);
  if (buf(bytes.subarray(0, bytes.length - SUM_BYTES)) !== sum) return null;
  return {
    kind,
    more: (flags & FLAG.more) !== 0,
    answerMe: (flags & FLAG.answerMe) !== 0,
    session: view.getUint32(4, true),
    number: view.getUint32(8, true),
    heard: view.getUint32(12, true),
    heardBits: view.getUint32(16, true),
    payload: bytes.slice(HEAD_BYTES, bytes.length - SUM_BYTES),
  };
}

function isKind(kind: number): kind is FrameKind {
  return kind === FRAME_KIND.message || kind === FRAME_KIND.samples || kind === FRAME_KIND.acknowledge;
}
