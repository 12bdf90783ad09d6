import { defineConfig } from '@playwright/test';
import { browserProgram } from './scripts/system.mjs';

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/globalSetup.ts',
  // how long it takes is asked by the benchmarks: a machine with busy neighbours stands still for seconds
  timeout: 180_000,
  expect: { timeout: 30_000 },
  workers: 2,
  // a loaded machine may lose a race that a person never runs; what fails twice fails
  retries: 1,
  fullyParallel: false,
  forbidOnly: true,
  reporter: [['list']],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // what is not there by then never comes
    actionTimeout: 30_000,
    launchOptions: {
      executablePath: browserProgram(),
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--no-first-run',
      ],
    },
    trace: 'off',
  },
});
