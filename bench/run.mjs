// npm run bench: bundles the bench as the application is bundled (the test runner's loader slows inner functions), then runs it.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium, ensureInstalled, root } from '../scripts/install.mjs';

ensureInstalled();
const { build } = await import('esbuild');
const folder = mkdtempSync(join(tmpdir(), 'jolt-bench-'));
await build({
  entryPoints: ['index', 'memory', 'write-tapes'].map((name) => join(root, `bench/${name}.ts`)),
  outdir: folder,
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  alias: { $lib: join(root, 'src/lib') },
  logLevel: 'error',
});
const run = (name, ...args) =>
  spawnSync(process.execPath, ['--expose-gc', join(folder, `${name}.mjs`), ...args], { stdio: 'inherit' })
    .status ?? 1;
let status = run('index');
status ||= run('write-tapes', folder);
for (const n of ['1000000', '4000000'])
  status ||= run('memory', join(folder, '100000.dst'), join(folder, `${n}.dst`));
// On the built application.
status ||=
  spawnSync(join(root, 'node_modules/.bin/vite'), ['build', '--logLevel', 'error'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
  }).status ?? 1;
process.env.CHROMIUM_PATH = ensureChromium();
for (const name of ['felt', 'server', 'long-life'])
  status ||=
    spawnSync(process.execPath, ['--import', 'tsx/esm', join(root, `bench/${name}.ts`)], {
      cwd: root,
      stdio: 'inherit',
    }).status ?? 1;
rmSync(folder, { recursive: true });
process.exit(status);
