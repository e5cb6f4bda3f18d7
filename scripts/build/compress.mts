/** Compresses the files of a build once, so that the server need not do it for each visit. */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { WORKER_PATH } from '@/offline/messages';

/** Puts a compressed copy beside every text of the build, in each of the two ways browsers take. */
export function compressFiles(dist: string): void {
  for (const entry of readdirSync(dist, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !/\.(js|html|json|svg|webmanifest)$/.test(entry.name)) continue;
    const file = path.join(entry.parentPath, entry.name);
    // The server writes into it.
    if (file === path.join(dist, WORKER_PATH)) continue;
    const content = readFileSync(file);
    const options = {
      params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: content.length },
    };
    writeFileSync(`${file}.br`, brotliCompressSync(content, options));
    writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }));
  }
}
