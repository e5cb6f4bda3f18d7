/** Runs the acceptance of the virtual car as one bundle: file by file it would take minutes. */
import { spawnSync } from 'node:child_process';
import { bundled } from './bundled.mjs';
import { root } from './ensure.mjs';

const { status } = spawnSync(
  process.execPath,
  [await bundled('scripts/prove/prove.mts'), ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exitCode = status ?? 1;
