import { WebSocket } from 'ws';
import type { Transport } from '@/link';
import { type Fate, LATE_MS } from './badWay';

/** A way over a socket, as another program than a browser would make it. @throws what the socket is refused with. */
export async function socketWay(
  address: string,
  origin?: string,
): Promise<Transport & { readonly socket: WebSocket }> {
  const socket = new WebSocket(address, origin === undefined ? {} : { origin });
  socket.binaryType = 'arraybuffer';
  const way = {
    onBytes: null as Transport['onBytes'],
    onClosed: null as Transport['onClosed'],
    send: (bytes: Uint8Array) => (socket.readyState === WebSocket.OPEN ? socket.send(bytes) : undefined),
    close: () => socket.close(),
    socket,
  };
  socket.on('message', (data) =>
    data instanceof ArrayBuffer ? way.onBytes?.(new Uint8Array(data)) : undefined,
  );
  socket.on('close', () => way.onClosed?.());
  await new Promise<void>((resolve, reject) => {
    socket.once('open', resolve);
    socket.once('error', reject);
  });
  socket.on('error', () => undefined);
  return way;
}

/** The same way, each frame so much later, and some of them lost. */
export function slowWay(way: Transport, delayMs: number, isLost: () => boolean): Transport {
  const slow: Transport = {
    onBytes: null,
    onClosed: null,
    send: (bytes) => (isLost() ? undefined : void setTimeout(() => way.send(bytes), delayMs)),
    close: way.close,
  };
  way.onBytes = (bytes) => (isLost() ? undefined : void setTimeout(() => slow.onBytes?.(bytes), delayMs));
  way.onClosed = () => slow.onClosed?.();
  return slow;
}

/** The same way, with what it is told to done to each frame, counted from 0 over both directions. */
export function fatedWay(
  way: Transport,
  fate: (frame: number) => Fate,
): { transport: Transport; frames: () => number } {
  let frames = 0;
  const pass = (bytes: Uint8Array, on: (bytes: Uint8Array) => void) => {
    const becomes = fate(frames);
    frames += 1;
    if (becomes === 'cut') way.close();
    if (becomes === 'spoiled') bytes[bytes.length - 1] = (bytes[bytes.length - 1] as number) ^ 1;
    if (becomes === 'late') setTimeout(() => on(bytes), LATE_MS);
    if (becomes === 'arrives' || becomes === 'spoiled' || becomes === 'twice') on(bytes);
    if (becomes === 'twice') on(bytes);
  };
  const transport: Transport = {
    onBytes: null,
    onClosed: null,
    send: (bytes) => pass(bytes, (is) => way.send(is)),
    close: way.close,
  };
  way.onBytes = (bytes) => pass(bytes, (is) => transport.onBytes?.(is));
  way.onClosed = () => transport.onClosed?.();
  return { transport, frames: () => frames };
}
