import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import type { Locator } from 'playwright-core';
import { openPage, startApp, toldUndo, useApp } from '../support/app';

const used = useApp();

describe('machines and hoops', () => {
  it('are added, changed and taken out; what is in use is told, and comes back', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop/machines`);
    const shop = page.getByTestId('machines');
    const machine = (name: string) => shop.getByRole('article', { name, exact: true });
    await machine('Petrel').waitFor();
    await shop.getByRole('button', { name: 'ten to fifteen' }).click();
    const added = machine('Shop machine');
    await added.waitFor();
    expect(await added.getByLabel('Needles').inputValue()).to.equal('12');
    // Its hoop keeps being called by its field until it has a name.
    const width = added.getByLabel(/^Width of the field/);
    await width.fill('200');
    await width.press('Tab');
    await added.getByLabel('Name of hoop 200 × 180').waitFor();

    // In use by builds: they are named, and one press brings it back.
    await machine('Petrel').getByRole('button', { name: 'Take out hoop 160 × 260' }).click();
    await page
      .getByText(/Hoop 160 × 260 is taken out\. Until you choose another, .*Line-winder pouch/)
      .waitFor();
    await toldUndo(page).click();
    await machine('Petrel').getByLabel('Name of hoop 160 × 260').waitFor();

    await added.getByRole('button', { name: 'Take out Shop machine' }).click();
    await added.waitFor({ state: 'detached' });
    await page.reload();
    await machine('Petrel').waitFor();
    expect(await shop.getByRole('article').count()).to.equal(2);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('tell what a machine can do and what is in it; the plans follow', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop/machines`);
    const petrel = page.getByRole('article', { name: 'Petrel', exact: true });
    await petrel.getByLabel('Bobbin of Petrel').selectOption('prewound');
    await petrel.getByText('110 m').waitFor();
    await petrel.getByText('cuts threads by itself').click();
    await petrel.getByRole('button', { name: 'A new one is in' }).click();
    await petrel.getByText('not sewn with yet').waitFor();
    const gannet = page.getByRole('article', { name: 'Gannet', exact: true });
    await gannet.getByText('What is threaded').click();
    await gannet.getByLabel('Needle 7 of Gannet').selectOption({ label: 'sea green' });
    await gannet.getByText('7 of 10 needles').waitFor();
    // Two places of a long hoop, and a hoop that goes on both machines.
    await petrel.getByRole('button', { name: 'More about hoop 160 × 260' }).click();
    await petrel.getByLabel('Positions of hoop 160 × 260').selectOption('2');
    await petrel.getByText('160 mm at a time, then moved on by 100 mm').waitFor();
    await petrel.getByText('Gannet', { exact: true }).click();
    await page.reload();
    await petrel.getByText('110 m').waitFor();
    await page.goto(`${used.app.url}/builds/tail-tab`);
    const hoop = page.getByLabel('Machine and hoop');
    await hoop.waitFor();
    expect(
      await hoop.locator('optgroup').evaluateAll((all) => all.map((g) => g.children.length)),
    ).to.deep.equal([3, 2]);
    await hoop.selectOption('gannet petrel-260');
    await page.getByRole('button', { name: 'Undo' }).first().waitFor();
    expect(await hoop.inputValue()).to.equal('gannet petrel-260');
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});

