import { serve } from '@hono/node-server';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { WebSocketServer } from 'ws';
import { sectionSum } from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import { LinkError } from '@/link';
import { hostEcu } from '@/server/ecu/ecuHost';
import { ecuRoutes } from '@/server/ecu/ecuRoutes';
import { endServer } from '@/server/end';
import { OWN_NAMES } from '@/server/names';
import type { Fate } from '@tests/support/badWay';
import { contentsOver, socketStory } from '@tests/support/socketStory';
import { demo } from '@tests/support/ventisca';
import { say } from './report.mts';

const CODES = { pairing: 'ROSA', lock: '4711' };

/** The link over a socket, with one frame after the other lost, spoiled, late, doubled, or the last. */
export async function proveSocket(): Promise<void> {
  const document = demo();
  const host = hostEcu(document, CODES);
  host.bench.scale(10);
  const sockets = new WebSocketServer({ noServer: true });
  const { fetch } = ecuRoutes(host, OWN_NAMES);
  const server = serve({ fetch, port: 0, hostname: '127.0.0.1', websocket: { server: sockets } });
  await once(server, 'listening');
  const address = `ws://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const ve = document.maps.ve as MapData;
  const maps = [0.95, 1].map((share) => ({ ...ve, values: ve.values.map((value) => value * share) }));
  const sums = maps.map((map) => sectionSum('maps.ve', map));
  const { frames } = await socketStory(address, CODES, () => 'arrives', ve);
  let [mixtures, stuck, undone] = [0, 0, 0];
  for (const becomes of ['lost', 'spoiled', 'late', 'twice', 'cut'] satisfies Fate[]) {
    for (let at = 0; at < frames; at += 1) {
      const own = at % 2;
      const fate = (frame: number): Fate => (frame === at ? becomes : 'arrives');
      const outcome = await socketStory(address, CODES, fate, maps[own] as MapData).catch((error: unknown) =>
        error instanceof LinkError ? error.reason : String(error),
      );
      if (typeof outcome === 'string') {
        if (becomes !== 'cut' || outcome !== 'lost') stuck += 1;
        const { running, stored } = await contentsOver(address, CODES);
        if (!sums.includes(running['maps.ve'] ?? 0) || !sums.includes(stored['maps.ve'] ?? 0)) mixtures += 1;
      } else if (
        outcome.now.running['maps.ve'] !== sums[own] ||
        outcome.now.stored['maps.ve'] !== sums[own]
      ) {
        undone += 1;
      }
    }
  }
  say(
    mixtures + stuck + undone === 0,
    `over a socket, each of ${frames} frames lost, spoiled, late, doubled and cut: ${mixtures} mixtures, ${stuck} left waiting, ${undone} edits not arrived`,
  );
  const closed = once(server, 'close');
  endServer(server, sockets, host, () => undefined);
  await closed;
}
