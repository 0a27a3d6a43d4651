import { expect } from 'chai';
import { PDFDocument } from '@cantoo/pdf-lib';
import { strToU8, zipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { circle, closePath, satin, TapeMaker } from '$lib/core/outline';
import { HEADER_BYTES, writeTape, type Tape } from '$lib/core/tape';
import { crewPatch, pouch, tailTab } from '$lib/demo';
import { nameTape } from '$lib/demo/designs/name';
import { openPage, useApp } from '../support/app';

const used = useApp();
const file = (name: string, bytes: Uint8Array, mimeType = 'application/octet-stream') => ({
  name,
  mimeType,
  buffer: Buffer.from(bytes),
});
const dst = (name: string, tape: Tape) => file(name, writeTape(tape));
const open = async (page: Page, id: string, view = 'step') => {
  if (!page.url().startsWith(used.app.url)) {
    await page.goto(used.app.url);
    await page.getByRole('heading', { level: 1 }).waitFor();
  }
  await page.goto(`${used.app.url}/builds/${id}?view=${view}`);
  await page.getByTestId('score').waitFor();
};
const tab = (page: Page, name: RegExp) => page.getByRole('tab', { name });

describe('how it is made', () => {
  it('another school rewrites its steps, says which, is undone in one, and is there after a reload', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await open(page, 'gull-pennant', 'how');
    const trimmed = page.getByLabel('Trimmed in the hoop', { exact: false });
    const preCut = page.getByLabel('Cut to shape first', { exact: false });
    expect(await preCut.isChecked()).to.equal(true);
    await trimmed.check();
    const told = page.getByRole('status').filter({ hasText: 'Trimmed in the hoop' });
    await told.waitFor();
    expect(await told.innerText()).to.match(/3 steps new: Trim sun.*3 steps gone: Fuse sun/s);
    await page.reload();
    await page.getByTestId('score').waitFor();
    expect(await trimmed.isChecked()).to.equal(true);
    expect(await preCut.isChecked()).to.equal(false);
    await preCut.check();
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
    expect(await trimmed.isChecked()).to.equal(true);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('what no tape can tell is asked, with what each answer would change, until one is pressed', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    await page.getByTestId('file-input').setInputFiles(dst('kite.dst', crewPatch()));
    await page.getByRole('button', { name: 'Make a second build' }).click();
    const question = page.getByTestId('technique-question');
    await question.getByText('Base: heavy film or two layers of wash-away?').waitFor();
    expect(await question.innerText()).to.match(/Two layers of wash-away would change:.*steps? new/s);
    await question.getByRole('button', { name: 'Two layers of wash-away' }).click();
    await question.waitFor({ state: 'detached' });
    await page.reload();
    await page.getByTestId('score').waitFor();
    expect(await question.count()).to.equal(0);
    await page.getByRole('tab', { name: 'How it is made' }).click();
    expect(await page.getByLabel('Two layers of wash-away', { exact: false }).isChecked()).to.equal(true);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a name is put in from its tape, drawn and numbered, refused after the back, and taken out', async () => {
    const { page, context } = await openPage(used.browser);
    await open(page, 'pilot-bib', 'how');
    const box = page.getByTestId('insertions');
    await box.getByRole('button', { name: 'Take out' }).click();
    await box.getByText('Nothing yet').waitFor();
    await box.getByRole('button', { name: 'Name or motif' }).click();
    await page.getByLabel('Its tape').setInputFiles(dst('tomas.dst', nameTape('ISLA')));
    await page.getByLabel('What it is called').fill('Tomas');
    await page.getByRole('button', { name: 'Put it in' }).click();
    await page.getByRole('button', { name: /Put in: Tomas/ }).waitFor();
    await box.getByLabel('Before which block').selectOption({ label: 'none: at the end (not safe)' });
    await page.getByText('Tomas comes too late').waitFor();
    await page.getByRole('button', { name: 'See the check' }).click();
    await page.getByRole('button', { name: 'Move it before block 5' }).click();
    await page.getByText('Tomas comes too late').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: /Leave for Tomas/ }).click();
    await tab(page, /At this step/).click();
    expect(await page.getByTestId('step-card').innerText()).to.match(/Stop at stop 4, after stitch \d+/);
    await context.close();
  });
});

