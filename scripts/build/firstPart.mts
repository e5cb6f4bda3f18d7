/** Parts the build in what the first screen runs, which the page fetches, and the rest, which comes with what needs it. */
import { createHash } from 'node:crypto';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { reached, type ShippedFile, shippedFiles, type ShippedModule, withFiles } from './bundlerFiles.mts';

/** Where the bundler puts scripts, in the build and for the page. */
export const SCRIPTS = '/_expo/static/js/web/';

const FIRST_SCREEN = './index.tsx';

/** Says to the engine that what is in this file is run at once: it is compiled while it comes, beside the page. */
const RUN_AT_ONCE = '//# allFunctionsCalledOnLoad';

/**
 * The bundler puts everything that two routes share into one file that each visit waits for. This takes out of it what
 * the first screen does not run.
 */
export function partFirst(dist: string): void {
  const folder = path.join(dist, SCRIPTS);
  const files = shippedFiles(folder);
  const page = readFileSync(path.join(dist, 'index.html'), 'utf8');
  const scripts = [...page.matchAll(/<script src="([^"]+)"/g)].map((match) => path.basename(match[1] ?? ''));
  const [runtime, common, entry] = ['__expo-metro-runtime', '__common', 'entry'].map((begin) => {
    const name = scripts.find((script) => script.startsWith(begin));
    const file = files.get(name ?? '');
    if (file === undefined) throw new Error(`The page does not name ${begin}`);
    return file;
  }) as [ShippedFile, ShippedFile, ShippedFile];
  const modules = new Map(
    [...files.values()].flatMap((file) => file.modules.map((module) => [module.id, module])),
  );
  const routes = routesOf(entry);
  const roots = [...entry.runs, ...[...routes].flatMap(([route, id]) => (isFirst(route) ? [id] : []))];
  const first = reached(modules, roots);

  const inPage = new Set([...common.modules, ...entry.modules].map(({ id }) => id));
  const fetched = [...first].filter((id) => !inPage.has(id));
  const rest = common.modules.filter(({ id }) => !first.has(id));
  const restName = written(
    folder,
    '__rest',
    rest.map(({ text }) => text),
  );
  const restIds = new Set(rest.map(({ id }) => id));
  const told = (module: ShippedModule) => {
    const asked = Object.entries(module.later).filter(([id, file]) => file === null && restIds.has(id));
    return asked.length === 0
      ? module.text
      : withFiles(module, Object.fromEntries(asked.map(([id]) => [id, SCRIPTS + restName])));
  };
  const firstName = written(folder, '__first', [
    RUN_AT_ONCE,
    ...common.modules.filter(({ id }) => first.has(id)).map(told),
    ...fetched.flatMap((id) => modules.get(id) ?? []).map(told),
  ]);
  const entryName = written(folder, 'entry', [
    RUN_AT_ONCE,
    entry.head,
    ...entry.modules.map(told),
    entry.tail,
  ]);
  const needRest = laterFiles(modules).filter(([, id]) =>
    [...reached(modules, [id])].some(
      (one) =>
        restIds.has(one) || Object.keys(modules.get(one)?.later ?? {}).some((asked) => restIds.has(asked)),
    ),
  );
  const runtimeName = written(folder, '__runtime', [
    readFileSync(path.join(folder, runtime.name), 'utf8'),
    loaderText(SCRIPTS + restName, [...new Set(needRest.map(([file]) => file))]),
  ]);
  for (const { name } of [runtime, common, entry]) rmSync(path.join(folder, name));
  let newPage = page;
  for (const [old, name] of [
    [runtime.name, runtimeName],
    [common.name, firstName],
    [entry.name, entryName],
  ] as const)
    newPage = newPage.replace(old, name);
  writeFileSync(path.join(dist, 'index.html'), newPage);
}

/** Routes whose modules the first screen runs: the router runs every layout before it shows anything. */
function isFirst(route: string): boolean {
  return route === FIRST_SCREEN || route.endsWith('/_layout.tsx');
}

/** The module of each route, as the router's own list names them. */
function routesOf(entry: ShippedFile): ReadonlyMap<string, string> {
  const list = entry.modules.find(({ text }) => text.includes(`"${FIRST_SCREEN}"`));
  if (list === undefined) throw new Error('The list of routes is not where it was');
  const places = JSON.parse(/,(\{[^{}]*\{[^{}]*\}[^{}]*\})\);\s*$/.exec(list.text)?.[1] ?? '{}') as Record<
    string,
    unknown
  >;
  return new Map(
    [
      ...list.text.matchAll(
        /"(\.\/[^"]+\.tsx)":\{enumerable:!0,get:\(\)=>r\(d\[\d+\]\)\(d\[(\d+)\],d\.paths\)\}/g,
      ),
    ].map((match) => [match[1] ?? '', String(places[match[2] ?? ''])]),
  );
}

/** Every file that is asked for later, with the module it is asked for. */
function laterFiles(modules: ReadonlyMap<string, ShippedModule>): (readonly [file: string, id: string])[] {
  return [...modules.values()].flatMap(({ later }) =>
    Object.entries(later).flatMap(([id, file]) => (file === null ? [] : [[file, id] as const])),
  );
}

/** Fetches the rest beside a file that needs it. The bundler's loader is there only once the entry has run. */
function loaderText(rest: string, needing: readonly string[]): string {
  return `(()=>{const needing=new Set(${JSON.stringify(needing)});let load;Object.defineProperty(globalThis,'__loadBundleAsync',{configurable:true,set:(own)=>{load=own},get:()=>load&&((file)=>needing.has(file)?load(${JSON.stringify(rest)}).then(()=>load(file)):load(file))})})();`;
}

/** Writes a script under a name that tells its content. */
function written(folder: string, begin: string, lines: readonly string[]): string {
  const text = lines.join('\n');
  const name = `${begin}-${createHash('md5').update(text).digest('hex')}.js`;
  writeFileSync(path.join(folder, name), text);
  return name;
}
