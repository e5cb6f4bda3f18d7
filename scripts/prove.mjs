/** Runs the acceptance of the virtual car as one bundle: file by file it would take minutes. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { ensurePackages, root } from './ensure.mjs';

ensurePackages();
const { buildSync } = await import('esbuild');
const outfile = path.join(root, '.cache', 'prove.mjs');
buildSync({
  entryPoints: [path.join(root, 'scripts', 'prove.mts')],
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
const { status } = spawnSync(process.execPath, [outfile, ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
process.exitCode = status ?? 1;