describe('the check', () => {
  it('says what ruins the item, mends it in one press, and keeps quiet for a reason that is kept', async () => {
    const { page, context } = await openPage(used.browser);
    await open(page, 'fluffy-number', 'check');
    await page.getByTestId('check').getByText('2 repeats do not fit').waitFor();
    await page.getByRole('button', { name: 'Load 1' }).click();
    await page.getByText('Nothing to say before the first stitch').waitFor();
    await open(page, 'pilot-bib', 'check');
    await page.getByRole('button', { name: 'Keep quiet …' }).click();
    await page.getByLabel('Why it may stay quiet').fill('Old sheets, boiled <b>twice</b>');
    await page.keyboard.press('Enter');
    await page.getByText('1 finding kept quiet').waitFor();
    await page.reload();
    await page.getByText('1 finding kept quiet').click();
    await page.getByText('Your reason: Old sheets, boiled <b>twice</b>').waitFor();
    await page.getByRole('button', { name: 'Let it speak again' }).click();
    await page.getByText('are not prewashed').waitFor();
    await page.getByRole('link', { name: 'Print sheet' }).click();
    await page.getByRole('heading', { name: 'Before the first stitch' }).waitFor();
    await context.close();
  });

  it('hears what a maker knows of a piece, and flags a contradiction at once', async () => {
    const { page, context } = await openPage(used.browser);
    await open(page, 'line-winder-pouch', 'cut');
    await page
      .getByRole('row', { name: /Zip/ })
      .getByRole('button', { name: /what and why/ })
      .click();
    await page.getByLabel('metal teeth').check();
    await page.getByText('Zip has metal teeth').waitFor();
    await tab(page, /At this step/).click();
    await page.getByRole('button', { name: /^Block 3:/ }).click();
    await page.getByTestId('role').selectOption('cover');
    await page.getByText('only tacks down later').first().waitFor();
    await context.close();
  });
});

