import { expect } from 'chai';
import type { Locator, Page } from 'playwright-core';
import { openPage, startApp, useApp } from '../support/app';

const used = useApp();

/** Places whose fields are all kept; of the others some only choose what is shown. */
const KEPT = [
  '/workshop',
  '/workshop/machines',
  '/workshop/people',
  '/workshop/thread',
  '/workshop/stock',
  '/workshop/numbers',
  '/cut',
  '/builds/crew-patch?view=order',
  '/builds/line-winder-pouch?view=how',
  '/builds/pilot-bib?view=notes',
  '/builds/tail-tab?view=step',
];
const PLACES = [
  ...KEPT,
  '/',
  '/builds',
  '/run',
  '/log',
  '/builds/gull-pennant?view=cut',
  '/builds/crew-patch?view=thread',
  '/builds/picnic-coaster?view=check',
  '/hoop?build=tail-tab',
  '/hoop?together=pouch-and-tabs',
  '/builds/outline',
  '/builds/wind-star?view=list',
  '/prepare',
  '/batch',
  '/batch?view=price&order=fair',
  '/prepare?of=plan',
  '/run/watch',
];

async function open(page: Page, url: string) {
  await page.goto(url);
  await page.getByRole('heading', { level: 1 }).first().waitFor({ state: 'attached' });
  await page.waitForFunction(
    () => !/Opening the workroom|Reading the tape|Working out/.test(document.body.innerText),
  );
  await page.waitForLoadState('networkidle');
}
const fieldsOf = (page: Page) =>
  page
    .locator('main')
    .locator(
      ['input:not([type=file])', 'select', 'textarea', '[role=checkbox]', '[role=switch]', '[role=radio]']
        .map((field) => `${field}:visible:enabled`)
        .join(', '),
    );
/** Everything that is typed or chosen, in order. */
const shown = (page: Page) =>
  fieldsOf(page).evaluateAll((all) =>
    all.map((f) => {
      const field = f as HTMLInputElement;
      const name = field.getAttribute('aria-label') ?? field.labels?.[0]?.innerText ?? '';
      return `${name}: ${field.ariaChecked ?? (field.type === 'radio' ? field.checked : field.value)}`;
    }),
  );

/** Gives a field another value that it takes. */
async function change(field: Locator) {
  const { tag, type, value, min, max, options, role } = await field.evaluate((f) => {
    const e = f as HTMLInputElement;
    const options = f instanceof HTMLSelectElement ? [...f.options].map((o) => o.value) : [];
    return {
      tag: e.tagName,
      type: e.type,
      value: e.value,
      min: Number(e.min || -1e9),
      max: Number(e.max || 1e9),
      role: e.role,
      options,
    };
  });
  if (tag === 'SELECT') await field.selectOption(options[(options.indexOf(value) + 1) % options.length]);
  else if (role) await field.click();
  else if (type === 'radio') await field.check();
  else if (type === 'color') await field.fill('#123456');
  else if (type === 'date') await field.fill('2031-05-06');
  else if (type === 'time') await field.fill('07:15');
  else if (type === 'number')
    await field.fill(String(Number(value) + 1 <= max ? Math.max(min, Number(value) + 1) : Number(value) - 1));
  else await field.fill(`${value.slice(0, 30)} twice`);
  await field.blur().catch(() => undefined);
}

