import { build, installPackages, run } from './prepare.mjs';

installPackages();
await build();
run('npx tsx server/main.ts');
