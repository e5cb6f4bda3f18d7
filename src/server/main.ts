import { serve, type ServerType } from '@hono/node-server';
import { createServer } from 'node:https';
import { WebSocketServer } from 'ws';
import { calibrationFromSheet, DEMO_SHEET } from '@/core/starters';
import type { Codes } from '@/link';
import { createApp } from './app';
import { codesFrom } from './ecu/codes';
import { ECU_PATH } from './ecu/ecuRoutes';
import { hostEcu } from './ecu/ecuHost';
import { endServer } from './end';
import { listed, type Names, OWN_NAMES } from './names';
import { machineNames, networkAddresses } from './secure/addresses';
import { serverCertificate } from './secure/certificate';
import { trustPage } from './secure/trustPage';

/** Usage: npm run demo; with NETWORK=1 for the phones of the network too, over https. */
const port = Number(process.env['PORT'] ?? 8787);
const dist = process.env['DIST'] ?? 'dist';
const isForNetwork = process.env['NETWORK'] === '1';
const certificateFolder = process.env['CERTIFICATE'] ?? '.cache/certificate';
const today = new Date().toISOString().slice(0, 10);

const codes = codesFrom(process.env);
const ecu = hostEcu(calibrationFromSheet(DEMO_SHEET, 'demo', DEMO_SHEET.name, today), codes);
const sockets = new WebSocketServer({ noServer: true });

/** Serves the app to this machine alone. */
function serveHere(): ServerType {
  const { fetch } = createApp(dist, ecu, OWN_NAMES, ecusBeside([]));
  return serve({ fetch, port, hostname: '127.0.0.1', websocket: { server: sockets } }, () => {
    console.log(`Lumbre is at http://127.0.0.1:${port}`);
    sayCar('ws', '127.0.0.1', codes);
  });
}

/** Serves the app to the network over https, and over http what a phone needs to trust it. */
async function serveNetwork(): Promise<ServerType> {
  const addresses = networkAddresses();
  const [address] = addresses;
  if (address === undefined)
    throw new Error('This machine is in no network. Connect it to one, or start it without NETWORK=1.');
  const others = [...addresses, ...machineNames(), ...listed(process.env['NAMES'])];
  const { server: certified, authority } = await serverCertificate(certificateFolder, [
    'localhost',
    '127.0.0.1',
    ...others,
  ]);
  const names: Names = new Set([...OWN_NAMES, ...others]);
  const { fetch } = createApp(dist, ecu, names, ecusBeside(others));
  const way = `https://${address}:${port}`;
  const trust = serve({
    fetch: trustPage(authority.cert, way, names).fetch,
    port: port + 1,
    hostname: '0.0.0.0',
  });
  trust.on('error', failed(port + 1));
  return serve(
    {
      fetch,
      port,
      hostname: '0.0.0.0',
      createServer,
      serverOptions: certified,
      websocket: { server: sockets },
    },
    () => {
      console.log(`Lumbre is at ${way}, for every phone and laptop in this network.`);
      console.log(
        `A phone asks once whether to trust this laptop: open http://${address}:${port + 1} on it and do what is said there. Until then its browser warns, and keeps nothing.`,
      );
      sayCar('wss', address, codes);
    },
  );
}

/** Machines whose engine computers pages may connect to: those that were named, and this one. */
function ecusBeside(own: readonly string[]): string[] {
  return ['localhost', '127.0.0.1', ...own, ...listed(process.env['ECUS'])];
}

function sayCar(way: 'ws' | 'wss', machine: string, { pairing, lock }: Codes & { pairing: string }): void {
  console.log(
    `A car beside it: ${way}://${machine}:${port}${ECU_PATH}, pairing code ${pairing}, lock code ${lock}`,
  );
}

function failed(at: number): (error: NodeJS.ErrnoException) => void {
  return (error) => {
    if (error.code !== 'EADDRINUSE') throw error;
    console.error(`Port ${at} is taken by another program. Choose one: PORT=${port + 2} npm run demo`);
    process.exit(1);
  };
}

function watched(server: ServerType): void {
  server.on('error', failed(port));
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => endServer(server, sockets, ecu));
  }
}

if (isForNetwork) {
  serveNetwork().then(watched, (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  });
} else {
  watched(serveHere());
}
