/** Holds the size of what a first visit fetches: it is the same on every run, and must not creep up. */
import { readFileSync, statSync } from 'node:fs';
import path from 'node:path';

const dist = path.resolve(import.meta.dirname, '../dist');

/** Most that a first visit may fetch before its first screen, kB as compressed by Brotli: a little above what was reached. */
export const FIRST_DOWNLOAD_KB = 325;

/** Size of the page and its scripts, kB. @param ending of the compressed copies; empty for the files themselves. */
export function firstDownloadKb(ending: '.br' | '.gz' | ''): number {
  const page = readFileSync(path.join(dist, 'index.html'), 'utf8');
  const scripts = [...page.matchAll(/<script src="([^"]+)"/g)].map((match) => match[1] ?? '');
  const files = ['/index.html', ...scripts];
  return files.reduce((bytes, file) => bytes + statSync(path.join(dist, `${file}${ending}`)).size, 0) / 1000;
}

if (process.argv.includes('--check')) {
  const size = firstDownloadKb('.br');
  console.log(`The first screen fetches ${size.toFixed(0)} kB; ${FIRST_DOWNLOAD_KB} are allowed.`);
  if (size > FIRST_DOWNLOAD_KB) {
    console.error(
      'It has grown. Find what the first screen does not need, and fetch it when it is asked for (`laterPart`, `import()`).',
    );
    process.exitCode = 1;
  }
}
