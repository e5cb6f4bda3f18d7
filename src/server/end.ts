import type { ServerType } from '@hono/node-server';

/** Requests under way are given this long to end, ms. */
const GRACE_MS = 1000;

/** Ends a server and, once it is done, the process: idle connections at once, busy ones within a second. */
export function endServer(server: ServerType, exit: () => void = () => process.exit(0)): void {
  server.close(exit);
  if ('closeIdleConnections' in server) server.closeIdleConnections();
  setTimeout(() => {
    if ('closeAllConnections' in server) server.closeAllConnections();
  }, GRACE_MS);
}
