/** The tests that judge a mutation: those of the core that stand beside it, without the long ones over whole documents. */
const [core] = require('./jest.config.js').projects;

module.exports = {
  ...core,
  testMatch: ['<rootDir>/src/{core,bench}/**/*.test.ts'],
  testPathIgnorePatterns: [
    '/generators/sense\\.test\\.ts$',
    '/calibration/(finite|readers|generate|conversion)\\.test\\.ts$',
    '/dryStart/.*\\.test\\.ts$',
  ],
};
