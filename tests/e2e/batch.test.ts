import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import type { Locator, Page } from 'playwright-core';
import { openPage, toldUndo, useApp } from '../support/app';

const used = useApp();
const tab = (page: Page, name: RegExp) => page.getByRole('tab', { name });
async function openPlan(page: Page) {
  await page.goto(`${used.app.url}/batch`);
  await tab(page, /Plan/).click();
  await page.getByTestId('batch-finish').waitFor();
  await page.getByText('Nine weeks of ten').first().waitFor();
  // A better plan that is found later would take the place of what is being pressed.
  await page.getByRole('button', { name: 'Stop', exact: true }).waitFor({ state: 'detached' });
}
/** Shows more of a list until something of it is seen. A plan that became better has drawn it anew: then it is pressed again. */
async function showUntil(list: Locator, wanted: Locator) {
  const more = list.getByRole('button', { name: /^Show more/ });
  while (!(await wanted.isVisible())) await more.click({ timeout: 5000 }).catch(() => undefined);
}
/** What is saved at a press. */
async function saved(page: Page, name: string): Promise<string> {
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name, exact: true }).click()]); // prettier-ignore
  return readFileSync(await download.path(), 'utf8');
}

describe('a batch', () => {
  it('orders are told by the log; one is made, changed, put away and taken back; it is kept over a reload', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/batch`);
    await page.getByText('33 of 94 items done, 1 in work').waitFor();
    await page.getByText('all 10 items done').waitFor();
    await page.getByRole('button', { name: 'New order' }).click();
    // The one before has the same fields until the new one is stored and shown.
    await page.getByLabel('Good items of Crew patch').waitFor({ state: 'detached' });
    await page.getByPlaceholder('nobody yet: for the shelf').fill('Skua café');
    await page.getByPlaceholder('nobody yet: for the shelf').blur();
    await page.getByRole('combobox', { name: 'One more line' }).selectOption({ label: 'Gull pennant' });
    const quantity = page.getByLabel('Good items of Gull pennant');
    await quantity.fill('3');
    await quantity.blur();
    await page.getByRole('button', { name: 'names …' }).click();
    await page.getByLabel('Names for Gull pennant, one a line').fill('AUK\n\n  TERN \nSKUA\nGULL');
    await page.getByLabel('Names for Gull pennant, one a line').blur();
    // More names than items: so many are wanted.
    await page.getByRole('button', { name: /Skua café.*0 of 4 items done/ }).waitFor();
    await page.reload();
    await page.getByRole('button', { name: /Skua café/ }).click();
    expect(await page.getByLabel('Names for Gull pennant, one a line').inputValue()).to.equal(
      'AUK\nTERN\nSKUA\nGULL',
    );
    await page.getByRole('button', { name: 'Take out', exact: true }).click();
    await page.getByRole('button', { name: /Skua café/ }).waitFor({ state: 'detached' });
    await toldUndo(page).click();
    await page.getByRole('button', { name: /Skua café/ }).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('what is changed in an order and in the plan is undone and made again by keys', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/batch?order=fair`);
    const tabs = page.getByLabel('Good items of Tail tab');
    await tabs.fill('30');
    await tabs.blur();
    await page.getByText('33 of 100 items done, 1 in work').waitFor();
    await page.keyboard.press('Control+z');
    await page.getByText('33 of 94 items done, 1 in work').waitFor();
    expect(await tabs.inputValue()).to.equal('24');
    await page.keyboard.press('Control+Shift+z');
    await page.getByText('33 of 100 items done, 1 in work').waitFor();
    await page.keyboard.press('Control+z');
    await page.getByText('33 of 94 items done, 1 in work').waitFor();
    await openPlan(page);
    const list = page.getByRole('region', { name: 'Who does what when' });
    const patch = list.getByRole('button', { name: 'Crew patch', exact: true }).first();
    await showUntil(list, patch);
    await patch.click();
    const head = page.getByRole('combobox', { name: 'Head for Crew patch' });
    const was = await head.inputValue();
    const other = was === 'Gannet 1' ? 'Gannet 2' : 'Gannet 1';
    await head.selectOption(other);
    await page.getByTestId('plan-change').waitFor();
    await page.keyboard.press('Control+z');
    await page.getByTestId('plan-change').waitFor({ state: 'detached' });
    expect(await head.inputValue()).to.equal(was);
    await page.keyboard.press('Control+y');
    while ((await head.inputValue()) !== other) await page.waitForTimeout(100);
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('a line loses its date and is given another out of the month, by mouse and by keys; it is kept', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/batch`);
    await page.getByRole('button', { name: 'No date for Crew patch due on' }).click();
    await page.getByRole('button', { name: 'Crew patch due on: Choose a day' }).click();
    // Nothing else is called so while the month is open.
    const further = page.getByRole('button', { name: 'Next', exact: true });
    await further.click();
    const next = new Date();
    next.setDate(1);
    next.setMonth(next.getMonth() + 1);
    const [month, year] = [next.toLocaleString('en-GB', { month: 'short' }), next.getFullYear()];
    const two = String(next.getMonth() + 1).padStart(2, '0');
    await page.locator(`[role=gridcell][data-value="${year}-${two}-15"] > *`).click();
    await further.waitFor({ state: 'detached' });
    // One day further by keys.
    const typed = page.getByRole('spinbutton', { name: /^day/ });
    await typed.filter({ hasText: '15' }).focus();
    await page.keyboard.press('ArrowUp');
    await typed.filter({ hasText: '16' }).waitFor();
    const kept = page.getByRole('button', {
      name: new RegExp(`^Crew patch due on: \\w{3}, 16 ${month} ${year}$`),
    });
    // Shown anew out of what is stored, and again after a reload.
    await tab(page, /Price/).click();
    await tab(page, /Orders/).click();
    await kept.waitFor();
    await page.reload();
    await kept.waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('says at a build who wants it by when, and leads there; of one that nobody wants an order is made', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    await page.getByRole('button', { name: 'More for Tail tab' }).click();
    const dialog = page.getByRole('dialog', { name: 'Tail tab' });
    await dialog.getByLabel(/^A variant/).fill('Tail tab, long');
    await dialog.getByRole('button', { name: 'Make the variant' }).click();
    await page.getByTestId('step-card').waitFor();
    await tab(page, /Order/).click();
    const wanted = page.getByRole('region', { name: 'Wanted by' });
    await wanted.getByText('No open order asks for it').waitFor();
    await wanted.getByRole('button', { name: 'Make an order of it' }).click();
    await page.getByLabel('Good items of Tail tab, long').waitFor();
    expect(await page.getByLabel('Good items of Tail tab, long').inputValue()).to.equal('24');
    await page.goto(`${used.app.url}/builds/tail-tab?view=order`);
    const fair = wanted.getByRole('link', { name: /Gullmere Kite Fair/ });
    await fair.waitFor();
    expect(await fair.innerText()).to.match(/4 of 24 done/);
    await fair.click();
    await page.getByLabel('Good items of Tail tab', { exact: true }).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('is planned; a hooping goes to another head and back; what would help is tried; the plan goes out', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await openPlan(page);
    const finish = await page.getByTestId('batch-finish').innerText();
    const list = page.getByRole('region', { name: 'Who does what when' });
    const patch = list.getByRole('button', { name: 'Crew patch', exact: true }).first();
    await showUntil(list, patch);
    await patch.click();
    const chosen = page.getByRole('region', { name: 'Chosen hooping' });
    const head = chosen.getByRole('combobox', { name: 'Head for Crew patch' });
    const was = await head.inputValue();
    const other = was === 'Gannet 1' ? 'Gannet 2' : 'Gannet 1';
    await head.selectOption(other);
    await page.getByTestId('plan-change').waitFor();
    expect(await head.inputValue()).to.equal(other);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await page.getByTestId('plan-change').waitFor({ state: 'detached' });
    expect(await page.getByTestId('batch-finish').innerText()).to.equal(finish);
    await chosen.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('button', { name: 'Try what would help' }).click();
    const evenings = page.getByRole('row', { name: /A second person two evenings/ });
    await evenings.waitFor();
    await page.getByTestId('worth').waitFor();
    const ics = await saved(page, 'Calendar');
    expect(ics)
      .to.match(/^BEGIN:VCALENDAR/)
      .and.to.include('Due: 40 × Crew patch')
      .and.to.include('Isla: ');
    expect(await saved(page, 'CSV')).to.match(/^begins,ends,who,where,build,items,what,seconds/);
    expect(JSON.parse(await saved(page, 'JSON'))).to.include({ format: 'jolt-step-plan' });
    await page.getByRole('link', { name: 'Batch sheet' }).click();
    await page.getByRole('heading', { name: 'Who does what' }).waitFor();
    await page.getByText(/Line-winder pouch.*is under way on Petrel/).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('says on the Bench who does what now, and what to do where nobody is at work', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByText('What now?').click();
    const now = page.getByTestId('what-now');
    await now.getByText('Isla', { exact: true }).waitFor();
    await now
      .getByText(/calls /)
      .first()
      .waitFor();
    await page.goto(`${used.app.url}/workshop/people`);
    await page.getByRole('group', { name: 'Days of Tomas' }).waitFor();
    for (const who of ['Isla', 'Tomas'])
      for (const day of await page.getByRole('group', { name: `Days of ${who}` }).getByRole('button').all()) await day.click(); // prettier-ignore
    await page.getByText('no hours').nth(1).waitFor();
    await page.goto(`${used.app.url}/batch`);
    await tab(page, /Plan/).click();
    await page.getByText('Nobody is at work in the next 120 days.').waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('an order is priced both ways, what is agreed stands, and a quote says by when; it is kept', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/batch?view=price&order=fair`);
    const total = page.getByTestId('order-price');
    await total.waitFor();
    const before = await total.innerText();
    const cents = (text: string) => Math.round(100 * Number(text.replace(/[^0-9.]/g, '')));
    const sheet = page.getByTestId('cost-sheet');
    await sheet.getByRole('button', { name: 'Machine' }).click();
    await sheet
      .getByText(/hold a head for .* at €4\.00 an hour/)
      .first()
      .waitFor();
    // What is told line by line adds up to the price.
    const own = (await sheet.locator('tbody tr > td:nth-child(2)').allInnerTexts()).map(cents);
    expect(own.slice(0, -5).reduce((a, b) => a + b, 0)).to.equal(own.at(-5));
    expect(own[own.length - 5]! + own[own.length - 4]! + own[own.length - 3]!).to.equal(own.at(-2));
    expect(40 * own.at(-1)!).to.equal(own.at(-2));
    const agreed = page.getByLabel('Agreed price of Crew patch');
    await agreed.fill('5');
    await agreed.blur();
    await page.waitForFunction(
      (was) => document.querySelector('[data-testid=order-price]')!.textContent!.trim() !== was,
      before,
    );
    expect(cents(await total.innerText()) - cents(before)).to.equal(40 * (500 - own.at(-1)!));
    // By time, with all that two heads save for the customer, a patch is cheaper; of the other lines nothing is saved.
    const byTime = page
      .getByRole('row', { name: /^Crew patch 40/ })
      .getByRole('cell')
      .nth(2);
    const half = cents(await byTime.innerText());
    const share = page.getByRole('slider', { name: 'Share of the time saved that the customer gets' });
    await share.focus();
    await share.press('End');
    while (cents(await byTime.innerText()) === half) await page.waitForTimeout(50);
    expect(cents(await byTime.innerText())).to.be.below(half);
    await page.getByRole('radio', { name: 'what must be bought' }).click();
    await page
      .getByText(/must be bought for it/)
      .first()
      .waitFor({ state: 'detached' });
    await sheet.getByRole('button', { name: 'Felt' }).click();
    await sheet.getByText(/m² must be bought for it/).waitFor();
    await page
      .getByTestId('came-to')
      .getByRole('row', { name: /^Crew patch 24 of 24/ })
      .waitFor();
    const sum = await total.innerText();
    await page.getByRole('link', { name: 'Quote', exact: true }).click();
    await page.getByText(/^Ready by /).waitFor();
    await page.getByRole('cell', { name: sum, exact: true }).waitFor();
    expect((await saved(page, 'Save as PDF')).startsWith('%PDF-')).to.equal(true);
    await page.getByRole('link', { name: 'Back to Batch' }).click();
    await total.waitFor();
    expect(await agreed.inputValue()).to.equal('5');
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('a day is made ready hooping by hooping, with what is short by when; what is ticked is kept', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/prepare?of=plan`);
    const first = page.getByTestId('ready-hooping').first();
    await first.waitFor();
    // The order of the day stands once no better one is looked for.
    await page.getByTestId('looking-on').waitFor({ state: 'detached' });
    await page
      .getByRole('region', { name: 'What is short' })
      .getByText(/needed by .* for Picnic coaster/)
      .first()
      .waitFor();
    const day = page.getByRole('combobox', { name: 'Day' });
    expect(await day.locator('option').count()).to.be.above(1);
    // Which hoopings a day holds goes by the hour: one that has something to lay ready, and nothing of it laid.
    const ticked = page.getByTestId('ready-hooping').getByRole('checkbox', { checked: true });
    expect(await ticked.count()).to.equal(0);
    const hooping = page
      .getByTestId('ready-hooping')
      .filter({ hasText: /\b0 of \d+ laid ready/ })
      .first();
    const [, all] = /0 of (\d+) laid ready/.exec(await hooping.innerText()) ?? [];
    await hooping.getByRole('checkbox').first().click();
    await page
      .getByTestId('ready-hooping')
      .getByText(all === '1' ? 'all 1 laid ready' : `1 of ${all} laid ready`)
      .first()
      .waitFor();
    // What is kept is written behind the screen.
    await page.waitForTimeout(1000);
    await page.reload();
    // Strict: of two it would complain.
    await ticked.waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('two runs are watched on one screen: which wants hands, which sews and for how long, which stands', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/run`);
    await page.getByRole('button', { name: 'Begin Wind-star' }).click();
    await page.getByTestId('run-title').waitFor();
    const screen = await context.newPage();
    await screen.goto(`${used.app.url}/run/watch`);
    const star = screen.getByTestId('watched-run').filter({ hasText: 'Wind-star' });
    await star.getByText('wants hands now').waitFor();
    await screen
      .getByTestId('watched-run')
      .filter({ hasText: 'Line-winder pouch' })
      .getByText('stands')
      .waitFor();
    // On to the first stretch of sewing, in the other tab.
    for (let n = 0; n < 12 && !(await star.getByText('stay by it').isVisible()); n++) {
      await page.keyboard.press('Space');
      await page.waitForTimeout(400);
    }
    await star.getByText('stay by it').waitFor();
    await star.getByText(/^\d+:\d\d$/).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
