// The longest task on the screen's thread, while a long tape is taken in, stepped through and looked at.
import type { Page } from 'playwright-core';
import { openPage, startApp, startBrowser } from '../tests/support/app';
import { tapeOf } from './tape-of';

const STITCHES = 60_000;
const STEPS = 12;

/** Long tasks (over 50 ms) that an act makes; it settles when no more come for a while. */
async function tasksOf(page: Page, name: string, act: () => Promise<unknown>) {
  await page.evaluate(() => {
    const seen = window as unknown as { tasks: number[]; watched?: PerformanceObserver };
    seen.tasks = [];
    seen.watched ??= new PerformanceObserver((list) => {
      for (const e of list.getEntries()) seen.tasks.push(e.duration);
    });
    seen.watched.observe({ type: 'longtask' });
  });
  await act();
  await page.waitForTimeout(1000);
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
  const over = tasks.length
    ? `${tasks.length} over 50 ms, the longest ${Math.max(...tasks)} ms`
    : 'none over 50 ms';
  console.log(`  ${name}: ${over}`);
}

const app = await startApp();
const browser = await startBrowser();
const { page } = await openPage(browser);
await page.goto(`${app.url}/builds`);
await page.locator('main li a').first().waitFor();
await page.waitForTimeout(3000);
console.log(`tasks of the screen's thread, a tape of ${STITCHES} stitches:`);
await tasksOf(page, 'import', async () => {
  const buffer = Buffer.from(tapeOf(STITCHES));
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'long.dst', mimeType: 'application/octet-stream', buffer });
  await page.getByTestId('step-card').waitFor();
});
await tasksOf(page, `${STEPS} steps`, async () => {
  for (let i = 0; i < STEPS; i++) {
    await page.keyboard.press('ArrowRight');
    await page.waitForTimeout(150);
  }
});
await tasksOf(page, 'density', () => page.getByRole('button', { name: 'Density' }).click());
await browser.close();
await app.stop();
