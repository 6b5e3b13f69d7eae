const COMPILED =
  '(jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|@expo-google-fonts/.*|react-navigation|@react-navigation/.*|nativewind|react-native-css-interop|@react-native-async-storage/.*|@noble/.*|lucide-react-native|gifted-charts-core';

module.exports = {
  preset: 'jest-expo/ios',
  testEnvironment: '<rootDir>/tests/environment.js',
  setupFiles: ['react-native-gesture-handler/jestSetup'],
  testTimeout: 20_000,
  moduleNameMapper: { '^@/core/(.*)$': '<rootDir>/kit/core/$1', '^@/(.*)$': '<rootDir>/$1' },
  transformIgnorePatterns: [`node_modules/(?!(${COMPILED}))`],
};
