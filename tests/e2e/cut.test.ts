import { expect } from 'chai';
import type { Page } from 'playwright-core';
import { openPage, useApp } from '../support/app';

const used = useApp();
const tab = (page: Page, name: RegExp) => page.getByRole('tab', { name });

/** Cut, with one order chosen alone. */
async function openCut(page: Page, only: string) {
  await page.goto(`${used.app.url}/cut`);
  const orders = page.getByRole('group', { name: 'For the orders of' });
  await orders.waitFor();
  for (const box of await orders.getByRole('checkbox').all())
    if (!(await box.evaluate((el, name) => el.closest('label')?.textContent.includes(name), only)))
      await box.uncheck();
}
async function layOut(page: Page) {
  await page.getByRole('button', { name: 'Lay it out' }).click();
  await page.getByRole('progressbar').waitFor();
  await page.getByRole('progressbar').waitFor({ state: 'detached' });
}
const FELT = 'Felt, as front felt of Tail tab';

describe('the cutting table', () => {
  it('gathers the pieces of an order, lays them on the shelf with cuts in order, and lists what is short', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await openCut(page, 'Tail tab');
    const felt = page.getByRole('region', { name: FELT, exact: true });
    await felt.getByText('Harbour felt sheets').waitFor();
    await felt.getByText('Up to 3 layers are cut at once').waitFor();
    await layOut(page);
    // All materials at the top, each with its waste and cost, and the way to it.
    const index = page.getByTestId('material-index');
    expect(await index.innerText()).to.match(/Felt, as front felt of Tail tab\s+\d+\s+\d+ %\s+€\d+\.\d\d/);
    await index.getByRole('link', { name: /^Felt, as front/ }).click();
    await page
      .getByRole('img', { name: /Harbour felt sheets: \d+ pieces/ })
      .first()
      .waitFor();
    await tab(page, /Cutting order/).click();
    const cut = page.getByRole('list', { name: 'Cuts in order' }).first().getByRole('checkbox').first();
    await cut.check();
    await tab(page, /Shopping/).click();
    const shopping = page.getByTestId('shopping');
    expect(await shopping.innerText()).to.match(/Felt, as front felt of Tail tab\s+\d+ sheets? of felt/);
    expect(await shopping.innerText()).to.match(/Snap caps\s+\d packs? of 50/);
    // Layout, ticks and what is there already are kept over a reload.
    await shopping.getByRole('checkbox', { name: /Snap caps is there/ }).check();
    await page.reload();
    await tab(page, /Cutting order/).click();
    await cut.waitFor();
    expect(await cut.isChecked()).to.equal(true);
    await tab(page, /Shopping/).click();
    expect(await shopping.getByRole('checkbox', { name: /Snap caps is there/ }).isChecked()).to.equal(true);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('changes a piece where it is seen: its size, its sum and the layout follow; Ctrl + Z takes it back', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await openCut(page, 'Line-winder pouch');
    const piece = page.getByRole('row', { name: /^Upper front/ });
    await piece.getByText('200 × 40 mm').waitFor();
    await piece.getByRole('button').click();
    await page.getByLabel('Own margin').fill('30');
    await page.keyboard.press('Tab');
    await piece.getByText('240 × 55 mm').waitFor();
    await page.getByTestId('why-size').getByText('2 × your margin').waitFor();
    await page.reload();
    await piece.getByText('240 × 55 mm').waitFor();
    await piece.getByRole('button').click();
    await page.getByLabel('may be turned on the stock').uncheck();
    await piece.getByText('not turned').waitFor();
    await page.keyboard.press('Control+z');
    await piece.getByText('not turned').waitFor({ state: 'detached' });
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('takes a layout into use once: off the shelf, rests onto it, not asked for again; and takes it back', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await openCut(page, 'Tail tab');
    await layOut(page);
    const laid = page.getByRole('region', { name: `Layout of ${FELT}` });
    const second = await context.newPage();
    await second.goto(`${used.app.url}/cut`);
    await second.getByRole('tab', { name: /Layout/ }).click();
    const again = second.getByRole('region', { name: `Layout of ${FELT}` });
    await again.getByRole('button', { name: 'Take into use' }).waitFor();
    await laid.getByRole('button', { name: 'Take into use' }).click();
    await laid.getByText('In use').waitFor();
    // The other window knows of it at once, and no longer offers it.
    await again.getByText('In use').waitFor();
    expect(await again.getByRole('button', { name: 'Take into use' }).count()).to.equal(0);
    await second.close();

    await tab(page, /Pieces/).click();
    await page.getByText('Pieces of Tail tab are cut already').waitFor();
    await page.goto(`${used.app.url}/workshop/stock`);
    const shelf = page.getByTestId('stock');
    await shelf.waitFor();
    const sheets = page.getByLabel('How many of Harbour felt sheets');
    const left = (await sheets.count()) ? Number(await sheets.inputValue()) : 0;
    expect(left).to.be.below(5);
    await page.getByText('What left and what came').click();
    const history = page.getByTestId('stock-history');
    expect(await history.innerText()).to.match(/Cut\s+Felt, as front felt of Tail tab: \d+ pieces/);
    expect(await history.getByText(/pieces −\d+ × Harbour felt sheets/).count()).to.equal(1);
    await history.getByRole('button', { name: 'Undo' }).click();
    await history.getByText('undone').waitFor();
    expect(await sheets.inputValue()).to.equal('5');
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('compares ways of cutting, and takes the one the maker chooses', async () => {
    const { page, context } = await openPage(used.browser);
    await openCut(page, 'Tail tab');
    await layOut(page);
    const laid = page.getByRole('region', { name: 'Layout of Tear-away' });
    await laid.getByTestId('bases').getByText('Tear-away, wide roll').waitFor();
    await laid.getByRole('button', { name: 'Compare ways' }).click();
    const ways = laid.getByTestId('compared');
    await ways.getByRole('row', { name: /Tear-away, wide roll, all across it/ }).waitFor();
    await ways
      .getByRole('row', { name: /Tear-away, wide roll, all across it/ })
      .getByRole('button')
      .click();
    await laid.getByText('tear-away, wide roll, all across it.').waitFor();
    // The one that is laid out is marked, and each is drawn.
    const marked = ways.locator('tr[aria-current=true]');
    expect(await marked.innerText()).to.match(/all across it[\s\S]*laid out/);
    expect(await marked.locator('svg').count()).to.be.above(0);
    await context.close();
  });

  it('gives templates at true size, labels, and lists to lay ready', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await openCut(page, 'Gull pennant');
    await page.getByRole('button', { name: /^Sun/ }).click();
    await page
      .getByTestId('piece-sketch')
      .getByRole('img', { name: /Sun: right side/ })
      .waitFor();
    const svg = page.waitForEvent('download');
    await page.getByRole('button', { name: 'SVG' }).click();
    expect((await svg).suggestedFilename()).to.equal('Gull pennant, Sun.svg');
    const pdf = page.waitForEvent('download');
    await page.getByRole('button', { name: 'PDF A4' }).click();
    const bytes: Buffer[] = [];
    for await (const chunk of await (await pdf).createReadStream()) bytes.push(chunk as Buffer);
    expect(Buffer.concat(bytes).subarray(0, 5).toString()).to.equal('%PDF-');
    await tab(page, /Lay ready/).click();
    // In inches every piece is cut up to its own grid, a quarter inch.
    await page.keyboard.press('u');
    const ready = page.getByTestId('gather');
    await ready.getByText(/Sun, 1 1\/2 × 1 1\/2\sin/).waitFor();
    await page.keyboard.press('u');
    await ready.getByRole('checkbox').first().check();
    await ready.getByText(/^\d+ of \d+ laid ready/).waitFor();
    await page.goto(`${used.app.url}/cut/print?what=labels`);
    const labels = page.getByTestId('label-page');
    await labels.first().waitFor();
    const few = await labels.locator('.label-cell').count();
    await page.getByLabel('one for every single piece').check();
    expect(await labels.first().locator('.label-cell').count()).to.equal(24);
    expect(few).to.be.below(24);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('changes how a piece is cut on its build: margin, interfacing, shape; each undone by itself', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await page.goto(`${used.app.url}/builds/pilot-bib?view=cut`);
    const list = page.getByTestId('cut-list');
    await list.waitFor();
    await list.getByRole('button', { name: 'what and why' }).nth(2).click();
    await page.getByTestId('piece-sketch').waitFor();
    await page.getByLabel(/Own margin/).fill('33');
    await page.keyboard.press('Tab');
    await list
      .getByText(/2 × your margin 33/)
      .first()
      .waitFor();
    await page.getByRole('checkbox', { name: 'interfacing' }).check();
    await list.getByText(/fused to the wrong side of/).waitFor();
    await page.keyboard.press('Control+z');
    await list.getByText(/fused to the wrong side of/).waitFor({ state: 'detached' });
    await page.keyboard.press('Control+z');
    await list
      .getByText(/2 × your margin 33/)
      .first()
      .waitFor({ state: 'detached' });
    await context.close();
  });

  it('keeps the shelf: put on, changed, taken off, there after a reload; absurd sizes are not taken', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop/stock`);
    const shelf = page.getByTestId('stock');
    await shelf.waitFor();
    const before = await shelf.getByRole('listitem').count();
    await page.getByRole('button', { name: 'Put on the shelf' }).click();
    await shelf.getByLabel('Length of New cloth').waitFor();
    await shelf.getByLabel('Name').first().fill('Gale check');
    await shelf.getByLabel('Length of New cloth').fill('999');
    await page.keyboard.press('Tab');
    // Two changes in a row: both are on the screen once both are stored.
    await page.getByRole('button', { name: 'Take Gale check off the shelf' }).waitFor();
    await page.waitForFunction(
      (length) => length instanceof HTMLInputElement && length.value === '999',
      await shelf.getByLabel('Length of Gale check').elementHandle(),
    );
    await shelf.getByLabel('Width of Gale check').fill('0');
    await page.keyboard.press('Tab');
    await shelf
      .getByRole('alert')
      .filter({ hasText: /From 10 to 5.000, please/ })
      .waitFor();
    await page.reload();
    await shelf.waitFor();
    expect(await shelf.getByLabel('Length of Gale check').inputValue()).to.equal('999');
    expect(await shelf.getByLabel('Width of Gale check').inputValue()).to.equal('550');
    await page.getByRole('button', { name: 'Take Gale check off the shelf' }).click();
    await page.getByRole('button', { name: 'Take Gale check off the shelf' }).waitFor({ state: 'detached' });
    expect(await shelf.getByRole('listitem').count()).to.equal(before);
    await context.close();
  });
});
