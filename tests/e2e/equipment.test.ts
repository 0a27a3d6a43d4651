import { expect } from 'chai';
import { openPage, useApp } from '../support/app';

const used = useApp();

describe('machines and hoops', () => {
  it('are added, changed and taken out; what is in use is told, and comes back', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop`);
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
    await page.getByRole('button', { name: 'Undo' }).click();
    await machine('Petrel').getByLabel('Name of hoop 160 × 260').waitFor();

    await added.getByRole('button', { name: 'Take out Shop machine' }).click();
    await added.waitFor({ state: 'detached' });
    await page.reload();
    await machine('Petrel').waitFor();
    expect(await shop.getByRole('article').count()).to.equal(2);
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
