import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const folders = ['worker', 'kit', 'studio', 'ui', 'app', 'server', 'demo', 'test'];

/** What each folder may import. `core` imports nothing outside itself. */
const allowed = {
  worker: ['core', 'demo'],
  kit: ['core'],
  ui: [],
  studio: ['core', 'kit', 'worker', 'ui'],
  app: ['studio', 'ui'],
  demo: ['core'],
  server: ['core'],
  test: ['core', 'worker', 'demo'],
};

const outside = ['react', 'react-native', 'react-*', 'expo*', 'nativewind', '@tanstack/*', 'node:*', 'express'];

export default tseslint.config(
  {
    ignores: [
      'node_modules',
      'dist',
      '.expo',
      'test-results',
      'expo-env.d.ts',
      '*.config.js',
      'test/*.js',
      'scripts/*.mjs',
      'public',
    ],
  },
  ...tseslint.configs.recommended,
  {
    files: ['{app,kit,studio,ui}/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
    },
  },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-expressions': ['error', { allowShortCircuit: true, allowTernary: true }],
    },
  },
  // What is put into a text is text: a fragment of SQL, say, would become “[object Object]” there.
  {
    files: ['{core,kit,studio,ui,worker,demo,test}/**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true, allowNullish: true, allowAny: true, allowNever: true },
      ],
    },
  },
  // The borders: which folder may know which, and only by its index.
  ...Object.entries(allowed).map(([folder, may]) => ({
    files: [`${folder}/**/*.{ts,tsx}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...['core', ...folders]
              .filter((other) => other !== folder && !may.includes(other) && !(other === 'test'))
              .map((other) => ({
                group: [`@/${other}`, `@/${other}/**`, `../${other}/**`],
                message: `${folder} does not know ${other}.`,
              })),
            {
              group: ['@/core/*/*', '@/kit/*', '@/ui/*', '@/studio/*', '@/worker/*', '@/demo/*'].filter(
                (group) => !(folder === 'app' && group === '@/ui/*') && folder !== 'test',
              ),
              message: 'Only what a folder’s index.ts gives out.',
            },
          ],
        },
      ],
    },
  })),
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: folders.map((folder) => `@/${folder}/**`).concat(folders.map((folder) => `@/${folder}`)),
              message: 'core imports nothing outside itself.',
            },
            { group: outside, message: 'core knows no interface and no platform.' },
            { group: ['@/core/*/*'], message: 'Only what a folder’s index.ts gives out.' },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'localStorage', 'process', 'Buffer'],
    },
  },
  { files: ['**/*.test.{ts,tsx}', 'test/**'], rules: { 'no-restricted-imports': 'off' } },
);
