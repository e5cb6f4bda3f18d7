import { mkdtempSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createApp } from './app';

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
    expect(policy).toContain("connect-src 'self'");
    expect(policy).not.toContain('unsafe-eval');
  });
});
