// What takes longer than tests may: all random schedules of the store, all rounds of undo, and tabs killed in the
// browser.
import { spawnSync } from 'node:child_process';
import { build, installAll } from './prepare.mjs';

await installAll();
await build();
const run = (command, args, env) =>
  spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } }).status === 0;
const simulated = run('npx', ['jest', '--forceExit', '--maxWorkers=2', 'core/store', 'worker/undo'], {
  ENDURE: process.env.ENDURE ?? '10000',
  ENDURE_UNDO: process.env.ENDURE_UNDO ?? '2000',
});
const inBrowser = run('npx', ['tsx', 'endure/run.ts']);
process.exit(simulated && inBrowser ? 0 : 1);
