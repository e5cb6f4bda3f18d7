/** Makes a build one that the browser keeps: numbered, with a service worker that knows every file of it. */
import { build } from 'esbuild';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { injectManifest } from 'workbox-build';
import { BUILD_META, POLICY_MARK, WORKER_PATH } from '@/offline/messages';

const PAGE = 'index.html';
/** What a page may fetch; what else is in the build is for the server. */
const KEPT = '**/*.{js,html,css,woff2,ttf,png,svg,ico,wasm,webmanifest}';
/** Named by their content: their name is their revision. */
const NAMED_BY_CONTENT = /^\/?(_expo|assets)\//;
const MOST_BYTES = 8_000_000;

/**
 * Numbers a build by its content and lays the service worker beside it.
 * @param dist the folder of the build; one that was laid before may be laid again.
 * @returns the build’s number.
 */
export async function layOffline(root: string, dist: string): Promise<string> {
  const worker = path.join(dist, WORKER_PATH);
  rmSync(worker, { force: true });
  const id = numbered(dist);
  const bundled = path.join(dist, `${WORKER_PATH}.bundled`);
  await build({
    entryPoints: [path.join(root, 'src/offline/serviceWorker.ts')],
    outfile: bundled,
    bundle: true,
    format: 'iife',
    target: 'es2022',
    minify: true,
    logLevel: 'error',
    define: { LUMBRE_BUILD: JSON.stringify(id), 'process.env.NODE_ENV': '"production"' },
  });
  const { warnings } = await injectManifest({
    swSrc: bundled,
    swDest: worker,
    globDirectory: dist,
    globPatterns: [KEPT],
    modifyURLPrefix: { '': '/' },
    dontCacheBustURLsMatching: NAMED_BY_CONTENT,
    maximumFileSizeToCacheInBytes: MOST_BYTES,
    manifestTransforms: [
      (entries) => ({
        manifest: entries.map((entry) => ({
          ...entry,
          integrity: digest(path.join(dist, entry.url)),
          // The page comes with a policy, which the server knows when it serves it.
          ...(entry.url === `/${PAGE}` ? { revision: `${entry.revision}-${POLICY_MARK}` } : {}),
        })),
        warnings: [],
      }),
    ],
  });
  rmSync(bundled);
  if (warnings.length > 0)
    throw new Error(`Not every file of the build would be kept: ${warnings.join('; ')}`);
  return id;
}

/** Writes the number of a build, which is a digest of its files, into its page. */
function numbered(dist: string): string {
  const page = path.join(dist, PAGE);
  const meta = new RegExp(` *<meta name="${BUILD_META}"[^>]*>\\n?`);
  const text = readFileSync(page, 'utf8').replace(meta, '');
  const hash = createHash('sha256').update(text);
  for (const file of filesOf(dist))
    if (file !== PAGE) hash.update(file).update(readFileSync(path.join(dist, file)));
  const id = hash.digest('hex').slice(0, 12);
  writeFileSync(
    page,
    text.replace('</title>', `</title>\n    <meta name="${BUILD_META}" content="${id}" />`),
  );
  return id;
}

/** The files of a build as they were made, without their compressed copies and what is for the builder alone. */
function filesOf(dist: string): string[] {
  return readdirSync(dist, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.(br|gz)$|^\./.test(entry.name))
    .map((entry) => path.relative(dist, path.join(entry.parentPath, entry.name)))
    .sort();
}

function digest(file: string): string {
  return `sha384-${createHash('sha384').update(readFileSync(file)).digest('base64')}`;
}
