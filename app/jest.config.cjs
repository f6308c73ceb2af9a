module.exports = {
  displayName: 'app',
  preset: 'jest-expo/web',
  rootDir: __dirname,
  setupFiles: ['<rootDir>/jest/setup.cjs', '<rootDir>/jest/library.ts'],
  setupFilesAfterEnv: ['<rootDir>/jest/waiting.cjs'],
  testMatch: ['<rootDir>/src/**/*.test.tsx', '<rootDir>/src/**/*.test.ts'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '\\.css$': '<rootDir>/jest/empty.cjs' },
  transformIgnorePatterns: [
    '/node_modules/(?!((jest-)?react-native|@react-native|expo|@expo|@dendrix|nativewind|react-native-css-interop|uuid|kdbush|proj4|mgrs|wkt-parser|idb|react-native-svg|@tanstack|tailwind-merge)/?)',
  ],
};
