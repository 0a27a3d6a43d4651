import { expect } from 'chai';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { openPage, startApp, useApp } from '../support/app';
import { index, stepOn } from '../support/at-machine';
import { buildNextVersion } from '../support/next-version';

const used = useApp();
const folder = mkdtempSync(join(tmpdir(), 'jolt-update-'));
/** The first version in a folder of its own, as a server that is replaced later. */
const older = join(folder, 'older');
let newer = '';
before(function () {
  this.timeout(600_000);
  for (const name of ['build', 'server.mjs']) cpSync(name, join(older, name), { recursive: true });
  newer = buildNextVersion(join(folder, 'newer'));
});
after(() => rmSync(folder, { recursive: true, force: true }));

/** Which version a page is of: its first script is named by all that it is made of. */
const madeOf = (page: Page) =>
  page.evaluate(() => /entry\/app\.([\w-]+)\.js/.exec(document.documentElement.innerHTML)?.[1]);
const shapeOf = (page: Page) => page.evaluate(async () => (await indexedDB.databases()).find((d) => d.name === 'jolt-step')?.version); // prettier-ignore
const port = (url: string) => Number(new URL(url).port);

describe('a newer version', () => {
  it('is never put under a run: reloads stay with the one in use, without a network too; then it is taken, and works offline', async () => {
    let app = await startApp({ cwd: older });
    const { page, context } = await openPage(used.browser, { serviceWorkers: 'allow' });
    await page.goto(app.url);
    await page.getByRole('heading', { name: 'Gullmere Kite Fair' }).waitFor();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.reload();
    await page.getByRole('link', { name: 'Resume' }).click();
    await page.getByTestId('resume').waitFor();
    const first = await madeOf(page);
    const shape = await shapeOf(page);
    await page.keyboard.press('Space');
    await page.getByTestId('resume').waitFor({ state: 'detached' });
    await stepOn(page);
    const at = await index(page);

    await app.stop();
    app = await startApp({ cwd: newer, at: port(app.url) });
    // In the middle of the run: reloaded, forced too, and with the network gone.
    const resumed = async () => {
      await page.getByTestId('resume').waitFor();
      expect([await madeOf(page), await shapeOf(page), await index(page)]).to.deep.equal([first, shape, at]);
    };
    await page.reload();
    await resumed();
    const session = await context.newCDPSession(page);
    await session.send('Page.reload', { ignoreCache: true });
    await resumed();
    await app.stop();
    await page.reload();
    await resumed();
    app = await startApp({ cwd: newer, at: port(app.url) });
    await page.evaluate(async () => {
      const registration = await navigator.serviceWorker.ready;
      await registration.update();
      while (!registration.waiting) await new Promise((done) => setTimeout(done, 50));
    });
    const offer = page.getByText('A newer Jolt Step is ready.');
    await page.keyboard.press('Space');
    await page.getByTestId('resume').waitFor({ state: 'detached' });
    expect(await offer.count()).to.equal(0);

    // Left, it is offered; a run that is begun meanwhile holds it off once more.
    await page.getByRole('link', { name: /Leave/ }).click();
    await offer.waitFor();
    const other = await context.newPage();
    await other.goto(page.url());
    await other.getByRole('link', { name: 'Resume' }).click();
    await other.getByTestId('resume').waitFor();
    await page.getByRole('button', { name: 'Use it now' }).click();
    await page.getByText('A run is at the machine: the newer Jolt Step waits.').waitFor();
    expect(await madeOf(page)).to.equal(first);
    await other.close();
    await page.reload();
    await offer.waitFor();
    await page.getByRole('button', { name: 'Use it now' }).click();
    await page.waitForFunction(async () => !(await navigator.serviceWorker.ready).waiting);
    await page.getByText('Line-winder pouch is waiting').waitFor();
    expect(await madeOf(page)).to.not.equal(first);
    expect(await shapeOf(page)).to.equal((shape ?? 0) + 10);

    await app.stop();
    await page.reload();
    await page.getByRole('link', { name: 'Resume' }).click();
    await page.getByTestId('resume').waitFor();
    expect(await index(page)).to.equal(at);
    await context.close();
  }).timeout(300_000);

  it('that replaces the server under a page without the worker is told in a sentence, and a reload loses nothing', async () => {
    let app = await startApp({ cwd: older });
    const { page, context } = await openPage(used.browser);
    await page.goto(`${app.url}/builds/tail-tab`);
    await page.getByTestId('step-card').waitFor();
    await app.stop();
    app = await startApp({ cwd: newer, at: port(app.url) });
    const name = page.getByLabel('Name of the build');
    await name.fill('Tail tab, kept');
    await name.press('Tab');
    await page.keyboard.press('Control+k');
    await page.getByText('The server has a newer Jolt Step').waitFor();
    await page.getByRole('button', { name: 'Reload' }).click();
    await page.waitForFunction(() => (document.querySelector<HTMLInputElement>('[aria-label="Name of the build"]')?.value ?? '') === 'Tail tab, kept'); // prettier-ignore
    await page.keyboard.press('Control+k');
    await page.getByTestId('palette').waitFor();
    await context.close();
    await app.stop();
  });
});
