// npm run mutants: plants small faults in the core, one at a time, and prints those that no unit test notices.
// MUTANTS: how many (80); SEED: which; ROOMS: in which rooms of the core, with commas.
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { ensureInstalled, root } from './install.mjs';

ensureInstalled();
const { default: ts } = await import('typescript');
const { xoroshiro128plus } = await import('pure-rand/generator/xoroshiro128plus');
const { uniformInt } = await import('pure-rand/distribution/uniformInt');

const MOST = Number(process.env.MUTANTS ?? 80);
const SEED = Number(process.env.SEED ?? 1);
/** Where formulas are. Parsers, schemas, drawings and words have tests of other kinds. */
const ROOMS = (process.env.ROOMS ?? 'hoop,time,thread,order,cut,stock,score,run').split(',');
const AT_ONCE = 2;

/** Faults that a node of the syntax tree may be given: what stands in its place. */
function faultsOf(node, text) {
  if (ts.isBinaryExpression(node)) {
    const { left, right, operatorToken } = node;
    const other = {
      '+': '-',
      '-': '+',
      '*': '/',
      '/': '*',
      '<': '>=',
      '<=': '>',
      '>': '<=',
      '>=': '<',
      '&&': '||',
    }[operatorToken.getText()];
    const isWords = (n) => /['`]/.test(n.getText());
    if (other && !isWords(left) && !isWords(right))
      return [[operatorToken.getStart(), operatorToken.getEnd(), other]];
  }
  if (ts.isElementAccessExpression(node) && /(^|\.)numbers$/.test(node.expression.getText()))
    return [[node.getStart(), node.getEnd(), `(2 * ${node.getText()})`]];
  if (ts.isPropertyAccessExpression(node) && /^Math\.(max|min|ceil|floor)$/.test(node.getText())) {
    const swap = {
      'Math.max': 'Math.min',
      'Math.min': 'Math.max',
      'Math.ceil': 'Math.floor',
      'Math.floor': 'Math.ceil',
    }[node.getText()];
    return [[node.getStart(), node.getEnd(), swap]];
  }
  // How long a text of a file may be is no formula.
  const isLimit =
    ts.isCallExpression(node.parent ?? node) && /\.(max|min)$/.test(node.parent.expression.getText());
  if (
    ts.isNumericLiteral(node) &&
    !isLimit &&
    !['0', '1'].includes(text.slice(node.getStart(), node.getEnd()))
  )
    return [[node.getStart(), node.getEnd(), `(2 * ${node.getText()})`]];
  return [];
}
function* filesIn(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesIn(path);
    else if (entry.name.endsWith('.ts') && entry.name !== 'types.ts') yield path;
  }
}
function allFaults() {
  const all = [];
  for (const room of ROOMS)
    for (const path of filesIn(join(root, 'src/lib/core', room))) {
      const text = readFileSync(path, 'utf8');
      const tree = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true);
      const walk = (node) => {
        for (const [from, to, by] of faultsOf(node, text)) {
          const { line } = tree.getLineAndCharacterOfPosition(from);
          all.push({ file: relative(root, path), line: line + 1, from, to, by, was: text.slice(from, to) });
        }
        ts.forEachChild(node, walk);
      };
      walk(tree);
    }
  return all;
}

const dice = xoroshiro128plus(SEED);
const pool = allFaults();
const planted = [];
while (planted.length < MOST && pool.length)
  planted.push(...pool.splice(uniformInt(dice, 0, pool.length - 1), 1));
console.log(`${planted.length} faults of ${planted.length + pool.length}, in ${ROOMS.join(', ')}`);

/** A copy of the project in which faults are planted; the modules are shared. */
function copy() {
  const folder = mkdtempSync(join(tmpdir(), 'jolt-mutants-'));
  for (const name of [
    'src',
    'tests',
    'bench',
    'package.json',
    'tsconfig.json',
    '.mocharc.json',
    '.svelte-kit',
    'scripts',
    'docs',
    'server.mjs',
  ])
    cpSync(join(root, name), join(folder, name), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}
/** Asked first, because they notice most; what tells of tapes, readings, files and storage alone is not asked at all. */
const FIRST = [
  'by-hand',
  'told-figures',
  'pieces',
  'time',
  'hooping',
  'score',
  'run',
  'gather',
  'stock',
  'plans',
];
const NOT_ASKED = ['backup', 'calibration', 'exchange', 'layout', 'machine', 'merge', 'mirror', 'outline'];
const READERS = ['drawing', 'editor', 'quality', 'reading', 'store', 'tape', 'template'];
const tests = readdirSync(join(root, 'tests/unit'))
  .map((file) => file.replace('.test.ts', ''))
  .filter((name) => !FIRST.includes(name) && !NOT_ASKED.includes(name) && !READERS.includes(name));
const asked = [...FIRST, ...tests].map((name) => `tests/unit/${name}.test.ts`);
function configured(folder) {
  const config = JSON.parse(readFileSync(join(folder, '.mocharc.json'), 'utf8'));
  writeFileSync(join(folder, '.mocharc.json'), JSON.stringify({ ...config, spec: asked, sort: false }));
  return folder;
}
const isNoticed = (folder) =>
  new Promise((resolve) => {
    const mocha = [join(root, 'node_modules/mocha/bin/mocha.js'), '--bail', '--exit'];
    const quick = ['--timeout', '60000', '--reporter', 'dot'];
    const run = spawn(process.execPath, [...mocha, ...quick], {
      cwd: folder,
      stdio: 'ignore',
      // Mocha starts a process of its own: both end together.
      detached: true,
    });
    // A fault that never comes to an end is noticed by whoever waits.
    const end = setTimeout(() => process.kill(-run.pid, 'SIGKILL'), 300_000);
    run.on('exit', (status) => (clearTimeout(end), resolve(status !== 0)));
  });

const folders = Array.from({ length: AT_ONCE }, () => configured(copy()));
const survived = [];
let tried = 0;
async function work(folder) {
  for (let fault = planted.pop(); fault; fault = planted.pop()) {
    const path = join(folder, fault.file);
    const text = readFileSync(path, 'utf8');
    writeFileSync(path, text.slice(0, fault.from) + fault.by + text.slice(fault.to));
    if (!(await isNoticed(folder))) survived.push(fault);
    writeFileSync(path, text);
    process.stdout.write(++tried % 10 ? '.' : ` ${tried}\n`);
  }
}
if (await isNoticed(folders[0])) throw new Error('The unit tests fail without any fault.');
await Promise.all(folders.map(work));
for (const folder of folders) rmSync(folder, { recursive: true });
console.log(`\n${survived.length} of ${tried} survived (${Math.round((100 * survived.length) / tried)} %):`);
for (const { file, line, was, by } of survived) console.log(`  ${file}:${line}  ${was} → ${by}`);
