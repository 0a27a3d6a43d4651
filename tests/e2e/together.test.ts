import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { readTape, STOP } from '$lib/core/tape';
import { openPage, useApp } from '../support/app';
import { forward, stepOn, title } from '../support/at-machine';

const used = useApp();

/** Drags an item by so many pixels. */
async function drag(page: Page, name: string, dx: number, dy: number) {
  const box = await page.getByRole('button', { name }).boundingBox();
  if (!box) throw new Error(`${name} is not to be seen`);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
  await page.mouse.move(x + dx, y + dy, { steps: 4 });
  await page.mouse.up();
}

describe('several builds in one hooping', () => {
  it('takes them in, lays them best, says what is in the way, and gives one tape', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/hoop?build=tail-tab`);
    await page.getByRole('button', { name: 'Several together' }).click();
    await page.getByText('Nothing lies in it yet').waitFor();
    // An empty one is not begun twice.
    const there = page.url();
    await page.getByRole('button', { name: 'Several together' }).click();
    await page.getByText('Nothing lies in it yet').waitFor();
    expect(page.url()).to.equal(there);
    await page
      .getByRole('combobox', { name: 'Hoop', exact: true })
      .selectOption({ label: '330 × 410 frame' });
    await page.getByRole('button', { name: 'Tail tab', exact: true }).click();
    await page.getByRole('button', { name: 'One more Tail tab' }).click();
    await page.getByText('2 items of 1 build').waitFor();
    await page.getByRole('button', { name: 'Line-winder pouch', exact: true }).click();
    await page.getByText('3 items of 2 builds').waitFor();
    const way = page.getByRole('region', { name: 'In the way' });

    // One tab is dragged onto the other, and all is laid anew.
    const [first, second] = ['Tail tab 1,', 'Tail tab 2,'];
    const [a, b] = await Promise.all([first, second].map((name) => page.getByRole('button', { name }).boundingBox())); // prettier-ignore
    await drag(page, second, (a?.x ?? 0) - (b?.x ?? 0) + 6, (a?.y ?? 0) - (b?.y ?? 0) + 6);
    await way.getByText('Tail tab 1 and Tail tab 2 lie over each other.').waitFor();
    await page.getByRole('button', { name: 'Lay them best' }).click();
    // It may have found the best before anybody sees it look.
    await way.getByText('lie over each other').waitFor({ state: 'detached' });
    await page.getByText('Looking for places').waitFor({ state: 'detached' });
    await page.keyboard.press('Control+z');
    await way.getByText('Tail tab 1 and Tail tab 2 lie over each other.').waitFor();
    await page.keyboard.press('Control+Shift+z');
    await way.getByText('lie over each other').waitFor({ state: 'detached' });

    // A patch on film does not share the base of a tab.
    await page.getByRole('button', { name: 'Crew patch', exact: true }).click();
    await way.getByText('hooped on tear-away, Crew patch on heavy film').waitFor();
    await page.getByRole('button', { name: 'One Crew patch fewer' }).click();
    await page.getByText('3 items of 2 builds').waitFor();

    const tape = page.getByTestId('one-tape');
    await tape.getByRole('button', { name: 'One tape of all' }).click();
    await tape
      .getByText(/\d+ stops?, hands are called/)
      .nth(2)
      .waitFor();
    const [told] = [...(await tape.getByRole('radiogroup').innerText()).matchAll(/(\d+) stops?/g)].map(([, n]) => Number(n)); // prettier-ignore
    const saved = page.waitForEvent('download');
    await tape.getByRole('button', { name: 'Save this tape' }).click();
    const read = readTape(new Uint8Array(readFileSync(await (await saved).path())));
    if (!read.ok) throw new Error(read.problem.message);
    expect(read.value.kind.filter((k) => k === STOP)).to.have.length(told ?? 0);

    // Sewn twice, its four tabs are no hoopings of their own, and its base is cut twice.
    await page.getByLabel('Times sewn').fill('2');
    await page.getByLabel('Times sewn').press('Tab');
    await page.goto(`${used.app.url}/builds/tail-tab?view=order`);
    await page.getByText('4 items of them come from hoopings with other builds').waitFor();
    await page.getByRole('tab', { name: 'Cut' }).click();
    const base = page.getByTestId('cut-list').getByRole('row').filter({ hasText: 'with other builds' });
    expect(await base.getByRole('cell').last().innerText()).to.equal('2');
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('is sewn as a run of each: hooped up once, gone on in the same hoop, taken out once', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/hoop?together=pouch-and-tabs`);
    await page.getByRole('button', { name: 'Sew this hooping' }).click();
    const title = page.getByTestId('run-title');
    await title.getByText('Hoop up').waitFor();
    for (let steps = 0; steps < 80; steps++) {
      if ((await title.innerText()) === 'Leave it in the hoop') break;
      await stepOn(page);
    }
    await title.getByText('Leave it in the hoop').waitFor();
    await page.getByRole('button', { name: 'Begin Tail tab in the same hoop' }).click();
    await title.getByText('It is hooped already').waitFor();
    await page.getByText('in which Line-winder pouch was sewn').waitFor();
    await page.getByText('4 in the hoop').waitFor();
    // Both wait where they are.
    await page.goto(`${used.app.url}/run`);
    await page.getByText('Line-winder pouch').first().waitFor();
    await page.getByText('Tail tab').first().waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});

