const { TestEnvironment } = require('jest-environment-node');

// Tests live in a realm of their own, so their functions and arrays are no instances of the classes that SQLite's
// package checks against; it is asked to go by what they are.
const kinds = {
  Function: (value) => typeof value === 'function',
  Uint8Array: (value) => Object.prototype.toString.call(value) === '[object Uint8Array]',
};
for (const [name, holds] of Object.entries(kinds))
  Object.defineProperty(globalThis[name], Symbol.hasInstance, { value: holds, configurable: true });

/**
 * Node's environment, with a native `import()`: SQLite's package is ES modules only, and Jest's own loader takes none.
 */
module.exports = class extends TestEnvironment {
  async setup() {
    await super.setup();
    this.global.nativeImport = (name) => import(name);
  }
};
