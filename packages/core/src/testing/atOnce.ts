import fc from 'fast-check';

/** What the test runner knows of itself, in the context of a test file. */
interface Running {
  currentlyRunningTest: { errors: unknown[] } | null;
}

// for the mutation run: one failed test tells enough, and nobody reads the smallest example
fc.configureGlobal({ endOnFailure: true });

let failed = false;
beforeEach(() => {
  if (failed) throw new Error('A test of this file has failed already');
});
afterEach(() => {
  for (const symbol of Object.getOwnPropertySymbols(globalThis)) {
    const state = (globalThis as Record<symbol, Partial<Running> | undefined>)[symbol];
    if (state?.currentlyRunningTest?.errors.length) failed = true;
  }
});
