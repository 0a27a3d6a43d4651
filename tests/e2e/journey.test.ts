import { expect } from 'chai';
import type { Page } from 'playwright-core';
import { readFileSync } from 'node:fs';
import { bean, closePath, rectangle, run, TapeMaker, tatami, zigzag } from '$lib/core/outline';
import { isQuestion } from '$lib/core/reading';
import { writeTape, type Tape } from '$lib/core/tape';
import { openPage, startApp, useApp } from '../support/app';
import { sewn } from '../support/copies';
import { readAs } from '../support/examples';

const used = useApp();

/** Figure and unit are kept on one line by a space that does not break; to the eye it is a space. */
const text = async (page: Page, testId: string) =>
  (await page.getByTestId(testId).innerText()).replaceAll('\u00a0', ' ');
const openPouch = async (page: Page) => {
  await page.goto(used.app.url);
  await page.getByRole('link', { name: /Line-winder pouch/ }).click();
  await page.getByTestId('score').waitFor();
};
/**
 * Two bent lines, one after the other: the first may place a piece or hold one, and the second hangs on it. Of many such, one
 * of which both are asked about, with the answer to the first that leaves the second a question.
 */
function doubtful(): { tape: Tape; answer: 0 | 1 } {
  for (let bend = 5; bend <= 40; bend += 5)
    for (let off = 2; off <= 40; off += 2) {
      const line = (from: number, k: number) =>
        run([{ x: 0, y: from }, { x: 40, y: from + bend + k }, { x: 60 + k, y: from }], 2.5); // prettier-ignore
      const tape = new TapeMaker('LINES').sew(line(0, 0)).stop().sew(line(off, 1)).done();
      const asked = (roles = {}) => readAs(tape, roles).blocks.filter(({ role }) => isQuestion(role));
      const questions = asked();
      if (questions.length !== 2) continue;
      const { value, runnerUp } = questions[0]!.role;
      for (const [answer, role] of [value, runnerUp?.value].entries()) {
        const left = asked({ 0: role });
        const last = left[0]?.role.value;
        if (left.length === 1 && left[0]?.index === 1 && !asked({ 0: role, 1: last }).length)
          return { tape, answer: answer ? 1 : 0 };
      }
    }
  throw new Error('The reading doubts none of them.');
}
const square = closePath(rectangle({ x: 0, y: 0 }, 80, 60, 5));
const ownTape = () => {
  const tape = new TapeMaker('OWN MAT')
    .sew(run(square))
    .stop()
    .sew(zigzag(square, 2.5, 2.2))
    .stop()
    .sew(bean(square))
    .done();
  return { name: 'own-mat.dst', mimeType: 'application/octet-stream', buffer: Buffer.from(writeTape(tape)) };
};

