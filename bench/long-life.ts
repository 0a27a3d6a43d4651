// A workroom of five years in a real browser: how long it takes to open, to act in, to back up and to bring back.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { openPage, startApp, startBrowser } from '../tests/support/app';

const BUILDS = 400;
const RUNS = 6000;
const EVENTS = 300_000;
const PHOTOS = 2000;
const PHOTO_BYTES = 20_000;
const OPENINGS = 5;

const app = await startApp();
const plain = await startApp({ demo: false });
const browser = await startBrowser();
const folder = mkdtempSync(join(tmpdir(), 'jolt-long-'));
const ms = (value: number) => `${value.toFixed(0)} ms`;
const median = (all: number[]) => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)];

/** From asking for the page to its first rows, ms. */
async function opening(page: Page, path = '/', row = 'main li a'): Promise<number> {
  const all: number[] = [];
  for (let n = 0; n < OPENINGS; n++) {
    const from = performance.now();
    await page.goto(app.url + path);
    await page.locator(row).first().waitFor();
    all.push(performance.now() - from);
    await page.waitForTimeout(200);
  }
  return median(all);
}
/** Fills the workroom of a page with years: copies of what the sample has, each with an id and a moment of its own. */
const grow = (page: Page) =>
  page.evaluate(
    async ({ builds, runs, events, photos, photoBytes }) => {
      const open = await new Promise<IDBDatabase>((resolve) => {
        const asked = indexedDB.open('jolt-step');
        asked.onsuccess = () => resolve(asked.result);
      });
      const all = (table: string) =>
        new Promise<never[]>((resolve) => {
          const asked = open.transaction(table).objectStore(table).getAll();
          asked.onsuccess = () => resolve(asked.result as never[]);
        });
      const [b, r, e] = (await Promise.all(['builds', 'runs', 'events'].map(all))) as unknown as [
        { id: string; name: string }[],
        { id: string; buildId: string; createdAt: number }[],
        { runId: string; n: number; event: { type: string; at: number } }[],
      ];
      const over = r.filter((x) => e.some((y) => y.runId === x.id && y.event.type === 'finished'));
      const write = async (table: string, rows: object[]) => {
        for (let i = 0; i < rows.length; i += 5000)
          await new Promise<void>((resolve, reject) => {
            const t = open.transaction(table, 'readwrite');
            for (const row of rows.slice(i, i + 5000)) t.objectStore(table).put(row);
            t.oncomplete = () => resolve();
            t.onerror = () => reject(t.error);
          });
      };
      await write(
        'builds',
        Array.from({ length: builds - b.length }, (_, i) => ({
          ...b[i % b.length],
          id: `grown-${i}`,
          name: `${b[i % b.length].name} ${i}`,
        })),
      );
      const made = Array.from({ length: runs - r.length }, (_, i) => ({
        of: over[i % over.length],
        id: `grown-${i}`,
        createdAt: over[i % over.length].createdAt - i * 7 * 3_600_000,
      }));
      await write(
        'runs',
        made.map(({ of, ...own }) => ({ ...of, ...own })),
      );
      const each = Math.round(events / runs);
      for (let i = 0; i < made.length; i += 200)
        await write(
          'events',
          made.slice(i, i + 200).flatMap(({ of, id }) => {
            const own = e.filter((x) => x.runId === of.id).sort((x, y) => x.n - y.n);
            const notes = Array.from({ length: Math.max(0, each - own.length) }, () => ({
              event: { type: 'note', at: own[0].event.at + 1, stepId: 'n0', text: 'As before.' },
            }));
            return [own[0], ...notes, ...own.slice(1)].map(({ event }, n) => ({ runId: id, n, event }));
          }),
        );
      // The smallest JPEG with a body of noise: nobody looks at it here.
      const picture = new Uint8Array(photoBytes).map((_, i) => (i * 7919) % 251);
      picture.set([0xff, 0xd8, 0xff, 0xda, 0, 2]);
      picture.set([0xff, 0xd9], photoBytes - 2);
      for (let i = 0; i < photos; i += 100)
        await write(
          'photos',
          Array.from({ length: 100 }, (_, k) => ({
            id: `p${i + k}`,
            runId: `grown-${(i + k) % made.length}`,
            type: 'image/jpeg',
            bytes: picture,
          })),
        );
      open.close();
    },
    { builds: BUILDS, runs: RUNS, events: EVENTS, photos: PHOTOS, photoBytes: PHOTO_BYTES },
  );

