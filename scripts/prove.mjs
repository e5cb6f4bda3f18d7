/**
 * Runs the acceptance of the virtual car as one bundle (file by file it would take minutes), then every property of the
 * core on inputs never drawn before; of parts that are named, those alone.
 */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { bundled } from './bundled.mjs';
import { root } from './ensure.mjs';

const { status } = spawnSync(
  process.execPath,
  [await bundled('scripts/prove/prove.mts'), ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);

if (process.argv.length > 3) process.exit(status ?? 1);

const seed = process.argv[2] ?? String(Date.now() % 1_000_000);
console.log(`properties of the core, seed ${seed}`);
const properties = spawnSync(path.join(root, 'node_modules', '.bin', 'jest'), ['--selectProjects', 'core'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, PROPERTY_SEED: seed },
});
process.exitCode = status === 0 ? (properties.status ?? 1) : (status ?? 1);