describe('the pouch, from the bench to the log', () => {
  it('opens on Gullmere Kite Fair, shows score, sizes and times, and follows every stop to the log', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await openPouch(page);
    expect(await page.getByTestId('score').getByRole('button').count()).to.be.above(40);
    expect(await text(page, 'item-time')).to.match(/^\d+:\d\d min$/);

    await page.getByRole('tab', { name: 'Cut list' }).click();
    expect(await text(page, 'cut-list')).to.include('220 mm = outline 180 + 2 × margin 20');

    await page.getByRole('tab', { name: 'Order' }).click();
    // A digit too many is asked about, and taken back.
    const wanted = page.getByLabel('Good items wanted');
    const before = await wanted.inputValue();
    await wanted.fill('100000');
    await wanted.press('Tab');
    await page.getByText(/items: is that meant\?/).waitFor();
    await page.getByTestId('doubt').getByRole('button', { name: 'Undo', exact: true }).click();
    await page.getByTestId('doubt').waitFor({ state: 'detached' });
    expect(await wanted.inputValue()).to.equal(before);
    await page.getByLabel('Good items wanted').fill('10');
    await page.getByLabel('Repeats in one hooping').fill('2');
    expect(await text(page, 'order-plan'))
      .to.match(/Load\s+11 items/)
      .and.to.match(/Hoopings\s+6/);

    await page.getByRole('button', { name: 'Run', exact: true }).click();
    await page.getByTestId('run').waitFor();
    const over = page.getByRole('link', { name: 'See it in the log' });
    const title = page.getByTestId('run-title');
    for (let i = 0; i < 80 && !(await over.isVisible()); i++) {
      const before = await title.innerText().catch(() => '');
      if (await page.getByRole('button', { name: 'All good' }).isVisible()) {
        await page.getByRole('button', { name: 'All good' }).click();
        await page.getByText('All is said').waitFor();
        await page.getByTestId('forward').click();
        await over.waitFor();
        break;
      }
      await page.keyboard.press('Space');
      // Each press is stored before the screen moves on.
      await title.filter({ hasNotText: before }).or(over).waitFor();
    }
    await page.getByRole('link', { name: 'See it in the log' }).click();
    expect(await page.getByTestId('log').getByRole('row').nth(1).innerText()).to.match(
      /Line-winder pouch[\s\S]*finished/,
    );
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('resumes at the same step after the browser was closed, notes and all', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByRole('link', { name: 'Resume' }).click();
    await page.getByTestId('forward').click();
    await page.getByText('paused').waitFor({ state: 'detached' });
    await page.getByTestId('forward').click();
    await page.getByRole('heading', { name: 'Lay the accent' }).waitFor();
    await page.keyboard.press('n');
    await page.getByRole('textbox', { name: 'Note' }).fill('Wave print <b>upright</b>');
    await page.getByRole('button', { name: 'Keep the note' }).click();
    await page.getByRole('button', { name: /Note/ }).getByText('(2)').waitFor();
    const address = page.url();
    await page.close();

    const again = await context.newPage();
    await again.goto(address);
    await again.getByRole('heading', { name: 'Lay the accent' }).waitFor();
    await again.keyboard.press('ArrowLeft');
    await again.getByRole('heading', { name: 'Hold the lower front' }).waitFor();
    await again.getByRole('button', { name: /Note/ }).click();
    await again.getByText('“Wave print <b>upright</b>”').waitFor();
    await context.close();
  });
});

