/**
 * Jest transform of the tests that run in plain Node: a test file comes out as one bundle of itself and all it imports
 * imports, so that a call within it is a plain call. File by file, every export would be a getter, and the tests took
 * two and a half times as long.
 */
const crypto = require('node:crypto');
const fs = require('node:fs');
const path = require('node:path');
const { buildSync, version } = require('esbuild');

const root = path.resolve(__dirname, '..');
const SOURCES = ['src', 'tests', 'scripts'];
/** Jest's sandbox looks each global up by name at every use; once, at the top, costs nothing. */
const GLOBALS = [
  'Array',
  'Error',
  'Float64Array',
  'Infinity',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Set',
  'String',
];

/** Changes with any source: a bundle stands for all that it holds. */
const sourcesHash = (() => {
  const hash = crypto.createHash('sha1').update(version);
  for (const folder of SOURCES) {
    for (const entry of fs.readdirSync(path.join(root, folder), { recursive: true, withFileTypes: true })) {
      if (!entry.isFile() || !/\.(c|m)?(t|j)sx?$|\.json$/.test(entry.name)) continue;
      const file = path.join(entry.parentPath, entry.name);
      hash.update(file).update(fs.readFileSync(file));
    }
  }
  return hash.digest('hex');
})();

module.exports = {
  canInstrument: false,
  getCacheKey(source, file) {
    return crypto.createHash('sha1').update(sourcesHash).update(file).update(source).digest('hex');
  },
  process(_source, file) {
    const { outputFiles } = buildSync({
      entryPoints: [file],
      bundle: true,
      write: false,
      outdir: path.dirname(file),
      format: 'cjs',
      platform: 'node',
      target: 'node20',
      tsconfig: path.join(root, 'tsconfig.json'),
      mainFields: ['module', 'main'],
      // One for the setup and the test: it holds the seed.
      external: ['fast-check'],
      sourcemap: 'external',
      sourcesContent: false,
      banner: { js: `const { ${GLOBALS.join(', ')} } = globalThis;` },
      define: {
        'import.meta.dirname': JSON.stringify(path.dirname(file)),
        'import.meta.url': '"file:///bundle"',
      },
      logLevel: 'silent',
    });
    const text = (ending) => outputFiles.find((output) => output.path.endsWith(ending)).text;
    return { code: text('.js'), map: text('.js.map') };
  },
};
