import { build, installPackages, run } from './prepare.mjs';

installPackages();
build();
run('npx tsx server/main.ts');