describe('a tape of the maker', () => {
  it('dropped on the page becomes a score; wrong files get one sentence and change nothing', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await openPouch(page);
    const name = page.getByRole('textbox', { name: 'Name of the build' });
    const drop = async (fileName: string, content: Buffer) => {
      const transfer = await page.evaluateHandle(
        ({ fileName, bytes }) => {
          const data = new DataTransfer();
          data.items.add(new File([Uint8Array.from(bytes)], fileName));
          return data;
        },
        { fileName, bytes: [...content] },
      );
      await page.dispatchEvent('body', 'drop', { dataTransfer: transfer });
    };
    await drop('notes.dst', Buffer.from('Step 1: sew the placement line.\n'.repeat(50)));
    await page.getByText('This is a text, not a stitch tape.').waitFor();
    await drop('nothing.dst', Buffer.alloc(0));
    await page.getByText('This file is empty.').waitFor();
    expect(await name.inputValue()).to.equal('Line-winder pouch');

    const own = ownTape();
    await drop(own.name, own.buffer);
    await page.waitForFunction(
      () =>
        (document.querySelector('input[aria-label="Name of the build"]') as HTMLInputElement)?.value ===
        'own-mat',
    );
    expect(await page.getByRole('combobox', { name: 'Technique' }).inputValue()).to.equal('felt-tab');
    await page.getByRole('tab', { name: 'All steps' }).click();
    await page.getByRole('listitem').filter({ hasText: 'Lay the front' }).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('comes from the picker into an empty workroom, which says what to do', async () => {
    const plain = await startApp({ demo: false });
    const { page, context } = await openPage(used.browser);
    await page.goto(plain.url);
    await page.getByRole('heading', { name: 'Drop a stitch tape here to begin.' }).waitFor();
    await page.getByTestId('file-input').setInputFiles(ownTape());
    await page.getByTestId('score').waitFor();
    await context.close();
    await plain.stop();
  });
});

describe('the threads of a build', () => {
  it('are listed with what nobody sees; hidden blocks take what is on, several are set at once, and all is undone', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds/crew-patch`);
    await page.getByRole('tab', { name: 'Thread' }).click();
    const list = page.getByTestId('thread-list');
    const said = page.getByTestId('changes');
    await said.getByText('7 changes of thread; 6 blocks of 11 nobody sees.').waitFor();
    await list.getByText('no: under “Border”').waitFor();
    await page.getByRole('button', { name: 'Hidden ones take what is on: 3 changes fewer' }).click();
    await said.getByText('4 changes of thread').waitFor();
    const first = list.getByLabel('Thread of Blank line');
    const shown = () => first.evaluate((f) => (f as HTMLSelectElement).selectedOptions[0]?.text);
    expect(await shown()).to.equal('coral');
    await page.keyboard.press('Control+z');
    await said.getByText('7 changes of thread').waitFor();
    expect(await shown()).to.equal('slate');
    for (const name of ['Blank line', 'Border']) await list.getByLabel(`Choose ${name}`).click();
    await page.getByLabel('Thread of the chosen blocks').selectOption({ label: 'gorse yellow' });
    expect(await shown()).to.equal('gorse yellow');
    expect(await list.getByLabel('Choose Border').isChecked()).to.equal(false);
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});

describe('another order of the blocks', () => {
  it('has the fewest changes: looked at, taken, undone, taken once more, and the tape comes back as it came', async () => {
    const field = (x: number) => tatami(rectangle({ x, y: 0 }, 12, 12), 0.4, 4);
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    await page
      .getByTestId('file-input')
      .first()
      .setInputFiles({
        name: 'sails.dst',
        mimeType: 'application/octet-stream',
        buffer: Buffer.from(writeTape(sewn(field(0), field(20), field(40), field(60)))),
      });
    await page.getByRole('tab', { name: 'Thread' }).click();
    const list = page.getByTestId('thread-list');
    const blocks = list.getByRole('checkbox');
    await blocks.nth(3).waitFor();
    for (const [places, name] of [
      [[0, 2], 'coral'],
      [[1, 3], 'slate'],
    ] as const) {
      for (const n of places) await blocks.nth(n).click();
      await page.getByLabel('Thread of the chosen blocks').selectOption({ label: name });
    }
    const said = page.getByTestId('changes');
    await said.getByText('3 changes of thread, by hand').waitFor();
    const sewThem = async () => {
      await page.getByRole('button', { name: 'Fewest changes …' }).click();
      const found = page.getByTestId('fewest-changes');
      await found.getByText('No order that leaves all else as it is has fewer.').waitFor();
      const row = found.getByRole('row', { name: 'Changes of thread' });
      expect(await row.getByRole('cell').allTextContents()).to.deep.equal(['3', '1']);
      const strip = (name: RegExp) => found.getByRole('list', { name }).getByRole('listitem');
      expect(await strip(/^Sewn now/).count()).to.equal(4);
      expect(await strip(/^Sewn then/).count()).to.equal(2);
      await page.getByRole('button', { name: 'Sew it so' }).click();
      await said.getByText('1 change of thread, by hand').waitFor();
    };
    await sewThem();
    expect(await blocks.count()).to.equal(2);
    await page.keyboard.press('Control+z');
    await said.getByText('3 changes of thread, by hand').waitFor();
    await sewThem();
    await page.reload();
    await page.getByTestId('other-order').getByText('Sewn in another order than its tape came in.').waitFor();
    await page.getByRole('button', { name: 'Back to the order it came in' }).click();
    await said.getByText('3 changes of thread, by hand').waitFor();
    await blocks.nth(3).waitFor();
    expect(await page.getByTestId('other-order').count()).to.equal(0);
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});

describe('threads of a build and of a day', () => {
  it('a thread that is not on the shelf is told by keys; the orders of a day are put in order, and what is ready ticked off', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds/crew-patch?view=thread`);
    const first = page.getByTestId('thread-list').getByRole('combobox').first();
    await first.waitFor();
    await first.selectOption({ label: 'another thread …' });
    const dialog = page.getByRole('dialog', { name: 'Another thread' });
    await dialog.getByLabel('Called').fill('Old teal');
    // Its name says how it looks; the arrow keys say otherwise.
    expect(await dialog.getByRole('radio', { name: 'teal' }).isChecked()).to.equal(true);
    await dialog.getByRole('radio', { name: 'teal' }).press('ArrowRight');
    expect(await dialog.getByRole('radio', { name: 'coral' }).isChecked()).to.equal(true);
    await page.keyboard.press('Enter');
    await dialog.waitFor({ state: 'detached' });
    expect(await first.locator('option:checked').textContent()).to.equal('Old teal');

    await page.goto(used.app.url);
    await page.getByRole('link', { name: 'Prepare the day’s orders' }).click();
    const gannet = page.getByRole('region', { name: 'At Gannet' });
    // None of its needles has the new one on it.
    await gannet.getByText('Old teal').waitFor();
    const order = page.getByRole('region', { name: 'Orders of the day' }).getByRole('listitem');
    expect(await order.first().textContent()).to.include('Crew patch');
    await page.getByRole('button', { name: 'Crew patch later' }).click();
    expect(await order.nth(1).textContent()).to.include('Crew patch');
    await page.getByRole('button', { name: 'Tea-tent napkin not today' }).click();
    expect(await gannet.getByRole('listitem').count()).to.be.below(4);
    const ready = page.getByRole('region', { name: 'Ready for Crew patch' });
    await ready.getByRole('checkbox', { name: /Felt blank.*a hooping/ }).click();
    await page.reload();
    await ready.getByRole('checkbox', { name: /Felt blank/, checked: true }).waitFor();
    expect(await order.nth(1).textContent()).to.include('Crew patch');
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});

describe('editing a score', () => {
  it('puts in, rewords and takes out steps by keyboard, undoes and redoes, and has it all after a reload', async () => {
    const { page, context } = await openPage(used.browser);
    await openPouch(page);
    const card = page.getByTestId('step-card');
    const steps = () => page.getByTestId('score').getByRole('button').count();
    const at = await steps();
    await page.keyboard.press('ArrowRight');
    await page.getByRole('button', { name: 'Step before' }).click();
    await page.getByLabel('In a few words').fill('Oil the hook');
    await page.getByRole('button', { name: 'Put it in' }).click();
    await card.getByRole('heading', { name: 'Oil the hook' }).waitFor();
    expect(await steps()).to.equal(at + 1);
    await page.keyboard.press('Delete');
    await card.getByRole('heading', { name: 'Oil the hook' }).waitFor({ state: 'detached' });
    await page.keyboard.press('Control+z');
    await card
      .page()
      .getByTestId('score')
      .getByRole('button', { name: /Oil the hook/ })
      .waitFor();
    await page.keyboard.press('Control+z');
    expect(await steps()).to.equal(at);
    await page.keyboard.press('Control+Shift+z');
    await page.reload();
    await page
      .getByTestId('score')
      .getByRole('button', { name: /Oil the hook/ })
      .waitFor();
    await context.close();
  });

  it('asks about a block it is not sure of, takes the answer, and asks no more', async () => {
    const { page, context } = await openPage(used.browser);
    const { tape, answer } = doubtful();
    await page.goto(`${used.app.url}/builds`);
    await page.getByTestId('file-input').setInputFiles({
      name: 'lines.dst',
      mimeType: 'application/octet-stream',
      buffer: Buffer.from(writeTape(tape)),
    });
    await page.getByText('2 blocks of this tape').waitFor();
    await page.getByRole('button', { name: 'Show the next' }).click();
    // Both answers are one press each; what one says is read around, and another question is left.
    const question = page.getByRole('group', { name: 'A question about this block' });
    await question.waitFor();
    expect(await question.getByRole('button').count()).to.equal(2);
    await question.getByRole('button').nth(answer).click();
    await page.getByText('1 block of this tape').waitFor();
    await page.getByRole('button', { name: 'Show the question' }).click();
    await question.getByRole('button').first().click();
    await page.getByText('could be read in more than one way').waitFor({ state: 'detached' });
    await page.keyboard.press('Control+z');
    await page.getByText('1 block of this tape').waitFor();
    await page.keyboard.press('Control+z');
    await page.getByText('2 blocks of this tape').waitFor();
    await context.close();
  });

  it('takes a role from the maker, reads the rest around it, and gives it back', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds/line-winder-pouch?step=n10`);
    const bench = page.getByTestId('step-card');
    // A deep link into an empty browser: the demo is there first.
    await bench.getByRole('heading', { name: 'Quilting' }).waitFor();
    await page.getByTestId('role').selectOption('decoration');
    await page.getByText('You set this').waitFor();
    await page.getByRole('button', { name: 'Back to the reading' }).click();
    await page.getByText('% sure').waitFor();
    expect(await page.getByTestId('role').inputValue()).to.equal('quilting');
    await context.close();
  });
});

describe('exchange, units, sheets', () => {
  it('exports a build and brings the same file in again in another browser', async () => {
    const { page, context } = await openPage(used.browser);
    await openPouch(page);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export the build' }).click(),
    ]);
    const path = await download.path();
    const exported = readFileSync(path, 'utf8');
    await context.close();

    const plain = await startApp({ demo: false });
    const other = await openPage(used.browser);
    await other.page.goto(plain.url);
    await other.page
      .getByTestId('file-input')
      .setInputFiles({ name: 'pouch.json', mimeType: 'application/json', buffer: Buffer.from(exported) });
    await other.page.getByTestId('score').waitFor();
    const [second] = await Promise.all([
      other.page.waitForEvent('download'),
      other.page.getByRole('button', { name: 'Export the build' }).click(),
    ]);
    expect(readFileSync(await second.path(), 'utf8')).to.equal(exported);
    await other.context.close();
    await plain.stop();
  });

  it('changes all lengths with U, and a number in Workshop changes the cut list', async () => {
    const { page, context } = await openPage(used.browser);
    await openPouch(page);
    await page.getByRole('tab', { name: 'Cut list' }).click();
    await page.keyboard.press('u');
    await page.getByTestId('cut-list').getByText('8 3/4 in', { exact: true }).first().waitFor();
    await page.keyboard.press('u');
    await page.keyboard.press('w');
    await page.getByRole('link', { name: 'Numbers', exact: true }).click();
    const margin = page.getByLabel('Margin, piece on the back', { exact: true });
    await margin.fill('900');
    await page.getByText('From 0 to 80, please.').waitFor();
    await margin.fill('30');
    // The way back to the default is offered once the figure is stored.
    await page.getByRole('button', { name: 'Margin, piece on the back: back to the default' }).waitFor();
    await page.goto(`${used.app.url}/builds/line-winder-pouch?view=cut`);
    await page.getByText('240 mm = outline 180 + 2 × margin 30').first().waitFor();
    await context.close();
  });

  it('prints run and cut sheet with both numbers and the cautions, without buttons', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds/line-winder-pouch/print`);
    await page.getByRole('heading', { name: 'Cut sheet' }).waitFor();
    await page.emulateMedia({ media: 'print' });
    expect(await page.getByRole('button', { name: 'Print' }).isVisible()).to.equal(false);
    const sheet = await page.locator('body').innerText();
    expect(sheet).to.include('Care: Coil zips only').and.to.include('Open the zip three quarters.');
    // Beside what hands do to the layers, these from the side and the hoop from above; needle steps go without.
    const step = (name: string) =>
      page.getByRole('list', { name: 'Steps' }).getByRole('listitem').filter({ hasText: name });
    expect(await step('Slit the window.').getByRole('img').count()).to.equal(2);
    await step('Lay the zip.').getByRole('img', { name: /Zip/ }).first().waitFor();
    expect(await step('Block 1: Batting line').getByRole('img').count()).to.equal(0);
    // White in a dark workroom too.
    await page.emulateMedia({ media: 'screen', colorScheme: 'dark' });
    expect(await page.locator('html').getAttribute('data-theme')).to.equal('light');
    await context.close();
  });
});
