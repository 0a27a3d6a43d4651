// What is shown, with the compiler's warnings; and everywhere that what an index or a key finds may be nothing, but in the
// numeric cores, whose loops keep to the length of their own typed arrays and tables, and in the tests, which fail by
// themselves where something is missing: of these `tsc` checks the rest.
import { spawnSync } from 'node:child_process';
import { root } from '../install.mjs';

const NUMERIC =
  /^src\/lib\/core\/((reading|grammar|nesting|arrange|hooping|outline|maker|tape|calibration)\/|techniques\/match\.ts|plan\/replace\.ts)|^(tests|bench|scripts)\//;

const { stdout, error } = spawnSync(
  `${root}/node_modules/.bin/svelte-check`,
  ['--tsconfig', 'tsconfig.indexed.json', '--output', 'machine-verbose', '--threshold', 'warning'],
  { cwd: root, encoding: 'utf8', maxBuffer: 1 << 28 },
);
if (error) throw error;
const lines = stdout.split('\n').map((line) => line.replace(/^\d+ /, ''));
if (!lines.some((line) => line.startsWith('COMPLETED')))
  throw new Error(`It did not come to an end.\n${stdout}`);
const told = lines
  .filter((line) => line.startsWith('{'))
  .map((line) => JSON.parse(line))
  .filter(({ filename }) => !NUMERIC.test(filename));
for (const { filename, start, message } of told)
  console.log(`${filename}:${start.line + 1}  ${message.split('\n')[0]}`);
console.log(`${told.length} found`);
process.exit(told.length ? 1 : 0);
