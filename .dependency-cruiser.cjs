/**
 * The house's import rules: app → features → ui, data → link, core; standin → core; link → core; data, server → offline, which knows nobody; hosting → standin,
 * link, core; workers, server → hosting, standin, link, core. Inside the core arrows go down one list, and nobody reaches past a folder's door.
 */
/** The folders of the core: each may import those above it in this list, and none below. */
const CORE = [
  'units',
  'field',
  'channel',
  'numeric',
  'air',
  'fuels',
  'engine',
  'cams',
  'trigger',
  'decoding',
  'sensors',
  'injector',
  'coil',
  'pins',
  'outputs',
  'map',
  'correction',
  'fuel',
  'spark',
  'startup',
  'idle',
  'closedLoop',
  'knock',
  'limits',
  'protection',
  'boost',
  'review',
  'control',
  'program',
  'ecu',
  'calibration',
  'ecuImage',
  'injectorLibrary',
  'generators',
  'demo',
  'starters',
  'checks',
  'whatIf',
  'compare',
  'workings',
  'meaning',
  'counters',
  'log',
  'learnedFold',
  'logView',
  'logEvents',
  'logCompare',
  'logStudies',
  'logFormula',
  'logCauses',
  'causeMends',
  'logPages',
  'logTable',
  'diagnosis',
  'procedures',
  'workOrder',
];

/** A folder of src may import itself, the named folders and the named packages, and nothing else of src. */
function mayImport(folder, folders) {
  const allowed = [folder, ...folders].map((name) => `^src/${name}/`);
  return {
    name: `${folder}-imports-only-${folders.join('-') || 'itself'}`,
    severity: 'error',
    from: { path: `^src/${folder}/` },
    to: { path: '^src/', pathNot: allowed },
  };
}

/** A folder of the core imports none that stands below it in the list. */
function coreLayer(folder, i) {
  return {
    name: `core-${folder}-knows-nothing-below-it`,
    severity: 'error',
    from: { path: `^src/core/${folder}/` },
    to: { path: `^src/core/(?!(${CORE.slice(0, i + 1).join('|')})/)` },
  };
}

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-ring-of-folders', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'core-is-pure',
      comment: 'The core knows no interface, no storage and no package but zod.',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { pathNot: ['^src/core/', '^node_modules/zod/'] },
    },
    {
      name: 'standin-is-pure',
      comment: 'The stand-ins know the core and a seeded generator.',
      severity: 'error',
      from: { path: '^src/standin/' },
      to: { pathNot: ['^src/(standin|core)/', '^node_modules/pure-rand/'] },
    },
    ...CORE.map(coreLayer),
    mayImport('app', ['features']),
    mayImport('features', ['ui', 'data', 'workers', 'core']),
    mayImport('ui', ['core']),
    mayImport('data', ['link', 'offline', 'core']),
    mayImport('link', ['core']),
    mayImport('offline', []),
    mayImport('hosting', ['standin', 'link', 'core']),
    mayImport('workers', ['hosting', 'standin', 'link', 'core']),
    mayImport('server', ['hosting', 'standin', 'link', 'offline', 'core']),
    {
      name: 'features-know-no-other-feature',
      comment: 'But all may show fields of the open document.',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/([^/]+)/', pathNot: ['^src/features/$1/', '^src/features/fields/'] },
    },
    {
      name: 'server-sees-no-interface',
      severity: 'error',
      from: { path: '^src/server/' },
      to: { path: '^node_modules/(react|react-native|expo)[^/]*/' },
    },
    {
      name: 'folders-by-their-doors',
      comment: 'Outside a folder of the core or the stand-ins, only its index and its schema are public.',
      severity: 'error',
      from: { path: '^src/(?!(core|standin)/)' },
      to: { path: '^src/(core|standin)/[^/]+/', pathNot: '^src/(core|standin)/[^/]+/(index|schema)\\.ts$' },
    },
    {
      name: 'own-folders-by-their-doors',
      comment: 'The same from one folder of the core or the stand-ins to another.',
      severity: 'error',
      from: { path: '^src/(core|standin)/([^/]+)/' },
      to: {
        path: '^src/(core|standin)/[^/]+/',
        pathNot: ['^src/$1/$2/', '^src/(core|standin)/[^/]+/(index|schema)\\.ts$'],
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    /* Tests may look anywhere: what they need is no part of the house. */
    exclude: { path: ['\\.test\\.tsx?$', '^src/core/forbidden\\.ts$', '\\.woff2$'] },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.tsx', '.ts', '.mjs', '.js', '.json', '.woff2'],
    },
  },
};