const { page } = await openPage(browser);
await page.goto(app.url);
await page.getByRole('heading', { name: 'Gullmere Kite Fair' }).waitFor();
await page.waitForTimeout(3000);
const places: [string, string][] = [
  ['/', 'main li a'],
  ['/builds', 'main li a'],
  ['/run', 'main li button'],
  ['/log', '[data-testid=log] tbody tr'],
  ['/workshop', '[data-testid=stock] li'],
  ['/builds/tail-tab', '[data-testid=step-card]'],
  ['/cut', 'main fieldset label'],
];
const before = new Map<string, number>();
for (const [path, row] of places) before.set(path, await opening(page, path, row));
await grow(page);
// The second copy takes all of it in once; a workroom that grew over years has it already.
await page.goto(app.url);
await page.waitForTimeout(60_000);
console.log(
  `${BUILDS} builds, ${RUNS} runs, ${EVENTS} events, ${PHOTOS} pictures; opening, of ${OPENINGS} the middle one, beside the sample:`,
);
for (const [path, row] of places) {
  const now = await opening(page, path, row);
  console.log(
    `  ${path}: ${ms(now)}, ${ms(before.get(path) ?? 0)} (× ${(now / (before.get(path) ?? 1)).toFixed(2)})`,
  );
}

/** From a press to the next picture on the screen, ms; the longest of a few. */
async function acting(name: string, act: () => Promise<void>, times = 5) {
  const all: number[] = [];
  for (let n = 0; n < times; n++) {
    await page.evaluate(() => {
      const seen = window as unknown as { longest: number; watch?: PerformanceObserver };
      seen.longest = 0;
      seen.watch ??= new PerformanceObserver((list) => {
        for (const e of list.getEntries()) seen.longest = Math.max(seen.longest, e.duration);
      });
      seen.watch.observe({
        type: 'event',
        durationThreshold: 16,
        buffered: false,
      } as PerformanceObserverInit);
    });
    await act();
    await page.waitForTimeout(250);
    all.push(await page.evaluate(() => (window as unknown as { longest: number }).longest));
  }
  console.log(`  ${name}: median ${ms(median(all))}, worst ${ms(Math.max(...all))}`);
}
console.log('from a press to the next picture:');
await page.goto(app.url + '/builds');
await page.locator('main li a').first().waitFor();
await acting('builds, a letter of the search', () => page.locator('main input').first().press('t'));
await page.goto(app.url + '/builds/tail-tab');
await page.getByTestId('step-card').waitFor();
await acting('a build, to the next step', () => page.keyboard.press('ArrowRight'));
await acting('a build, another name', () =>
  page
    .getByLabel('Name of the build')
    .fill(`Tab ${Math.random()}`)
    .then(() => page.keyboard.press('Tab')),
);
await page.goto(app.url + '/log');
await page.locator('[data-testid=log] tbody tr').first().waitFor();
await page.waitForFunction(() => !document.body.innerText.includes('still to be read'), undefined, {
  timeout: 300_000,
});
await acting('log, another result', () =>
  page
    .locator('main select')
    .nth(2)
    .selectOption({ index: 1 })
    .then(() => undefined),
);
await acting('log, a run opened', () => page.locator('[data-testid=log] tbody button').first().click());
await page.goto(app.url + '/workshop');
await acting('workshop, a unit', () => page.keyboard.press('u'));
await page.goto(app.url);
await acting('bench, the palette', () =>
  page.keyboard.press('Control+k').then(() => page.keyboard.press('Escape')),
);

await page.goto(app.url + '/workshop');
let from = performance.now();
const saved = page.waitForEvent('download', { timeout: 600_000 });
await page.getByRole('button', { name: 'Back up now' }).click();
const zip = join(folder, 'b.zip');
await (await saved).saveAs(zip);
console.log(`backup: ${((performance.now() - from) / 1000).toFixed(1)} s`);
const other = await openPage(browser);
await other.page.goto(plain.url + '/workshop');
from = performance.now();
await other.page.getByTestId('restore-input').setInputFiles(zip);
await other.page.getByRole('button', { name: 'Restore', exact: true }).click({ timeout: 600_000 });
console.log(`read and compared: ${((performance.now() - from) / 1000).toFixed(1)} s`);
from = performance.now();
await other.page.getByText('The backup is restored.').waitFor({ timeout: 600_000 });
console.log(`restored: ${((performance.now() - from) / 1000).toFixed(1)} s`);
await browser.close();
await app.stop();
await plain.stop();
rmSync(folder, { recursive: true });
