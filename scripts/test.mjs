// npm test: everything that must hold, from a clean clone. Ends with the counts of all tests.
import { spawnSync } from 'node:child_process';
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

const STEPS = [
  ['sync', bin('svelte-kit'), ['sync']],
  ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ['lint', bin('eslint'), ['.']],
  ['types', bin('svelte-check'), ['--fail-on-warnings', '--threshold', 'warning']],
  ['architecture', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'src']],
  ['unused code', bin('knip'), ['--no-progress']],
  ['unit tests', bin('mocha'), ['--config', '.mocharc.json']],
  ['build', bin('vite'), ['build', '--logLevel', 'error']],
  ['browser tests', bin('mocha'), ['--config', '.mocharc.e2e.json']],
];

let broken = 0;
for (const [name, command, args] of STEPS) {
  const from = Date.now();
  console.log(`\n== ${name}`);
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, TEST_COUNTS: counts, CHROMIUM_PATH: chromium },
  });
  console.log(`${status === 0 ? 'ok' : 'FAILED'}: ${name}, ${((Date.now() - from) / 1000).toFixed(0)} s`);
  if (status !== 0) broken++;
  // What follows would only repeat the same failure.
  if (status !== 0 && name === 'build') break;
}

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
