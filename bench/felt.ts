// Speed as it is felt, in Chromium: how soon each place shows itself and what it loads, and how soon it answers a press on a
// long tape. Printed, not asserted.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { BrowserContext, Page } from 'playwright-core';
import { openPage, startApp, startBrowser } from '../tests/support/app';
import { tapeOf } from './tape-of';

const STITCHES = 60_000;
const STEPS = 12;
const DRAGS = 60;
/** at each place, by somebody who was here before */
const LOOKS = 3;
const PLACES = [
  '/',
  '/builds',
  '/builds/line-winder-pouch',
  '/builds/crew-patch?view=cut',
  '/builds/crew-patch?view=thread',
  '/builds/tail-tab?view=order',
  '/builds/gull-pennant?view=how',
  '/builds/fluffy-number?view=check',
  '/builds/outline',
  '/cut',
  '/prepare',
  '/hoop?build=crew-patch',
  '/batch',
  '/run',
  '/log',
  '/workshop/stock',
];
/** A place is at rest when nothing larger was painted for so long, ms. */
const REST = 2500;
/** What the browser tells of presses is in steps of 8 ms, from here on. */
const SHORTEST = 16;

/** What is seen by the page itself, ms. */
interface Felt {
  largestPaint: number;
  /** of presses: until the next paint */
  presses: number[];
  /** over 50 ms */
  tasks: number[];
}
const feltBy = (page: Page) => page.evaluate(() => (window as unknown as { felt: Felt }).felt);
function watch(shortest: number) {
  const felt: Felt = { largestPaint: 0, presses: [], tasks: [] };
  (window as unknown as { felt: Felt }).felt = felt;
  const observe = (type: string, each: (entry: PerformanceEntry) => void, more = {}) => {
    new PerformanceObserver((list) => list.getEntries().forEach(each)).observe({
      type,
      buffered: true,
      ...more,
    });
  };
  observe('largest-contentful-paint', (e) => (felt.largestPaint = e.startTime));
  observe('longtask', (e) => felt.tasks.push(Math.round(e.duration)));
  observe(
    'event',
    (e) => {
      if ((e as PerformanceEntry & { interactionId: number }).interactionId) felt.presses.push(e.duration);
    },
    { durationThreshold: shortest },
  );
}

/** KB of gzipped JavaScript that a page asks for, and that its workers do. */
function scripts(page: Page) {
  const bodies = new Map<string, Promise<number>>();
  page.on('response', (r) => {
    const url = r.url();
    if (!url.endsWith('.js') || url.endsWith('/service-worker.js') || bodies.has(url)) return;
    const body = r.body().catch(async () => (await page.request.get(url)).body());
    bodies.set(url, body.then((b) => gzipSync(b).length / 1024)); // prettier-ignore
  });
  return async () => {
    const sums = { page: 0, workers: 0 };
    for (const [url, kilobytes] of bodies)
      sums[url.includes('/workers/') ? 'workers' : 'page'] += await kilobytes;
    return sums;
  };
}

/** How soon a place shows itself, to somebody who was here before. */
async function shown(context: BrowserContext, url: string) {
  const page = await context.newPage();
  const kilobytes = scripts(page);
  await page.goto(url);
  await page.locator('h1, h2').first().waitFor();
  await page.waitForTimeout(REST);
  const { largestPaint, tasks } = await feltBy(page);
  const loaded = await kilobytes();
  const row = {
    'largest paint ms': Math.round(largestPaint),
    'tasks over 50 ms': tasks.length,
    'the longest': Math.max(0, ...tasks),
    'JavaScript KB': Math.round(loaded.page),
    'in workers': Math.round(loaded.workers),
  };
  await page.close();
  return row;
}

/** Presses and long tasks while something is done; it settles when no more come for a while. */
async function answered(page: Page, act: () => Promise<unknown>) {
  await page.evaluate(() => {
    const { felt } = window as unknown as { felt: Felt };
    felt.presses.length = felt.tasks.length = 0;
  });
  await act();
  await page.waitForTimeout(1000);
  const { presses, tasks } = await feltBy(page);
  const sorted = presses.toSorted((a, b) => a - b);
  const told = (ms: number | undefined) => (ms === undefined ? `< ${SHORTEST}` : String(Math.round(ms)));
  return {
    'in the middle ms': told(sorted[Math.floor(sorted.length / 2)]),
    'at worst ms': told(sorted.at(-1)),
    'tasks over 50 ms': tasks.length,
    'the longest': Math.max(0, ...tasks),
  };
}

