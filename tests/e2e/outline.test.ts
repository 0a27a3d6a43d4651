import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { readTape, tapeBlocks, writeTape } from '$lib/core/tape';
import { star, tatami, TapeMaker } from '$lib/core/outline';
import { openPage, useApp } from '../support/app';

const used = useApp();

const motif = () => new TapeMaker('sun').sew(...tatami(star({ x: 0, y: 0 }, 7, 18, 9), 0.4, 3.2, 0.3)).done();
const finished = (page: Page) => page.getByTestId('finished');
const field = (page: Page, label: string) => page.getByLabel(label, { exact: true });
async function type(page: Page, label: string, text: string) {
  await field(page, label).fill(text);
  await page.keyboard.press('Tab');
}
const row = (page: Page, name: string) =>
  page.getByTestId('rows').getByRole('button', { name: new RegExp(name) });
async function open(page: Page, recipe: string) {
  await page.goto(`${used.app.url}/builds`);
  await page.getByRole('link', { name: 'Draw an outline' }).click();
  await page.getByTestId('recipe').selectOption({ label: recipe });
}
async function saved(page: Page, button: string): Promise<{ name: string; bytes: Buffer }> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button, exact: true }).click(),
  ]);
  return { name: download.suggestedFilename(), bytes: readFileSync(await download.path()) };
}

