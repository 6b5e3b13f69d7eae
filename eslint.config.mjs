import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      'node_modules',
      'dist',
      '.expo',
      'test-results',
      'expo-env.d.ts',
      '**/*.config.js',
      'test/*.js',
      'scripts/*.mjs',
      'public',
      // Held to a project's own rules, which is checked as a whole.
      'template',
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
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'localStorage', 'process', 'Buffer'],
    },
  },
);
