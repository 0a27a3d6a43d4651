import { expect } from 'chai';
import type { Page } from 'playwright-core';
import { writeTape } from '$lib/core/tape';
import { pouch } from '$lib/demo';
import { openPage, useApp } from '../support/app';
import { ageLog, eventsOf } from '../support/run-data';

const used = useApp();
const forward = (page: Page) => page.getByTestId('forward');
const title = (page: Page) => page.getByTestId('run-title').innerText();
const index = async (page: Page) => Number(await page.getByTestId('run').getAttribute('data-index'));
const stepOn = async (page: Page, key = 'ArrowRight') => {
  const before = await index(page);
  await page.keyboard.press(key);
  await page.waitForFunction((i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) !== i, before); // prettier-ignore
};
/** Run takes keys again only when nothing is open over it. */
const closeDialog = async (page: Page) => {
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
};
/** The run of the sample workroom that was interrupted, going on. */
async function resume(page: Page) {
  await page.goto(used.app.url);
  await page.getByRole('link', { name: 'Resume' }).click();
  await page.getByTestId('resume').waitFor();
  await page.keyboard.press('Space');
  await page.getByTestId('resume').waitFor({ state: 'detached' });
}
async function begin(page: Page, build: string) {
  await page.goto(`${used.app.url}/builds/${build}`);
  await page.getByTestId('step-card').waitFor();
  await page.keyboard.press('r');
  await page.getByTestId('run').waitFor();
}

