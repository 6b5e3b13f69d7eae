import { readFileSync } from 'node:fs';
import { parseAppFile } from '@/core/transfer';
import { laidOut, madeFiles, namedDefinition } from '@/core/project';
import { compileApp } from '@/core/compile';
const file = parseAppFile(readFileSync('/tmp/large-app.json', 'utf8'));
const kit = JSON.parse(readFileSync('public/project-kit.json', 'utf8'));
void (async () => {
  for (let r = 0; r < 3; r++) {
    const a = performance.now();
    const named = namedDefinition(file.definition);
    const b = performance.now();
    JSON.stringify(compileApp(named));
    const c = performance.now();
    const made = madeFiles(file.definition, kit);
    const d = performance.now();
    for (const each of made) await laidOut(each);
    const e = performance.now();
    console.log('named', b - a, 'compile', c - b, 'made', d - c, 'laid', e - d, made.length, made.reduce((s, m) => s + m.text.length, 0));
  }
})();
