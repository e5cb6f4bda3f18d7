import type { WSContext, WSEvents } from 'hono/ws';
import { MOST_FRAME_BYTES, type Transport } from '@/link';

/** Frames a second from one client, and how many at once: who sends more is no client of ours. */
const FRAMES = { perSecond: 1000, atOnce: 3000 } as const;
/** Closed for what it sent, by the codes of WebSocket. */
const TOO_BIG = 1009;
const AGAINST_RULES = 1008;
/** Nothing more is put on a socket that has so much to send, bytes: samples are lost, and messages sent again. */
const FULL_BYTES = 1_000_000;

/** A link over one socket: frames as binary messages. */
export function socketLink(
  join: (transport: Transport) => void,
  nowMs: () => number = () => performance.now(),
): WSEvents {
  let transport: Transport | null = null;
  let left: number = FRAMES.atOnce;
  let atMs = nowMs();
  const mayCome = () => {
    const now = nowMs();
    left = Math.min(FRAMES.atOnce, left + ((now - atMs) / 1000) * FRAMES.perSecond) - 1;
    atMs = now;
    return left >= 0;
  };
  return {
    onOpen(_, socket) {
      transport = transportOver(socket);
      join(transport);
    },
    onMessage({ data }, socket) {
      if (!mayCome()) {
        socket.close(AGAINST_RULES, 'too fast');
        return;
      }
      // Text and blobs are no frames.
      if (!(data instanceof ArrayBuffer)) return;
      if (data.byteLength > MOST_FRAME_BYTES) socket.close(TOO_BIG, 'too long');
      else transport?.onBytes?.(new Uint8Array(data));
    },
    onClose() {
      transport?.onClosed?.();
      transport = null;
    },
  };
}

function transportOver(socket: WSContext): Transport {
  return {
    onBytes: null,
    onClosed: null,
    send: (bytes) => {
      const { bufferedAmount = 0 } = (socket.raw ?? {}) as { bufferedAmount?: number };
      if (socket.readyState === 1 && bufferedAmount < FULL_BYTES) socket.send(Uint8Array.from(bytes));
    },
    close: () => socket.close(),
  };
}
