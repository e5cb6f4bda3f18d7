/** Installs what is missing, hosts a car by itself. */
import { spawn } from 'node:child_process';
import { ensurePackages, root } from './ensure.mjs';

ensurePackages();
const car = spawn(process.execPath, ['--import', 'tsx', 'src/server/ecuMain.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => car.kill(signal));
car.on('exit', (code) => process.exit(code ?? 0));
