/** The house's import rules: app → features → ui, data → core; bench → core; workers, server → bench, core. */
const TEST = '\\.test\\.tsx?$';

/** A folder of src may import itself, the named folders and the named packages, and nothing else of src. */
function mayImport(folder, folders) {
  const allowed = [folder, ...folders].map((name) => `^src/${name}/`);
  return {
    name: `${folder}-imports-only-${folders.join('-') || 'itself'}`,
    severity: 'error',
    from: { path: `^src/${folder}/`, pathNot: TEST },
    to: { path: '^src/', pathNot: allowed },
  };
}

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'core-is-pure',
      comment: 'The core knows no interface, no storage and no package but zod.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: TEST },
      to: { pathNot: ['^src/core/', '^node_modules/zod/'] },
    },
    {
      name: 'bench-is-pure',
      comment: 'The stand-ins know the core and a seeded generator.',
      severity: 'error',
      from: { path: '^src/bench/', pathNot: TEST },
      to: { pathNot: ['^src/(bench|core)/', '^node_modules/(zod|pure-rand)/'] },
    },
    mayImport('app', ['features']),
    mayImport('features', ['ui', 'data', 'workers', 'core']),
    mayImport('ui', ['core']),
    mayImport('data', ['core']),
    mayImport('workers', ['bench', 'core']),
    mayImport('server', ['bench', 'core']),
    {
      name: 'features-know-no-other-feature',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/([^/]+)/', pathNot: '^src/features/$1/' },
    },
    {
      name: 'server-sees-no-interface',
      severity: 'error',
      from: { path: '^src/server/' },
      to: { path: '^node_modules/(react|react-native|expo)[^/]*/' },
    },
    {
      name: 'core-folders-by-their-index',
      comment: 'Outside the core, only what a folder lists in its index is public.',
      severity: 'error',
      from: { path: '^src/(app|features|ui|data|workers|server|bench)/', pathNot: TEST },
      to: { path: '^src/core/[^/]+/', pathNot: '^src/core/[^/]+/index\\.ts$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: ['^src/core/forbidden\\.ts$', '\\.woff2$'] },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.tsx', '.ts', '.mjs', '.js', '.json', '.woff2'],
    },
  },
};
