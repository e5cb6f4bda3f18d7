import type { Transport } from '@/link';

/** Where an engine computer is reached over the network, and the hands of a stand-in beside it. */
export interface NetworkAddress {
  readonly ecu: string;
  readonly standIn: string;
  /** As it is said to a builder: machine and port. */
  readonly label: string;
}

/** The port that is taken where none is typed. */
const USUAL_PORT = 8790;
/** A socket that is not open after so long will not be, ms. */
const OPENS_WITHIN_MS = 5000;

/** Machines that a page over https may reach over an open line: they are this one. */
const THIS_MACHINE = /^(localhost|127\.0\.0\.1|\[::1\])$/;

/** How a page came: "https:", and the machine and port it came from. */
type PageAt = Pick<Location, 'protocol' | 'host'>;

/** A page that came from nowhere, as in a test. */
const NOWHERE: PageAt = { protocol: 'http:', host: '' };

/**
 * An address as it is typed: a machine, with its port or without, with the way before it or without; null where it is none.
 * @param page that asks: from one over https a browser opens no line that is not safe, but to its own machine.
 */
export function networkAddress(
  typed: string,
  page: PageAt = (globalThis as { location?: Location }).location ?? NOWHERE,
): NetworkAddress | null {
  const bare = typed
    .trim()
    .replace(/^(wss?|https?):\/\//i, '')
    .replace(/\/.*$/, '');
  const parts = /^(\[[0-9a-f:]+\]|[a-z0-9.-]+)(?::(\d{1,5}))?$/i.exec(bare);
  const machine = parts?.[1]?.toLowerCase();
  const port = Number(parts?.[2] ?? USUAL_PORT);
  if (machine === undefined || port < 1 || port > 65_535) return null;
  const label = `${machine}:${port}`;
  const mustBeSafe = page.protocol === 'https:' && (label === page.host || !THIS_MACHINE.test(machine));
  const isSafe = mustBeSafe || /^\s*(wss|https):/i.test(typed);
  const way = isSafe ? 'wss' : 'ws';
  return { ecu: `${way}://${label}/ecu`, standIn: `${way}://${label}/stand-in`, label };
}

/** A way over a socket. @throws {Error} with words, where nobody answers there. */
export async function socketWay(address: string): Promise<Transport> {
  const socket = await openSocket(address);
  const way: Transport = {
    onBytes: null,
    onClosed: null,
    send: (bytes) => (socket.readyState === WebSocket.OPEN ? socket.send(Uint8Array.from(bytes)) : undefined),
    close: () => socket.close(),
  };
  socket.onmessage = ({ data }: MessageEvent<unknown>) => {
    if (data instanceof ArrayBuffer) way.onBytes?.(new Uint8Array(data));
  };
  socket.onclose = () => way.onClosed?.();
  return way;
}

/** An open socket. @throws {Error} with words. */
export function openSocket(address: string): Promise<WebSocket> {
  return new Promise((resolve, reject) => {
    const nobody = () => reject(new Error(`Nobody answers at ${address.replace(/^wss?:\/\/|\/.*$/g, '')}.`));
    let socket: WebSocket;
    try {
      socket = new WebSocket(address);
    } catch {
      nobody();
      return;
    }
    socket.binaryType = 'arraybuffer';
    const timer = setTimeout(() => {
      socket.close();
      nobody();
    }, OPENS_WITHIN_MS);
    socket.onopen = () => {
      clearTimeout(timer);
      resolve(socket);
    };
    socket.onerror = () => {
      clearTimeout(timer);
      nobody();
    };
  });
}
