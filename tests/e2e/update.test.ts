import { expect } from 'chai';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { openPage, startApp, useApp, type App } from '../support/app';
import { index, stepOn } from '../support/at-machine';
import { Dice } from '../support/labelled/types';
import { buildNextVersion } from '../support/next-version';
import { eventsOf } from '../support/run-data';

/** A short while in `npm test`, ten minutes in `npm run soak`. */
const MINUTES = Number(process.env.SOAK_MINUTES ?? 0.35);
const RUN = 'demo-run-line-winder-pouch-6';
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
const shapeOf = (page: Page) =>
  page.evaluate(async () => (await indexedDB.databases()).find((d) => d.name === 'jolt-step')?.version);
const port = (url: string) => Number(new URL(url).port);

describe('a newer version', () => {
  it('is never put under a run: reloads stay with the one in use, without a network too; then it is taken, and works offline', async () => {
    let app = await startApp({ cwd: older });
    const { page, context } = await openPage(used.browser, { serviceWorkers: 'allow' });
    await page.goto(app.url);
    await page.getByRole('heading', { name: 'Tern & Tide' }).waitFor();
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
    // The page of the first version says the same until it is loaded again.
    await page.waitForFunction(
      (script) => !document.documentElement.innerHTML.includes(`entry/app.${script}.js`),
      first,
    );
    await page.getByText('Line-winder pouch is waiting').waitFor();
    expect(await madeOf(page)).to.not.equal(first);
    expect(await shapeOf(page)).to.equal((shape ?? 0) + 10);

    await app.stop();
    await page.reload();
    await page.getByRole('link', { name: 'Resume' }).click();
    await page.getByTestId('resume').waitFor();
    expect(await index(page)).to.equal(at);
    await context.close();
  }).timeout(900_000);

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
    await page.waitForFunction(
      () =>
        (document.querySelector<HTMLInputElement>('[aria-label="Name of the build"]')?.value ?? '') ===
        'Tail tab, kept',
    );
    await page.keyboard.press('Control+k');
    await page.getByTestId('palette').waitFor();
    await context.close();
    await app.stop();
  });
});

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Goes to a place; a page that holds what is being stored, or a browser that could not start its worker in time, is asked again. */
async function visit(page: Page, url: string) {
  for (let asked = 0; asked < 20; asked++) {
    const went = await page.goto(url).catch(() => null);
    if (went) return;
    await wait(100);
  }
  await page.goto(url);
}
/** Stays on a page that says that something is still being stored. @returns how often it was asked */
function stayWhileStoring(page: Page) {
  const asked = { times: 0 };
  page.on('dialog', (dialog) => (asked.times++, void dialog.dismiss()));
  return asked;
}

/** Types into a field of a place, as a maker does who then goes on. */
async function type(page: Page, url: string, field: string, text: string) {
  if (page.url().split('?')[0] !== url.split('?')[0]) await visit(page, url);
  const input = page.getByLabel(field).first();
  await input.fill(text);
}
const shown = async (page: Page, url: string, field: string) => {
  await visit(page, url);
  const input = page.getByLabel(field).first();
  await input.waitFor().catch(async (error: unknown) => {
    throw new Error(`${error}; ${page.url()} shows: ${await page.locator('body').innerText()}`);
  });
  return input.inputValue();
};

describe('two tabs, whatever happens to the server', () => {
  it(`${MINUTES} minutes of random presses: nothing is lost, nothing is stuck, an update comes in between`, async function () {
    this.timeout(MINUTES * 60_000 + 400_000);
    const dice = new Dice(Number(process.env.SEED ?? 5));
    let app: App = await startApp({ cwd: older });
    const { url } = app;
    const at = Number(new URL(url).port);
    const { page: one, context } = await openPage(used.browser, { serviceWorkers: 'allow' }, true);
    await one.goto(url);
    await one.getByRole('heading', { level: 1 }).waitFor();
    await one.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    const other = await context.newPage();
    await other.goto(url);
    const asked = [one, other].map(stayWhileStoring);
    /** what each field was given last */
    const given = new Map<string, string>();
    let pressed = 0;
    let said = 0;
    const field = (page: Page, path: string, label: string) => async () => {
      const text = `soaked ${++said}`;
      await type(page, url + path, label, text);
      given.set(`${path} ${label}`, text);
    };
    const deeds: Record<'one' | 'other', (() => Promise<void>)[]> = {
      one: [
        field(one, '/builds/tail-tab?view=notes', 'What to remember'),
        field(one, '/workshop', 'Name of the workroom'),
        async () => {
          if (!one.url().includes(RUN)) {
            await visit(one, `${url}/run/${RUN}`);
            await one.getByTestId('run').waitFor();
          }
          const run = one.getByTestId('run');
          for (let i = 0; i < 3; i++) {
            const stored = Number(await run.getAttribute('data-stored'));
            const index = Number(await run.getAttribute('data-index'));
            await one.keyboard.press(
              index < 12 || (index < 26 && dice.chance(0.7)) ? 'ArrowRight' : 'ArrowLeft',
            );
            await one.waitForFunction(
              (n) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-stored')) > n,
              stored,
            );
            pressed++;
          }
        },
      ],
      other: [
        field(other, '/builds/crew-patch?view=notes', 'What to remember'),
        field(other, '/builds/gull-pennant?view=notes', 'Name of the build'),
        async () => {
          await visit(other, `${url}/log`);
          await other.getByTestId('log').waitFor();
        },
      ],
    };
    const until = Date.now() + MINUTES * 60_000;
    const half = Date.now() + MINUTES * 30_000;
    let version = older;
    const acting = async (who: 'one' | 'other') => {
      while (Date.now() < until) await dice.pick(deeds[who])();
    };
    const meddling = async () => {
      while (Date.now() < until) {
        await wait(dice.between(500, 4000));
        if (version === older && Date.now() > half) {
          version = newer;
          await app.stop();
          app = await startApp({ cwd: version, at });
        } else if (dice.chance(0.5)) {
          process.kill(app.pid, 'SIGSTOP');
          await wait(dice.between(200, 4000));
          process.kill(app.pid, 'SIGCONT');
        } else {
          await app.stop();
          await wait(dice.between(0, 2000));
          app = await startApp({ cwd: version, at });
        }
      }
    };
    await Promise.all([acting('one'), acting('other'), meddling()]);
    for (const page of [one, other]) {
      expect(await page.getByTestId('fault').count()).to.equal(0);
      expect(await page.getByTestId('lost-database').count()).to.equal(0);
    }
    // The newer version waits; left at the bench it is taken, and has all of it.
    await visit(other, url);
    await visit(one, url);
    await one.evaluate(async () => {
      const registration = await navigator.serviceWorker.ready;
      await registration.update();
      while (!registration.waiting) await new Promise((done) => setTimeout(done, 50));
    });
    await one.reload();
    await one.getByRole('button', { name: 'Use it now' }).click();
    await one.waitForFunction(async () => !(await navigator.serviceWorker.ready).waiting);
    await one.getByRole('heading', { level: 1 }).waitFor();
    for (const [key, text] of given) {
      const [path, ...label] = key.split(' ');
      expect(await shown(one, url + path, label.join(' ')), key).to.equal(text);
    }
    const events = await eventsOf(one, RUN);
    expect(events.map((e) => e.n)).to.deep.equal(events.map((_, i) => i));
    expect(events.length).to.be.at.least(pressed);
    expect(said + pressed).to.be.above(5);
    expect(asked.reduce((sum, a) => sum + a.times, 0)).to.be.above(0);
    await context.close();
    await app.stop();
  });
});
