import { serve } from '@hono/node-server';
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { WebSocketServer } from 'ws';
import { type Calibration, calibrationFromJson, fileProblemMessage } from '@/core/calibration';
import { calibrationFromSheet, DEMO_SHEET } from '@/core/starters';
import { z } from '@/core/field/schema';
import { codesFrom } from './ecu/codes';
import { hostEcu, USUAL_COOLANT_C } from './ecu/ecuHost';
import { ECU_PATH, ecuRoutes } from './ecu/ecuRoutes';
import { endServer } from './end';
import { namesWith } from './names';

/** A car by itself, for a Lumbre that is open elsewhere. Usage: npm run ecu [-- calibration.json] */
const port = Number(process.env['PORT'] ?? 8790);
/** This machine alone, unless it is told another address of its own. */
const hostname = process.env['HOST'] ?? '127.0.0.1';
const names = namesWith([hostname, process.env['NAMES'] ?? ''].join(','));

function calibration(): Calibration {
  const file = process.argv[2];
  if (file === undefined) {
    const today = new Date().toISOString().slice(0, 10);
    return calibrationFromSheet(DEMO_SHEET, 'demo', DEMO_SHEET.name, today);
  }
  const read = calibrationFromJson(JSON.parse(readFileSync(file, 'utf8')));
  if (!read.ok) throw new RangeError(`${file}: ${fileProblemMessage(read.problem)}`);
  return read.document;
}

/** How warm its engine is when it is hosted. @throws {RangeError} for what is no temperature of an engine. */
function coolantC(): number {
  const given = process.env['COOLANT'] ?? USUAL_COOLANT_C;
  const read = z.coerce.number().min(-40).max(120).safeParse(given);
  if (!read.success) throw new RangeError(`COOLANT is ${given}: give °C from −40 to 120.`);
  return read.data;
}

function start(): void {
  const codes = codesFrom(process.env);
  const ecu = hostEcu(calibration(), codes, coolantC());
  const sockets = new WebSocketServer({ noServer: true });
  const { fetch } = ecuRoutes(ecu, names);
  const server = serve({ fetch, port, hostname, websocket: { server: sockets } }, () => {
    const { port: at } = server.address() as AddressInfo;
    console.log(`A car is at ws://${hostname}:${at}${ECU_PATH}`);
    console.log(`Pairing code ${codes.pairing}, to read it; lock code ${codes.lock}, to write to it.`);
  });
  server.on('error', (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program. Choose one: PORT=${port + 1} npm run ecu`
        : `The car could not be hosted at ${hostname}: ${error.message}`,
    );
    process.exit(1);
  });
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => endServer(server, sockets, ecu));
  }
}

try {
  start();
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
