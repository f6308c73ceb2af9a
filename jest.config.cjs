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
/** @param patience how long one test may take before it counts as hung, s; some machines have a sixth of the pace of a quiet one */
const node = (displayName, roots, patience) => ({
  displayName,
  roots,
  testEnvironment: 'node',
  transform: swc,
  transformIgnorePatterns: modules,
  testMatch: ['**/*.test.ts'],
  globals: { PATIENCE: patience },
  setupFilesAfterEnv: ['<rootDir>/ops/patience.cjs'],
});

module.exports = {
  projects: [
    node('core', ['<rootDir>/core', '<rootDir>/library', '<rootDir>/cli', '<rootDir>/ops'], 240),
    node('server', ['<rootDir>/server', '<rootDir>/demo'], 300),
    node('browser', ['<rootDir>/e2e'], 600),
    '<rootDir>/app/jest.config.cjs',
  ],
};
