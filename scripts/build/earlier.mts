/**
 * Keeps the scripts of the builds before beside a new one for a while: a page that was loaded just before a release asks
 * for its own.
 */
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';

/** Files that are named by their content, so that those of two builds are never mixed up. */
const NAMED_FOLDERS = ['_expo', 'assets'];
/** Which of them each build had, newest first; for the next build. */
const LIST = '.builds.json';
/** As many builds before are kept. */
const KEPT_BUILDS = 2;

type BuildFiles = readonly (readonly string[])[];

/** Takes the build before aside, before one begins. */
export function setAside(dist: string, aside: string): void {
  rmSync(aside, { recursive: true, force: true });
  mkdirSync(path.dirname(aside), { recursive: true });
  if (existsSync(dist)) renameSync(dist, aside);
}

/** Lays the scripts of earlier builds beside those of the new one, which is done, and forgets where they lay. */
export function layEarlier(dist: string, aside: string): void {
  const own = namedFiles(dist);
  const list = path.join(aside, LIST);
  const before = (existsSync(list) ? (JSON.parse(readFileSync(list, 'utf8')) as BuildFiles) : []).slice(
    0,
    KEPT_BUILDS,
  );
  for (const file of before.flat()) {
    const [from, to] = [path.join(aside, file), path.join(dist, file)];
    if (existsSync(to) || !existsSync(from)) continue;
    mkdirSync(path.dirname(to), { recursive: true });
    cpSync(from, to);
  }
  writeFileSync(path.join(dist, LIST), JSON.stringify([own, ...before]));
  rmSync(aside, { recursive: true, force: true });
}

function namedFiles(dist: string): string[] {
  return NAMED_FOLDERS.filter((folder) => existsSync(path.join(dist, folder))).flatMap((folder) =>
    readdirSync(path.join(dist, folder), { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => path.relative(dist, path.join(entry.parentPath, entry.name))),
  );
}
