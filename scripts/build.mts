/** Builds the app into `dist` and compresses its files once, so that the server need not do it for each visit. */
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const root = path.resolve(import.meta.dirname, '..');
const dist = path.join(root, 'dist');

rmSync(dist, { recursive: true, force: true });
execFileSync(process.execPath, ['node_modules/expo/bin/cli', 'export', '-p', 'web'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, CI: '1', EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1' },
});

for (const entry of readdirSync(dist, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(js|html|json|svg)$/.test(entry.name)) continue;
  const file = path.join(entry.parentPath, entry.name);
  const content = readFileSync(file);
  const options = {
    params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: content.length },
  };
  writeFileSync(`${file}.br`, brotliCompressSync(content, options));
  writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }));
}
