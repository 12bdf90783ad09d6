import Runner from 'jest-runner';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

const took = () =>
  existsSync(process.env.IVOLT_TOOK) ? JSON.parse(readFileSync(process.env.IVOLT_TOOK, 'utf8')) : null;

/**
 * Runs test files one after another, those that took least in the first run of all first, and ends at the first in which
 * a test fails: one is enough to tell that a change is noticed.
 */
export default class UntilOneFails extends Runner {
  async runTests(tests, watcher, options) {
    let failed = false;
    const now = {};
    const off = this.on('test-file-success', ([{ path }, result]) => {
      failed ||= result.numFailingTests > 0;
      now[path.split('/src/').at(-1)] = result.perfStats.runtime;
    });
    const known = took() ?? {};
    const lasts = ({ path }) => known[path.split('/src/').at(-1)] ?? 0;
    for (const test of [...tests].sort((a, b) => lasts(a) - lasts(b)))
      if (!failed) await super.runTests([test], watcher, options);
    if (!took()) writeFileSync(process.env.IVOLT_TOOK, JSON.stringify(now));
    off();
  }
}
