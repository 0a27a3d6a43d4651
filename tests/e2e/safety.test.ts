import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import type { Page } from 'playwright-core';
import { openPage, startApp, startBrowser, useApp } from '../support/app';
import { eventsOf, loseWorkroom, mirrorMade } from '../support/run-data';

const used = useApp();
const data = (page: Page) => page.getByTestId('data');
/** Waits for a text; one that does not come is told with what is there instead. */
const shows = async (page: Page, text: string, faults: string[]) =>
  page
    .getByText(text)
    .first()
    .waitFor()
    .catch(async (error: unknown) => {
      const there = (await page.locator('body').innerText()).slice(0, 600);
      expect.fail(`${error}; ${page.url()} shows: ${there}; ${faults}`);
    });

describe('data safety', () => {
  it('backs the workroom up, shows what a restore would do, and restores it into an empty one', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop/data`);
    await data(page).getByText('No backup was made here yet').waitFor();
    const saved = page.waitForEvent('download');
    await data(page).getByRole('button', { name: 'Back up now' }).click();
    const zip = readFileSync(await (await saved).path());
    await data(page).getByText('Last backup:').waitFor();
    await context.close();

    // Another browser, with nothing in it.
    const plain = await startApp({ demo: false });
    const other = await openPage(used.browser);
    await other.page.goto(`${plain.url}/workshop/data`);
    await other.page
      .getByTestId('restore-input')
      .setInputFiles({ name: 'backup.zip', mimeType: 'application/zip', buffer: zip.subarray(0, 9000) });
    await other.page.getByText('This ZIP is cut off or damaged').waitFor();
    await other.page
      .getByTestId('restore-input')
      .setInputFiles({ name: 'backup.zip', mimeType: 'application/zip', buffer: zip });
    const row = other.page.getByTestId('restore-summary').getByRole('row', { name: /^builds/ });
    expect(await row.innerText()).to.match(/builds\s+9\s+0\s+0\s+0/);
    await other.page.getByRole('button', { name: 'Restore', exact: true }).click();
    await other.page.getByText('The backup is restored.').waitFor();
    await other.page.goto(plain.url);
    await other.page.getByText('Line-winder pouch is waiting').waitFor();
    expect(faults.concat(other.faults)).to.deep.equal([]);
    await other.context.close();
    await plain.stop();
  });

  it('a damaged record is set aside with a sentence; the rest opens', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByRole('heading', { name: 'Tern & Tide' }).waitFor();
    await page.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const open = indexedDB.open('jolt-step');
          open.onsuccess = () => {
            const write = open.result.transaction(['builds', 'runs'], 'readwrite');
            write.objectStore('builds').put({ id: 'x', name: 'Torn', changedAt: '2026', order: 7 });
            write.objectStore('runs').put({ id: 'y', buildId: 'x', createdAt: 5, score: null });
            write.oncomplete = () => (open.result.close(), resolve());
          };
        }),
    );
    await page.reload();
    await page.getByText(/Damaged and set aside: The build “Torn”; A run of the log/).waitFor();
    await page.getByText('Crew patch').first().waitFor();
    await context.close();
  });

  it('a browser that loses its database: the workroom comes back from the second copy, the run where it was', async () => {
    const { page, context, faults } = await openPage(used.browser);
    const run = page.getByTestId('run');
    await page.goto(`${used.app.url}/workshop/data`);
    await data(page).getByText('A second copy lies in another place').waitFor();
    await mirrorMade(page);
    await page.goto(`${used.app.url}/run/demo-run-line-winder-pouch-6`);
    await page.getByTestId('resume').waitFor();
    const index = Number(await run.getAttribute('data-index'));
    // It is resumed, then a step is done.
    for (let n = 0; n < 2; n++) {
      const stored = Number(await run.getAttribute('data-stored'));
      await page.keyboard.press('ArrowRight');
      await page.locator(`[data-testid=run][data-stored="${stored + 1}"]`).waitFor();
    }
    // A page without the application: nobody has the database open.
    await page.goto(`${used.app.url}/icon.svg`);
    const kept = await eventsOf(page, 'demo-run-line-winder-pouch-6');
    await loseWorkroom(page);

    await page.goto(used.app.url);
    await page.getByText(/had lost its database; 9 builds and 32 runs are back/).waitFor();
    await page.getByText('Line-winder pouch is waiting').waitFor();
    expect(await eventsOf(page, 'demo-run-line-winder-pouch-6')).to.deep.equal(kept);
    await page.goto(`${used.app.url}/run/demo-run-line-winder-pouch-6`);
    await page.locator(`[data-testid=run][data-index="${index + 1}"]`).waitFor();
    // Told once, not at every opening.
    await page.goto(used.app.url);
    await page.getByText('Line-winder pouch is waiting').waitFor();
    // What shows notes is loaded with the first one.
    await page.waitForLoadState('networkidle');
    expect(await page.getByText(/had lost its database/).count()).to.equal(0);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('after one load it works with the server gone: every place, and a run too', async () => {
    const app = await startApp();
    const browser = await startBrowser();
    const { page, context, faults } = await openPage(browser, { serviceWorkers: 'allow' });
    await page.goto(app.url);
    await page.getByRole('heading', { name: 'Tern & Tide' }).waitFor();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    const kept = await page.evaluate(async () =>
      (await Promise.all((await caches.keys()).map(async (key) => (await caches.open(key)).keys())))
        .flat()
        .map((request) => new URL(request.url).pathname),
    );
    const built = readdirSync('build/client', { recursive: true, withFileTypes: true })
      .filter((f) => f.isFile() && !/\.(br|gz)$|^service-worker\.js$|^version\.json$/.test(f.name))
      .map((f) => join('/', relative('build/client', f.parentPath), f.name));
    expect(built.filter((file) => !kept.includes(file))).to.deep.equal([]);
    expect(built).to.include('/icon.svg');
    // Each place has a page of its own, which names the parts that it begins with.
    const partsOf = (links: string | null | undefined) =>
      [...(links ?? '').matchAll(/<([^>]+)>; rel="modulepreload"/g)].map(([, part]) => part);
    const own: Record<string, (string | undefined)[]> = {};
    for (const path of ['/', '/cut', '/builds/line-winder-pouch'])
      own[path] = partsOf((await fetch(app.url + path)).headers.get('link'));
    expect(own['/cut']).not.to.deep.equal(own['/']);
    expect(own['/builds/line-winder-pouch']?.length).to.be.greaterThan(30);
    await app.stop();
    for (const [path, parts] of Object.entries(own)) {
      const answer = await page.goto(app.url + path);
      expect(partsOf(answer?.headers().link), path).to.deep.equal(parts);
    }
    // What the browser remembers by itself may be gone at any time.
    await (await context.newCDPSession(page)).send('Network.clearBrowserCache');
    for (const [path, text] of [
      ['/builds', 'Crew patch'],
      ['/cut', 'On the shelf'],
      ['/log', 'What it teaches'],
      ['/workshop', 'Usual machine'],
    ]) {
      await page.goto(app.url + path);
      await shows(page, text, faults);
    }
    // The heavy work is there too: laying out, packing a backup, reading a file.
    await page.goto(`${app.url}/cut`);
    await page.getByRole('button', { name: 'Lay it out' }).click();
    await page
      .getByRole('img', { name: /: \d+ pieces/ })
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Stop' }).click();
    await page.goto(`${app.url}/workshop/data`);
    const saved = page.waitForEvent('download');
    await data(page).getByRole('button', { name: 'Back up now' }).click();
    const zip = readFileSync(await (await saved).path());
    await page
      .getByTestId('restore-input')
      .setInputFiles({ name: 'backup.zip', mimeType: 'application/zip', buffer: zip });
    await page.getByTestId('restore-summary').waitFor();
    await page.goto(`${app.url}/builds/line-winder-pouch`);
    await page.getByTestId('step-card').waitFor();
    await page.goto(app.url);
    await page.getByRole('link', { name: 'Resume' }).click();
    await page.getByTestId('resume').waitFor();
    await page.keyboard.press('Space');
    await page.getByTestId('resume').waitFor({ state: 'detached' });
    await page.reload();
    await page.getByTestId('resume').waitFor();
    await page.getByRole('img', { name: /from above/ }).waitFor();
    const manifest = await page.evaluate(
      async () => (await (await fetch('/manifest.webmanifest')).json()).name,
    );
    expect(manifest).to.equal('Jolt Step');
    expect(faults.filter((f) => !/Failed to load resource|ERR_CONNECTION/.test(f))).to.deep.equal([]);
    await context.close();
    await browser.close();
  });

  it('where the workers cannot be loaded it says so, and works again when it can', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await context.route(/\.worker-/, (route) => route.abort());
    await page.goto(`${used.app.url}/cut`);
    await page.getByText('The part of Jolt Step that reads and lays out did not answer').waitFor();
    await context.unroute(/\.worker-/);
    await page.getByRole('button', { name: 'Try again' }).click();
    await shows(page, 'On the shelf', faults);
    await context.close();
  });
});
