import { serve } from '@hono/node-server';
import { WebSocketServer } from 'ws';
import { calibrationFromSheet, DEMO_SHEET } from '@/core/starters';
import { createApp } from './app';
import { codesFrom } from './ecu/codes';
import { ECU_PATH } from './ecu/ecuRoutes';
import { hostEcu } from './ecu/ecuHost';
import { endServer } from './end';
import { listed, OWN_NAMES } from './names';

const port = Number(process.env['PORT'] ?? 8787);
const dist = process.env['DIST'] ?? 'dist';
const today = new Date().toISOString().slice(0, 10);

const codes = codesFrom(process.env);
const ecu = hostEcu(calibrationFromSheet(DEMO_SHEET, 'demo', DEMO_SHEET.name, today), codes);
const sockets = new WebSocketServer({ noServer: true });
// Engine computers at other addresses are reached only where they were named.
const ecus = ['localhost', '127.0.0.1', ...listed(process.env['ECUS'])];
const { fetch } = createApp(dist, ecu, OWN_NAMES, ecus);
const server = serve({ fetch, port, hostname: '127.0.0.1', websocket: { server: sockets } }, () => {
  console.log(`Lumbre is at http://127.0.0.1:${port}`);
  console.log(
    `A car beside it: ws://127.0.0.1:${port}${ECU_PATH}, pairing code ${codes.pairing}, lock code ${codes.lock}`,
  );
});

server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EADDRINUSE') throw error;
  console.error(`Port ${port} is taken by another program. Choose one: PORT=${port + 1} npm run demo`);
  process.exit(1);
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => endServer(server, sockets, ecu));
}
