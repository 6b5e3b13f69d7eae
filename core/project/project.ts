import { compileApp } from '@/core/compile';
import type { Definition } from '@/core/model';
import { appModules, type ProjectFile } from './modules';
import { kebabCase } from './names';
import { namedDefinition } from './named';
import { routeFiles } from './routes';

/** What every project has alike: the kit, and the files around an app; and the packages that they need. */
export interface ProjectKit {
  /** Texts by their paths in a project. */
  files: Readonly<Record<string, string>>;
  /** Versions by package. */
  dependencies: Readonly<Record<string, string>>;
  devDependencies: Readonly<Record<string, string>>;
}

export interface ProjectOptions {
  name: string;
  /** Reverse domain names: `org.lanternlane.store`. */
  androidPackage: string;
  iosBundle: string;
  version: string;
}

/** What a project is called where nobody has said so yet. */
export function projectOptions({ name }: Pick<Definition, 'name'>): ProjectOptions {
  const plain = kebabCase(name, 'app').replaceAll('-', '');
  const identifier = `app.${/^[a-z]/.test(plain) ? plain : `a${plain}`}`;
  return { name, androidPackage: identifier, iosBundle: identifier, version: '1.0.0' };
}

/**
 * The texts of a finished Expo project, by nothing but the definition and what was chosen: the same ones each time, in
 * the order of their paths. Not yet formatted; the shipped database comes beside them as `assets/starting.db`.
 */
export function projectFiles(definition: Definition, options: ProjectOptions, kit: ProjectKit): ProjectFile[] {
  const app = compileApp(namedDefinition(definition));
  const made = [
    ...appModules(definition),
    ...routeFiles(app),
    { path: 'package.json', text: json(packageJson(options, kit)) },
    { path: 'app.json', text: json(appJson(options)) },
  ];
  const alike = Object.entries(kit.files).map(([path, text]) => ({ path, text }));
  return [...alike, ...made].sort((one, other) => (one.path < other.path ? -1 : 1));
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
  },
  dependencies,
  devDependencies,
});

const appJson = ({ name, version, androidPackage, iosBundle }: ProjectOptions) => ({
  expo: {
    name,
    slug: kebabCase(name, 'app'),
    scheme: kebabCase(name, 'app').replaceAll('-', ''),
    version,
    orientation: 'default',
    userInterfaceStyle: 'automatic',
    platforms: ['android', 'ios', 'web'],
    android: {
      package: androidPackage,
      blockedPermissions: [
        'android.permission.RECORD_AUDIO',
        'android.permission.SYSTEM_ALERT_WINDOW',
        'android.permission.READ_EXTERNAL_STORAGE',
        'android.permission.WRITE_EXTERNAL_STORAGE',
      ],
    },
    ios: { bundleIdentifier: iosBundle, supportsTablet: true },
    web: { bundler: 'metro', output: 'single' },
    plugins: ['expo-router', 'expo-font', ['expo-sqlite', { enableFTS: true }]],
  },
});
