import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { readTape, STITCH, STOP } from '$lib/core/tape';
import { openPage, useApp } from '../support/app';

const used = useApp();

describe('the hoop', () => {
  it('says what fits which hoop and how many, lays them, keeps them, and undoes it', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await page.keyboard.press('4');
    await page.getByRole('heading', { level: 1, name: 'Hoop' }).waitFor();
    await page.getByRole('combobox', { name: 'What lies in the hoop' }).selectOption({ label: 'Crew patch' });
    const hoops = page.getByRole('list', { name: 'Hoops' }).getByRole('button');
    // 69.4 × 84.9 lies in 100 × 100 with 7.5 to the frame, and nowhere it is turned.
    await hoops.filter({ hasText: '100 × 100' }).getByText('Fits as it lies').waitFor();
    const ways = page.getByRole('radiogroup', { name: 'Way of laying' });
    await ways.getByText('As it is now: 12').waitFor();
    await page.getByText('No way can hold more than').waitFor();
    const found = (name: string) =>
      ways
        .locator('label', { hasText: name })
        .innerText()
        .then((text) => Number(/: (\d+)/.exec(text)?.[1]));
    const [grid, shifted, best] = [await found('Columns and rows'), await found('Shifted rows'), await found('As they fit best')]; // prettier-ignore
    expect(grid).to.be.above(11);
    expect(shifted).to.be.at.least(grid);
    expect(best).to.be.at.least(shifted);

    await ways.locator('label', { hasText: 'Shifted rows' }).getByRole('radio').click();
    await page.getByTestId('lattice').getByText('Every second row moved').waitFor();
    await page.getByRole('button', { name: `Lay ${shifted} items so` }).click();
    await ways.getByText(`As it is now: ${shifted}`).waitFor();
    await ways.getByText('laid by you').waitFor();
    const drawn = page.getByRole('img', { name: `${shifted} items in it` });
    await drawn.waitFor();

    // Arrows move all of it: up by 1 mm, as the field beside it says.
    await page.getByRole('group', { name: 'What lies in the hoop' }).press('ArrowUp');
    const above = page.getByLabel('Above the middle');
    await page.waitForFunction(() => {
      const field = [...document.querySelectorAll('label')].find((l) => l.textContent === 'Above the middle');
      return (field?.control as HTMLInputElement | undefined)?.value === '1';
    });
    await page.reload();
    await ways.getByText(`As it is now: ${shifted}`).waitFor();
    expect(await above.inputValue()).to.equal('1');
    await page.getByRole('button', { name: 'Work the places out again' }).click();
    await ways.getByText('worked out').waitFor();
    await page.keyboard.press('Control+z');
    await ways.getByText('laid by you').waitFor();

    // A hoop that holds one: the check says that so many do not fit.
    await hoops.filter({ hasText: '100 × 100' }).click();
    await ways.getByText('As it is now: too many').waitFor();
    await page.getByRole('link', { name: 'To its score' }).click();
    await page.getByText('repeats do not fit hoop 100 × 100').waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('sews a design longer than a position of its hoop from both, cut at gaps where it must be', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop/machines`);
    await page.getByRole('button', { name: 'More about hoop 160 × 260' }).click();
    await page.getByLabel('Positions of hoop 160 × 260').selectOption('2');
    // (260 + 60) / 2 at a time: the pouch of 182 no longer goes into one.
    await page.getByText(/160\smm at a time, then moved on by 100\smm/u).waitFor();
    await page.goto(`${used.app.url}/hoop?build=line-winder-pouch`);
    const over = page.getByRole('region', { name: 'Over several positions' });
    await over.getByText('over more than one').waitFor();
    await over.getByRole('button', { name: /^Cut (it|them)$/ }).click();
    await over.getByText('over more than one').waitFor({ state: 'detached' });
    await over.getByText('The hoop is hung anew').waitFor();
    const tape = page.getByTestId('one-tape');
    await tape.getByRole('button', { name: 'One tape of all positions' }).click();
    await tape.getByText(/\d+ stops?, hands are called/).first().waitFor(); // prettier-ignore
    const saved = page.waitForEvent('download');
    await tape.getByRole('button', { name: 'Save this tape' }).click();
    const read = readTape(new Uint8Array(readFileSync(await (await saved).path())));
    if (!read.ok) throw new Error(read.problem.message);
    const ys = [...read.value.y].filter((_, i) => read.value.kind[i] === STITCH);
    expect(Math.max(...ys) - Math.min(...ys)).to.be.at.most(1500);
    // In one step it is as it was, and cut again.
    await page.keyboard.press('Control+z');
    await over.getByText('over more than one').waitFor();
    await page.keyboard.press('Control+Shift+z');
    await over.getByText('over more than one').waitFor({ state: 'detached' });
    await page.getByRole('link', { name: 'To its score' }).click();
    await page.getByRole('tab', { name: 'All steps' }).click();
    await page.getByText('Hang it at position 2').first().waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('gives one tape of all items, in either order, and mirrors the design with all that follows from it', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/hoop?build=tail-tab`);
    const tape = page.getByTestId('one-tape');
    await tape.getByRole('button', { name: 'One tape of all' }).click();
    await tape
      .getByText(/\d+ stops?, hands are called/)
      .nth(1)
      .waitFor();
    const told = await tape.getByRole('radiogroup').innerText();
    const [blocks, items] = [...told.matchAll(/(\d+) stops?/g)].map(([, n]) => Number(n));
    expect(items).to.be.above(blocks);
    const saved = page.waitForEvent('download');
    await tape.getByRole('button', { name: 'Save this tape' }).click();
    const file = readFileSync(await (await saved).path());
    const read = readTape(new Uint8Array(file));
    if (!read.ok) throw new Error(read.problem.message);
    expect([...read.value.kind].filter((k) => k === STOP).length).to.equal(blocks);

    // The bib is closed on its left; mirrored on its right.
    await page.goto(`${used.app.url}/hoop?build=pilot-bib`);
    await page.getByRole('button', { name: 'Mirror the design' }).click();
    // Mirrored off the screen's thread: it is taken once it can be undone.
    await page.getByRole('button', { name: 'Undo', disabled: false }).first().waitFor();
    await page.goto(`${used.app.url}/builds/pilot-bib?step=n4`);
    const opening = page.getByTestId('step-card').getByText(/open on the/);
    await opening.waitFor();
    expect(await opening.innerText()).to.include('on the right');
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
