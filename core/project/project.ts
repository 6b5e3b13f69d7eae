import { compileApp } from '@/core/compile';
import type { Definition, ProjectOptions } from '@/core/model';
import { schemaSql } from '@/core/schema';
import { appModules, type ProjectFile } from './modules';
import { kebabCase, type Permission, permissionsOf, projectOptions } from '@/core/ship';
import { type Drawing, iconColor } from './icon';
import { namedDefinition } from './named';
import { migrationFiles, type Past } from './migrations';
import { readmeFile } from './readme';
import { routeFiles } from './routes';

/** Where the shipped database stands. */
export const DATABASE_PATH = 'assets/starting.db';

/** What every project has alike: the kit, and the files around an app; and the packages that they need. */
export interface ProjectKit {
  /** Texts by their paths in a project. */
  files: Readonly<Record<string, string>>;
  /** Versions by package. */
  dependencies: Readonly<Record<string, string>>;
  devDependencies: Readonly<Record<string, string>>;
  drawing: Drawing;
  /** The letters of icons: a TrueType font, as base64. */
  font: string;
  /** All of those, and what they stand on. */
  locked: LockedPackages;
}

/** Entries of npm's lock file, by their places. */
export type LockedPackages = Readonly<Record<string, object>>;

/** What only an encrypted database needs: another way to open it, and where its key is kept. */
const ENCRYPTED_OPEN = 'database/openEncrypted.ts';
const KEY_STORE = 'expo-secure-store';

/** The kit as an app of these options takes it along. */
export function chosenKit({ encrypted }: ProjectOptions, kit: ProjectKit): ProjectKit {
  const { [ENCRYPTED_OPEN]: open = '', ...files } = kit.files;
  if (encrypted) return { ...kit, files: { ...files, 'database/open.ts': open } };
  const without = <T>(all: Readonly<Record<string, T>>, key: string): Record<string, T> =>
    Object.fromEntries(Object.entries(all).filter(([each]) => each !== key));
  return {
    ...kit,
    files,
    dependencies: without(kit.dependencies, KEY_STORE),
    locked: without(kit.locked, `node_modules/${KEY_STORE}`),
  };
}

const NO_PAST: Past = { releases: [] };

/**
 * What of a finished Expo project is made for the app, by nothing but its definition, what was chosen and its releases:
 * the same each time, in the order of the paths. Not yet laid out. The files of the kit come beside them, and the shipped database as
 * `assets/starting.db`.
 */
export function madeFiles(definition: Definition, kit: ProjectKit, past: Past = NO_PAST): ProjectFile[] {
  const options = projectOptions(definition);
  const named = namedDefinition(definition);
  const app = compileApp(named);
  const made = [
    ...appModules(definition),
    ...routeFiles(app),
    ...migrationFiles(definition, past),
    readmeFile(named, app, options),
    { path: 'database/schema.sql', text: schemaSql(definition) },
    { path: 'package.json', text: json(packageJson(options, kit)) },
    { path: 'package-lock.json', text: json(packageLock(options, kit)) },
    { path: 'app.json', text: json(appJson(options, permissionsOf(app), iconColor(definition.theme, kit.drawing))) },
  ];
  return made.sort((one, other) => (one.path < other.path ? -1 : 1));
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

const packageJson = ({ name, version }: ProjectOptions, { dependencies, devDependencies }: ProjectKit) => ({
  name: kebabCase(name, 'app'),
  version,
  private: true,
  main: 'expo-router/entry',
  scripts: {
    start: 'expo start',
    android: 'expo run:android',
    ios: 'expo run:ios',
    web: 'expo start --web',
    types: 'tsc --noEmit',
    lint: 'eslint .',
    format: 'prettier --write .',
    test: 'jest',
  },
  dependencies,
  devDependencies,
});

/** Source: docs.npmjs.com, package-lock.json, version 3 */
function packageLock(options: ProjectOptions, kit: ProjectKit) {
  const { name, version, dependencies, devDependencies } = packageJson(options, kit);
  const packages = { '': { name, version, dependencies, devDependencies }, ...kit.locked };
  return { name, version, lockfileVersion: 3, requires: true, packages };
}

/** What packages bring that no app of ours does. */
const NEVER = [
  'FOREGROUND_SERVICE',
  'FOREGROUND_SERVICE_MEDIA_PLAYBACK',
  'RECORD_AUDIO',
  'SYSTEM_ALERT_WINDOW',
  'READ_EXTERNAL_STORAGE',
  'WRITE_EXTERNAL_STORAGE',
];

/** Source: docs.expo.dev/versions/v56.0.0/config/app */
function appJson(
  { name, version, androidPackage, iosBundle, encrypted }: ProjectOptions,
  asked: readonly Permission[],
  color: string,
) {
  const camera = asked.find((each) => each.name === 'camera');
  const blocked = [...NEVER, ...(camera ? [] : ['CAMERA'])].map((each) => `android.permission.${each}`);
  const reason = camera?.why ?? false;
  return {
    expo: {
      name,
      slug: kebabCase(name, 'app'),
      scheme: kebabCase(name, 'app').replaceAll('-', ''),
      version,
      orientation: 'default',
      userInterfaceStyle: 'automatic',
      platforms: ['android', 'ios', 'web'],
      icon: './assets/icon.png',
      android: {
        package: androidPackage,
        adaptiveIcon: { foregroundImage: './assets/icon-foreground.png', backgroundColor: color },
        blockedPermissions: blocked,
      },
      ios: { bundleIdentifier: iosBundle, supportsTablet: true },
      web: { bundler: 'metro', output: 'single', favicon: './assets/favicon.png' },
      plugins: [
        'expo-router',
        'expo-font',
        ['expo-sqlite', { enableFTS: true, useSQLCipher: encrypted }],
        ['expo-camera', { cameraPermission: reason, microphonePermission: false, recordAudioAndroid: false }],
        ['expo-audio', { microphonePermission: false }],
        ['expo-image-picker', { photosPermission: false, cameraPermission: reason, microphonePermission: false }],
      ],
    },
  };
}
