import { spawnSync } from 'node:child_process';
import { bundled } from './bundled.mjs';
const file = await bundled('scripts/' + process.argv[2]);
spawnSync(
  process.execPath,
  [...(process.env.NODEARGS ?? '').split(' ').filter(Boolean), file, ...process.argv.slice(3)],
  { stdio: 'inherit' },
);
