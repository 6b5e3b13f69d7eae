// Changes the code in small ways and tells which of them no test notices. All of compile, runtime, store and edit takes
// most of a day; `npm run mutate -- core/edit/mend.ts` looks at some files, `SAMPLE=40 npm run mutate` at so many places
// picked by chance (`SEED=2` picks others).
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { installPackages } from './prepare.mjs';

await installPackages();
const rooms = ['compile', 'runtime', 'store', 'edit'];
const files = rooms.flatMap((room) =>
  readdirSync(`core/${room}`, { recursive: true })
    .filter((file) => file.endsWith('.ts') && !/(\.test|index)\.ts$/.test(file))
    .map((file) => `core/${room}/${file}`),
);

/** So many places of three lines each, the same for the same seed. */
function sample(count, seed) {
  const lines = [...files].sort().flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .map((_, at) => [file, at + 1]),
  );
  let state = seed;
  // Source: Numerical Recipes, a linear congruential generator.
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  return Array.from({ length: count }, () => lines[Math.floor(next() * lines.length)]).map(
    ([file, line]) => `${file}:${line}-${line + 2}`,
  );
}

const { SAMPLE, SEED = '1' } = process.env;
const places = SAMPLE ? sample(Number(SAMPLE), Number(SEED)) : process.argv.slice(2);
const mutate = places.length > 0 ? ['--mutate', places.join(',')] : [];
process.exit(spawnSync('npx', ['stryker', 'run', ...mutate], { stdio: 'inherit' }).status ?? 1);
