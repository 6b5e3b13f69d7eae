// Every test there is: types, borders, core and worker in Node.js, then the built app in Chromium.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { build, installBrowser, installPackages } from './prepare.mjs';

installPackages();
installBrowser();
await build();
rmSync('test-results', { recursive: true, force: true });
mkdirSync('test-results', { recursive: true });

let passed = 0;
let failed = 0;
const step = (name, command, args, count) => {
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, { stdio: 'inherit' });
  const found = count?.() ?? { passed: status === 0 ? 1 : 0, failed: status === 0 ? 0 : 1 };
  passed += found.passed;
  // A runner that broke before it counted anything has failed too.
  failed += found.failed || (status === 0 ? 0 : 1);
};
const json = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);

step('Types', 'npx', ['tsc', '--noEmit', '-p', '.']);
step('Formatting', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
step('Borders', 'npm', ['run', '--silent', 'borders']);
step('Lint', 'npx', ['eslint', '.']);
step(
  'Unit and property tests',
  'npx',
  ['jest', '--forceExit', '--maxWorkers=100%', '--json', '--outputFile=test-results/jest.json'],
  () => {
    const result = json('test-results/jest.json');
    return {
      passed: result?.numPassedTests ?? 0,
      failed: (result?.numFailedTests ?? 0) + (result?.numRuntimeErrorTestSuites ?? 0),
    };
  },
);
step('In the browser', 'npx', ['playwright', 'test'], () => {
  const stats = json('test-results/playwright.json')?.stats;
  return { passed: (stats?.expected ?? 0) + (stats?.flaky ?? 0), failed: stats?.unexpected ?? 0 };
});

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
