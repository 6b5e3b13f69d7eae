import { build, installBrowser, installPackages, run } from './prepare.mjs';

installPackages();
installBrowser();
await build();
run('npx tsx bench/run.ts');
