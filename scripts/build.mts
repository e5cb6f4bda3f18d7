/** Builds the app into `dist`: exported, parted, its workers laid as one scope, kept by the browser, and compressed. */
import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { compressFiles } from './build/compress.mts';
import { layEarlier, setAside } from './build/earlier.mts';
import { partFirst, SCRIPTS } from './build/firstPart.mts';
import { layOffline } from './build/offline.mts';
import { layWorkers } from './build/workers.mts';

const root = path.resolve(import.meta.dirname, '..');
const dist = path.join(root, 'dist');
const before = path.join(root, '.cache', 'build-before');

setAside(dist, before);
execFileSync(process.execPath, ['node_modules/expo/bin/cli', 'export', '-p', 'web'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, CI: '1', EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1' },
});
partFirst(dist);
layWorkers(root, path.join(dist, SCRIPTS));
await layOffline(root, dist);
compressFiles(dist);
layEarlier(dist, before);
