const { projects } = require('./jest.config');

// Mutants are held against the tests of the computation; those of screens and of whole apps take too long for each.
const { displayName, ...core } = projects[0];
module.exports = {
  ...core,
  testTimeout: 60_000,
  // Stryker wraps it, and looks for it by its path.
  testEnvironment: require.resolve('./template/tests/environment.js'),
  testMatch: ['<rootDir>/core/**/*.test.ts'],
};
