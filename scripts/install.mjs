// Installs what is missing, and nothing when all is there. Used by every npm command that needs packages.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command with its output shown; ends this process with the same code when it fails. */
export function run(command, args, env = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  if (result.status !== 0) process.exit(result.status ?? 1);
}

export function ensureInstalled() {
  const lock = `${root}/package-lock.json`;
  const mark = `${root}/node_modules/.package-lock.json`;
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(lock).mtimeMs) return;
  console.log('Installing packages (once) …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
}

/** Chromium for the browser tests: CHROMIUM_PATH, Debian's, or Debian's installed now. */
export function ensureChromium() {
  const found = [process.env.CHROMIUM_PATH, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
    (p) => p && existsSync(p),
  );
  if (found) return found;
  if (existsSync('/usr/bin/apt-get') && process.getuid?.() === 0) {
    console.log('Installing Chromium from Debian (once) …');
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit' });
    spawnSync('apt-get', ['install', '-y', '-qq', 'chromium'], { stdio: ['ignore', 'ignore', 'inherit'] });
    if (existsSync('/usr/bin/chromium')) return '/usr/bin/chromium';
  }
  console.error('The browser tests need Chromium. Install it, or set CHROMIUM_PATH to where it is.');
  process.exit(1);
}

export const version = () => JSON.parse(readFileSync(`${root}/package.json`, 'utf8')).version;
