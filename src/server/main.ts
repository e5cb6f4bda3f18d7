import { serve } from '@hono/node-server';
import { createApp } from './app';
import { endServer } from './end';

const port = Number(process.env['PORT'] ?? 8787);
const dist = process.env['DIST'] ?? 'dist';

const server = serve({ fetch: createApp(dist).fetch, port, hostname: '127.0.0.1' }, () => {
  console.log(`Lumbre is at http://127.0.0.1:${port}`);
});

server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EADDRINUSE') throw error;
  console.error(`Port ${port} is taken by another program. Choose one: PORT=${port + 1} npm run demo`);
  process.exitCode = 1;
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => endServer(server));
}
