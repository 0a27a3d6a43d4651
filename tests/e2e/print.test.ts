import { expect } from 'chai';
import type { Page } from 'playwright-core';
import { extractText, getDocumentProxy } from 'unpdf';
import { openPage, useApp } from '../support/app';

const used = useApp();
/** A page with fewer words is blank, or holds what fell over the edge of the one before. */
const LEAST_WORDS = 15;

const bare = (text: string) => text.normalize('NFKC').replace(/\s+/g, '');
/** The words of each printed page. */
async function printed(page: Page, format: 'A4' | 'Letter'): Promise<string[]> {
  const { text } = await extractText(await getDocumentProxy(new Uint8Array(await page.pdf({ format }))));
  return text;
}
/** What stands on the screen in rows, with its letters alone. */
const rowsOf = async (page: Page, rows: string) => {
  await page.locator(rows).first().waitFor();
  return (await page.locator(rows).allInnerTexts()).map(bare).filter(Boolean);
};
/** Every row is on the paper, in its order, and no page is all but empty. */
async function isWhole(page: Page, rows: string) {
  const shown = await rowsOf(page, rows);
  for (const format of ['A4', 'Letter'] as const) {
    const pages = await printed(page, format);
    pages.forEach((text, i) =>
      expect(text.split(/\s+/).length, `${format}, page ${i + 1}: ${text}`).to.be.at.least(LEAST_WORDS),
    );
    const paper = bare(pages.join(' '));
    let from = 0;
    for (const row of shown) {
      const at = paper.indexOf(row, from);
      expect(
        at,
        `${format}: “${row}” is not on the paper after “${paper.slice(Math.max(0, from - 60), from)}”`,
      ).to.be.at.least(from);
      from = at + row.length;
    }
  }
  return shown.length;
}

describe('on paper', () => {
  it('each sheet of a build has all of its steps and pieces, and no page that is all but empty', async () => {
    const { page, context } = await openPage(used.browser);
    for (const id of ['line-winder-pouch', 'crew-patch', 'pilot-bib', 'gull-pennant']) {
      await page.goto(`${used.app.url}/builds/${id}/print`);
      expect(await isWhole(page, 'ol[aria-label=Steps] > li strong'), id).to.be.above(5);
      expect(await isWhole(page, '[data-testid=cut-list] tbody tr strong'), id).to.be.above(1);
    }
    await context.close();
  });

  it('the sheets of an order have all that the screen has: pieces, cuts, shopping, what must lie ready, labels', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/cut`);
    await page.getByRole('button', { name: 'Lay it out' }).click();
    await page
      .getByRole('region', { name: /Layout of/ })
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Stop' }).click();
    await page.getByRole('progressbar').waitFor({ state: 'detached' });
    const sheets: [what: string, rows: string, least: number][] = [
      // The napkins are there already: their cloth is not cut.
      ['pieces', 'tbody tr', 39],
      ['order', '[aria-label="Cuts in order"] li', 3],
      ['shopping', '[data-testid=shopping] tbody tr td:nth-child(2)', 5],
      ['gather', '[data-testid=gather] h2', 7],
      ['labels', '[data-testid=label-page] strong', 39],
    ];
    for (const [what, rows, least] of sheets) {
      await page.goto(`${used.app.url}/cut/print?what=${what}`);
      expect(await isWhole(page, rows), what).to.be.at.least(least);
    }
    await context.close();
  });

  it('the batch sheet has every line, every hooping and every day', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/batch/print`);
    await page.getByRole('heading', { name: 'Who does what' }).waitFor();
    await page.getByTestId('looking-on').waitFor({ state: 'detached' });
    expect(await isWhole(page, 'section:nth-of-type(1) tbody tr')).to.be.above(5);
    expect(await isWhole(page, 'section:nth-of-type(3) tbody tr')).to.be.above(40);
    await context.close();
  });

  it('a quote has all its lines and its sum', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/batch/quote?order=fair`);
    await page.getByText(/^Ready by /).waitFor();
    expect(await isWhole(page, 'article tbody tr')).to.equal(6);
    expect(await isWhole(page, 'article tfoot tr')).to.equal(1);
    await context.close();
  });

  it('the log prints all the runs that it shows, past the first page', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/log`);
    expect(await isWhole(page, '[data-testid=log] tbody tr td:first-child button')).to.be.above(30);
    await context.close();
  });
});
