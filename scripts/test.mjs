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

/** A row of steps, one after the other. Rows of a group go side by side; the browser has the machine for itself. */
const GROUPS = [
  [[['sync', bin('svelte-kit'), ['sync']]]],
  [
    [
      ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
      ['lint', bin('eslint'), ['.']],
      ['indexed types', process.execPath, ['scripts/lint/indexed.mjs']],
    ],
    [
      ['types', bin('svelte-check'), ['--fail-on-warnings', '--threshold', 'warning']],
      ['architecture', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'src']],
      ['unused code', bin('knip'), ['--no-progress']],
    ],
  ],
  [
    [['build', bin('vite'), ['build', '--logLevel', 'error']]],
    [['unit tests', bin('mocha'), ['--config', '.mocharc.json']]],
  ],
  [[['browser tests', bin('mocha'), ['--config', '.mocharc.e2e.json']]]],
];

/** Runs one step; beside others its output is kept together until its end. @returns whether it held */
function hold([name, command, args], alone) {
  const from = Date.now();
  if (alone) console.log(`\n== ${name}`);
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: alone ? 'inherit' : ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, TEST_COUNTS: counts, CHROMIUM_PATH: chromium },
    });
    const told = [];
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (part) => told.push(part));
    child.once('error', (error) => told.push(Buffer.from(`${error.message}\n`)));
    // It comes after an error too.
    child.once('close', (code) => {
      if (!alone) console.log(`\n== ${name}`);
      process.stdout.write(Buffer.concat(told));
      console.log(`${code === 0 ? 'ok' : 'FAILED'}: ${name}, ${((Date.now() - from) / 1000).toFixed(0)} s`);
      resolve(code === 0);
    });
  });
}
let broken = 0;
for (const rows of GROUPS) {
  const alone = rows.length === 1;
  const held = await Promise.all(
    rows.map(async (row) => {
      let all = true;
      for (const step of row) all = (await hold(step, alone)) && all;
      return all;
    }),
  );
  broken += held.filter((all) => !all).length;
  // Without a build the browser tests would only repeat the same failure.
  if (rows[0][0][0] === 'build' && !held[0]) break;
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
