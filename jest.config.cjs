/** swc turns TypeScript into what Jest runs; packages that ship only ES modules go through it too. */
const swc = {
  '^.+\\.m?(t|j)sx?$': [
    '@swc/jest',
    { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' }, module: { type: 'commonjs' } },
  ],
};
const modules = [
  '/node_modules/(?!(kdbush|pbf|openid-client|oauth4webapi|jose|rotating-file-stream|pmtiles|fflate|@maplibre|@mapbox|proj4|mgrs|wkt-parser|uuid|simple-statistics|convert-units|d3-geo|d3-array|internmap)/)',
];
const node = (displayName, roots) => ({
  displayName,
  roots,
  testEnvironment: 'node',
  transform: swc,
  transformIgnorePatterns: modules,
  testMatch: ['**/*.test.ts'],
});

module.exports = {
  // A busy machine is no failed test: some have a sixth of the pace of a quiet one. It only bounds what hangs.
  testTimeout: 600_000,
  projects: [
    node('core', ['<rootDir>/core', '<rootDir>/library', '<rootDir>/cli', '<rootDir>/ops']),
    node('server', ['<rootDir>/server', '<rootDir>/demo']),
    node('browser', ['<rootDir>/e2e']),
    '<rootDir>/app/jest.config.cjs',
  ],
};
