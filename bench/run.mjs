// npm run bench: bundles the bench as the application is bundled (the test runner's loader slows inner functions), then runs it.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureInstalled, root } from '../scripts/install.mjs';

ensureInstalled();
const { build } = await import('esbuild');
const folder = mkdtempSync(join(tmpdir(), 'jolt-bench-'));
const outfile = join(folder, 'bench.mjs');
await build({
  entryPoints: [join(root, 'bench/index.ts')],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  alias: { $lib: join(root, 'src/lib') },
  logLevel: 'error',
});
const { status } = spawnSync(process.execPath, [outfile], { stdio: 'inherit' });
rmSync(folder, { recursive: true });
process.exit(status ?? 1);
