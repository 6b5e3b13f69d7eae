import { build, installAll, run } from './prepare.mjs';

await installAll();
await build();
run('npx tsx bench/run.ts');
