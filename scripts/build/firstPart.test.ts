import { mkdtempSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import vm from 'node:vm';
import { partFirst, SCRIPTS } from './firstPart.mts';

/** A build as the bundler lays it: two routes and a layout, and what they share in one file. */
function build(): string {
  const dist = mkdtempSync(path.join(tmpdir(), 'lumbre-build-'));
  const folder = path.join(dist, SCRIPTS);
  mkdirSync(folder, { recursive: true });
  const file = (name: string, lines: string[]) => writeFileSync(path.join(folder, name), lines.join('\n'));
  const module = (id: number, needs: number[], body = '') =>
    `__d(function(g,r,i,a,m,e,d){ran.push(${id});${needs.map((_, place) => `r(d[${place}]);`).join('')}${body}},${id},${JSON.stringify(needs)});`;
  const paths = (names: Record<number, string>) =>
    JSON.stringify(Object.fromEntries(Object.entries(names).map(([id, name]) => [id, SCRIPTS + name])));
  const route = (name: string, place: number) =>
    `"${name}":{enumerable:!0,get:()=>r(d[1])(d[${place}],d.paths)}`;
  file('__expo-metro-runtime-0.js', ['runtime();']);
  file('__common-0.js', [
    module(10, []),
    module(11, [12]),
    module(12, []),
    module(13, [], 'e.words=`over\ntwo lines`;'),
    // A part that the first screen asks for later, which the bundler put into the file that all wait for.
    module(14, [12], "e.part='came';"),
  ]);
  file('entry-0.js', [
    module(1, [10]),
    `__d(function(g,r,i,a,m,e,d){e.routes=Object.defineProperties({},{${route('./index.tsx', 2)},${route('./_layout.tsx', 3)},${route('./c/late.tsx', 4)}})},2,{"0":1,"1":3,"2":20,"3":21,"4":22,"paths":${paths({ 20: 'index-0.js', 21: '_layout-0.js', 22: 'late-0.js' })}});`,
    '__d(function(g,r,i,a,m,e,d){m.exports=(id,paths)=>ask(id,paths)},3,[]);',
    '__r(1);',
    '__r(2);',
  ]);
  file('index-0.js', [
    `__d(function(g,r,i,a,m,e,d){ran.push(20);r(d[0]);e.later=()=>r(d[1])(d[2],d.paths)},20,[13,3,14]);`,
  ]);
  file('_layout-0.js', [module(21, [10])]);
  file('late-0.js', [module(22, [11])]);
  writeFileSync(
    path.join(dist, 'index.html'),
    ['__expo-metro-runtime-0.js', '__common-0.js', 'entry-0.js']
      .map((name) => `<script src="${SCRIPTS}${name}" defer></script>`)
      .join(''),
  );
  return dist;
}

interface Module {
  factory: (...given: unknown[]) => void;
  needs: number[];
  exports: Record<string, unknown>;
  ran: boolean;
}

/** The page of a build in a browser that does what the bundler's runtime does, and notes what is run and fetched. */
function opened(dist: string) {
  const modules = new Map<number, Module>();
  const ran: number[] = [];
  const fetched: string[] = [];
  const require = (id: number): Record<string, unknown> => {
    const module = modules.get(id);
    if (module === undefined) throw new Error(`Requiring unknown module "${id}"`);
    if (!module.ran) {
      module.ran = true;
      const own = { exports: module.exports };
      module.factory(undefined, require, undefined, undefined, own, own.exports, module.needs);
      module.exports = own.exports;
    }
    return module.exports;
  };
  const page: Record<string, unknown> = {
    ran,
    runtime: () => undefined,
    __d: (factory: Module['factory'], id: number, needs: number[]) => {
      if (!modules.has(id)) modules.set(id, { factory, needs, exports: {}, ran: false });
    },
    __r: require,
    ask: async (id: number, paths?: Record<string, string>) => {
      try {
        return require(id);
      } catch {
        await (page['__loadBundleAsync'] as (file: string) => Promise<void>)(paths?.[id] ?? '');
        return require(id);
      }
    },
  };
  page['globalThis'] = page;
  const context = vm.createContext(page);
  const run = (file: string) => vm.runInContext(readFileSync(path.join(dist, file), 'utf8'), context);
  const html = readFileSync(path.join(dist, 'index.html'), 'utf8');
  const scripts = [...html.matchAll(/src="([^"]+)"/g)].map((match) => match[1] ?? '');
  run(scripts[0] ?? '');
  page['__loadBundleAsync'] = async (file: string) => {
    fetched.push(path.basename(file).replace(/-.*/, ''));
    run(file);
  };
  scripts.slice(1).forEach(run);
  const routes = require(2)['routes'] as Record<string, Promise<Record<string, unknown>>>;
  return { routes, ran, fetched, scripts };
}

describe('the first part of a build', () => {
  const dist = build();
  partFirst(dist);

  test('the page names new files, each there and named by what is in it, and the old ones are gone', () => {
    const names = readdirSync(path.join(dist, SCRIPTS));
    for (const script of opened(dist).scripts) expect(names).toContain(path.basename(script));
    expect(names).not.toContain('__common-0.js');
    expect(
      names.filter((name) => /^(__first|__rest|__runtime|entry)-[0-9a-f]{32}\.js$/.test(name)),
    ).toHaveLength(4);
  });

  test('the first screen and every layout run without anything being fetched', async () => {
    const { routes, ran, fetched } = opened(dist);
    await routes['./_layout.tsx'];
    await routes['./index.tsx'];
    expect(ran).toEqual([1, 10, 21, 20, 13]);
    expect(fetched).toEqual([]);
  });

  test('another route fetches the rest before itself', async () => {
    const { routes, ran, fetched } = opened(dist);
    await routes['./c/late.tsx'];
    expect(fetched).toEqual(['__rest', 'late']);
    expect(ran.slice(-3)).toEqual([22, 11, 12]);
  });

  test('a part that the first screen asks for later is found in the rest', async () => {
    const { routes, fetched } = opened(dist);
    const screen = (await routes['./index.tsx']) as { later: () => Promise<{ part: string }> };
    expect((await screen.later()).part).toBe('came');
    expect(fetched).toEqual(['__rest']);
  });

  test('no module is lost', () => {
    const all = readdirSync(path.join(dist, SCRIPTS))
      .map((name) => readFileSync(path.join(dist, SCRIPTS, name), 'utf8'))
      .join('\n');
    for (const id of [1, 2, 3, 10, 11, 12, 13, 14, 20, 21, 22])
      expect(all).toMatch(new RegExp(`},${id},[[{]`));
  });

  test('a build that is laid otherwise is refused', () => {
    const other = build();
    writeFileSync(path.join(other, SCRIPTS, 'late-0.js'), '__d(function(){},"22",[]);');
    expect(() => partFirst(other)).toThrow(/late-0\.js is not laid out as expected/);
    const unnamed = build();
    writeFileSync(path.join(unnamed, 'index.html'), '<p>Nothing</p>');
    expect(() => partFirst(unnamed)).toThrow(/does not name/);
  });
});
