import Runner from 'jest-runner';

/**
 * Runs test files one after another, those of the room itself first, and ends at the first in which a test fails: one is
 * enough to tell that a change is noticed.
 */
export default class UntilOneFails extends Runner {
  async runTests(tests, watcher, options) {
    let failed = false;
    const off = this.on('test-file-success', ([, result]) => {
      failed ||= result.numFailingTests > 0;
    });
    const own = ({ path }) => path.includes(`/src/${process.env.IVOLT_ROOM}/`);
    const inTurn = [...tests.filter(own), ...tests.filter((test) => !own(test))];
    for (const test of inTurn) if (!failed) await super.runTests([test], watcher, options);
    off();
  }
}
