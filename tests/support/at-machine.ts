import type { Page } from 'playwright-core';

/** Run as hands use it. */
export const forward = (page: Page) => page.getByTestId('forward');
export const title = (page: Page) => page.getByTestId('run-title').innerText();
export const index = async (page: Page) => Number(await page.getByTestId('run').getAttribute('data-index'));
/** The huge words of a step: which side is up, which side of the hoop, whether it stays on. */
export const sign = (page: Page, words: RegExp) =>
  page.getByTestId('signs').getByRole('listitem').filter({ hasText: words });
/** One press, and the step after it; one that does not come is told with what is there instead. */
export const stepOn = async (page: Page, key = 'ArrowRight') => {
  const before = await index(page);
  const at = () => page.getByTestId('run').getAttribute('data-page');
  // What stands beside a step has a screen of its own.
  for (let shown = await at(); (await index(page)) === before; shown = await at()) {
    await page.keyboard.press(key);
    await page
      .waitForFunction(
        ([i, page]) => {
          const run = document.querySelector<HTMLElement>('[data-testid=run]');
          return run?.dataset.index !== i || run?.dataset.page !== page;
        },
        [String(before), shown] as const,
      )
      .catch(async (error: unknown) => {
        throw new Error(`${error}; step ${before} shows: ${await page.locator('body').innerText()}`);
      });
  }
};
/** Run takes keys again only when nothing is open over it. */
export const closeDialog = async (page: Page) => {
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
};
/** Follows the simulated machine from the open ways of Run, whatever was typed there. */
export async function followMachine(page: Page, name: string) {
  const ready = page.getByTestId('machine').getByText(`${name}: ready`);
  const held = page.getByText(`${name} belongs to another run`);
  for (;;) {
    await page.getByRole('button', { name: 'Follow the simulated machine' }).click();
    await ready.or(held).first().waitFor();
    if (await ready.count()) break;
    // The page before has just let go of it.
    await page.getByRole('button', { name: 'Close toast' }).first().click();
    await held.waitFor({ state: 'detached' });
    await page.waitForTimeout(1000);
  }
  // It closes when the log knows of it; until then keys are not Run's.
  await page.getByRole('dialog').waitFor({ state: 'detached' });
}
/** The run of the sample workroom that was interrupted, going on. */
export async function resume(page: Page, url: string) {
  await page.goto(url);
  await page.getByRole('link', { name: 'Resume' }).click();
  await page.getByTestId('resume').waitFor();
  await page.keyboard.press('Space');
  await page.getByTestId('resume').waitFor({ state: 'detached' });
}
/** A run of a build from its score. */
export async function begin(page: Page, url: string, build: string) {
  await page.goto(`${url}/builds/${build}`);
  await page.getByTestId('step-card').waitFor();
  await page.keyboard.press('r');
  await page.getByTestId('run').waitFor();
}