describe('the shelf', () => {
  it('threads are weighed, taken out and brought back; a table is told before it is taken, and undone', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop/thread`);
    const threads = page.getByTestId('threads');
    // 40 m a gram.
    await threads.getByLabel('Weighed: gull grey').fill('12');
    await page.keyboard.press('Tab');
    await page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>(
          '[data-testid=threads] li:nth-child(8) input[step="1"][max="1000000"]',
        )?.value === '480',
    );
    await threads.getByRole('button', { name: 'Take out slate' }).click();
    await page.getByText('slate is taken out.').waitFor();
    await toldUndo(page).click();
    await threads.getByLabel('Name of thread slate').waitFor();
    expect(
      await threads
        .getByRole('listitem')
        .first()
        .getByLabel(/^Name of thread/)
        .inputValue(),
    ).to.equal('slate');

    const csv = 'Name,Metres\ncoral,5000\nheather,800\n,3\nsand,2600';
    await page
      .getByTestId('table-threads')
      .setInputFiles({ name: 't.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
    const told = page.getByTestId('table-told');
    expect(await told.innerText())
      .to.match(/1 new row, 1 changed, 1 as they are, 1 line not understood/)
      .and.to.include('Line 4: Name is missing');
    await page.getByRole('button', { name: 'Take it over' }).click();
    await threads.getByLabel('Name of thread heather').waitFor();
    expect(await threads.getByLabel('Metres left of coral').inputValue()).to.equal('5000');
    await toldUndo(page).click();
    await threads.getByLabel('Name of thread heather').waitFor({ state: 'detached' });
    expect(await threads.getByLabel('Metres left of coral').inputValue()).to.equal('180');
    const saved = page.waitForEvent('download');
    await threads.getByRole('button', { name: 'Save as table' }).click();
    expect(readFileSync(await (await saved).path(), 'utf8')).to.match(
      /^Name,Colour,Kind.*\r\nslate,#5f6c78,polyester,40,cone,1,3400/,
    );
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('what was changed of machines and shelf is undone and made again, by press and by key', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop/machines`);
    const undo = page.getByRole('button', { name: 'Undo', exact: true });
    const redo = page.getByRole('button', { name: 'Redo', exact: true });
    const bobbin = page.getByLabel('Bobbin of Petrel');
    await bobbin.waitFor();
    expect(await undo.isDisabled()).to.equal(true);
    const was = await bobbin.inputValue();
    await bobbin.selectOption('prewound');
    const comesTo = async (field: Locator, value: string) => {
      while ((await field.inputValue()) !== value) await page.waitForTimeout(50);
    };
    await undo.and(page.locator(':enabled')).click();
    await comesTo(bobbin, was);
    await redo.and(page.locator(':enabled')).click();
    await comesTo(bobbin, 'prewound');
    await page.getByRole('link', { name: 'Stock', exact: true }).click();
    const sheets = page.getByLabel('How many of Harbour felt sheets');
    const had = await sheets.inputValue();
    await page.getByText('What left and what came').click();
    const corrected = page.getByTestId('stock-history').getByText('Corrected');
    const before = await corrected.count();
    await sheets.fill('3');
    await page.keyboard.press('Tab');
    await corrected.nth(before).waitFor();
    await page.keyboard.press('Control+z');
    await comesTo(sheets, had);
    // And before that, the machine's.
    await page.keyboard.press('Control+z');
    await page.getByRole('link', { name: 'Machines and hoops' }).click();
    await comesTo(bobbin, was);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('of stock a table moves what there is: a movement that can be taken back', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop/stock`);
    const sheets = page.getByLabel('How many of Harbour felt sheets');
    const had = await sheets.inputValue();
    const csv = 'Name,Width mm,Count\nHarbour felt sheets,300,19';
    await page
      .getByTestId('table-stock')
      .setInputFiles({ name: 't.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
    await page.getByRole('button', { name: 'Take it over' }).click();
    await page.getByText('What left and what came').click();
    const history = page.getByTestId('stock-history');
    await history.getByText('From a table').waitFor();
    expect(await sheets.inputValue()).to.equal('19');
    await history.getByRole('button', { name: 'Undo' }).first().click();
    await history.getByText('undone').waitFor();
    expect(await sheets.inputValue()).to.equal(had);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a first visit is four questions; they make the workroom, and it is undone', async () => {
    const plain = await startApp({ demo: false });
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(plain.url);
    await page.getByRole('link', { name: 'Set up your workroom' }).click();
    const first = page.getByTestId('first-visit');
    await first.getByText('four to six').click();
    await first.getByText('200 × 300 mm').click();
    await first.getByText('patches, tabs').click();
    await first.getByText('tear-away').click();
    await first.getByRole('button', { name: 'Set it up so' }).click();
    await first.waitFor({ state: 'detached' });
    await page.getByText('1 machine, 1 hoop').waitFor();
    await page.getByText('2 kinds of cloth').waitFor();
    await toldUndo(page).click();
    await first.waitFor();
    await page.getByText('the shelf is empty').waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
    await plain.stop();
  });
});
