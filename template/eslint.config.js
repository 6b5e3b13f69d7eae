const hooks = require('eslint-plugin-react-hooks');
const tseslint = require('typescript-eslint');

module.exports = tseslint.config(
  { ignores: ['node_modules', 'dist', '.expo', 'android', 'ios', 'expo-env.d.ts', '**/*.config.js', 'tests/*.js'] },
  ...tseslint.configs.recommended,
  {
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-unused-expressions': ['error', { allowShortCircuit: true, allowTernary: true }],
      // Pictures and databases are assets, which Metro takes by require().
      '@typescript-eslint/no-require-imports': 'off',
    },
  },
);
