import { serveStatic } from '@hono/node-server/serve-static';
import { Hono } from 'hono';
import { compress } from 'hono/compress';
import { etag } from 'hono/etag';
import { secureHeaders } from 'hono/secure-headers';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { POLICY_MARK, WORKER_PATH } from '@/offline/messages';
import type { EcuHost } from './ecu/ecuHost';
import { ecuRoutes } from './ecu/ecuRoutes';
import { knownHost, type Names, OWN_NAMES } from './names';
import { pagePolicy, policyDigest } from './policy';

/** A year, s: files named by their content never change. */
const FOREVER_S = 31_536_000;

/**
 * The app from request to response: serves the built files of a folder, and its page for every other address.
 * @param dist folder of the built app, absolute or relative to the working folder.
 * @param ecu a car that is hosted beside it; null for none.
 * @param names that it answers to.
 * @param ecus names of machines whose engine computers its pages may connect to.
 */
export function createApp(
  dist: string,
  ecu: EcuHost | null = null,
  names: Names = OWN_NAMES,
  ecus: readonly string[] = ['localhost', '127.0.0.1'],
): Hono {
  const app = new Hono();
  const policy = pagePolicy(ecus);
  app.use(knownHost(names));
  // Before anything that would touch an answer: a socket’s is none.
  if (ecu !== null) app.route('/', ecuRoutes(ecu, names));
  app.use(compress());
  app.use(
    secureHeaders({
      contentSecurityPolicy: policy,
      strictTransportSecurity: false,
    }),
  );
  app.get('/api/health', (context) => context.json({ ok: true }));
  app.use('*', async (context, next) => {
    await next();
    const named = /^\/(_expo|assets)\//.test(context.req.path) && context.res.ok;
    context.header('Cache-Control', named ? `public, max-age=${FOREVER_S}, immutable` : 'no-cache');
  });
  app.use('*', etag());
  app.get(WORKER_PATH, async (context) => {
    const worker = await readFile(path.join(dist, WORKER_PATH), 'utf8').catch(() => null);
    if (worker === null) return context.notFound();
    context.header('Content-Type', 'text/javascript; charset=utf-8');
    return context.body(worker.replaceAll(POLICY_MARK, policyDigest(policy)));
  });
  app.use('*', serveStatic({ root: path.relative(process.cwd(), path.resolve(dist)), precompressed: true }));
  app.get('*', async (context) => {
    if (/\.[a-z0-9]+$/i.test(context.req.path)) return context.notFound();
    return context.html(await readFile(path.join(dist, 'index.html'), 'utf8'));
  });
  return app;
}
