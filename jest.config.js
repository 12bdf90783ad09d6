const transform = {
  '^.+\\.(t|j|mj)sx?$': [
    '@swc/jest',
    {
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
      },
    },
  ],
};
/*
 * What a test file reads from its sandbox goes through an interceptor each time, which makes `Math` alone three times as
 * dear as all the reckoning: these are handed to each file as its own. Not what a test may replace (timers, dates).
 */
const OWN = (
  'Array BigInt Boolean Error Float32Array Float64Array Infinity Intl JSON Map Math Number Object Promise Proxy Reflect ' +
  'RegExp Set String Symbol Uint8Array WeakMap WeakSet isNaN parseFloat parseInt'
).split(' ');
const shared = {
  transform,
  transformIgnorePatterns: [
    '/node_modules/(?!(d3-[a-z-]+|internmap|react-aria|react-aria-components|react-stately|@react-aria|@react-stately|@react-types|@internationalized|comlink|content-disposition|cookie)/)',
  ],
};
const node = (name) => ({
  ...shared,
  displayName: name,
  testEnvironment: 'node',
  roots: [`<rootDir>/packages/${name}/src`],
});

export default {
  testTimeout: 60_000,
  // nothing else runs beside them: on two processors one idle would double the time
  maxWorkers: '100%',
  projects: [
    { ...node('core'), sandboxInjectedGlobals: OWN },
    {
      ...node('server'),
      globalSetup: '<rootDir>/packages/server/src/testing/globalSetup.ts',
      globalTeardown: '<rootDir>/packages/server/src/testing/globalTeardown.ts',
    },
    {
      ...node('web'),
      sandboxInjectedGlobals: OWN,
      testEnvironment: 'jsdom',
      setupFiles: ['<rootDir>/packages/web/src/testing/setup.ts'],
      setupFilesAfterEnv: ['<rootDir>/packages/web/src/testing/patience.ts'],
      // a file that the build gives an address is known by its name
      moduleNameMapper: { '\\.(json|js)\\?url$': '<rootDir>/packages/web/src/testing/fileAddress.ts' },
    },
  ],
};
