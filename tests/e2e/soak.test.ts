import { expect } from 'chai';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { openPage, startApp, useApp, type App } from '../support/app';
import { eventsOf } from '../support/run-data';
import { Dice } from '../support/labelled/types';
import { buildNextVersion } from '../support/next-version';

/** A short while in `npm test`, ten minutes in `npm run soak`. */
const MINUTES = Number(process.env.SOAK_MINUTES ?? 0.5);
const RUN = 'demo-run-line-winder-pouch-6';
const used = useApp();
const folder = mkdtempSync(join(tmpdir(), 'jolt-soak-'));
const older = join(folder, 'older');
let newer = '';
before(function () {
  this.timeout(600_000);
  for (const name of ['build', 'server.mjs']) cpSync(name, join(older, name), { recursive: true });
  newer = buildNextVersion(join(folder, 'newer'));
});
after(() => rmSync(folder, { recursive: true, force: true }));
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Types into a field of a place, as a maker does who then goes on. */
async function type(page: Page, url: string, field: string, text: string) {
  if (page.url().split('?')[0] !== url.split('?')[0]) await page.goto(url);
  const input = page.getByLabel(field).first();
  await input.fill(text);
  await input.blur();
}
const shown = async (page: Page, url: string, field: string) => {
  await page.goto(url);
  const input = page.getByLabel(field).first();
  await input.waitFor();
  return input.inputValue();
};

describe('two tabs, whatever happens to the server', () => {
  it(`${MINUTES} minutes of random presses: nothing is lost, nothing is stuck, an update comes in between`, async function () {
    this.timeout(MINUTES * 60_000 + 400_000);
    const dice = new Dice(Number(process.env.SEED ?? 5));
    let app: App = await startApp({ cwd: older });
    const { url } = app;
    const at = Number(new URL(url).port);
    const { page: one, context } = await openPage(used.browser, { serviceWorkers: 'allow' });
    await one.goto(url);
    await one.getByRole('heading', { level: 1 }).waitFor();
    await one.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    const other = await context.newPage();
    await other.goto(url);
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
            await one.goto(`${url}/run/${RUN}`);
            await one.getByTestId('run').waitFor();
          }
          const run = one.getByTestId('run');
          for (let i = 0; i < 3; i++) {
            const stored = Number(await run.getAttribute('data-stored'));
            const index = Number(await run.getAttribute('data-index'));
            await one.keyboard.press(index < 12 || (index < 26 && dice.chance(0.7)) ? 'ArrowRight' : 'ArrowLeft'); // prettier-ignore
            await one.waitForFunction((n) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-stored')) > n, stored); // prettier-ignore
            pressed++;
          }
        },
      ],
      other: [
        field(other, '/builds/crew-patch?view=notes', 'What to remember'),
        field(other, '/builds/gull-pennant?view=notes', 'Name of the build'),
        async () => {
          await other.goto(`${url}/log`);
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
    await other.goto(url);
    await one.goto(url);
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
    await context.close();
    await app.stop();
  });
});
