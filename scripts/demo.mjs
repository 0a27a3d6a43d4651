// npm run demo: from a clean clone to the sample workroom in the browser.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { ensureInstalled, root, run } from './install.mjs';

ensureInstalled();
if (isStale()) {
  console.log('Building …');
  run(`${root}/node_modules/.bin/vite`, ['build', '--logLevel', 'warn']);
}
const server = spawn(process.execPath, ['server.mjs'], {
  cwd: root,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, JOLT_DEMO: '1' },
});
server.stdout.on('data', (data) => {
  process.stdout.write(data);
  const address = /http:\S+/.exec(String(data))?.[0];
  // A desktop opens the page by itself; elsewhere the address is enough.
  const opener = { darwin: 'open', linux: 'xdg-open' }[process.platform];
  if (address && opener && process.stdout.isTTY && spawnSync('which', [opener]).status === 0)
    spawn(opener, [address], { stdio: 'ignore', detached: true }).unref();
});
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));

/** Whether any source is newer than the build. */
function isStale() {
  if (!existsSync(`${root}/build/handler.js`)) return true;
  const built = statSync(`${root}/build/handler.js`).mtimeMs;
  const newer = (path) =>
    statSync(path).isDirectory()
      ? readdirSync(path).some((name) => newer(`${path}/${name}`))
      : statSync(path).mtimeMs > built;
  return ['src', 'static', 'package.json', 'svelte.config.js', 'vite.config.ts'].some((path) =>
    newer(`${root}/${path}`),
  );
}
