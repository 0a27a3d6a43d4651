import { expect } from 'chai';
import { openPage, useApp } from '../support/app';
import { forward, title, index, sign, stepOn, closeDialog, resume, begin } from '../support/at-machine';

const used = useApp();

describe('at the machine', () => {
  it('shows what lies where, which side up, the thread now and next, and goes on by keys and pedal', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, used.app.url, 'line-winder-pouch');
    while (!/zip$/i.test(await title(page))) await stepOn(page);
    await sign(page, /right side\s*up/).waitFor();
    await sign(page, /side of the hoop\s*front/).waitFor();
    await sign(page, /hoop\s*stays on/).waitFor();
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
    const [go, back] = [
      await forward(page).boundingBox(),
      await page.getByRole('button', { name: 'Back one step' }).boundingBox(),
    ];
    expect(go!.x).to.be.below(back!.x);
    expect(go!.height).to.be.at.least(64);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a finger on the forward half goes on, once, whatever lies there; not beside it, not on what answers itself', async () => {
    const tablet = { viewport: { width: 820, height: 1180 }, hasTouch: true };
    const { page, context, faults } = await openPage(used.browser, tablet);
    await begin(page, used.app.url, 'line-winder-pouch');
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

  it('a step is skipped, another thread and a full bobbin are told: all in the log, the skipped time in no sum', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, used.app.url, 'line-winder-pouch');
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
    await page.waitForFunction(
      (t) => document.querySelector('[data-testid=run-title]')?.textContent !== t,
      skipped,
    );
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
    await page
      .getByRole('table', { name: /Breaks by thread/ })
      .getByRole('rowheader', { name: 'old straw' })
      .waitFor({ state: 'attached' });
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('keeps the screen on, reads steps aloud when asked to, and calls back by sound and title before a stop', async () => {
    const { page, context, faults } = await openPage(used.browser);
    // What a device does with it cannot be heard here: that it is asked to, and for what, can.
    await page.addInitScript(() => {
      const asked: string[] = [];
      Object.assign(window, { asked });
      Object.defineProperty(navigator, 'wakeLock', {
        value: {
          request: (what: string) => (
            asked.push(`awake: ${what}`),
            Promise.resolve({ release: () => Promise.resolve() })
          ),
        },
      });
      Object.defineProperty(window, 'speechSynthesis', {
        value: {
          cancel: () => undefined,
          speak: (u: SpeechSynthesisUtterance) => asked.push(`said: ${u.text}`),
        },
      });
      const start = OscillatorNode.prototype.start;
      OscillatorNode.prototype.start = function (at) {
        asked.push(`tone: ${this.frequency.value}`);
        start.call(this, at);
      };
    });
    await page.clock.install();
    const asked = () => page.evaluate(() => (window as unknown as { asked: string[] }).asked);
    await begin(page, used.app.url, 'line-winder-pouch');
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
    await begin(page, used.app.url, 'line-winder-pouch');
    const seconds = async () => {
      const [clock] = (await page.getByTestId('step-clock').innerText()).split(' of ');
      return clock.split(':').reduce((sum, part) => 60 * sum + Number(part), 0);
    };
    const stored = async () => Number(await page.getByTestId('run').getAttribute('data-stored'));
    const jump = async (how: () => Promise<void>) => {
      const before = await stored();
      await how();
      await page.waitForFunction(
        (n) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-stored')) > n,
        before,
      );
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
    const [taken, planned] = (await page.getByTestId('step-clock').innerText())
      .split(' of about ')
      .map((text) => text.split(':').reduce((sum, part) => 60 * sum + parseInt(part, 10), 0));
    expect(taken).to.be.within(planned - 2, planned + 30);
    await context.close();
  });

  it('what dries is no work: the run rests, Bench says until when, and it goes on when the maker says so', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, used.app.url, 'wind-star');
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
    await resume(page, used.app.url);
    const second = await context.newPage();
    await second.goto(page.url());
    await second.getByText('this one watches, and takes over').waitFor();
    const at = await index(second);
    // It does nothing, and says why.
    await second.keyboard.press('ArrowRight');
    await second.getByText('Go on there, or close it').waitFor();
    await stepOn(page);
    await second.waitForFunction(
      (i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) === i + 1,
      at,
    );
    await page.close();
    await second.getByText('this one watches, and takes over').waitFor({ state: 'detached' });
    await second.getByTestId('resume').waitFor();
    await second.keyboard.press('Space');
    await second.getByTestId('resume').waitFor({ state: 'detached' });
    await stepOn(second);
    expect(await index(second)).to.equal(at + 2);
    await context.close();
  });

  it('ends with how the item came out, and pictures that are none are refused', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await resume(page, used.app.url);
    await page.keyboard.press('n');
    const picture = page.getByRole('dialog').locator('input[type=file]');
    await picture.setInputFiles({
      name: 'notes.jpg',
      mimeType: 'image/jpeg',
      buffer: Buffer.from('not a picture'),
    });
    await page.getByText('notes.jpg is not a picture').waitFor();
    const pixel =
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
    await picture.setInputFiles({
      name: 'edge.png',
      mimeType: 'image/png',
      buffer: Buffer.from(pixel, 'base64'),
    });
    await page.getByText('1 picture kept').waitFor();
    await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
    while (!/^Look before/.test(await title(page))) await stepOn(page);
    await page.getByText('Nothing can be sewn in its place again').waitFor();
    expect(await forward(page).innerText()).to.match(/All is well: unhoop/);
    await page.keyboard.press('ArrowRight');
    await page.getByRole('heading', { name: 'Unhoop' }).waitFor();
    await page.keyboard.press('ArrowLeft');
    await page.getByRole('heading', { name: 'Look before you unhoop' }).waitFor();
    while (!/^All steps/.test(await title(page))) await stepOn(page);
    await page.keyboard.press('n');
    await picture.setInputFiles({
      name: 'pouch.png',
      mimeType: 'image/png',
      buffer: Buffer.from(pixel, 'base64'),
    });
    await page.getByText('2 pictures kept').waitFor();
    await page.getByRole('dialog').getByLabel('Note').fill('A longer zip next time.');
    await page.getByRole('dialog').getByRole('button', { name: 'Keep the note' }).click();
    await page.getByRole('dialog').waitFor({ state: 'detached' });
    // A stray press closes nothing: the verdict is asked.
    await page.keyboard.press('ArrowRight');
    await page.getByText('Say it first').waitFor();
    expect(
      await page.getByRole('radio', { name: 'Good', exact: true }).getAttribute('aria-checked'),
    ).to.equal('false');
    // A reason typed, and straight on to another judgement, which is taken back: it is kept all along.
    await page.getByRole('radio', { name: 'Ruined' }).click();
    await page.getByLabel('Why item 1 is not good').fill('Corner open.');
    await page.getByRole('radio', { name: 'A second' }).click();
    await page.waitForFunction(
      () => document.querySelector('[role=radio][aria-checked=true]')?.textContent === 'A second',
    );
    expect(await page.getByLabel('Why item 1 is not good').inputValue()).to.equal('Corner open.');
    // Straight out of the field onto the way on: what was typed is kept.
    await page.getByLabel('Why item 1 is not good').fill('Corner a little open.');
    await forward(page).click();
    await page.getByText('1 as a second.').waitFor();
    // It is taken back, and said anew.
    await page.getByRole('button', { name: 'Open it again' }).click();
    await page.getByRole('radio', { name: 'Good', exact: true }).click();
    await page.getByText('All is said').waitFor();
    await forward(page).click();
    await page.getByText('1 as a second.').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Open it again' }).click();
    await page.getByRole('radio', { name: 'A second' }).click();
    await page.waitForFunction(
      () => document.querySelector('[role=radio][aria-checked=true]')?.textContent === 'A second',
    );
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
    // The picture of what was made, not that of its edge under way, is how the item looks on the Bench.
    await page.goto(used.app.url);
    await page.getByRole('img', { name: 'Line-winder pouch, as it was made' }).first().waitFor();
    await page.goto(`${used.app.url}/log`);
    await page.getByLabel('In notes and reasons').fill('corner a little open');
    await page.getByTestId('log').getByRole('button', { name: 'Line-winder pouch' }).click();
    await page.getByText('Item 1: a second. Corner a little open.').waitFor();
    await page.getByRole('row', { name: 'At the end · “A longer zip next time.”' }).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