describe('what comes in', () => {
  it('typed stops become a score with the times of the screen', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    await page.getByRole('button', { name: 'Type the stops' }).click();
    await page.getByLabel('Name').fill('Storm lantern tag');
    await page
      .getByLabel('Stops', { exact: true })
      .fill('1 placement white 0:40\nIron the label on\n2 tack-down white 0:30\n3 satin border navy 6:20');
    expect(await page.getByTestId('typed-stops').getByRole('row').count()).to.equal(4);
    await page.getByRole('button', { name: 'Make the score' }).click();
    await page.getByTestId('score').waitFor();
    await page.getByText('7:30 min on the machine’s screen').waitFor();
    // What hands do by the sheet stands between its two stops.
    await tab(page, /All steps/).click();
    await page.getByText('Iron the label on').first().waitFor();
    const steps = await page.getByRole('tabpanel').innerText();
    expect(steps).to.match(/Placement[\s\S]*Iron the label on[\s\S]*Tack-down/i);
    await page.reload();
    await page.getByText('7:30 min on the machine’s screen').waitFor();
    await context.close();
  });

  it('a bundle shows its versions, takes the one that fits, and keeps its sheets; a damaged one is told', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    const zip = zipSync({
      'kite/small.dst': writeTape(tailTab()),
      'kite/large.dst': writeTape(crewPatch()),
      'kite/steps.pdf': strToU8('%PDF-1.4'),
      'kite/broken.dst': strToU8('no tape'),
    });
    await page.getByTestId('file-input').setInputFiles(file('kites.zip', zip, 'application/zip'));
    const rows = page.getByTestId('bundle');
    await rows.waitFor();
    expect(await rows.getByRole('row', { name: /large/ }).innerText())
      .to.include('proposed')
      .and.to.include('100 × 100');
    await page.getByText(/broken\.dst: /).waitFor();
    await page.getByRole('button', { name: 'Take this one' }).click();
    // The sample has this tape; the one of the bundle becomes a second build, with the sheets.
    await page.getByRole('button', { name: 'Make a second build' }).click();
    await page.getByRole('heading', { name: 'large (2)' }).waitFor();
    await tab(page, /Notes/).click();
    await page.getByTestId('sheets').getByRole('button', { name: 'steps.pdf' }).waitFor();
    await page
      .getByRole('link', { name: /Builds/ })
      .first()
      .click();
    await page.getByTestId('file-input').setInputFiles(file('cut.zip', zip.slice(0, 300), 'application/zip'));
    await page.getByText('This bundle is cut off or damaged').waitFor();
    await context.close();
  });

  it('a tape that is here already, under whatever name, is opened or made a second build of', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    const again = dst('bought-twice.dst', { ...tailTab(), label: 'AGAIN' });
    await page.getByTestId('file-input').setInputFiles(again);
    const known = page.getByTestId('known');
    await known.getByText('Tail tab').waitFor();
    await page.keyboard.press('Enter');
    await page.waitForURL(/builds\/tail-tab/);
    await page
      .getByRole('link', { name: /Builds/ })
      .first()
      .click();
    await page.getByRole('heading', { name: 'Builds' }).waitFor();
    const before = await page.getByRole('listitem').count();
    await page.getByTestId('file-input').setInputFiles(again);
    await page.getByRole('button', { name: 'Leave it' }).click();
    expect(await page.getByRole('listitem').count()).to.equal(before);
    await page.getByTestId('file-input').setInputFiles(again);
    await page.getByRole('button', { name: 'Make a second build' }).click();
    await page.getByRole('heading', { name: 'bought-twice (2)' }).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a sheet is laid onto a build, pasted or from a PDF: threads are named at once, and one undo takes it back', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    await page.getByTestId('file-input').setInputFiles(dst('tab.dst', tailTab()));
    await page.getByRole('button', { name: 'Make a second build' }).click();
    await page.getByTestId('score').waitFor();
    await tab(page, /All steps/).click();
    await page.getByText('Thread ?').first().waitFor();
    const pdf = await PDFDocument.create();
    const sheet = pdf.addPage([400, 300]);
    const rows = [
      ['Stop', 'Name', 'Colour', 'Code'],
      ['1', 'Placement', 'Sand', '1004'],
      ['2', 'Tack down', 'Sand', '1004'],
      ['3', 'Gull and waves', 'Navy', '1243'],
      ['4', 'Snap marks', 'Sand', '1004'],
      ['5', 'Last line', 'Gold', '1172'],
    ];
    for (const [r, row] of rows.entries())
      for (const [c, cell] of row.entries())
        sheet.drawText(cell, { x: 20 + 90 * c, y: 260 - 20 * r, size: 12 });
    await tab(page, /Notes/).click();
    await page.getByRole('button', { name: 'Lay a sheet onto it' }).click();
    await page
      .getByLabel('A file with the sheet')
      .setInputFiles(file('steps.pdf', await pdf.save(), 'application/pdf'));
    await page.getByTestId('laid-sheet').getByText('Navy 1243').waitFor();
    await page.getByText('5 threads will be named.').waitFor();
    await page.getByRole('button', { name: 'Take it' }).click();
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
    await page.getByText('5 threads named.').waitFor();
    await tab(page, /All steps/).click();
    await page.getByText('in Navy').waitFor();
    expect(await page.getByText('Thread ?').count()).to.equal(0);
    await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
    await page.getByText('Thread ?').first().waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a sheet dropped on a build stays with it, is laid onto it, and can be taken away', async () => {
    const { page, context, faults } = await openPage(used.browser);
    const drop = (name: string) =>
      page.evaluate((fileName) => {
        const dataTransfer = new DataTransfer();
        dataTransfer.items.add(new File(['1 Placement, White\n2 Tack down, Coral'], fileName));
        window.dispatchEvent(new DragEvent('drop', { dataTransfer, cancelable: true }));
      }, name);
    await page.goto(`${used.app.url}/builds`);
    await page.getByRole('listitem').first().waitFor();
    await drop('steps.txt');
    await page.getByText('steps.txt is a sheet, and belongs to a build.').waitFor();
    await page.goto(`${used.app.url}/builds/tail-tab`);
    await page.getByTestId('score').waitFor();
    await drop('steps.txt');
    await page.getByTestId('laid-sheet').getByText('Coral').waitFor();
    await page.getByRole('button', { name: 'Leave it' }).click();
    const sheets = page.getByTestId('sheets');
    await sheets.getByRole('button', { name: 'steps.txt' }).click();
    await page.getByTestId('sheet').getByText('Tack down, Coral').waitFor();
    await page.getByRole('button', { name: 'Take it away' }).click();
    await sheets.waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Undo' }).last().click();
    await sheets.getByRole('button', { name: 'steps.txt' }).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a newer tape keeps the decisions whose blocks are still there, and lists the others', async () => {
    const { page, context } = await openPage(used.browser);
    await open(page, 'line-winder-pouch');
    await page.getByRole('button', { name: /^Block 11:/ }).click();
    await page.getByTestId('role').selectOption('decoration');
    await page.getByRole('button', { name: 'Back to the reading' }).waitFor();
    await page.getByTestId('newer-tape').setInputFiles(dst('pouch-2.dst', pouch()));
    await page.getByText('every decision was kept').waitFor();
    await page.getByTestId('newer-tape').setInputFiles(dst('tab.dst', tailTab()));
    await page.getByTestId('lost').getByText('Role “decoration” of block 11').waitFor();
    await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
    await page.getByText('4 559 stitches').waitFor();
    await context.close();
  });
});