/** Frames while something moves, from one to the next; and the long tasks. */
async function framesOf(page: Page, act: () => Promise<unknown>) {
  await page.evaluate(() => {
    const frames: number[] = ((window as unknown as { frames: number[] }).frames = []);
    let last = performance.now();
    const next = (now: number) => {
      frames.push(now - last);
      last = now;
      requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
  });
  const told = await answered(page, act);
  const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames);
  const sorted = frames.toSorted((a, b) => a - b).map((ms) => String(Math.round(ms)));
  return {
    ...told,
    'in the middle ms': sorted[Math.floor(sorted.length / 2)] ?? '',
    'at worst ms': sorted.at(-1) ?? '',
  };
}

const app = await startApp();
const browser = await startBrowser();
const { page, context } = await openPage(browser);
await context.addInitScript(watch, SHORTEST);
await page.goto(app.url);
await page.locator('main a').first().waitFor();
await page.waitForTimeout(8000);

const looks: Record<string, Awaited<ReturnType<typeof shown>>[]> = {};
// Once for the browser's own caches, then as it is every day.
for (let look = 0; look <= LOOKS; look++)
  for (const place of PLACES) {
    const row = await shown(context, app.url + place);
    if (look) (looks[place] ??= []).push(row);
  }
/** The look whose picture came neither soonest nor latest, and how far the others were from it. */
const places = Object.fromEntries(
  Object.entries(looks).map(([place, rows]) => {
    const sorted = rows.toSorted((a, b) => a['largest paint ms'] - b['largest paint ms']);
    const all = sorted.map((row) => row['largest paint ms']);
    return [place, { ...sorted[Math.floor(LOOKS / 2)], 'from … to': `${all[0]} … ${all.at(-1)}` }];
  }),
);
console.log('\nHow soon each place shows itself');
console.table(places);

await page.goto(`${app.url}/builds`);
await page.locator('input[type=file]').first().waitFor({ state: 'attached' });
await page.waitForTimeout(REST);
// As a file of the disk: handed over as bytes, it would be decoded in the page.
const folder = mkdtempSync(join(tmpdir(), 'felt-'));
const long = join(folder, 'long.dst');
writeFileSync(long, tapeOf(STITCHES));
const acts: Record<string, Awaited<ReturnType<typeof answered>>> = {};
// A file that comes is no press: only its tasks are told.
const imported = await answered(page, async () => {
  await page.locator('input[type=file]').first().setInputFiles(long);
  await page.getByTestId('step-card').waitFor();
});
acts.import = { ...imported, 'in the middle ms': '', 'at worst ms': '' };
acts[`${STEPS} steps`] = await answered(page, async () => {
  for (let i = 0; i < STEPS; i++) {
    await page.keyboard.press('ArrowRight');
    await page.waitForTimeout(150);
  }
});
acts.tabs = await answered(page, async () => {
  for (const tab of await page.getByRole('tab').all()) {
    await tab.click();
    await page.waitForTimeout(400);
  }
  await page.getByRole('tab').first().click();
});
acts.density = await answered(page, () => page.getByRole('button', { name: 'Density' }).click());
acts['frames of scrubbing'] = await framesOf(page, async () => {
  const box = await page.getByTestId('scrubber').boundingBox();
  if (!box) throw new Error('No scrubber is shown.');
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + box.width - 8, y);
  await page.mouse.down();
  for (let k = 0; k <= DRAGS; k++)
    await page.mouse.move(box.x + box.width - 8 - (k * box.width * 0.9) / DRAGS, y);
  await page.mouse.up();
});
console.log(`\nHow soon a press is answered, on a tape of ${STITCHES} stitches`);
console.table(acts);
await browser.close();
await app.stop();
rmSync(folder, { recursive: true });
