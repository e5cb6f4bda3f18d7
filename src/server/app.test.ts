import { serve } from '@hono/node-server';
import { once } from 'node:events';
import { mkdtempSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import { connect, type AddressInfo, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createApp } from './app';
import { endServer } from './end';

const dist = mkdtempSync(path.join(tmpdir(), 'lumbre-dist-'));
const app = createApp(dist);

beforeAll(() => {
  mkdirSync(path.join(dist, '_expo'));
  writeFileSync(path.join(dist, 'index.html'), '<title>Lumbre</title>');
  writeFileSync(path.join(dist, '_expo', 'entry-abc.js'), 'entry()');
});

afterAll(() => rmSync(dist, { recursive: true }));

const get = (address: string) => app.request(`http://localhost${address}`);

describe('server', () => {
  test('says that it is there', async () => {
    expect(await (await get('/api/health')).json()).toEqual({ ok: true });
  });

  test.each(['/', '/c/some-id/build/engine'])(
    'answers %s with the page, never from a stale cache',
    async (address) => {
      const response = await get(address);
      expect(await response.text()).toContain('<title>Lumbre</title>');
      expect(response.headers.get('cache-control')).toBe('no-cache');
    },
  );

  test('lets files named by their content be kept for good', async () => {
    const response = await get('/_expo/entry-abc.js');
    expect(await response.text()).toBe('entry()');
    expect(response.headers.get('cache-control')).toContain('immutable');
  });

  test.each(['/_expo/missing-def.js', '/favicon.ico', '/../package.json'])('has no %s', async (address) => {
    const response = await get(address);
    expect(response.status).toBe(404);
    expect(response.headers.get('cache-control')).not.toContain('immutable');
  });

  test('lets pages load and connect to nothing but itself', async () => {
    const policy = (await get('/')).headers.get('content-security-policy');
    expect(policy).toContain("default-src 'self'");
    // Beside it only engine computers of this machine, on whichever port; others where they were named.
    expect(policy).toContain(
      "connect-src 'self' ws://localhost:* wss://localhost:* ws://127.0.0.1:* wss://127.0.0.1:*;",
    );
    expect(policy).not.toContain('unsafe-eval');
    for (const directive of ['base-uri', 'form-action', 'frame-ancestors', 'object-src']) {
      expect(policy).toContain(`${directive} 'none'`);
    }
  });

  test.each(['evil.example', 'localhost.evil.example:8787', '192.168.1.5', ''])(
    'answers to no other name: %j',
    async (host) => {
      const response = await app.request('http://localhost/', { headers: { host } });
      expect(response.status).toBe(421);
      expect(await response.text()).not.toContain('<title>');
    },
  );

  test.each(['localhost', 'LOCALHOST:8787', '127.0.0.1:8787', '[::1]:80'])('answers to %s', async (host) => {
    expect((await app.request('http://localhost/', { headers: { host } })).status).toBe(200);
  });
});

describe('the end of the server', () => {
  const open = (port: number, request: string) =>
    new Promise<Socket>((resolve) => {
      const socket = connect(port, '127.0.0.1', () => {
        socket.write(request);
        resolve(socket);
      });
      socket.on('error', () => undefined);
    });

  test('comes within two seconds of a signal, whatever is open', async () => {
    const server = serve({ fetch: app.fetch, port: 0, hostname: '127.0.0.1' });
    await once(server, 'listening');
    const { port } = server.address() as AddressInfo;
    const idle = await open(port, 'GET /api/health HTTP/1.1\r\nHost: localhost\r\n\r\n');
    await once(idle, 'data');
    const halfAsked = await open(port, 'GET / HTTP/1.1\r\nHost: local');
    const exit = jest.fn();
    endServer(server, null, null, exit);
    const closed = once(server, 'close').then(() => 'closed');
    const late = new Promise((resolve) => setTimeout(resolve, 2000, 'late'));
    expect(await Promise.race([closed, late])).toBe('closed');
    expect(exit).toHaveBeenCalledTimes(1);
    idle.destroy();
    halfAsked.destroy();
  });
});
