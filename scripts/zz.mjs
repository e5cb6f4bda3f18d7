import {spawnSync} from 'node:child_process';
import { bundled } from './bundled.mjs';
const file = await bundled('scripts/' + process.argv[2]);
const r = spawnSync('node', [file, ...process.argv.slice(3)], { stdio: 'inherit' });
process.exit(r.status);
