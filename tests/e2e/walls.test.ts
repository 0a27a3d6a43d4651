import { expect } from 'chai';
import { zipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { packBackup } from '$lib/core/backup';
import { writeTape } from '$lib/core/tape';
import { pouch, tailTab } from '$lib/demo';
import { openPage, startApp, useApp, type App } from '../support/app';
import { doubledBackup, doubledWorkroom } from '../support/doubles';
import { mirrorMade } from '../support/run-data';

const used = useApp();
let plain: App;
before(async () => (plain = await startApp({ demo: false })));
after(() => plain?.stop());

const settled = async (page: Page) => {
  await page.waitForFunction(() => !document.body.innerText.includes('Opening the workroom'));
  await page.waitForLoadState('networkidle');
};
const isWhole = async (page: Page, where: string) => {
  await settled(page);
  expect(await page.getByTestId('fault').allInnerTexts(), where).to.deep.equal([]);
};
async function restore(page: Page, bytes: Uint8Array) {
  await page.goto(`${plain.url}/workshop/data`);
  await page
    .getByTestId('restore-input')
    .setInputFiles({ name: 'b.zip', mimeType: 'application/zip', buffer: Buffer.from(bytes) });
  await page.getByRole('button', { name: 'Restore', exact: true }).click();
  await page.getByText('The backup is restored.').waitFor();
}

describe('names that are there twice', () => {
  it('break no screen: every place, every view, every list that opens', async () => {
    const { page, context, faults } = await openPage(used.browser);
    const now = Date.now();
    await restore(page, doubledBackup(now));
    const { builds, runs } = doubledWorkroom(now);
    for (const at of [
      '/',
      '/builds',
      '/run',
      '/workshop',
      '/workshop/machines',
      '/workshop/thread',
      '/workshop/stock',
    ]) {
      await page.goto(plain.url + at);
      await isWhole(page, at);
    }
    for (const id of ['line-winder-pouch', 'crew-patch', 'tail-tab-2']) {
      for (const view of ['step', 'list', 'how', 'check', 'thread', 'cut', 'order', 'notes']) {
        await page.goto(`${plain.url}/builds/${id}?view=${view}`);
        await page.getByRole('tablist').waitFor();
        await isWhole(page, `${id} ${view}`);
      }
      await page.goto(`${plain.url}/builds/${id}/print`);
      await isWhole(page, `${id} print`);
    }
    await page.goto(`${plain.url}/rehearse/${builds[0].id}`);
    await isWhole(page, 'rehearsal');
    await page.goto(`${plain.url}/builds/tail-tab`);
    await page.getByTestId('step-card').waitFor();
    await page.keyboard.press('Control+k');
    await page.getByTestId('palette').fill('twin');
    expect(await page.getByRole('option').count()).to.be.above(builds.length);
    await page.keyboard.press('Escape');

    await page.goto(`${plain.url}/log`);
    const rows = page.getByTestId('log').getByRole('row');
    await rows.nth(1).getByRole('button').click();
    await isWhole(page, 'a run of the log');
    for (const view of ['Charts', 'What it teaches']) {
      await page.getByRole('tab', { name: view }).click();
      await isWhole(page, view);
    }
    await page.goto(`${plain.url}/cut`);
    await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Lay it out' }).click();
    await page.getByRole('button', { name: 'Stop' }).waitFor();
    // A few materials are enough; it can be stopped, and keeps what it has.
    await page
      .getByText(/cut lengths? or sheets?/)
      .nth(3)
      .waitFor();
    await page.getByRole('button', { name: 'Stop' }).click();
    await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'detached' });
    for (const view of ['pieces', 'layout', 'order', 'shopping', 'gather']) {
      await page.goto(`${plain.url}/cut?view=${view}`);
      await isWhole(page, `cut ${view}`);
    }
    for (const tab of await page.getByRole('tab').all()) {
      await tab.click();
      await isWhole(page, `cut, ${await tab.innerText()}`);
    }
    for (const what of ['pieces', 'labels', 'layout', 'order', 'shopping', 'gather']) {
      await page.goto(`${plain.url}/cut/print?what=${what}`);
      await isWhole(page, `cut, printed ${what}`);
    }
    const open = runs.find(
      (r) => !r.events.some(({ event }) => ['finished', 'given-up'].includes(event.type)),
    );
    await page.goto(`${plain.url}/run/${open?.run.id}`);
    await page.getByTestId('run').waitFor();
    await page.keyboard.press('n');
    await isWhole(page, 'run, notes');
    expect(faults).to.deep.equal([]);
    await context.close();
  }).timeout(900_000);

  it('of a bundle: one tape in two folders, each taken by itself', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${plain.url}/builds`);
    const zip = zipSync({ 'small/twin.dst': writeTape(tailTab()), 'large/twin.dst': writeTape(pouch()) });
    await page
      .getByTestId('file-input')
      .first()
      .setInputFiles({ name: 'set.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
    await page.getByRole('radio', { name: /twin.*small/ }).check();
    await page.getByRole('button', { name: 'Take this one' }).click();
    await page.getByTestId('step-card').waitFor();
    await page.getByText('760 stitches').waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});

describe('what cannot be shown or kept', () => {
  it('a build that no score can be made of says so, with the way back; the others are untouched', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/builds/tail-tab`);
    await page.getByTestId('step-card').waitFor();
    // A fault of ours, planted where every plan passes: the steps of a score cannot be gone through.
    await page.evaluate(() => {
      const { map, flatMap, filter } = Array.prototype;
      (window as unknown as { mend: () => void }).mend = () =>
        Object.assign(Array.prototype, { map, flatMap, filter });
      const planted = <F extends (...given: never[]) => unknown>(right: F) =>
        function (this: { kind?: unknown; stop?: unknown }[], ...given: Parameters<F>) {
          if (this[0]?.kind === 'hand' && this[0].stop !== undefined) throw new Error('planted');
          return right.apply(this, given);
        };
      Object.assign(Array.prototype, {
        map: planted(map),
        flatMap: planted(flatMap),
        filter: planted(filter),
      });
    });
    await page.getByLabel('Technique').selectOption({ index: 3 });
    await page.getByTestId('fault').first().waitFor();
    await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
    const back = page.getByTestId('fault').getByRole('button', { name: /Undo|Try again/ });
    await back.first().click();
    await page.getByTestId('step-card').waitFor();
    expect(await page.getByTestId('fault').count()).to.equal(0);
    await context.close();
  });

  it('a write that fails ends no other: it is told, tried again, and all that came after it is kept', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${used.app.url}/workshop`);
    const name = page.getByLabel('Name of the workroom');
    await name.waitFor();
    await page.evaluate(() => {
      const put = IDBObjectStore.prototype.put;
      const full = window as unknown as { full: boolean };
      full.full = true;
      IDBObjectStore.prototype.put = function (this: IDBObjectStore, ...given: Parameters<typeof put>) {
        if (full.full) throw new DOMException('No room.', 'QuotaExceededError');
        return put.apply(this, given);
      };
    });
    await name.fill('Fig & Fern');
    await name.press('Tab');
    await page.getByText('The browser has no room left').waitFor();
    await page.evaluate(() => ((window as unknown as { full: boolean }).full = false));
    await page.getByRole('radio', { name: 'inch' }).check();
    await page.getByRole('button', { name: 'Unit: inch. Change' }).waitFor();
    await page.getByRole('button', { name: 'Try again' }).click();
    await page.waitForFunction(() => document.title.startsWith('Fig & Fern'));
    await page.reload();
    await name.waitFor();
    expect(await name.inputValue()).to.equal('Fig & Fern');
    expect(await page.getByRole('radio', { name: 'inch' }).isChecked()).to.equal(true);
    await context.close();
  });

  it('a database that is taken away under an open run is called by its name; the run comes back', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByRole('link', { name: 'Resume' }).click();
    await page.getByTestId('resume').waitFor();
    await mirrorMade(page);
    await page.evaluate(
      () =>
        new Promise<void>((done) => {
          const gone = indexedDB.deleteDatabase('jolt-step');
          gone.onsuccess = gone.onblocked = () => done();
        }),
    );
    await page
      .getByTestId('lost-database')
      .getByText('The browser has taken the database of this workroom away')
      .waitFor();
    await page.getByTestId('lost-database').getByRole('button', { name: 'Reload' }).click();
    await page.getByText('had lost its database').waitFor();
    await page.getByTestId('resume').waitFor();
    await context.close();
  });

  it('a moment that is no date locks nothing: its run is set aside, the workroom opens', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByRole('heading', { name: 'Tern & Tide' }).waitFor();
    await page.evaluate(
      () =>
        new Promise<void>((resolve) => {
          const open = indexedDB.open('jolt-step');
          open.onsuccess = () => {
            const write = open.result.transaction(['runs', 'events'], 'readwrite');
            const all = write.objectStore('runs').getAll();
            all.onsuccess = () => {
              write.objectStore('runs').put({ ...all.result[0], createdAt: 1e17 });
              write
                .objectStore('events')
                .put({ runId: all.result[1].id, n: 2 ** 53 - 1, event: { type: 'paused', at: 5 } });
            };
            write.oncomplete = () => (open.result.close(), resolve());
          };
        }),
    );
    for (const at of ['/', '/log']) {
      await page.goto(used.app.url + at);
      await page
        .getByText(/Damaged and set aside: .*run/)
        .first()
        .waitFor();
      await isWhole(page, at);
    }
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('a backup with a document for a picture is refused, and one of another program’s pictures is drawn anew', async () => {
    const { page, context } = await openPage(used.browser);
    await page.goto(`${plain.url}/workshop/data`);
    const data = doubledWorkroom(Date.now());
    const html = new TextEncoder().encode('<script>parent.hit = 1</script>');
    const give = (bytes: Uint8Array) =>
      page
        .getByTestId('restore-input')
        .setInputFiles({ name: 'b.zip', mimeType: 'application/zip', buffer: Buffer.from(bytes) });
    await give(packBackup({ ...data, photos: [{ id: 'p', runId: 'r', type: 'text/html', bytes: html }] }));
    await page.getByText('photos/p is no picture').waitFor();
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
      'base64',
    );
    await give(
      packBackup({
        ...data,
        photos: [{ id: 'p', runId: 'r', type: 'image/png', bytes: new Uint8Array([...png, ...html]) }],
      }),
    );
    await page.getByRole('button', { name: 'Restore', exact: true }).click();
    await page.getByText('The backup is restored.').waitFor();
    const kept = await page.evaluate(
      () =>
        new Promise<{ type: string; text: string }>((resolve) => {
          const open = indexedDB.open('jolt-step');
          open.onsuccess = () => {
            const get = open.result.transaction('photos').objectStore('photos').get('p');
            get.onsuccess = () =>
              resolve({ type: get.result.type, text: new TextDecoder('latin1').decode(get.result.bytes) });
          };
        }),
    );
    expect(kept.type).to.equal('image/jpeg');
    expect(kept.text).to.not.contain('script');
    await context.close();
  });
});

describe('a folder of the maker’s own', () => {
  it('gets a backup when it is picked, keeps the newest, and restores from it; what cannot be written is said', async () => {
    const { page, context, faults } = await openPage(used.browser);
    // As the browser's own dialog would give it: a folder that this page may write to.
    await page.addInitScript(() => {
      Object.assign(window, {
        showDirectoryPicker: async () =>
          (await navigator.storage.getDirectory()).getDirectoryHandle('stick', { create: true }),
      });
    });
    await page.goto(`${used.app.url}/workshop/data`);
    const folder = page.getByTestId('folder');
    await folder.getByRole('button', { name: 'Pick a folder' }).click();
    await folder.getByText('In “stick”.').waitFor();
    const rows = folder.getByRole('listitem');
    await rows.first().waitFor();
    await folder.getByLabel('Newest that are kept').fill('2');
    const names = () =>
      page.evaluate(async () => {
        const stick = await (await navigator.storage.getDirectory()).getDirectoryHandle('stick');
        const all: string[] = [];
        for await (const name of stick.keys()) all.push(name);
        return all.sort();
      });
    for (let n = 0; n < 3; n++) {
      const before = await names();
      // A name is told by the second; while one is still being written a press begins no other.
      do {
        await page.waitForTimeout(1000);
        await folder.getByRole('button', { name: 'Keep one there now' }).click();
      } while ((await names()).at(-1) === before.at(-1));
    }
    // The oldest go when the new one lies there; a press too many may still bring one more.
    for (let last = '', now = '?'; now !== last || now.split(',').length !== 2;) {
      await page.waitForTimeout(1500);
      [last, now] = [now, (await names()).join()];
    }
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=folder] li').length === 2);
    await page.reload();
    await folder.getByText('In “stick”.').waitFor();
    await rows.first().getByRole('button', { name: 'Restore' }).click();
    expect(
      await page
        .getByTestId('restore-summary')
        .getByRole('row', { name: /^builds/ })
        .innerText(),
    ).to.match(/builds\s+0\s+9\s+0/);
    await page.getByRole('button', { name: 'Leave it' }).click();
    await page.evaluate(async () =>
      (await navigator.storage.getDirectory()).removeEntry('stick', { recursive: true }),
    );
    await folder.getByRole('button', { name: 'Keep one there now' }).click();
    await folder.getByRole('alert').getByText('could not be written').waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
