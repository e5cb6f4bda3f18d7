/** Builds the app into `dist` and compresses its files once, so that the server need not do it for each visit. */
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { buildSync } from 'esbuild';

const root = path.resolve(import.meta.dirname, '..');
const dist = path.join(root, 'dist');

rmSync(dist, { recursive: true, force: true });
execFileSync(process.execPath, ['node_modules/expo/bin/cli', 'export', '-p', 'web'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, CI: '1', EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1' },
});

/**
 * Workers compute, so theirs is laid as one scope: as the app's bundler lays it, each call into another module looks that
 * module and its export up anew, and a simulation takes two to three times as long. Their place and name stay.
 */
const workers = path.join(root, 'src', 'workers');
const shipped = path.join(dist, '_expo', 'static', 'js', 'web');
for (const entry of readdirSync(workers).filter((name) => name.endsWith('.worker.ts'))) {
  const name = new RegExp(`^${path.basename(entry, '.worker.ts')}-[0-9a-f]+\\.js$`);
  const places = readdirSync(shipped).filter((file) => name.test(file));
  if (places.length !== 1) throw new Error(`${entry} was shipped in ${places.length} files, not in one`);
  buildSync({
    entryPoints: [path.join(workers, entry)],
    outfile: path.join(shipped, places[0] ?? ''),
    allowOverwrite: true,
    bundle: true,
    minify: true,
    format: 'iife',
    platform: 'browser',
    target: 'es2022',
    define: { 'process.env.NODE_ENV': '"production"' },
    tsconfig: path.join(root, 'tsconfig.json'),
    logLevel: 'warning',
  });
}

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
