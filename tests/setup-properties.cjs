/**
 * Property tests draw the same inputs at every run, so that what was tried once stays tried; `PROPERTY_SEED` draws
 * others, which `npm run prove` does.
 */
const fc = require('fast-check');

fc.configureGlobal({ seed: Number(process.env.PROPERTY_SEED ?? 1900) });