describe('work on a made thing', () => {
  it('shows its edges in the hoop and what to mark, keeps it, and gives a template', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/hoop?build=gull-pennant`);
    const thing = page.getByTestId('made-thing');
    await thing.getByRole('button', { name: 'On a made thing' }).click();
    await thing.getByRole('button', { name: 'Pillow front' }).click();
    const left = thing.getByLabel('Middle from the left');
    await left.fill('120');
    await left.press('Tab');
    const marks = thing.getByTestId('marks');
    await marks.getByText(/^120\smm from the left, 250\smm from the lower edge$/u).waitFor();
    await page.reload();
    await page.getByText('On the pillow front').click();
    await page.getByRole('img', { name: 'Pillow front from above with 1 sewing on it' }).waitFor();
    await thing.getByRole('button', { name: 'On a pillow front' }).click();
    expect(await left.inputValue()).to.equal('120');
    await thing.getByRole('button', { name: 'In a row along it' }).click();
    // The row starts further left: it has crosses where one goes on from the other.
    await marks.getByText('Cross for the next sewing:').first().waitFor();
    const saved = page.waitForEvent('download');
    await thing.getByRole('button', { name: 'SVG' }).click();
    const svg = readFileSync(await (await saved).path(), 'utf8');
    expect(svg)
      .to.match(/^<svg|<\?xml/)
      .and.to.contain('Gull pennant on Pillow front');
    await page.goto(`${used.app.url}/builds/gull-pennant`);
    await page.getByText('mark it and its axis on the pillow front').first().waitFor();
    await page.getByText('Sewing 1 of').first().waitFor();

    // Hooping after hooping the next sewing; where the last has been, the first of another pillow front.
    await page.getByRole('button', { name: 'Run', exact: true }).click();
    const sewing = async () => {
      const told = page.getByText(/Sewing \d+ of \d+/);
      while (!(await told.count())) await stepOn(page);
      const [, n, of] = /Sewing (\d+) of (\d+)/.exec(await told.innerText()) ?? [];
      return { n: Number(n), of: Number(of) };
    };
    await page.getByTestId('run').waitFor();
    const first = await sewing();
    while (!/^All steps/.test(await title(page))) await stepOn(page);
    await page.getByRole('radio', { name: 'Good', exact: true }).click();
    await forward(page).click();
    await page.getByRole('button', { name: 'Begin the next one' }).click();
    await page.getByTestId('run').waitFor();
    expect(await sewing()).to.deep.equal({ n: (first.n % first.of) + 1, of: first.of });
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
