/** Lays the workers of a build anew, each as one scope. */
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { buildSync } from 'esbuild';

/**
 * Workers compute, so theirs is laid as one scope: as the app's bundler lays it, each call into another module looks that
 * module and its export up anew, and a simulation takes two to three times as long. Their place and name stay.
 * @throws {Error} when a worker is not shipped in exactly one file.
 */
export function layWorkers(root: string, shipped: string): void {
  const workers = path.join(root, 'src', 'workers');
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
}
