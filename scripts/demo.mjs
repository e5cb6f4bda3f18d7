/** Installs what is missing, builds what has changed, serves the app on loopback. */
import { spawn } from 'node:child_process';
import { ensureBuilt, ensurePackages, root } from './ensure.mjs';

ensurePackages();
ensureBuilt();
const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
