module.exports = {
  preset: 'jest-expo/web',
  testEnvironment: '<rootDir>/test/sqliteEnvironment.js',
  testMatch: ['<rootDir>/{core,worker,kit,studio,demo,server}/**/*.test.{ts,tsx}'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/$1' },
  transformIgnorePatterns: ['node_modules/(?!(pure-rand|(jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|@expo-google-fonts/.*|react-navigation|@react-navigation/.*|nativewind|react-native-css-interop|@react-native-async-storage/.*|comlink|immer|fast-check|lucide-react-native|@codemirror/.*))'],
};
