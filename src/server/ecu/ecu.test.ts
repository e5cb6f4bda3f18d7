import { serve, type ServerType } from '@hono/node-server';
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { WebSocketServer } from 'ws';
import type { Fate } from '@tests/support/badWay';
import { chance } from '@tests/support/chance';
import { contentsOver, socketStory } from '@tests/support/socketStory';
import { slowWay, socketWay } from '@tests/support/socketWay';
import { demo } from '@tests/support/ventisca';
import type { MapData } from '@/core/map';
import { documentOf, imageOf, imageSums, sectionSum } from '@/core/ecuImage';
import { LinkClient, MOST_FRAME_BYTES, REAL_CLOCK, type Transport } from '@/link';
import { endServer } from '../end';
import { OWN_NAMES } from '../names';
import { codesFrom } from './codes';
import { type EcuHost, hostEcu } from './ecuHost';
import { ecuRoutes } from './ecuRoutes';

const CODES = { pairing: 'ROSA', lock: '4711' };
const document = demo();
let session = 0;

function clientOver(way: Transport) {
  const rows: Float64Array[] = [];
  let lost = 0;
  session += 1;
  const client = new LinkClient(way, REAL_CLOCK, session, {
    onSamples: (_, more) => rows.push(...more),
    onLost: () => (lost += 1),
  });
  return { client, rows, lost: () => lost };
}

const pause = (ms: number) => new Promise<void>((resolve) => void setTimeout(resolve, ms));

