/** The files that the app's bundler writes, read as the modules they hold. */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/** One module as it stands in a file. */
export interface ShippedModule {
  readonly id: string;
  /** Its definition, to be put into any file as it is. */
  readonly text: string;
  /** The modules that are run when it is. */
  readonly needs: readonly string[];
  /** The modules it asks for later, each with the file it is in; null for one that the bundler put where all is fetched. */
  readonly later: Readonly<Record<string, string | null>>;
}

/** A shipped file: what stands before its modules, the modules, and what it runs at its end. */
export interface ShippedFile {
  readonly name: string;
  readonly head: string;
  readonly modules: readonly ShippedModule[];
  /** Modules it runs by itself. */
  readonly runs: readonly string[];
  readonly tail: string;
}

const DEFINITION = '__d(';

/** Reads a file of the bundler's. @throws {Error} when it is not laid out as it was when this was written. */
export function shippedFile(folder: string, name: string): ShippedFile {
  const lines = readFileSync(path.join(folder, name), 'utf8').split('\n');
  const first = lines.findIndex((line) => line.startsWith(DEFINITION));
  if (first < 0) return { name, head: lines.join('\n'), modules: [], runs: [], tail: '' };
  const ends = lines.findIndex((line) => line.startsWith('__r('));
  const last = ends < 0 ? lines.length : ends;
  const texts: string[] = [];
  for (const line of lines.slice(first, last)) {
    if (line.startsWith(DEFINITION)) texts.push(line);
    else texts.push(`${texts.pop()}\n${line}`);
  }
  const tail = lines.slice(last).join('\n');
  return {
    name,
    head: lines.slice(0, first).join('\n'),
    modules: texts.map((text) => shippedModule(name, text)),
    runs: [...tail.matchAll(/__r\((\d+)\)/g)].map((match) => match[1] ?? ''),
    tail,
  };
}

/** Every script of a build, by its name. */
export function shippedFiles(folder: string): ReadonlyMap<string, ShippedFile> {
  const names = readdirSync(folder).filter((name) => name.endsWith('.js'));
  return new Map(names.map((name) => [name, shippedFile(folder, name)]));
}

/** How a module ends: its id and what it needs, by place, with the files of what it asks for later. */
const END = /,(\d+),(\[[^\]]*\]|\{[^{}]*(?:\{[^{}]*\})?[^{}]*\})\);\s*$/;
/** How a module asks for another later, by its place. */
const ASKED_LATER = /\b_?r\(_?d\[\d+\]\)\(_?d\[(\d+)\],_?d\.paths/g;

function shippedModule(file: string, text: string): ShippedModule {
  const end = END.exec(text);
  if (end === null) throw new Error(`${file} is not laid out as expected: …${text.slice(-120)}`);
  const dependencies = JSON.parse(end[2] ?? '[]') as Record<string, unknown> & {
    paths?: Record<string, string>;
  };
  const { paths = {}, ...byPlace } = dependencies;
  const ids = Object.values(Array.isArray(dependencies) ? dependencies : byPlace).map(String);
  const asked = [...text.matchAll(ASKED_LATER)].map((match) => ids[Number(match[1])] ?? '');
  const later = { ...Object.fromEntries(asked.map((id) => [id, null])), ...paths };
  return { id: end[1] ?? '', text, needs: ids.filter((id) => !(id in later)), later };
}

/** A module with files told for what it asks for later and the bundler named none for. */
export function withFiles({ text }: ShippedModule, files: Readonly<Record<string, string>>): string {
  return text.replace(END, (_, id: string, list: string) => {
    const { paths = {}, ...byPlace } = { ...(JSON.parse(list) as object) } as { paths?: object };
    return `,${id},${JSON.stringify({ ...byPlace, paths: { ...paths, ...files } })});`;
  });
}

/** The modules that are run when these are, themselves among them. */
export function reached(
  modules: ReadonlyMap<string, ShippedModule>,
  from: Iterable<string>,
): ReadonlySet<string> {
  const found = new Set<string>();
  const open = [...from];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const module = modules.get(id);
    if (module === undefined || found.has(id)) continue;
    found.add(id);
    open.push(...module.needs);
  }
  return found;
}
