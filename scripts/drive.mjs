/** Drives a demo and writes the drive as CSV; as one bundle, since file by file it would take minutes. */
import { spawnSync } from 'node:child_process';
import { bundled } from './bundled.mjs';

const { status } = spawnSync(
  process.execPath,
  [await bundled('scripts/drive.mts'), ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
process.exitCode = status ?? 1;
