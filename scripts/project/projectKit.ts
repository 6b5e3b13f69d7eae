import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { appSymbols } from '@/core/model';
import { laidOut, lockedFor, type ProjectKit } from '@/core/project';
import { accentColors } from '../../kit/base/accents';
import { noticeOf } from '../notices.mjs';
import { kitFiles } from './kitFiles';

/** Packages that no file imports by name, but that those which are imported need beside them. */
const BESIDE = [
  '@expo-google-fonts/hanken-grotesk',
  'expo',
  'expo-asset',
  'expo-constants',
  'expo-font',
  'expo-linear-gradient',
  'expo-linking',
  'expo-router',
  'expo-secure-store',
  'expo-sqlite',
  'expo-system-ui',
  'nativewind',
  'react',
  'react-dom',
  'react-native',
  'react-native-reanimated',
  'react-native-safe-area-context',
  'react-native-screens',
  'react-native-svg',
  'react-native-web',
  'react-native-worklets',
];
const FOR_WORK = [
  '@sqlite.org/sqlite-wasm',
  '@testing-library/react-native',
  '@types/jest',
  '@types/node',
  '@types/react',
  'babel-preset-expo',
  'eslint',
  'eslint-plugin-react-hooks',
  'jest',
  'jest-expo',
  'prettier',
  'react-test-renderer',
  'tailwindcss',
  'typescript',
  'typescript-eslint',
];

const TEMPLATE = 'template';

/** The files around an app, by their paths in a project. */
function templateFiles(): Record<string, string> {
  const paths = readdirSync(TEMPLATE, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name).slice(TEMPLATE.length + 1));
  return Object.fromEntries(
    // Files of these names would already be heeded here.
    paths.map((path) => [path.replace(/^(gitignore|prettierrc)$/, '.$1'), readFileSync(join(TEMPLATE, path), 'utf8')]),
  );
}

const FONT = 'node_modules/@expo-google-fonts/hanken-grotesk/700Bold/HankenGrotesk_700Bold.ttf';

/** Symbols that are called otherwise where they are drawn. */
const drawnAs: Partial<Record<(typeof appSymbols)[number], string>> = {
  tools: 'hammer',
  home: 'house',
  note: 'notebook-text',
};

/** The shapes of each symbol that an app's icon can be. */
const symbols = (): Record<string, string> =>
  Object.fromEntries(
    appSymbols.map((name) => {
      const svg = readFileSync(`node_modules/lucide-static/icons/${drawnAs[name] ?? name}.svg`, 'utf8');
      const [, shapes = ''] = /<svg[^>]*>([\s\S]*)<\/svg>/.exec(svg) ?? [];
      return [name, shapes.trim()];
    }),
  );

interface Manifest {
  dependencies: Record<string, string>;
  devDependencies: Record<string, string>;
}

const readJson = <T>(path: string): T => JSON.parse(readFileSync(path, 'utf8')) as T;

/** Who made the packages that an app is built of, and under which licence. */
function noticesOf(names: readonly string[]): string {
  const notices = names.map((name) => noticeOf(`node_modules/${name}`));
  const told = notices.map(({ name, version, license, text }) => `${name} ${version} (${license})\n\n${text}\n`);
  return `The packages that this app is built of, each under the licence of those who made it.\n\n${told.join('\n')}`;
}

/** All that projects have alike, read from this repository. */
export async function projectKit(): Promise<ProjectKit> {
  const { files, packages } = kitFiles();
  const own = readJson<Manifest>('package.json');
  const known = { ...own.devDependencies, ...own.dependencies };
  const versions = (names: readonly string[]) =>
    Object.fromEntries(
      names.map((name) => {
        const version = known[name];
        if (!version) throw new Error(`package.json knows no version of ${name}`);
        return [name, version];
      }),
    );
  // What is printed here is laid out as what is taken as it is.
  const laid = Object.entries({ ...templateFiles(), ...files }).map(async ([path, text]): Promise<[string, string]> =>
    /^kit\/core\/|\.md$/.test(path) ? [path, (await laidOut({ path, text })).text] : [path, text],
  );
  const forUse = [...new Set([...packages, ...BESIDE])].sort();
  return {
    files: { ...Object.fromEntries(await Promise.all(laid)), 'LICENCES.txt': noticesOf(forUse) },
    drawing: {
      symbols: symbols(),
      accents: Object.fromEntries(Object.entries(accentColors).map(([name, { accent }]) => [name, accent])),
    },
    font: readFileSync(FONT).toString('base64'),
    dependencies: versions(forUse),
    devDependencies: versions(FOR_WORK),
    locked: lockedFor(readJson<{ packages: Record<string, object> }>('package-lock.json').packages, forUse, FOR_WORK),
  };
}
