import { serveStatic } from '@hono/node-server/serve-static';
import { Hono, type MiddlewareHandler } from 'hono';
import { compress } from 'hono/compress';
import { secureHeaders } from 'hono/secure-headers';
import { readFile } from 'node:fs/promises';
import path from 'node:path';

/** A year, s: files named by their content never change. */
const FOREVER_S = 31_536_000;

/** Names this server answers to: it serves one machine, and a page of another name must not reach it through this one. */
const OWN_HOSTS = new Set(['localhost', '127.0.0.1', '[::1]']);

/** Refuses a request that names another host. */
const knownHost: MiddlewareHandler = async (context, next) => {
  const host = context.req.header('host') ?? new URL(context.req.url).host;
  if (!OWN_HOSTS.has(host.replace(/:\d+$/, '').toLowerCase())) {
    return context.text(
      `This is Lumbre on localhost, not ${host}. Open http://127.0.0.1 with its port.`,
      421,
    );
  }
  return next();
};

/**
 * The app from request to response: serves the built files of a folder, and its page for every other address.
 * @param dist folder of the built app, absolute or relative to the working folder.
 */
export function createApp(dist: string): Hono {
  const app = new Hono();
  app.use(knownHost);
  app.use(compress());
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'", 'blob:'],
        connectSrc: ["'self'"],
        frameSrc: ["'self'", 'blob:'],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
        objectSrc: ["'none'"],
      },
      strictTransportSecurity: false,
    }),
  );
  app.get('/api/health', (context) => context.json({ ok: true }));
  app.use('*', async (context, next) => {
    await next();
    const named = /^\/(_expo|assets)\//.test(context.req.path) && context.res.ok;
    context.header('Cache-Control', named ? `public, max-age=${FOREVER_S}, immutable` : 'no-cache');
  });
  app.use('*', serveStatic({ root: path.relative(process.cwd(), path.resolve(dist)), precompressed: true }));
  app.get('*', async (context) => {
    if (/\.[a-z0-9]+$/i.test(context.req.path)) return context.notFound();
    return context.html(await readFile(path.join(dist, 'index.html'), 'utf8'));
  });
  return app;
}
