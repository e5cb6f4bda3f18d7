import type { ServerType } from '@hono/node-server';
import type { WebSocketServer } from 'ws';
import type { EcuHost } from './ecu/ecuHost';

/** Requests under way are given this long to end, ms. */
const GRACE_MS = 1000;

/** Ends a server and, once it is done, the process: idle connections and sockets at once, busy ones within a second. */
export function endServer(
  server: ServerType,
  sockets: WebSocketServer | null = null,
  ecu: EcuHost | null = null,
  exit: () => void = () => process.exit(0),
): void {
  ecu?.end();
  for (const socket of sockets?.clients ?? []) socket.terminate();
  server.close(exit);
  if ('closeIdleConnections' in server) server.closeIdleConnections();
  setTimeout(() => {
    if ('closeAllConnections' in server) server.closeAllConnections();
  }, GRACE_MS);
}
