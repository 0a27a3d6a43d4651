// The spec reporter, plus the counts in a file that scripts/test.mjs adds up for the closing line.
const { appendFileSync } = require('node:fs');
const Spec = require('mocha').reporters.Spec;
module.exports = class extends Spec {
  constructor(runner, options) {
    super(runner, options);
    runner.once('end', () => {
      const { passes, failures, pending } = this.stats;
      if (process.env.TEST_COUNTS)
        appendFileSync(process.env.TEST_COUNTS, JSON.stringify({ passes, failures, pending }) + '\n');
    });
  }
};
