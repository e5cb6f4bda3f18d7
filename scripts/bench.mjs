/** Prints how fast things are, as figures and ratios. Nothing here passes or fails. */
import { spawnSync } from 'node:child_process';
import { ensureBuilt, ensureChromium, ensurePackages, root } from './ensure.mjs';

ensurePackages();
ensureBuilt();
ensureChromium();
for (const part of ['core', 'memory', 'download', 'browser']) {
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', `scripts/bench/${part}.mts`], {
    cwd: root,
    stdio: 'inherit',
  });
  if (status !== 0) process.exitCode = 1;
}