describe('every control of every place', () => {
  it('that is typed into or chosen from keeps what it was given, over a reload', async () => {
    const { page, context, faults } = await openPage(used.browser);
    for (const place of KEPT) {
      await open(page, used.app.url + place);
      const before = await shown(page);
      const fields = fieldsOf(page);
      // What one changes may take others away: gone over backwards, the unit last.
      for (let i = (await fields.count()) - 1; i >= 0; i--)
        if (i < (await fields.count())) await change(fields.nth(i));
      // Each waits for the one before: the last one kept means all are.
      await page.waitForTimeout(1500);
      const after = await shown(page);
      expect(after.filter((value, i) => value !== before[i]).length, place).to.be.above(before.length / 5);
      // The address names the step.
      await open(page, page.url());
      expect(await shown(page), place).to.deep.equal(after);
      expect(await page.getByTestId('fault').count(), place).to.equal(0);
    }
    expect(faults).to.deep.equal([]);
    await context.close();
  }).timeout(400_000);

  it('that is pressed does what it says without a fault, and what comes after it is still stored', async () => {
    const app = await startApp();
    const { page, context, faults } = await openPage(used.browser);
    await page.addInitScript(() =>
      Object.assign(window, {
        showDirectoryPicker: () => Promise.reject(new DOMException('', 'AbortError')),
      }),
    );
    // One that opens late lies over what is pressed next.
    await page.addLocatorHandler(page.getByRole('dialog'), () => page.keyboard.press('Escape'));
    /** What was pressed, by the kind of its place: builds have much in common. */
    const pressed = new Set<string>();
    for (const place of PLACES) {
      await open(page, app.url + place);
      const kind = place.replace(/^(\/builds\/)[^?]*.*/, '$1');
      const buttons = page.locator('main button:visible:enabled, main summary:visible');
      const names = () =>
        buttons.evaluateAll((all) =>
          all
            .map((b) => b.ariaLabel ?? (b as HTMLElement).innerText.trim())
            // What stands in each row of a list does the same in all of them.
            .map((name) => name.replace(/^(Run|More for) .+/, '$1')),
        );
      for (let n = 0; n < 35; n++) {
        // What one press takes away or brings, the next goes by.
        const now = await names();
        const i = now.findIndex((name) => !pressed.has(`${kind} ${name}`));
        if (i < 0) break;
        const name = now[i] ?? '';
        pressed.add(`${kind} ${name}`);
        const at = new URL(page.url()).pathname;
        const isGone = await buttons
          .nth(i)
          .click({ timeout: 20_000 })
          .then(() => false)
          .catch((late: unknown) => {
            // One that was pressed before has gone elsewhere meanwhile.
            if (new URL(page.url()).pathname === at) throw late;
            return true;
          });
        if (isGone) {
          pressed.delete(`${kind} ${name}`);
          await open(page, app.url + place);
          continue;
        }
        // Some are loaded when they are opened.
        await page.waitForTimeout(120);
        const { isOpen, mayStop, isHere } = await page.evaluate(() => ({
          isOpen: !!document.querySelector('[role=dialog]'),
          mayStop: [...document.querySelectorAll('button')].some((b) => b.innerText.trim() === 'Stop'),
          isHere: !!document.querySelector('nav'),
        }));
        if (isOpen) {
          await page.keyboard.press('Escape');
          await page.getByRole('dialog').waitFor({ state: 'detached' });
        }
        // Long work is stopped, as a maker may.
        if (mayStop)
          await page
            .getByRole('button', { name: 'Stop', exact: true })
            .click({ timeout: 1000 })
            .catch(() => undefined);
        if (new URL(page.url()).pathname !== at || !isHere) await open(page, app.url + place);
        expect(await page.getByTestId('fault').count(), `${place}: ${name}`).to.equal(0);
        expect(faults, `${place}: ${name}`).to.deep.equal([]);
      }
      // The last one may have gone elsewhere.
      await open(page, app.url + place);
      const unit = page.getByRole('button', { name: /^Unit: / });
      const was = await unit.getAttribute('aria-label');
      await unit.click();
      await page.waitForFunction(
        (label) => document.querySelector('nav button')?.getAttribute('aria-label') !== label,
        was,
      );
      await open(page, app.url + place);
      expect(await unit.getAttribute('aria-label'), place).to.not.equal(was);
    }
    expect(pressed.size).to.be.above(150);
    await context.close();
    await app.stop();
  }).timeout(600_000);
});
