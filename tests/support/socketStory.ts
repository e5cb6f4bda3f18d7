import { sectionSum } from '@/core/ecuImage';
import type { MapData } from '@/core/map';
import { type Codes, type Contents, LinkClient, REAL_CLOCK, type Transport } from '@/link';
import type { Fate } from './badWay';
import { fatedWay, socketWay } from './socketWay';

let session = 1_000_000;

function clientOver(way: Transport): LinkClient {
  session += 1;
  return new LinkClient(way, REAL_CLOCK, session, {
    onSamples: () => undefined,
    onLost: () => undefined,
  });
}

/** What is in an engine computer, over a socket to which nothing happens. */
export async function contentsOver(address: string, codes: Codes): Promise<Contents> {
  const client = clientOver(await socketWay(`${address}/ecu`));
  await client.hello(codes.pairing ?? '');
  const contents = await client.contents();
  client.close();
  return contents;
}

/**
 * Everything that is done over a link, over a socket, with a fate for each frame: connected, unlocked, read, heard, a map written, stored.
 * @returns what is in it then, and how many frames it took.
 * @throws {LinkError} of whatever came to nothing.
 */
export async function socketStory(
  address: string,
  codes: Codes,
  fate: (frame: number) => Fate,
  ve: MapData,
): Promise<{ readonly now: Contents; readonly frames: number }> {
  const way = fatedWay(await socketWay(`${address}/ecu`), fate);
  const client = clientOver(way.transport);
  await client.hello(codes.pairing ?? '');
  await client.unlock(codes.lock ?? '');
  const { running } = await client.contents();
  await client.read('running', Object.keys(running));
  await client.start(50);
  const cells = ve.values.map((value, index) => ({ index, value }));
  await client.write('maps.ve', cells, sectionSum('maps.ve', ve));
  await client.store();
  const now = await client.contents();
  client.close();
  return { now, frames: way.frames() };
}
