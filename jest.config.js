const transformIgnorePatterns = [
  'node_modules/(?!(pure-rand|(jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|@expo-google-fonts/.*|react-navigation|@react-navigation/.*|nativewind|react-native-css-interop|@react-native-async-storage/.*|comlink|fast-png|iobuffer|@noble/.*|immer|fast-check|standard-navigation|lucide-react-native|gifted-charts-core|@codemirror/.*))',
];
const common = {
  testEnvironment: '<rootDir>/template/tests/environment.js',
  // Jest has no import() of its own; the library is the same there.
  moduleNameMapper: { '/loadDrawing$': '<rootDir>/test/loadDrawing.ts', '^@/(.*)$': '<rootDir>/$1' },
  transformIgnorePatterns,
  setupFilesAfterEnv: ['<rootDir>/test/equalBytes.js'],
  // The build's own scripts.
  transform: { '\\.mjs$': 'babel-jest' },
};

module.exports = {
  testSequencer: '<rootDir>/test/slowFirst.js',
  // A machine that has other work takes longer over a screen that is drawn first.
  testTimeout: 20_000,
  projects: [
    {
      ...common,
      displayName: 'core',
      preset: 'jest-expo/web',
      testMatch: ['<rootDir>/{core,worker,kit,studio,ui,demo,server,endure}/**/*.test.ts'],
    },
    // The kit as it runs on a phone: React Native’s own components, not those of the web; and hooks of the page.
    {
      ...common,
      displayName: 'phone',
      preset: 'jest-expo/ios',
      setupFiles: ['<rootDir>/test/nodeTextDecoder.js', 'react-native-gesture-handler/jestSetup'],
      testMatch: ['<rootDir>/{kit,studio,ui}/**/*.test.tsx'],
    },
  ],
};
