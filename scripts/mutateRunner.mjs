import Runner from 'jest-runner';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

/** What the first run of all told of each test file: how long it took, ms, and the names of its tests. */
const firstRun = () =>
  existsSync(process.env.IVOLT_TOOK) ? JSON.parse(readFileSync(process.env.IVOLT_TOOK, 'utf8')) : null;
const nameIn = ({ path }) => path.split('/src/').at(-1);

/**
 * Runs test files one after another, those that took least first, and ends at the first in which a test fails: one is
 * enough to tell that a change is noticed. Files none of whose tests is asked for are not read.
 */
export default class UntilOneFails extends Runner {
  async runTests(tests, watcher, options) {
    let failed = false;
    const now = {};
    const off = this.on('test-file-success', ([test, result]) => {
      failed ||= result.numFailingTests > 0;
      now[nameIn(test)] = {
        ms: result.perfStats.runtime,
        names: result.testResults.map(({ fullName }) => fullName),
      };
    });
    const known = firstRun();
    const asked = new RegExp(this._globalConfig.testNamePattern ?? '', 'i');
    const inTurn = known
      ? tests
          .filter((test) => known[nameIn(test)].names.some((name) => asked.test(name)))
          .sort((a, b) => known[nameIn(a)].ms - known[nameIn(b)].ms)
      : tests;
    for (const test of inTurn) if (!failed) await super.runTests([test], watcher, options);
    if (!known) writeFileSync(process.env.IVOLT_TOOK, JSON.stringify(now));
    off();
  }
}
