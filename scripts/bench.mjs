/** Prints how fast things are, as figures and ratios. Nothing here passes or fails. */
import { spawnSync } from 'node:child_process';
import { bundled } from './bundled.mjs';
import { ensureBuilt, ensureChromium, ensurePackages, root } from './ensure.mjs';

ensurePackages();
ensureBuilt();
ensureChromium();

const asOne = async (part) => [await bundled(`scripts/bench/${part}.mts`)];
const asItStands = (part) => ['--import', 'tsx', `scripts/bench/${part}.mts`];

for (const args of [
  await asOne('core'),
  await asOne('loom'),
  await asOne('controls'),
  await asOne('logs'),
  await asOne('logStudies'),
  await asOne('logFiles'),
  await asOne('logView'),
  await asOne('link'),
  await asOne('files'),
  await asOne('memory'),
  await asOne('day'),
  await asOne('checks'),
  asItStands('download'),
  asItStands('browser'),
  asItStands('slowPhone'),
  asItStands('frames'),
  asItStands('worker'),
  asItStands('startField'),
  asItStands('live'),
  asItStands('strip'),
  asItStands('largeFile'),
]) {
  const { status } = spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit' });
  if (status !== 0) process.exitCode = 1;
}
