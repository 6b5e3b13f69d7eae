import { build, installPackages, run } from './prepare.mjs';

await installPackages();
await build();
run('npx tsx server/main.ts');
