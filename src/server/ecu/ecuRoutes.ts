import { upgradeWebSocket } from '@hono/node-server';
import { Hono } from 'hono';
import type { EcuHost } from './ecuHost';
import { fromKnownPage, knownHost, type Names } from '../names';
import { socketLink } from './socketTransport';
import { standInLink } from './standInSocket';

/** Where the link to the engine computer is reached, and where hands reach the stand-in around it. */
export const ECU_PATH = '/ecu';
export const STAND_IN_PATH = '/stand-in';

/** The ways to a car that this process hosts. */
export function ecuRoutes(host: EcuHost, names: Names): Hono {
  const app = new Hono();
  app.use(knownHost(names));
  app.use(fromKnownPage(names));
  app.get(
    ECU_PATH,
    upgradeWebSocket(() => socketLink((transport) => void host.bench.link(transport))),
  );
  app.get(
    STAND_IN_PATH,
    upgradeWebSocket(() => standInLink(host)),
  );
  return app;
}
