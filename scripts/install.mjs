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

/** One without windows of its own opens a page in half the time. */
const SHELL = '/usr/bin/chromium-headless-shell';
const foundChromium = () =>
  [process.env.CHROMIUM_PATH, SHELL, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
    (p) => p && existsSync(p),
  );

/** Chromium for the browser tests: CHROMIUM_PATH, Debian's, or Debian's installed now. */
export function ensureChromium() {
  const mayInstall = existsSync('/usr/bin/apt-get') && process.getuid?.() === 0;
  if (mayInstall && !process.env.CHROMIUM_PATH && !existsSync(SHELL)) {
    console.log('Installing Chromium from Debian (once) …');
    const apt = (...command) =>
      spawnSync(
        'apt-get',
        ['-o', 'Acquire::Retries=0', '-o', 'Acquire::http::Timeout=20', '-qq', ...command],
        {
          stdio: ['ignore', 'ignore', 'inherit'],
        },
      );
    apt('update');
    apt('install', '-y', 'chromium-headless-shell');
    if (!foundChromium()) apt('install', '-y', 'chromium');
  }
  const path = foundChromium();
  if (path) return path;
  console.error('The browser tests need Chromium. Install it, or set CHROMIUM_PATH to where it is.');
  process.exit(1);
}

export const version = () => JSON.parse(readFileSync(`${root}/package.json`, 'utf8')).version;
