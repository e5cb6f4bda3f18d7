/** Prints how fast things are, as figures and ratios. Nothing here passes or fails. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensurePackages, root } from './ensure.mjs';

ensurePackages();
ensureBuilt();
ensureChromium();
const { buildSync } = await import('esbuild');

/** A part as one bundle, as the app ships and the tests run: file by file, every export would be looked up anew. */
function bundled(part) {
  const outfile = path.join(root, '.cache', 'bench', `${part}.mjs`);
  buildSync({
    entryPoints: [path.join(root, 'scripts', 'bench', `${part}.mts`)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    mainFields: ['module', 'main'],
    tsconfig: path.join(root, 'tsconfig.json'),
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    logLevel: 'warning',
  });
  return [outfile];
}
const asItStands = (part) => ['--import', 'tsx', `scripts/bench/${part}.mts`];

for (const args of [
  bundled('core'),
  bundled('files'),
  bundled('memory'),
  asItStands('download'),
  asItStands('browser'),
  asItStands('worker'),
]) {
  const { status } = spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit' });
  if (status !== 0) process.exitCode = 1;
}
