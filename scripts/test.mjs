// npm test: everything that must hold, from a clean clone. Ends with the counts of all tests.
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium, ensureInstalled, root } from './install.mjs';

ensureInstalled();
const chromium = ensureChromium();
const folder = mkdtempSync(join(tmpdir(), 'jolt-test-'));
const counts = join(folder, 'counts');
writeFileSync(counts, '');
const bin = (name) => `${root}/node_modules/.bin/${name}`;

const FIRST = ['sync', bin('svelte-kit'), ['sync']];
/** A build writes the types of the routes anew: who reads them then finds some half written. */
const WHEN_BUILT = 'when built';
/** After it: two rows of steps side by side, so that no core of a small machine waits. */
const ROWS = [
  [
    ['build', bin('vite'), ['build', '--logLevel', 'error']],
    ['browser tests', bin('mocha'), ['--config', '.mocharc.e2e.json'], true],
  ],
  [
    ['unit tests', bin('mocha'), ['--config', '.mocharc.json']],
    ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
    ['architecture', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'src']],
    ['unused code', bin('knip'), ['--no-progress']],
    WHEN_BUILT,
    ['types', bin('tsc'), ['--noEmit']],
    ['types of what is shown', process.execPath, ['scripts/lint/indexed.mjs']],
    ['lint', bin('eslint'), ['.']],
  ],
];

/**
 * Runs one step. What it prints is kept together until its end; only the longest shows it as it comes.
 * @returns whether it held
 */
function hold([name, command, args, live = false]) {
  const from = Date.now();
  if (live) console.log(`\n== ${name}`);
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: live ? 'inherit' : ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, TEST_COUNTS: counts, CHROMIUM_PATH: chromium },
    });
    const told = [];
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (part) => told.push(part));
    child.once('error', (error) => told.push(Buffer.from(`${error.message}\n`)));
    // It comes after an error too.
    child.once('close', (code) => {
      if (!live) console.log(`\n== ${name}`);
      process.stdout.write(Buffer.concat(told));
      console.log(`${code === 0 ? 'ok' : 'FAILED'}: ${name}, ${((Date.now() - from) / 1000).toFixed(0)} s`);
      resolve(code === 0);
    });
  });
}
let isBuilt = () => {};
const built = new Promise((resolve) => (isBuilt = resolve));
let broken = (await hold(FIRST)) ? 0 : 1;
await Promise.all(
  ROWS.map(async (row) => {
    for (const step of row) {
      if (step === WHEN_BUILT) {
        await built;
        continue;
      }
      const held = await hold(step);
      if (step[0] === 'build') isBuilt();
      if (held) continue;
      broken++;
      // Without a build the browser tests would only repeat the same failure.
      if (step[0] === 'build') return;
    }
  }),
);

let passed = 0;
let failed = 0;
for (const line of readFileSync(counts, 'utf8').split('\n').filter(Boolean)) {
  const { passes, failures } = JSON.parse(line);
  passed += passes;
  failed += failures;
}
rmSync(folder, { recursive: true });
// A step that is no test but did not hold counts as one failure, so that the closing line tells the truth.
failed = Math.max(failed, broken);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(broken ? 1 : 0);