describe('a car hosted in this process', () => {
  let host: EcuHost;
  let server: ServerType;
  let sockets: WebSocketServer;
  let address: string;

  beforeAll(async () => {
    host = hostEcu(document, CODES);
    sockets = new WebSocketServer({ noServer: true });
    const { fetch } = ecuRoutes(host, OWN_NAMES);
    server = serve({ fetch, port: 0, hostname: '127.0.0.1', websocket: { server: sockets } });
    await once(server, 'listening');
    address = `ws://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });

  afterAll(async () => {
    const closed = once(server, 'close');
    endServer(server, sockets, host, () => undefined);
    await closed;
  });

  test('is read with the pairing code, and not without', async () => {
    const { client } = clientOver(await socketWay(`${address}/ecu`));
    await expect(client.contents()).rejects.toMatchObject({ reason: 'notPaired' });
    await expect(client.hello('other')).rejects.toMatchObject({ reason: 'notPaired' });
    const { name, capabilities } = await client.hello('ROSA');
    expect(name).toBe('Ventisca as built');
    expect(capabilities.locks).toBe(true);
    expect((await client.contents()).running).toEqual(imageSums(imageOf(document)));
    await expect(client.store()).rejects.toMatchObject({ reason: 'locked' });
    client.close();
  });

  test('is not reached by a page of another name, nor under another name', async () => {
    await expect(socketWay(`${address}/ecu`, 'http://evil.example')).rejects.toThrow('403');
    await expect(socketWay(`${address}/ecu`, 'null')).rejects.toThrow('403');
    await expect(socketWay(`${address}/stand-in`, 'http://127.0.0.1.evil.example')).rejects.toThrow('403');
    const way = await socketWay(`${address}/ecu`, 'http://localhost:8787');
    way.close();
  });

  test.each([
    [
      'a frame that is too long',
      (way: Awaited<ReturnType<typeof socketWay>>) => way.socket.send(new Uint8Array(MOST_FRAME_BYTES + 1)),
      1009,
    ],
    [
      'frames without end',
      (way: Awaited<ReturnType<typeof socketWay>>) => {
        for (let i = 0; i < 8000; i += 1) way.socket.send(new Uint8Array(3));
      },
      1008,
    ],
  ])('%s ends its link', async (_, act, code) => {
    const way = await socketWay(`${address}/ecu`);
    const closed = once(way.socket, 'close');
    act(way);
    expect((await closed)[0]).toBe(code);
  });

  test.each<Fate>(['lost', 'spoiled', 'late', 'twice', 'cut'])(
    'each frame that is %s over the socket leaves no mixture, and nobody waiting',
    async (becomes) => {
      const ve = document.maps.ve as MapData;
      const maps = [0.95, 1].map((share) => ({ ...ve, values: ve.values.map((value) => value * share) }));
      const sums = maps.map((map) => sectionSum('maps.ve', map));
      const story = (fate: (frame: number) => Fate, map: MapData) => socketStory(address, CODES, fate, map);
      // Its time passes fast: storing takes a second of it.
      host.bench.scale(10);
      const { frames } = await story(() => 'arrives', maps[1] as MapData);
      for (let at = 0; at < frames; at += 1) {
        const map = maps[at % 2] as MapData;
        const outcome = await story((frame) => (frame === at ? becomes : 'arrives'), map).catch(
          (error: { reason: string }) => error.reason,
        );
        if (typeof outcome === 'string') {
          expect([becomes, outcome]).toEqual(['cut', 'lost']);
          const { running, stored } = await contentsOver(address, CODES);
          expect(sums).toContain(running['maps.ve']);
          expect(sums).toContain(stored['maps.ve']);
        } else {
          expect(outcome.now.running['maps.ve']).toBe(sums[at % 2]);
          expect(outcome.now.stored['maps.ve']).toBe(sums[at % 2]);
        }
      }
      host.bench.scale(1);
    },
    60_000,
  );

  test('text is no frame, and changes nothing', async () => {
    const way = await socketWay(`${address}/ecu`);
    way.socket.send('{"jsonrpc":"2.0","id":1,"method":"store"}');
    const { client } = clientOver(way);
    await client.hello('ROSA');
    const before = (await client.contents()).generation;
    way.socket.send('{"jsonrpc":"2.0","id":1,"method":"store"}');
    expect((await client.contents()).generation).toBe(before);
    client.close();
  });

  test('hands reach the car with the pairing code, and what is not understood ends that', async () => {
    const seen: { wanted: { pedalPercent: number } }[] = [];
    const way = await socketWay(`${address}/stand-in`);
    way.socket.on('message', (data) => seen.push(JSON.parse(String(data)) as (typeof seen)[number]));
    way.socket.send(JSON.stringify({ pairing: 'ROSA' }));
    way.socket.send(JSON.stringify({ take: { pedalPercent: 12 } }));
    for (let i = 0; i < 40 && seen.at(-1)?.wanted.pedalPercent !== 12; i += 1) await pause(50);
    expect(seen.at(-1)?.wanted.pedalPercent).toBe(12);
    way.socket.send(JSON.stringify({ scale: 10 }));
    way.socket.send(JSON.stringify({ drive: 'idle' }));
    const closed = once(way.socket, 'close');
    way.socket.send(JSON.stringify({ take: { pedalPercent: 120 } }));
    await closed;
    host.bench.take({ key: true, pedalPercent: 0 });
    host.bench.scale(1);
    for (const first of [{ pairing: 'other' }, { take: { key: false } }, 'no JSON', { dance: 1 }]) {
      const other = await socketWay(`${address}/stand-in`);
      const ended = once(other.socket, 'close');
      other.socket.send(typeof first === 'string' ? first : JSON.stringify(first));
      expect((await ended)[0]).toBe(1008);
    }
  });
});

test('guessing the pairing code at the hands counts with guessing it over the link', async () => {
  const host = hostEcu(document, CODES);
  for (let i = 0; i < 5; i += 1) expect(host.bench.isPaired(`${i}`)).toBe(false);
  expect(host.bench.isPaired('ROSA')).toBe(false);
  host.end();
});

test('codes are those that are given, else made up, of signs that are not mistaken', () => {
  expect(codesFrom({ PAIRING: 'A', LOCK: 'B' })).toEqual({ pairing: 'A', lock: 'B' });
  const made = Array.from({ length: 20 }, () => codesFrom({}));
  for (const { pairing, lock } of made) {
    expect(pairing).toMatch(/^[ACDEFHJKLMNPRTUVWXY3479]{6}$/);
    expect(lock).toMatch(/^\d{6}$/);
  }
  expect(new Set(made.map(({ pairing }) => pairing)).size).toBeGreaterThan(15);
});

describe('a car hosted in a process of its own', () => {
  let car: ChildProcess;
  let address = '';
  const root = join(__dirname, '..', '..', '..');

  beforeAll(async () => {
    car = spawn(process.execPath, ['--import', 'tsx', 'src/server/ecuMain.ts'], {
      cwd: root,
      env: { ...process.env, PORT: '0', PAIRING: 'ROSA', LOCK: '4711' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let said = '';
    for await (const chunk of car.stdout ?? []) {
      said += String(chunk);
      address = /ws:\S+/.exec(said)?.[0] ?? '';
      if (said.includes('Pairing code ROSA')) break;
    }
  }, 60_000);

  afterAll(() => void car.kill('SIGKILL'));

  /** Chance of its own, the same each time. */
  const losing = (share: number, seed = 5) => {
    const drawn = chance(seed);
    return () => drawn() < share;
  };

  test.each([
    ['at once', 0, 0],
    ['150 ms away with 5 % of frames lost', 150, 0.05],
  ])(
    '%s: read, written to, sent to, stored, fetched, and heard',
    async (_, delayMs, share) => {
      const { client, rows, lost } = clientOver(slowWay(await socketWay(address), delayMs, losing(share)));
      await client.hello('ROSA');
      await expect(client.unlock('1')).rejects.toMatchObject({ reason: 'wrongCode' });
      await client.unlock('4711');
      const { running } = await client.contents();
      const fetched = documentOf(await client.read('running', Object.keys(running)));
      if (!fetched.ok) throw new TypeError('No calibration');
      const { ve } = fetched.document.maps;
      if (ve === null) throw new TypeError('No map');
      const after = { ...ve, values: ve.values.map((value) => value * 0.95) };
      await client.write(
        'maps.ve',
        after.values.map((value, index) => ({ index, value })),
        sectionSum('maps.ve', after),
      );
      const { engine } = fetched.document;
      const wider = {
        ...engine,
        bore: { ...(engine.bore as object), amount: (engine.bore?.amount ?? 0) * 1.01 },
      };
      await client.send({ engine: wider }, { engine: sectionSum('engine', wider) });
      const generation = await client.store();
      const now = await client.contents();
      expect(now.generation).toBe(generation);
      expect(now.stored).toEqual(now.running);
      expect(now.stored['maps.ve']).toBe(sectionSum('maps.ve', after));
      expect(now.stored['engine']).toBe(sectionSum('engine', wider));
      const channels = await client.start(50);
      await pause(1500);
      await client.stop();
      expect(rows.length).toBeGreaterThan(40);
      const times = rows.map((row) => row[channels.indexOf('time')] as number);
      expect(times.every((timeS, i) => i === 0 || timeS > (times[i - 1] as number))).toBe(true);
      expect(lost()).toBe(0);
      client.close();
    },
    60_000,
  );

  test('ends within two seconds of a signal, with somebody connected', async () => {
    const { client, lost } = clientOver(await socketWay(address));
    await client.hello('ROSA');
    await client.start(50);
    const fromMs = performance.now();
    const ended = once(car, 'exit');
    car.kill('SIGTERM');
    expect((await ended)[0]).toBe(0);
    expect(performance.now() - fromMs).toBeLessThan(2000);
    await pause(100);
    expect(lost()).toBe(1);
  });
});
