/** Runs the reading of damaged files as one bundle. Usage: npm run fuzz -- 1000000 [seed] */
import { spawnSync } from 'node:child_process';
import { bundled } from './bundled.mjs';
import { root } from './ensure.mjs';

const { status } = spawnSync(
  process.execPath,
  [await bundled('scripts/fuzz.mts'), ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exitCode = status ?? 1;
