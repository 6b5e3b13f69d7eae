import { build, installBrowser, installPackages, run } from './prepare.mjs';

installPackages();
installBrowser();
build();
run('npx tsx bench/run.ts');
