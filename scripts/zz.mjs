import { spawnSync } from 'node:child_process';
import { bundled } from './bundled.mjs';
const [, , name, ...rest] = process.argv;
const r = spawnSync(process.execPath, [await bundled('scripts/' + name), ...rest], { stdio: 'inherit' });
process.exit(r.status ?? 1);
