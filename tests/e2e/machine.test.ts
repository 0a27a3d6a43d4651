import { expect } from 'chai';
import { writeTape } from '$lib/core/tape';
import { pouch, tailTab } from '$lib/demo';
import { openPage, startApp, useApp } from '../support/app';
import { title, index, stepOn, begin, followMachine } from '../support/at-machine';
import { eventsOf } from '../support/run-data';

const used = useApp();

describe('a machine that is followed', () => {
  it('moves the run on by its own halts, is halted by hand, and counts stitches', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, used.app.url, 'line-winder-pouch');
    while (!(await page.getByText('needle ·').count())) await stepOn(page);
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Times as fast').fill('40');
    await followMachine(page, 'petrel');
    const at = await index(page);
    await page.getByRole('button', { name: 'Start the machine' }).click();
    await page.getByText(/^Sewing: \d/).waitFor();
    // It halts by itself, and the hand step is there.
    await page.waitForFunction(
      (i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) === i + 1,
      at,
    );
    await page.getByText('hand', { exact: false }).first().waitFor();
    // On to the quilting, slowly enough that a busy device still finds it sewing when Halt is pressed.
    while (!/quilt/i.test(await title(page))) await stepOn(page);
    const head = `${used.app.url}/api/machine/petrel`;
    const token = await page.evaluate(() => sessionStorage.getItem('jolt-head-token') ?? '');
    await page.request.post(`${head}/command`, {
      headers: { 'x-head-token': token },
      data: { command: 'rate', rate: 4 },
    });
    await page.getByRole('button', { name: 'Start the machine' }).click();
    await page.getByText(/^Sewing: [1-9]\d/).waitFor();
    await page.getByRole('button', { name: 'Halt' }).click();
    await page.getByRole('button', { name: 'Start the machine' }).waitFor();
    const stitch = /([\d\s\u202f]+) of/.exec(await page.getByTestId('stitch-count').innerText())?.[1];
    expect(Number(stitch?.replaceAll(/\D/g, ''))).to.be.above(0);
    // Nobody else may take it down or move it.
    const other = { 'x-head-token': 'somebody-else' };
    expect((await page.request.delete(head, { headers: other })).status()).to.equal(403);
    expect(
      (await page.request.post(`${head}/command`, { headers: other, data: { command: 'start' } })).status(),
    ).to.equal(403);
    // The machine loses its tape, as when its server is started again: it gets it again, at the same stitch.
    expect((await page.request.delete(head, { headers: { 'x-head-token': token } })).status()).to.equal(200);
    await page.getByTestId('machine-line').getByText('was restarted and has no tape').waitFor();
    await page.getByRole('button', { name: 'Load the tape again' }).click();
    await page.getByTestId('machine-line').waitFor({ state: 'detached' });
    expect(await (await page.request.get(head)).json()).to.include({
      status: 'halted',
      stitch: Number(stitch?.replaceAll(/\D/g, '')),
    });
    await page.request.delete(head, { headers: { 'x-head-token': token } });
    const stored = async () => Number(await page.getByTestId('run').getAttribute('data-stored'));
    const before = await stored();
    await page.getByTestId('machine-line').getByRole('button', { name: 'Go on by hand' }).click();
    // A press while that is being stored would be taken for a slip.
    await page.waitForFunction(
      (n) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-stored')) > n,
      before,
    );
    await stepOn(page);
    expect(faults.filter((f) => !/404|Failed to load resource/.test(f))).to.deep.equal([]);
    await context.close();
  });

  it('that hangs, or is started again, is told in words; the real stop is named, and the run meets it again without a reload', async () => {
    let app = await startApp();
    const { page, context } = await openPage(used.browser);
    await begin(page, app.url, 'line-winder-pouch');
    while (!/quilt/i.test(await title(page))) await stepOn(page);
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Times as fast').fill('1');
    await followMachine(page, 'petrel');
    await page.getByRole('button', { name: 'Start the machine' }).click();
    await page.getByText(/^Sewing: \d/).waitFor();
    const line = page.getByTestId('machine-line');
    process.kill(app.pid, 'SIGSTOP');
    await line
      .getByText(
        'petrel does not answer; whether it sews is not known. The real stop is on the machine itself.',
      )
      .waitFor();
    expect(await page.getByText(/^Sewing: /).count()).to.equal(0);
    await line.getByRole('button', { name: 'Try to halt it' }).click();
    await page.getByText('Stop it at the machine itself').waitFor();
    process.kill(app.pid, 'SIGCONT');
    await line.waitFor({ state: 'detached' });
    const port = Number(new URL(app.url).port);
    await app.stop();
    app = await startApp({ at: port });
    await line.getByText('was restarted and has no tape').waitFor();
    await line.getByRole('button', { name: 'Load the tape again' }).click();
    await line.waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Start the machine' }).click();
    await page.getByText(/^Sewing: \d/).waitFor();

    // Another tape on it, by whoever knows its word: it is not taken for this run's.
    const token = await page.evaluate(() => sessionStorage.getItem('jolt-head-token') ?? '');
    await page.request.post(`${app.url}/api/machine/petrel/load`, {
      headers: { 'x-head-token': token, 'content-type': 'application/octet-stream' },
      data: Buffer.from(writeTape(tailTab())),
    });
    await page.getByText('Another tape is on this machine now').waitFor();
    expect(await page.getByTestId('machine').count()).to.equal(0);
    await stepOn(page);
    await context.close();
    await app.stop();
  });

  it('opens the way out when its thread breaks, at the stitch where it broke', async () => {
    const { page, context, faults } = await openPage(used.browser);
    // Thread that breaks at one stitch in ten.
    await context.route(/\/load\?/, (route) =>
      route.continue({ url: `${route.request().url()}&breaks=1000` }),
    );
    await begin(page, used.app.url, 'line-winder-pouch');
    while (!(await page.getByText('needle ·').count())) await stepOn(page);
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Luck').fill('7');
    await followMachine(page, 'petrel');
    await page.getByRole('button', { name: 'Start the machine' }).click();
    await page.getByRole('dialog').getByText('The thread broke').waitFor();
    const machine = await (await page.request.get(`${used.app.url}/api/machine/petrel`)).json();
    expect(machine).to.include({ status: 'halted', why: 'thread-break', breaks: 1 });
    const [broke] = (await eventsOf(page, page.url().split('/').pop() ?? '')).flatMap(({ event }) =>
      event.type === 'broke' ? [event] : [],
    );
    expect(broke).to.include({ stitch: machine.stitch, thread: 'sand' });
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('knows of a bobbin that hands put in: it counts from a full one again', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await begin(page, used.app.url, 'tail-tab');
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Times as fast').fill('200');
    await followMachine(page, 'petrel');
    while ((await title(page)) !== 'Matching bobbin') {
      const from = await index(page);
      const start = page.getByRole('button', { name: 'Start the machine' });
      if (!(await start.count())) await stepOn(page);
      else {
        await start.click();
        await page.waitForFunction(
          (i) => Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index')) > i,
          from,
        );
      }
    }
    const left = async () =>
      (await (await page.request.get(`${used.app.url}/api/machine/petrel`)).json()).bobbinLeftM as number;
    const before = await left();
    await stepOn(page);
    while ((await left()) <= before) await page.waitForTimeout(50);
    // It may have had to wait for the head of the page before.
    expect(faults.filter((f) => !/403/.test(f))).to.deep.equal([]);
    await context.close();
  });
  it('with many needles sews all items of the hooping through its changes of thread, and halts where hands are needed', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds/crew-patch?view=order`);
    await page.getByLabel('Repeats in one hooping').fill('2');
    await page.keyboard.press('Tab');
    await begin(page, used.app.url, 'crew-patch');
    await page.getByText('2 in the hoop').waitFor();
    while (!(await page.getByText('needle ·').count())) await stepOn(page);
    await page.getByRole('button', { name: 'How Run works for you' }).click();
    await page.getByLabel('Times as fast').fill('100');
    await followMachine(page, 'gannet');
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
      await page.waitForFunction((i) => {
        const at = Number(document.querySelector('[data-testid=run]')?.getAttribute('data-index'));
        return at > i && !document.body.innerText.includes('needle ·');
      }, from);
      spans.push((await index(page)) - from);
    }
    expect(Math.max(...spans), `blocks by start: ${spans}`).to.be.at.least(3);
    expect(spans.length).to.be.at.least(3);
    const machine = await (await page.request.get(`${used.app.url}/api/machine/gannet`)).json();
    expect(machine).to.include({ status: 'done', blocks: 11 });
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('is spoken to by scripts: load, trace, start, halt, back, jump, speed, several heads, events', async () => {
    const base = `${used.app.url}/api/machine`;
    const call = async (path: string, body?: unknown, method = 'POST') => {
      const bytes = body instanceof Uint8Array;
      const response = await fetch(base + path, {
        method,
        ...(body === undefined
          ? {}
          : { body: bytes ? new Blob([body as Uint8Array<ArrayBuffer>]) : JSON.stringify(body) }),
        headers: {
          'content-type': bytes ? 'application/octet-stream' : 'application/json',
          'x-head-token': 'this-test',
        },
      });
      return { status: response.status, body: await response.json() };
    };
    const tape = writeTape(pouch());
    expect((await call('/left/load?rate=200&seed=4&halts=3', tape)).body).to.include({
      status: 'ready',
      blocks: 15,
    });
    expect((await call('/right/load?rate=200&breaks=1000&seed=2', tape)).body.status).to.equal('ready');
    expect(
      (await call('', undefined, 'GET')).body.heads.map((h: { head: string }) => h.head),
    ).to.include.members(['left', 'right']);

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
    expect((await call('/left/command', { command: 'jump', block: 1, stitch: 5 })).body).to.include({
      block: 1,
      stitch: 5,
    });
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
      await page
        .getByRole('status')
        .getByText(/Right\.|That would go wrong\./)
        .waitFor();
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
