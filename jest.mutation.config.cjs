/** The tests that judge a mutation: those beside the mutated files, and those named in MUTATION_TESTS. */
const [core] = require('./jest.config.js').projects;
const tests = JSON.parse(process.env.MUTATION_TESTS ?? '["<rootDir>/src/core/**/*.test.ts"]');

module.exports = { ...core, testMatch: tests };