describe('at the machine', () => {
  it('shows what lies where, which side up, the thread now and next, and goes on by keys and pedal', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, 'line-winder-pouch');
    while (!/zip$/i.test(await title(page))) await stepOn(page);
    await page.getByText('right side up', { exact: true }).waitFor();
    await page.getByText('front of the hoop', { exact: true }).waitFor();
    await page.getByLabel('Threads').getByText('sand').waitFor();
    await page.getByRole('img', { name: /from above/ }).waitFor();
    const at = await index(page);
    await stepOn(page, 'PageDown');
    await stepOn(page, 'PageUp');
    expect(await index(page)).to.equal(at);
    // A pedal that sends a key of its own is taught.
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByRole('button', { name: /^Forward/ }).click();
    await page.keyboard.press('F8');
    await page.getByRole('button', { name: 'Forward: F8' }).waitFor();
    await page.getByLabel(/Left-handed/).check();
    await closeDialog(page);
    await stepOn(page, 'F8');
    await page.reload();
    await page.getByTestId('resume').waitFor();
    await page.keyboard.press('F8');
    await page.getByTestId('resume').waitFor({ state: 'detached' });
    const [go, back] = [await forward(page).boundingBox(), await page.getByRole('button', { name: 'Back one step' }).boundingBox()]; // prettier-ignore
    expect(go!.x).to.be.below(back!.x);
    expect(go!.height).to.be.at.least(64);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a finger on the forward half goes on, once, whatever lies there; not beside it, not on what answers itself', async () => {
    const tablet = { viewport: { width: 820, height: 1180 }, hasTouch: true };
    const { page, context, faults } = await openPage(used.browser, tablet);
    await begin(page, 'line-winder-pouch');
    const moved = async (x: number, y: number) => {
      const before = await index(page);
      await page.touchscreen.tap(x, y);
      // What would have moved on has moved on when the next event is stored.
      await page.keyboard.press('n');
      await page.getByRole('dialog').getByLabel('Note').fill('here');
      await page.getByRole('dialog').getByRole('button', { name: 'Keep the note' }).click();
      await page.getByRole('dialog').waitFor({ state: 'detached' });
      return (await index(page)) - before;
    };
    expect(await moved(600, 800), 'on a picture').to.equal(1);
    expect(await moved(200, 800), 'left of the middle').to.equal(0);
    await page.getByRole('button', { name: 'How Run works for you' }).tap();
    await page.getByLabel(/Left-handed/).check();
    await closeDialog(page);
    expect(await moved(200, 800), 'left-handed').to.equal(1);
    // Beside a dialog a tap closes it, and no more.
    const before = await index(page);
    await page.getByRole('button', { name: 'Trouble' }).tap();
    await page.getByRole('dialog').waitFor();
    await page.touchscreen.tap(20, 120);
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    expect(await index(page)).to.equal(before);
    await page.getByRole('button', { name: 'How Run works for you' }).tap();
    await page.getByLabel(/A finger anywhere on the left half/).uncheck();
    await closeDialog(page);
    expect(await moved(200, 800), 'switched off').to.equal(0);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('leads out of a thread break: what is safe, what first, how far back; and the log knows', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await resume(page);
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

  it('a step is skipped, another thread and a full bobbin are told: all in the log, the skipped time in no sum', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, 'line-winder-pouch');
    while (!(await page.getByText('needle ·').count())) await stepOn(page);
    await page.getByRole('button', { name: 'Changed …' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Thread on the needle').fill('old straw');
    await dialog.getByRole('button', { name: 'It is on' }).click();
    await page.getByLabel('Threads').getByText('old straw').waitFor();
    await page.getByRole('button', { name: 'Changed …' }).click();
    await dialog.getByRole('button', { name: 'A full bobbin is in' }).click();
    await dialog.waitFor({ state: 'detached' });
    await page.keyboard.press('t');
    await page.getByRole('button', { name: 'The thread broke' }).click();
    await dialog.getByLabel(/At stitch/).fill('20');
    await dialog.getByRole('button', { name: /^To stitch/ }).click();
    await dialog.waitFor({ state: 'detached' });
    await stepOn(page);
    const skipped = await title(page);
    await page.getByRole('button', { name: 'Skip this step' }).click();
    await page.waitForFunction((t) => document.querySelector('[data-testid=run-title]')?.textContent !== t, skipped); // prettier-ignore
    // A press too many is taken back.
    await stepOn(page, 's');
    await stepOn(page, 'ArrowLeft');
    await stepOn(page);
    // The plan still asks for sand.
    await page.getByLabel('Threads').getByText('old straw').waitFor();
    await page.goto(`${used.app.url}/log`);
    await page.getByTestId('log').getByRole('row').nth(1).getByRole('button').first().click();
    const detail = page.getByLabel('Steps of the run');
    await detail.getByText('“old straw” put on the needle').waitFor();
    await detail.getByText('fresh bobbin').waitFor();
    expect(await detail.getByText(', passed over').allInnerTexts()).to.have.length(1);
    await detail.getByText(`${skipped}, passed over`).waitFor();
    await page.getByRole('tab', { name: 'Charts' }).click();
    await page.getByRole('table', { name: /Breaks by thread/ }).getByRole('rowheader', { name: 'old straw' }).waitFor({ state: 'attached' }); // prettier-ignore
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('each trouble has a way out that is taken, and the log knows them all', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await resume(page);
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
    for (const [trouble] of ways.slice(2, -1)) expect(told).to.include(`${trouble.toLowerCase()}: words on: ${trouble}`); // prettier-ignore
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('keeps the screen on, reads steps aloud when asked to, and calls back by sound and title before a stop', async () => {
    const { page, context, faults } = await openPage(used.browser);
    // What a device does with it cannot be heard here: that it is asked to, and for what, can.
    await page.addInitScript(() => {
      const asked: string[] = [];
      Object.assign(window, { asked });
      Object.defineProperty(navigator, 'wakeLock', { value: { request: (what: string) => (asked.push(`awake: ${what}`), Promise.resolve({ release: () => Promise.resolve() })) } }); // prettier-ignore
      Object.defineProperty(window, 'speechSynthesis', { value: { cancel: () => undefined, speak: (u: SpeechSynthesisUtterance) => asked.push(`said: ${u.text}`) } }); // prettier-ignore
      const start = OscillatorNode.prototype.start;
      OscillatorNode.prototype.start = function (at) {
        asked.push(`tone: ${this.frequency.value}`);
        start.call(this, at);
      };
    });
    await page.clock.install();
    const asked = () => page.evaluate(() => (window as unknown as { asked: string[] }).asked);
    await begin(page, 'line-winder-pouch');
    expect(await asked()).to.deep.equal(['awake: screen']);
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Read each step aloud').check();
    await closeDialog(page);
    while (!/quilt/i.test(await title(page))) await stepOn(page);
    const said = (await asked()).filter((a) => a.startsWith('said: '));
    expect(said.at(-1)).to.match(/^said: quilt/i);
    expect(said.some((a) => /right side up/.test(a))).to.equal(true);
    // Free, and nothing calls; then the stop is near.
    await page.clock.runFor(30_000);
    await page.getByText(/You are free for/).waitFor();
    expect((await asked()).filter((a) => a.startsWith('tone'))).to.deep.equal([]);
    const own = await page.title();
    for (let i = 0; i < 40 && !(await page.getByText('Come back:').count()); i++)
      await page.clock.runFor(10_000);
    await page.getByText('Come back:').waitFor();
    expect((await asked()).filter((a) => a.startsWith('tone'))).to.have.length(2);
    await page.waitForFunction(() => document.title.includes('Come back'));
    await stepOn(page);
    expect(await page.title()).to.equal(own);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('sleep and clock jumps are no work: hands did nothing, the needle sewed no longer than planned', async () => {
    const { page, context } = await openPage(used.browser);
    await page.clock.install();
    await begin(page, 'line-winder-pouch');
    const seconds = async () => {
      const [clock] = (await page.getByTestId('step-clock').innerText()).split(' of ');
      return clock.split(':').reduce((sum, part) => 60 * sum + Number(part), 0);
    };
    const stored = async () => Number(await page.getByTestId('run').getAttribute('data-stored'));
    const jump = async (how: () => Promise<void>) => {
      const before = await stored();
      await how();
      await page.waitForFunction((n) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-stored')) > n, before); // prettier-ignore
    };
    // The lid closed for two hours with a piece in hand.
    expect(await page.getByText('hand 1', { exact: true }).count()).to.equal(1);
    await jump(() => page.clock.fastForward('02:00:00'));
    expect(await seconds()).to.be.below(60);
    // The clock set forward by three hours, and back by one: it goes on ticking second by second.
    await jump(async () => page.clock.setSystemTime((await page.evaluate(() => Date.now())) + 3 * 3_600_000));
    await page.clock.setSystemTime((await page.evaluate(() => Date.now())) - 3_600_000);
    const before = await page.getByTestId('step-clock').innerText();
    await page.getByTestId('step-clock').filter({ hasNotText: before }).waitFor();
    expect(await seconds()).to.be.below(90);
    // The lid closed while the needle sews: it came to its stop meanwhile, and stood.
    while (!(await page.getByText('needle ·').count())) await stepOn(page);
    await jump(() => page.clock.fastForward('02:00:00'));
    const [taken, planned] = (await page.getByTestId('step-clock').innerText()).split(' of about ').map((text) => text.split(':').reduce((sum, part) => 60 * sum + parseInt(part, 10), 0)); // prettier-ignore
    expect(taken).to.be.within(planned - 2, planned + 30);
    await context.close();
  });

  it('a block is sewn once more in place, and the run comes back to where it was asked for', async () => {
    const { page, context } = await openPage(used.browser);
    await resume(page);
    while (!/^unhoop/i.test(await title(page))) await stepOn(page);
    await page.getByTestId('inspect').getByText(/caught on every side/).first().waitFor(); // prettier-ignore
    const at = await index(page);
    await page.getByRole('button', { name: 'Something is not right' }).click();
    await page.getByRole('button', { name: 'The border did not cover' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Sew it again' }).click();
    await page.waitForFunction((i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) < i, at); // prettier-ignore
    await stepOn(page);
    expect(await index(page)).to.equal(at);
    await context.close();
  });

  it('a piece that shifted is laid anew: its laying and all up to its line once more, then on', async () => {
    const { page, context } = await openPage(used.browser);
    await resume(page);
    while (!/^lay the accent/i.test(await title(page))) await stepOn(page);
    const at = await index(page);
    await page.keyboard.press('t');
    await page.getByRole('button', { name: 'A piece shifted' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Sew it again' }).click();
    await page.getByRole('heading', { name: 'Lay the lower front' }).waitFor();
    await page.getByText('right side down', { exact: true }).waitFor();
    const titles: string[] = [];
    while ((await index(page)) !== at) {
      titles.push(await title(page));
      await stepOn(page);
    }
    expect(titles[0]).to.equal('Lay the lower front');
    expect(titles.at(-1)).to.equal('Hold the lower front');
    await context.close();
  });

  it('what dries is no work: the run rests, Bench says until when, and it goes on when the maker says so', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, 'wind-star');
    while (!/^Dry/.test(await title(page))) await stepOn(page);
    await page.getByText('then 10 h by itself').waitFor();
    const before = await page.getByLabel('Time so far').innerText();
    await stepOn(page);
    await page
      .getByTestId('resume')
      .getByText(
        /^It waits\. “Dry flat overnight” goes on by itself until about .+, (10 h|9 h 5\d min) from now/,
      )
      .waitFor();
    await page.waitForTimeout(2200);
    const seconds = (clock: string) => clock.split(':').reduce((sum, part) => 60 * sum + Number(part), 0);
    expect(seconds(await page.getByLabel('Time so far').innerText())).to.be.at.most(seconds(before) + 1);
    await page.goto(used.app.url);
    const waits = page.getByRole('region', { name: 'Interrupted run' }).filter({ hasText: 'Wind-star' });
    await waits.getByText('“Dry flat overnight” goes on by itself until about').waitFor();
    await waits.getByRole('link', { name: 'Resume' }).click();
    await page.getByTestId('resume').waitFor();
    // Hours later it is over.
    await page.clock.install({ time: Date.now() + 11 * 3_600_000 });
    await page.reload();
    await page.getByTestId('resume').getByText('“Dry flat overnight” is over: it may go on.').waitFor();
    await forward(page).click();
    await page.getByTestId('resume').waitFor({ state: 'detached' });
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('one tab holds a run; another watches, cannot press, and takes over when the first is closed', async () => {
    const { page, context } = await openPage(used.browser);
    await resume(page);
    const second = await context.newPage();
    await second.goto(page.url());
    await second.getByText('Another tab holds this run').waitFor();
    const at = await index(second);
    await second.keyboard.press('ArrowRight');
    await stepOn(page);
    await second.waitForFunction((i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) === i + 1, at); // prettier-ignore
    await page.close();
    await second.getByText('Another tab holds this run').waitFor({ state: 'detached' });
    await second.getByTestId('resume').waitFor();
    await second.keyboard.press('Space');
    await second.getByTestId('resume').waitFor({ state: 'detached' });
    await stepOn(second);
    expect(await index(second)).to.equal(at + 2);
    await context.close();
  });

  it('ends with how the item came out, and pictures that are none are refused', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await resume(page);
    await page.keyboard.press('n');
    const picture = page.getByRole('dialog').locator('input[type=file]');
    await picture.setInputFiles({ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('not a picture') }); // prettier-ignore
    await page.getByText('notes.jpg is not a picture').waitFor();
    const pixel = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='; // prettier-ignore
    await picture.setInputFiles({ name: 'edge.png', mimeType: 'image/png', buffer: Buffer.from(pixel, 'base64') }); // prettier-ignore
    await page.getByText('1 picture kept').waitFor();
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    while (!/^All steps/.test(await title(page))) await stepOn(page);
    await page.keyboard.press('n');
    await page.getByRole('dialog').getByLabel('Note').fill('A longer zip next time.');
    await page.getByRole('dialog').getByRole('button', { name: 'Keep the note' }).click();
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    // A reason typed, and straight on to another judgement, which is taken back: it is kept all along.
    await page.getByRole('radio', { name: 'Ruined' }).click();
    await page.getByLabel('Why item 1 is not good').fill('Corner open.');
    await page.getByRole('radio', { name: 'A second' }).click();
    await page.waitForFunction(() => document.querySelector('[role=radio][aria-checked=true]')?.textContent === 'A second'); // prettier-ignore
    expect(await page.getByLabel('Why item 1 is not good').inputValue()).to.equal('Corner open.');
    // Straight out of the field onto the way on: what was typed is kept.
    await page.getByLabel('Why item 1 is not good').fill('Corner a little open.');
    await forward(page).click();
    await page.getByText('1 as a second.').waitFor();
    // The next item of the same build begins where hands begin.
    const done = page.url();
    await page.getByRole('button', { name: 'Begin the next one' }).click();
    await page.waitForURL((url) => url.href !== done);
    await page.getByTestId('run').waitFor();
    expect(await index(page)).to.equal(0);
    await stepOn(page);
    await page.goto(`${used.app.url}/run`);
    await page.getByRole('button', { name: 'Begin Tail tab' }).click();
    await page.getByText('4 in the hoop').waitFor();
    await page.goto(`${used.app.url}/log`);
    await page.getByLabel('In notes and reasons').fill('corner a little open');
    await page.getByTestId('log').getByRole('button', { name: 'Line-winder pouch' }).click();
    await page.getByText('Item 1: a second. Corner a little open.').waitFor();
    await page.getByRole('row', { name: 'At the end · “A longer zip next time.”' }).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});

describe('a log of years', () => {
  it('holds up neither Bench nor the needle: what is open is there at once, the rest is read when it is looked at', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByRole('link', { name: 'Resume' }).waitFor();
    await ageLog(page, 400);
    await resume(page);
    await stepOn(page);
    await page.goto(`${used.app.url}/log`);
    const rows = page.getByTestId('log').getByRole('row');
    // 32 of the sample workroom, one of them open, and the copies; the heading is a row too.
    await page.getByText('100 of 432 are shown.').waitFor();
    expect(await rows.count()).to.equal(101);
    await page.getByRole('button', { name: 'Show older runs' }).click();
    await page.getByText('200 of 432 are shown.').waitFor();
    await page.getByRole('combobox', { name: 'Result' }).selectOption({ index: 2 });
    expect(await rows.count()).to.equal(2);
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});

describe('a machine that is followed', () => {
  it('moves the run on by its own halts, opens the way out of its thread breaks, and counts stitches', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, 'line-winder-pouch');
    while (!(await page.getByText('needle ·').count())) await stepOn(page);
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Times as fast').fill('40');
    await page.getByLabel('Luck').fill('7');
    await page.getByRole('button', { name: 'Follow the simulated machine' }).click();
    await page.getByTestId('machine').getByText('petrel: ready').waitFor();
    const at = await index(page);
    await page.getByRole('button', { name: 'Start the machine' }).click();
    await page.getByText(/^Sewing: \d/).waitFor();
    // It halts by itself, and the hand step is there.
    await page.waitForFunction((i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) === i + 1, at); // prettier-ignore
    await page.getByText('hand', { exact: false }).first().waitFor();
    // On to the quilting, which is long enough to be halted in.
    while (!/quilt/i.test(await title(page))) await stepOn(page);
    await page.getByRole('button', { name: 'Start the machine' }).click();
    await page.getByText(/^Sewing: [1-9]\d/).waitFor();
    await page.getByRole('button', { name: 'Halt' }).click();
    await page.getByRole('button', { name: 'Start the machine' }).waitFor();
    const stitch = /([\d\s\u202f]+) of/.exec(await page.getByTestId('stitch-count').innerText())?.[1];
    expect(Number(stitch?.replaceAll(/\D/g, ''))).to.be.above(0);
    // The machine vanishes: the run stays, and goes on by hand.
    await page.request.delete(`${used.app.url}/api/machine/petrel`);
    await page.getByTestId('machine').getByText('does not answer').waitFor();
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    const stored = async () => Number(await page.getByTestId('run').getAttribute('data-stored'));
    const before = await stored();
    await page.getByRole('button', { name: 'Go on by hand' }).click();
    // A press while that is being stored would be taken for a slip.
    await page.waitForFunction((n) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-stored')) > n, before); // prettier-ignore
    await closeDialog(page);
    await stepOn(page);
    expect(faults.filter((f) => !/404|Failed to load resource/.test(f))).to.deep.equal([]);
    await context.close();
  });

  it('knows of a bobbin that hands put in: it counts from a full one again', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, 'tail-tab');
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Times as fast').fill('200');
    await page.getByRole('button', { name: 'Follow the simulated machine' }).click();
    await page.getByTestId('machine').getByText('petrel: ready').waitFor();
    while ((await title(page)) !== 'Matching bobbin') {
      const from = await index(page);
      const start = page.getByRole('button', { name: 'Start the machine' });
      if (!(await start.count())) await stepOn(page);
      else {
        await start.click();
        await page.waitForFunction((i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) > i, from); // prettier-ignore
      }
    }
    const left = async () => (await (await page.request.get(`${used.app.url}/api/machine/petrel`)).json()).bobbinLeftM as number; // prettier-ignore
    const before = await left();
    await stepOn(page);
    while ((await left()) <= before) await page.waitForTimeout(50);
    expect(faults).to.deep.equal([]);
    await context.close();
  });
  it('with many needles sews all items of the hooping through its changes of thread, and halts where hands are needed', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds/crew-patch?view=order`);
    await page.getByLabel('Repeats in one hooping').fill('2');
    await page.keyboard.press('Tab');
    await begin(page, 'crew-patch');
    await page.getByText('2 in the hoop').waitFor();
    while (!(await page.getByText('needle ·').count())) await stepOn(page);
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Times as fast').fill('100');
    await page.getByRole('button', { name: 'Follow the simulated machine' }).click();
    await page.getByTestId('machine').getByText('gannet: ready').waitFor();
    const needle = () => page.getByText('needle ·').count();
    const start = page.getByRole('button', { name: 'Start the machine' });
    /** blocks sewn from each start to the halt after it */
    const spans: number[] = [];
    while (!/^All steps/.test(await title(page))) {
      if (!(await needle())) {
        await stepOn(page);
        continue;
      }
      await start.waitFor();
      const from = await index(page);
      await start.click();
      // It halts for hands, or at its end: nobody presses meanwhile.
      await page.waitForFunction((i) => { const at = Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')); return at > i && !document.body.innerText.includes('needle ·'); }, from); // prettier-ignore
      spans.push((await index(page)) - from);
    }
    expect(Math.max(...spans), `blocks by start: ${spans}`).to.be.at.least(3);
    expect(spans.length).to.be.at.least(3);
    const machine = await (await page.request.get(`${used.app.url}/api/machine/gannet`)).json();
    expect(machine).to.include({ status: 'done', blocks: 10 });
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('is spoken to by scripts: load, trace, start, halt, back, jump, speed, several heads, events', async () => {
    const base = `${used.app.url}/api/machine`;
    const call = async (path: string, body?: unknown, method = 'POST') => {
      const bytes = body instanceof Uint8Array;
      const response = await fetch(base + path, {
        method,
        ...(body === undefined ? {} : { body: bytes ? new Blob([body as Uint8Array<ArrayBuffer>]) : JSON.stringify(body) }), // prettier-ignore
        headers: { 'content-type': bytes ? 'application/octet-stream' : 'application/json' },
      });
      return { status: response.status, body: await response.json() };
    };
    const tape = writeTape(pouch());
    expect((await call('/left/load?rate=200&seed=4&halts=3', tape)).body).to.include({ status: 'ready', blocks: 15 }); // prettier-ignore
    expect((await call('/right/load?rate=200&breaks=1000&seed=2', tape)).body.status).to.equal('ready');
    expect((await call('', undefined, 'GET')).body.heads.map((h: { head: string }) => h.head)).to.include.members(['left', 'right']); // prettier-ignore

    const told: { status: string; why: string | null; block: number; stitch: number }[] = [];
    const stop = new AbortController();
    const events = await fetch(`${base}/left/events`, { signal: stop.signal });
    const reading = (async () => {
      const text = new TextDecoder();
      let rest = '';
      for await (const chunk of events.body as unknown as AsyncIterable<Uint8Array>) {
        rest += text.decode(chunk, { stream: true });
        const parts = rest.split('\n\n');
        rest = parts.pop() ?? '';
        for (const part of parts) {
          const data = /^data: (.*)$/m.exec(part)?.[1];
          if (part.startsWith('event: state') && data) told.push(JSON.parse(data));
        }
      }
    })().catch(() => undefined);
    const until = async (holds: () => boolean) => {
      for (let i = 0; i < 400 && !holds(); i++) await new Promise((done) => setTimeout(done, 25));
      expect(holds()).to.equal(true);
    };
    await call('/left/command', { command: 'trace' });
    await until(() => told.some((t) => t.status === 'tracing') && told.at(-1)?.status === 'ready');
    await call('/left/command', { command: 'start' });
    // Stops 1 and 2 are run through, at the programmed third it halts.
    await until(() => told.at(-1)?.status === 'halted');
    expect(told.at(-1)).to.include({ why: 'stop', block: 3, stitch: 0 });
    expect((await call('/left/command', { command: 'jump', block: 1, stitch: 5 })).body).to.include({ block: 1, stitch: 5 }); // prettier-ignore
    expect((await call('/left/command', { command: 'back', stitches: 3 })).body.stitch).to.equal(2);
    expect((await call('/left/command', { command: 'speed', speed: 700 })).body.speed).to.equal(700);
    const refused = await call('/left/command', { command: 'jump', block: 99 });
    expect([refused.status, refused.body.error.code]).to.deep.equal([409, 'no-place']);
    expect((await call('/left/command', { command: 'dance' })).status).to.equal(422);
    expect((await call('/nobody/command', { command: 'start' })).status).to.equal(404);
    expect((await call('/left/load?rate=9999', tape)).status).to.equal(422);
    expect((await call('/left/load', new TextEncoder().encode('no tape'))).status).to.equal(422);
    expect((await call('/left', undefined, 'GET')).body.block).to.equal(1);

    // The other head breaks its thread soon, by itself.
    await call('/right/command', { command: 'start' });
    let state = { why: '' };
    for (let i = 0; i < 200 && state.why !== 'thread-break' && state.why !== 'stop'; i++)
      state = (await call('/right', undefined, 'GET')).body;
    expect(state.why).to.equal('thread-break');
    await call('/left', undefined, 'DELETE');
    await reading;
    stop.abort();
    expect((await call('/left', undefined, 'GET')).status).to.equal(404);
    await call('/right', undefined, 'DELETE');
  });
});

describe('a rehearsal', () => {
  it('sews fast, asks at each stop, tells why, scores, and writes nothing into the log', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/log`);
    const rows = page.getByTestId('log').getByRole('row');
    await rows.nth(1).waitFor();
    const before = await rows.count();
    await page.goto(`${used.app.url}/builds/tail-tab`);
    await page.getByRole('link', { name: 'Rehearse' }).click();
    const asks = page.getByRole('heading', { name: 'What do your hands do now?' });
    const over = page.getByRole('heading', { name: /of \d+ right\./ });
    for (let n = 0; n < 40; n++) {
      await asks.or(over).first().waitFor();
      if (await over.count()) break;
      await page.keyboard.press('1');
      await page.getByRole('status').getByText(/Right\.|That would go wrong\./).waitFor(); // prettier-ignore
      await page.keyboard.press('Space');
      await page.getByTestId('go-on').waitFor({ state: 'detached' });
    }
    expect(await over.innerText()).to.match(/^\d+ of [2-9]\d* right\.$/);
    await page.goto(`${used.app.url}/log`);
    await rows.nth(1).waitFor();
    expect(await rows.count()).to.equal(before);
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
