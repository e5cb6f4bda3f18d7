/** What ships, with types taken away: the worker that simulates carries compiled data only. */
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'simulating-workers-carry-no-document',
      comment: 'Neither schemas nor the document, nor the words of fields and maps.',
      severity: 'error',
      from: { path: '^src/workers/(dryStart|trialDrive|logFit)\\.worker\\.ts$' },
      to: {
        path: ['^node_modules/zod/', '^src/core/(field|map|calibration|program/maps)', '/schema\\.ts$'],
        reachable: true,
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: false,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.tsx', '.ts', '.mjs', '.js', '.json'],
    },
  },
};
