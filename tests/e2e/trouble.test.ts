import { expect } from 'chai';
import { openPage, useApp } from '../support/app';
import { title, index, sign, stepOn, resume } from '../support/at-machine';
import { eventsOf } from '../support/run-data';

const used = useApp();

describe('trouble at the machine', () => {
  it('leads out of a thread break: what is safe, what first, how far back; and the log knows', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await resume(page, used.app.url);
    await page.keyboard.press('t');
    await page.getByRole('button', { name: 'The thread broke' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByText('nothing is lost').waitFor();
    // Nothing, and a figure that is no stitch of this block, are taken as the nearest that is.
    await dialog.getByLabel(/At stitch/).fill('');
    await dialog.getByRole('button', { name: 'To stitch 0, and on' }).waitFor();
    await dialog.getByLabel(/At stitch/).fill('90.4');
    await dialog.getByLabel('Stitches back').fill('8');
    const hands = 1500;
    await page.waitForTimeout(hands);
    await dialog.getByRole('button', { name: 'To stitch 82, and on' }).click();
    await dialog.waitFor({ state: 'detached' });
    // The needle goes on from there, and mending took as long as the hands were at it.
    await page
      .getByTestId('stitch-count')
      .getByText(/^about (8[2-9]|9\d|1[0-7]\d) of/)
      .waitFor();
    const [broke, back] = (await eventsOf(page, page.url().split('/').at(-1)!)).slice(-2).map((r) => r.event);
    expect(broke).to.deep.include({ type: 'broke', stitch: 90 });
    expect(back).to.deep.include({ type: 'went-back', stitch: 82 });
    expect(back.ms).to.be.at.least(hands);
    expect(back.at - broke.at).to.be.closeTo(back.ms!, 2);
    // Leaving keeps the stitch, over a reload too.
    await page.keyboard.press('t');
    await page.getByRole('button', { name: 'I must leave' }).click();
    await dialog.getByLabel(/At stitch/).fill('101');
    await dialog.getByLabel('In your words, for the log').fill('<img src=x onerror=alert(1)>');
    await dialog.getByRole('button', { name: 'Keep the place' }).click();
    await page.getByTestId('resume').getByText('stitch 101 of 181').waitFor();
    await page.reload();
    await page.getByTestId('resume').getByText('stitch 101 of 181').waitFor();
    await page.getByText('<img src=x').first().waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('each trouble has a way out that is taken, and the log knows them all', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await resume(page, used.app.url);
    while (!/quilt/i.test(await title(page))) await stepOn(page);
    const dialog = page.getByRole('dialog');
    const ways = [
      ['The thread broke', /^To stitch/],
      ['The bobbin is empty', /^To stitch/],
      ['A nest of thread underneath', /^To stitch/],
      ['The needle broke', /^To stitch/],
      ['The hoop came loose', /^To stitch/],
      ['A piece shifted, or its line missed it', 'Sew it again'],
      ['The border did not cover', 'Sew it again'],
      ['A block was sewn in the wrong colour', 'Sew it again'],
      ['I must leave', 'Keep the place and leave'],
    ] as const;
    for (const [trouble, way] of ways) {
      const before = await index(page);
      await page.getByRole('button', { name: 'Trouble' }).click();
      await dialog.getByRole('button', { name: trouble }).click();
      for (const box of await dialog.getByRole('checkbox').all()) await box.check();
      if (way instanceof RegExp) await dialog.getByLabel(/At stitch/).fill('60');
      await dialog.getByLabel('In your words').fill(`words on: ${trouble}`);
      const go = dialog.getByRole('button', { name: way });
      const to = Number(/\d+/.exec(await go.innerText())?.[0]);
      await go.click();
      await dialog.waitFor({ state: 'detached' });
      // The needle is further back in the same block, or the block begins once more, or all is kept.
      expect(await index(page), trouble).to.equal(before);
      if (!(way instanceof RegExp)) continue;
      expect(to, trouble).to.be.within(0, 59);
      const { event } = (await eventsOf(page, page.url().split('/').at(-1)!)).at(-1)!;
      expect(event, trouble).to.deep.include({ type: 'went-back', stitch: to });
    }
    await page.getByTestId('resume').getByText('words on: I must leave').waitFor();
    await page.keyboard.press('Space');
    await page.getByTestId('resume').waitFor({ state: 'detached' });
    // Beyond help: the only item of the hooping is ruined, and the run is over.
    await page.getByRole('button', { name: 'Trouble' }).click();
    await dialog.getByRole('button', { name: 'The hoop came loose' }).click();
    await dialog.getByRole('button', { name: 'It is ruined' }).click();
    await page.getByRole('link', { name: 'See it in the log' }).click();
    await page.getByTestId('log').getByRole('row').nth(1).getByRole('button').first().click();
    const told = await page.getByLabel('Steps of the run').innerText();
    expect(told).to.include('thread broke at stitch 60').and.include('bobbin ran out at stitch 60');
    expect(told).to.match(/left at stitch \d+: “words on: I must leave”/);
    for (const [trouble] of ways.slice(2, -1))
      expect(told).to.include(`${trouble.toLowerCase()}: words on: ${trouble}`);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a block is sewn once more in place, and the run comes back to where it was asked for', async () => {
    const { page, context } = await openPage(used.browser);
    await resume(page, used.app.url);
    while (!/unhoop/i.test(await title(page))) await stepOn(page);
    await page
      .getByTestId('inspect')
      .getByText(/caught on every side/)
      .first()
      .waitFor();
    const at = await index(page);
    await page.getByRole('button', { name: 'Something is not right' }).click();
    await page.getByRole('button', { name: 'The border did not cover' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Sew it again' }).click();
    await page.waitForFunction(
      (i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) < i,
      at,
    );
    await stepOn(page);
    expect(await index(page)).to.equal(at);
    await context.close();
  });

  it('a piece that shifted is laid anew: its laying and all up to its line once more, then on', async () => {
    const { page, context } = await openPage(used.browser);
    await resume(page, used.app.url);
    while (!/^lay the accent/i.test(await title(page))) await stepOn(page);
    const at = await index(page);
    await page.keyboard.press('t');
    await page.getByRole('button', { name: 'A piece shifted' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Sew it again' }).click();
    await page.getByRole('heading', { name: 'Lay the lower front' }).waitFor();
    await sign(page, /right side\s*down/).waitFor();
    const titles: string[] = [];
    while ((await index(page)) !== at) {
      titles.push(await title(page));
      await stepOn(page);
    }
    expect(titles[0]).to.equal('Lay the lower front');
    expect(titles.at(-1)).to.equal('Hold the lower front');
    await context.close();
  });
});
