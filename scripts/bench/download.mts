/** Size of what a first visit fetches before the first route's own code. */
import { readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { report } from './report.mts';

const dist = path.resolve(import.meta.dirname, '../../dist');
const page = readFileSync(path.join(dist, 'index.html'), 'utf8');
const scripts = [...page.matchAll(/<script src="([^"]+)"/g)].map((match) => match[1] ?? '');
const files = ['/index.html', ...scripts];
const total = (ending: string) =>
  files.reduce((bytes, file) => bytes + statSync(path.join(dist, `${file}${ending}`)).size, 0);
const kB = (bytes: number) => `${(bytes / 1000).toFixed(0)} kB`;
report('First download, compressed as it is served', kB(total('.br')), '≤ 450 kB');
report('  the same with the older compression', kB(total('.gz')), '');
report('  unpacked', kB(total('')), '');
