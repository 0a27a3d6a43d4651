import { expect } from 'chai';
import { openPage, useApp } from '../support/app';

const used = useApp();

describe('the list of builds', () => {
  it('says of each what decides whether it is made next; it is tagged, varied, run and removed from there', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    const row = (name: string) => page.getByTestId('build').filter({ hasText: name });
    await row('Crew patch').getByText('24 of 40 done').waitFor();
    await row('Line-winder pouch').getByText('14 stops').waitFor();
    await row('Line-winder pouch').getByText(/min$/).first().waitFor();
    await page.getByRole('combobox', { name: 'Order' }).selectOption('name');
    await page.getByTestId('build').first().getByText('Crew patch').waitFor();
    await page.getByRole('button', { name: 'More for Tail tab' }).click();
    const dialog = page.getByRole('dialog', { name: 'Tail tab' });
    await dialog.getByLabel(/^Tags/).fill('fair, felt');
    await dialog.getByLabel(/^Tags/).blur();
    await dialog.getByLabel(/^A variant/).fill('Tail tab, long');
    await dialog.getByRole('button', { name: 'Make the variant' }).click();
    await page.getByRole('heading', { name: 'Tail tab, long' }).waitFor({ state: 'attached' });
    await page.getByTestId('step-card').waitFor();
    await page.goto(`${used.app.url}/builds`);
    await row('Tail tab, long').getByText('fair, felt').waitFor();
    await page.getByRole('combobox', { name: 'Show' }).selectOption('tag:felt');
    await row('Crew patch').waitFor({ state: 'detached' });
    expect(await page.getByTestId('build').count()).to.equal(2);
    // The stitches are shared: without the one the other is whole.
    await page.getByRole('button', { name: 'More for Tail tab, long' }).click();
    await page.getByRole('button', { name: 'Remove the build' }).click();
    await row('Tail tab, long').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Run Tail tab', exact: true }).click();
    await page.getByTestId('run-title').waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
