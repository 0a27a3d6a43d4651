// The spec reporter, plus what failed at once (a run may be stopped before its end), and the counts in a file that
// scripts/test.mjs adds up for the closing line.
const { appendFileSync } = require('node:fs');
const Spec = require('mocha').reporters.Spec;
module.exports = class extends Spec {
  constructor(runner, options) {
    super(runner, options);
    runner.on('fail', (_, error) => console.log(String(error.stack ?? error)));
    runner.once('end', () => {
      const { passes, failures, pending } = this.stats;
      if (process.env.TEST_COUNTS)
        appendFileSync(process.env.TEST_COUNTS, JSON.stringify({ passes, failures, pending }) + '\n');
    });
  }
};