describe('a very long tape', () => {
  /** A ring and the way back to the middle, again and again with a stop now and then: the tape grows, the design does not. */
  const longTape = (records: number, blocks: number) => {
    const back = [
      { x: 3, y: 0 },
      { x: 0, y: 0 },
    ];
    const ring = writeTape(
      new TapeMaker('LONG').sew(satin(closePath(circle({ x: 0, y: 0 }, 40)), 3), back).done(),
    );
    const body = ring.subarray(HEADER_BYTES, ring.length - 3);
    const times = Math.ceil((records * 3) / blocks / body.length);
    const block = new Uint8Array(times * body.length + 3);
    for (let i = 0; i < times; i++) block.set(body, i * body.length);
    block.set([0, 0, 0xc3], times * body.length);
    const bytes = new Uint8Array(HEADER_BYTES + blocks * block.length);
    bytes.set(ring.subarray(0, HEADER_BYTES));
    for (let i = 0; i < blocks; i++) bytes.set(block, HEADER_BYTES + i * block.length);
    bytes.set([0, 0, 0xf3], bytes.length - 3);
    return bytes;
  };
  it('is read behind a bar that can be stopped, and the page answers meanwhile', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds`);
    const rows = page.getByRole('main').getByRole('listitem');
    await rows.first().waitFor();
    const before = await rows.count();
    // Done by the page itself, each time the bar moves: from here a busy machine would come too late, and frames may be
    // few on it. That the list answers from one move to another shows that the page is free.
    await page.evaluate(() => {
      const seen = { shares: [] as number[], rows: -1 };
      Object.assign(window, { seen });
      const find = document.querySelector<HTMLInputElement>('input[type=search]');
      const watch = new MutationObserver(() => {
        const reading = document.querySelector<HTMLProgressElement>(
          'progress[aria-label^="Reading endless"]',
        );
        if (!reading || reading.value <= (seen.shares.at(-1) ?? 0)) return;
        seen.shares.push(reading.value);
        if (seen.shares.length === 1 && find) {
          find.value = 'pouch';
          find.dispatchEvent(new Event('input', { bubbles: true }));
        }
        if (seen.shares.length < 3) return;
        watch.disconnect();
        seen.rows = document.querySelectorAll('main li').length;
        [...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Stop')?.click();
      });
      watch.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
    });
    await page.getByTestId('file-input').setInputFiles(file('endless.dst', longTape(4_800_000, 120)));
    await page.getByText('Reading was stopped.').waitFor();
    const seen = await page.evaluate(
      () => (window as unknown as { seen: { shares: number[]; rows: number } }).seen,
    );
    expect(seen.rows, `the list at ${seen.shares.join(', ')}`).to.equal(1);
    expect(seen.shares.at(-1)).to.be.lessThan(1);
    await page.getByLabel('Find').fill('');
    expect(await rows.count()).to.equal(before);
    await context.close();
  });
});

describe('quick ways', () => {
  it('the first Tab leads past the places to the work; a question mark opens keys and words, as the palette does', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.activeElement?.id === 'work');
    await page.keyboard.press('?');
    const help = page.getByTestId('keys-and-words');
    await help.getByText('put in a hand step before this one').waitFor();
    expect(await help.innerText()).to.match(/tack-down\s+A line that holds a piece/);
    await page.keyboard.press('Escape');
    await help.waitFor({ state: 'detached' });
    await page.keyboard.press('Control+k');
    await page.getByTestId('palette').fill('glossary');
    await page.keyboard.press('Enter');
    await help.waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('the palette finds a step, a view and a place by a few letters', async () => {
    const { page, context } = await openPage(used.browser);
    await open(page, 'line-winder-pouch');
    await page.keyboard.press('Control+k');
    await page.getByTestId('palette').fill('open zip');
    await page.keyboard.press('Enter');
    await page.getByTestId('step-card').getByRole('heading', { name: 'Open the zip' }).waitFor();
    await page.keyboard.press('Control+k');
    await page.getByTestId('palette').fill('workshop');
    await page.keyboard.press('Enter');
    await page.getByRole('heading', { name: 'Workshop' }).waitFor();
    await context.close();
  });

  it('a time is asked why, its figure changed in place, and every build follows', async () => {
    const { page, context } = await openPage(used.browser);
    await open(page, 'line-winder-pouch');
    await page.goto(`${used.app.url}/builds/line-winder-pouch?step=finish:turn`);
    const why = page.getByTestId('why-time');
    await why.getByRole('button').first().click();
    await why.getByLabel('Turn right side out, for all builds').fill('300');
    await page.keyboard.press('Tab');
    await why.getByText('5:00 min').waitFor();
    await context.close();
  });

  it('the scrubber shows the design stitch by stitch, and goes to the block where it is let go', async () => {
    const { page, context } = await openPage(used.browser);
    await open(page, 'crew-patch');
    const scrubber = page.getByTestId('scrubber');
    await scrubber.focus();
    await scrubber.evaluate((e: HTMLInputElement) => {
      e.value = String(Math.round(Number(e.max) * 0.95));
      e.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await page.getByText(/Record .* block 11/).waitFor();
    await scrubber.evaluate((e) => e.dispatchEvent(new Event('change', { bubbles: true })));
    await page.getByTestId('step-card').getByRole('heading', { name: 'Border' }).waitFor();
    await context.close();
  });

  it('a hand step is moved along the score by mouse and by finger; a press alone only chooses it', async () => {
    const { page, context } = await openPage(used.browser, { hasTouch: true });
    await open(page, 'line-winder-pouch');
    const hand = (title: string) =>
      page.getByRole('button', { name: new RegExp(`^Hand \\d+, .*: ${title}`) });
    const order = () =>
      page
        .getByTestId('score')
        .getByRole('button')
        .evaluateAll((all) => all.map((b) => b.getAttribute('aria-label')?.replace(/^.*?: /, '') ?? ''));
    const before = await order();
    const middle = async (title: string) => {
      const box = await hand(title).first().boundingBox();
      if (!box) throw new Error(`${title} is not in the score`);
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    };
    const [from, to] = [await middle('Trim batting'), await middle('Hoop up')];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x + 60, to.y - 80, { steps: 5 });
    await page.mouse.up();
    const undo = async () => {
      await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
      await page.waitForFunction(
        (names) =>
          [...document.querySelectorAll('[data-testid=score] button')]
            .map((b) => b.getAttribute('aria-label')?.replace(/^.*?: /, ''))
            .join() === names.join(),
        before,
      );
    };
    await undo();
    // A block is no hand step: it is chosen, though the press before it was a move.
    const block = page.getByRole('button', { name: /^Block 2:/ });
    await block.click();
    await page.waitForFunction(
      (b) => b?.getAttribute('aria-current') === 'step',
      await block.elementHandle(),
    );

    const touch = await context.newCDPSession(page);
    const at = (type: 'touchStart' | 'touchMove' | 'touchEnd', x: number, y: number) =>
      touch.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] });
    // A finger that moves on at once scrolls; one that has rested takes the step along.
    await at('touchStart', from.x, from.y);
    for (let k = 1; k <= 6; k++) await at('touchMove', from.x - 12 * k, from.y);
    await page.waitForTimeout(200);
    await at('touchEnd', from.x, from.y);
    expect(await order()).to.deep.equal(before);
    await page.getByTestId('score-room').evaluate((room) => room.scrollTo({ left: 0 }));
    await at('touchStart', from.x, from.y);
    await page.waitForTimeout(600);
    for (let k = 1; k <= 6; k++) await at('touchMove', from.x + (k * (to.x + 60 - from.x)) / 6, from.y);
    // The finger rests before it is lifted: a flick would make the browser take the next tap for its end.
    await page.waitForTimeout(200);
    await at('touchMove', to.x + 60, from.y);
    await at('touchEnd', to.x + 60, from.y);
    await page.getByRole('heading', { name: 'Trim batting' }).waitFor();
    const after = await order();
    expect(after).not.to.deep.equal(before);
    expect(after.findIndex((t) => t.startsWith('Trim batting'))).to.be.below(
      before.findIndex((t) => t.startsWith('Trim batting')),
    );
    await undo();
    await hand('Hoop up').first().tap();
    await page.getByRole('heading', { name: 'Hoop up' }).waitFor();
    await context.close();
  });

  it('a block is passed over and sewn once more, and both are undone', async () => {
    const { page, context } = await openPage(used.browser);
    await open(page, 'tail-tab');
    await page.getByRole('button', { name: /^Block 3:/ }).click();
    await page.getByRole('button', { name: 'Pass over' }).click();
    await page.getByText('Passed over').waitFor();
    await page
      .getByRole('button', { name: /^Block 5:/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Once more' }).click();
    await page.getByRole('heading', { name: 'Last line, again' }).waitFor();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: /again/ }).waitFor({ state: 'detached' });
    await page.getByRole('button', { name: /^Block 3:/ }).click();
    await page.getByRole('button', { name: 'Pass over' }).waitFor();
    await context.close();
  });
});
