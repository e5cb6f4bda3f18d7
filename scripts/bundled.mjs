import path from 'node:path';
import { ensurePackages, root } from './ensure.mjs';

/**
 * A script as one bundle, as the app ships and the tests run: file by file, every export would be looked up anew.
 * @param script its place from the root.
 * @returns the place of the bundle.
 */
export async function bundled(script) {
  ensurePackages();
  const { buildSync } = await import('esbuild');
  const outfile = path.join(root, '.cache', 'bundles', script.replace(/\.mts$/, '.mjs'));
  buildSync({
    entryPoints: [path.join(root, script)],
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
  return outfile;
}