describe('an outline', () => {
  it('follows its figures, says what to mind and settles it, is taken back, and becomes a build', async () => {
    const { page, faults } = await openPage(used.browser);
    await open(page, 'Appliqué, trimmed in the hoop');
    await page.getByText('80 × 60 mm finished').waitFor();
    await page.getByTestId('covered').getByText('2.5 mm').waitFor();
    // One size is typed, the other follows; the one that was typed stays.
    await type(page, 'Inside the border, width', '90');
    await page.getByText('100 × 60 mm finished').waitFor();
    await row(page, 'Cover').click();
    await type(page, 'Width', '2');
    await page.getByText('94 × 54 mm finished').waitFor();
    const advice = page.getByTestId('advice');
    await advice.getByText('Trim to').waitFor();
    await advice
      .getByRole('listitem')
      .filter({ hasText: 'Trim to' })
      .getByRole('button', { name: /Make it 3\.\d mm wide/ })
      .click();
    await advice.getByText('Trim to').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByText('94 × 54 mm finished').waitFor();
    await page.keyboard.press('Control+z');
    await page.getByText('100 × 60 mm finished').waitFor();
    // As inches; the stitches stay in mm.
    await page.getByRole('button', { name: /^Unit/ }).click();
    await finished(page).getByText('3 15/16 × 2 3/8').waitFor();
    expect(await field(page, 'Width').inputValue()).to.equal('5');
    await page.getByRole('button', { name: /^Unit/ }).click();
    // Left and come back to, it is as it was.
    await page.getByRole('textbox', { name: 'Name' }).fill('Gull badge');
    await page.keyboard.press('Tab');
    await page.reload();
    await page.getByText('100 × 60 mm finished').waitFor();
    const tape = await saved(page, 'Tape');
    expect(tape.name).to.equal('gull-badge.dst');
    const read = readTape(tape.bytes);
    expect(read.ok && tapeBlocks(read.value).length).to.equal(3);
    const template = await saved(page, 'SVG');
    // The piece is cut to the line: 95 × 55, as a template in mm.
    expect(template.bytes.toString()).to.include('viewBox="0 0 101').and.to.include('class="cut"');
    await page.getByRole('button', { name: 'Make the build' }).click();
    await page.getByRole('heading', { name: 'Gull badge' }).waitFor();
    await page.getByText('Trim appliqué 1').first().waitFor();
    expect(faults).to.deep.equal([]);
  });

  it('goes round a tape that is dropped, in two hoopings, each a build with its own tape', async () => {
    const { page, faults } = await openPage(used.browser);
    await open(page, 'Patch in two hoopings');
    await page.getByText('80 × 60 mm finished').waitFor();
    const bytes = [...writeTape(motif())];
    const data = await page.evaluateHandle((raw) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(raw)], 'sun.dst'));
      return transfer;
    }, bytes);
    await page.dispatchEvent('body', 'drop', { dataTransfer: data });
    await page
      .getByTestId('shape-kind')
      .locator('option:checked', { hasText: 'Round a design' })
      .waitFor({ state: 'attached' });
    await page.getByText('Next hooping: border').waitFor();
    await page.getByRole('button', { name: 'Make and hoop it' }).click();
    await page.waitForURL(/\/hoop\?build=/);
    await page.goto(`${used.app.url}/builds`);
    await page.getByText('sun, design').waitFor();
    await page.getByText('sun, border').click();
    await page.getByText('Press the patch in').first().waitFor();
    expect(faults).to.deep.equal([]);
  });

  it('an opening is dragged along its outline, moved by arrows, and told where it is hard to close', async () => {
    const { page, faults } = await openPage(used.browser);
    await open(page, 'Turned, with an opening');
    await row(page, 'Final outline').click();
    await type(page, 'Opening', '60');
    await page.getByText('60 mm open').waitFor();
    const where = page.getByRole('slider', { name: 'Opening of Final outline: where' });
    const box = await where.boundingBox();
    const plan = await page.getByTestId('outline-plan').boundingBox();
    if (!box || !plan) throw new Error('the opening is not to be seen');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(plan.x + plan.width - 30, plan.y + plan.height / 2, { steps: 8 });
    await page.mouse.up();
    // The short side is not straight for so long.
    const advice = page.getByTestId('advice');
    await advice.getByText('goes round a bend').waitFor();
    await page.getByText('where it was dragged').waitFor({ state: 'attached' });
    const longer = page.getByRole('slider', { name: 'Opening of Final outline: how long', exact: true });
    await longer.focus();
    for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft');
    await page.getByText('20 mm open').waitFor();
    await advice.getByText('is small for turning: 40 mm would do').waitFor();
    await advice.getByRole('button', { name: 'Open 40 mm' }).click();
    await page.getByText('40 mm open').waitFor();
    expect(faults).to.deep.equal([]);
  });

  it('a path that cannot be sewn round is told with its place, and what was there stays', async () => {
    const { page, faults } = await openPage(used.browser);
    await open(page, 'Patch on film');
    await page.getByText('80 × 60 mm finished').waitFor();
    await page.getByTestId('shape-kind').selectOption({ label: 'Your own path' });
    const path = page.getByLabel('An SVG path');
    const problem = page.getByTestId('outline-problem');
    await problem.waitFor();
    await path.fill('<svg><path d="M0 0 L60 60 L60 0 L0 60 Z"/></svg>');
    await page.keyboard.press('Tab');
    await problem.getByText('crosses itself near (0.0, 0.0)').waitFor();
    expect(await page.getByRole('button', { name: 'Make the build' }).isDisabled()).to.equal(true);
    await page.getByTestId('outline-plan').waitFor();
    await path.fill('M0 0 H60 V40 H0 Z M20 15 H40 V25 H20 Z');
    await page.keyboard.press('Tab');
    await problem.waitFor({ state: 'detached' });
    await page.getByText('60 × 40 mm finished').waitFor();
    await page.getByTestId('shape-kind').selectOption({ label: 'Letters' });
    await type(page, 'Height of capitals', '120');
    await page.getByText('120 mm finished').waitFor();
    await page.getByRole('button', { name: 'Start again' }).click();
    await page.getByText('80 × 60 mm finished').waitFor();
    await row(page, 'Lettering').click();
    await page.getByRole('checkbox', { name: 'Sew Lettering' }).click();
    await type(page, 'What is written', 'Straße');
    await problem.getByText('cannot be written in single lines').waitFor();
    await type(page, 'What is written', 'Pilot');
    await problem.waitFor({ state: 'detached' });
    expect(faults).to.deep.equal([]);
  });
});
