import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { chromium, type Browser, type BrowserContext, type Page } from 'playwright-core';

const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
const executablePath = [
  process.env.CHROMIUM_PATH,
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
].find((p) => p && existsSync(p));

const freePort = () =>
  new Promise<number>((resolve, reject) => {
    const probe = createServer().once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });

export interface App {
  url: string;
  /** of the server's process */
  pid: number;
  stop(): Promise<void>;
}

/** The built application on a free port, on this machine only; stopped by its own process. */
export async function startApp({
  demo = true,
  cwd = process.cwd(),
  at = 0,
  env = {} as NodeJS.ProcessEnv,
} = {}): Promise<App> {
  const port = at || (await freePort());
  const server: ChildProcess = spawn(process.execPath, ['server.mjs'], {
    cwd,
    env: {
      ...process.env,
      PORT: String(port),
      HOST: '127.0.0.1',
      ORIGIN: `http://localhost:${port}`,
      JOLT_DEMO: demo ? '1' : '',
      ...env,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    server.stdout?.once('data', () => resolve());
    server.once('exit', (code) => reject(new Error(`server ended with ${code}`)));
  });
  return {
    url: `http://localhost:${port}`,
    pid: server.pid ?? 0,
    stop: () =>
      new Promise((resolve) => {
        server.once('exit', () => resolve());
        server.kill('SIGTERM');
      }),
  };
}

/** App and browser for the tests of one file. What a test opened is closed after it, whatever came of it. */
export function useApp() {
  const used = {} as { app: App; browser: Browser };
  let shared: BrowserContext[] = [];
  beforeEach(() => (shared = used.browser.contexts()));
  afterEach(async () => {
    const own = used.browser.contexts().filter((c) => !shared.includes(c));
    await Promise.all(own.map((c) => c.close()));
  });
  before(async () => {
    used.app = await startApp();
    used.browser = await startBrowser();
  });
  after(async () => {
    await used.browser?.close();
    await used.app?.stop();
  });
  return used;
}

/** A busy machine is no fault: what never comes is. ms */
const PATIENCE = 120_000;

export const startBrowser = (): Promise<Browser> => {
  if (!executablePath) throw new Error('Chromium is missing: install it or set CHROMIUM_PATH.');
  return chromium.launch({ executablePath, args: FLAGS });
};

/** A browser of its own process and folder, that can be killed as a power cut would. */
export async function startKillable(folder: string): Promise<{ page: Page; kill(): Promise<void> }> {
  if (!executablePath) throw new Error('Chromium is missing: install it or set CHROMIUM_PATH.');
  rmSync(join(folder, 'DevToolsActivePort'), { force: true });
  const child = spawn(
    executablePath,
    [...FLAGS, '--remote-debugging-port=0', `--user-data-dir=${folder}`, 'about:blank'],
    { stdio: 'ignore', detached: true },
  );
  const gone = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  const port = await waitForPort(join(folder, 'DevToolsActivePort'));
  const browser = await chromium.connectOverCDP(`http://127.0.0.1:${port}`, { timeout: PATIENCE });
  const context = browser.contexts()[0];
  context.setDefaultTimeout(PATIENCE);
  return {
    page: context.pages()[0] ?? (await context.newPage()),
    kill: async () => {
      // The whole group: its renderers and storage process go at the same instant.
      if (child.exitCode === null && child.signalCode === null)
        process.kill(-(child.pid as number), 'SIGKILL');
      await gone;
      // The line is dead with it; nothing is left to be answered.
      void browser.close().catch(() => undefined);
    },
  };
}
async function waitForPort(file: string): Promise<string> {
  for (let i = 0; i < 4800; i++) {
    const [port] = existsSync(file) ? readFileSync(file, 'utf8').split('\n') : [];
    if (port) return port;
    await new Promise((done) => setTimeout(done, 25));
  }
  throw new Error('Chromium did not open its port.');
}

/**
 * A page that fails its test when the page throws or breaks its own content rules.
 * @param isHasty leaves while something is being stored; the page is asked then
 */
export async function openPage(
  browser: Browser,
  options: Parameters<Browser['newContext']>[0] = {},
  isHasty = false,
): Promise<{ page: Page; context: BrowserContext; faults: string[] }> {
  // Offline work is tried in a test of its own; elsewhere it would fetch every file for every page.
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    ...options,
  });
  context.setDefaultTimeout(PATIENCE);
  // The loader of these tests names functions by a helper that a page does not have.
  await context.addInitScript('globalThis.__name = (f) => f');
  const faults: string[] = [];
  context.on('page', (p) => {
    if (!isHasty) leaveWhenStored(p);
    p.on('pageerror', (error) => faults.push(error.message));
    p.on('console', (message) => message.type() === 'error' && faults.push(message.text()));
  });
  return { page: await context.newPage(), context, faults };
}

/** Reloads and visits wait, as a maker does who is asked whether to leave, until all is on the disk. */
function leaveWhenStored(page: Page) {
  const stored = () =>
    page.waitForFunction(() => dispatchEvent(new Event('beforeunload', { cancelable: true })));
  const { goto, reload } = page;
  page.goto = async (...args) => {
    await stored();
    return goto.apply(page, args);
  };
  page.reload = async (...args) => {
    await stored();
    return reload.apply(page, args);
  };
}

/** The button of a notice that something is gone or changed; the place's own Undo is another. */
export const toldUndo = (page: Page) =>
  page.locator('[data-sonner-toast]').getByRole('button', { name: 'Undo' });
