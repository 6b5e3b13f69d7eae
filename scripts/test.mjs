// Every test there is: types, borders, core and worker in Node.js, then the built app in Chromium.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { build, installAll } from './prepare.mjs';

await installAll();
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

/** What one core does alone, two at a time: what each says comes when it is done. */
async function checks(all) {
  const waiting = [...all];
  const lane = async () => {
    for (let check = waiting.shift(); check; check = waiting.shift()) {
      const [name, command, args] = check;
      const { status, text } = await output(command, args);
      console.log(`\n== ${name}\n${text}`);
      passed += status === 0 ? 1 : 0;
      failed += status === 0 ? 0 : 1;
    }
  };
  await Promise.all([lane(), lane()]);
}

const output = (command, args) =>
  new Promise((resolve) => {
    let text = '';
    const child = spawn(command, args);
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (text += data));
    child.on('error', (error) => resolve({ status: 1, text: String(error) }));
    child.on('close', (status) => resolve({ status, text }));
  });

await checks([
  ['Lint', 'npx', ['eslint', '.']],
  ['Types', 'npx', ['tsc', '--noEmit', '-p', '.']],
  ['Formatting', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']],
  ['Borders', 'npm', ['run', '--silent', 'borders']],
]);
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
