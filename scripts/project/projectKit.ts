import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ProjectKit } from '@/core/project';
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
  'expo-sqlite',
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
const FOR_WORK = ['@types/react', 'babel-preset-expo', 'prettier', 'tailwindcss', 'typescript'];

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

/** All that projects have alike, read from this repository. */
export function projectKit(): ProjectKit {
  const { files, packages } = kitFiles();
  const own = JSON.parse(readFileSync('package.json', 'utf8')) as Record<string, Record<string, string>>;
  const known = { ...own.devDependencies, ...own.dependencies };
  const versions = (names: readonly string[]) =>
    Object.fromEntries(
      [...new Set(names)].sort().map((name) => {
        const version = known[name];
        if (!version) throw new Error(`package.json knows no version of ${name}`);
        return [name, version];
      }),
    );
  return {
    files: { ...templateFiles(), ...files },
    dependencies: versions([...packages, ...BESIDE]),
    devDependencies: versions(FOR_WORK),
  };
}
