import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { openPage, useApp } from '../support/app';
import { stepOn, resume } from '../support/at-machine';
import { ageLog, holdRuns, letGoOfRuns } from '../support/run-data';

const used = useApp();

describe('the log', () => {
  it('asks before it takes figures from the log, and goes back', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/log`);
    await page.getByRole('tab', { name: 'What it teaches' }).click();
    const table = page.getByTestId('corrections');
    // Only what is sure is ticked.
    for (const [row, words] of [
      [
        table
          .locator('tbody tr')
          .filter({ hasText: /(?<!fairly )sure,/ })
          .first(),
        true,
      ],
      [table.locator('tbody tr').filter({ hasText: 'a first guess' }).first(), false],
    ] as const)
      expect(await row.getByRole('checkbox').isChecked()).to.equal(words);
    await table.getByRole('row', { name: /Lay a flat piece/ }).waitFor();
    await table.getByRole('checkbox', { name: 'Take Lay a flat piece' }).uncheck();
    await table.getByRole('button', { name: /^Take \d+ figures/ }).click();
    await table.getByText('Taken before').waitFor();
    // What was not taken is still offered; what was is in use.
    await table.getByRole('row', { name: /Lay a flat piece/ }).waitFor();
    expect(await table.getByRole('row', { name: /Petrel: real speed/ }).count()).to.equal(0);
    await page.reload();
    await page.getByRole('tab', { name: 'What it teaches' }).click();
    await table.getByRole('button', { name: 'Undo', exact: true }).click();
    await table.getByRole('row', { name: /Petrel: real speed/ }).waitFor();
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('shows the log by what is asked for, with its charts, and hands it over as CSV', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(`${used.app.url}/log`);
    const rows = page.getByTestId('log').getByRole('row');
    await rows.nth(5).waitFor();
    const all = await rows.count();
    await page.getByRole('button', { name: 'Took' }).click();
    const took = await page.getByTestId('log').locator('tbody tr').allInnerTexts();
    const seconds = took.map((row) => {
      const times = [...row.matchAll(/(?:(\d+)\s*h\s*)?(\d+)(?::(\d\d))?\s*min/g)];
      const [, hours, minutes, rest] = times.at(-2) ?? [];
      return Number(hours ?? 0) * 3600 + Number(minutes) * 60 + Number(rest ?? 0);
    });
    expect(seconds).to.have.length(all - 1);
    expect(seconds).to.deep.equal([...seconds].sort((a, b) => b - a));
    expect(new Set(seconds).size).to.be.above(10);
    await page.getByRole('button', { name: 'Took' }).click();
    await page
      .getByRole('columnheader', { name: 'Took' })
      .and(page.locator('[aria-sort=ascending]'))
      .waitFor();
    await page.getByLabel('Result').selectOption('spoiled');
    expect(await rows.count()).to.be.below(all);
    await page.getByRole('button', { name: 'Line-winder pouch' }).click();
    await page.getByText('Back crept, not caught at the corner.').first().waitFor();
    // Beside another run of the same build, step by step.
    const steps = page.getByRole('region', { name: 'Steps of the run' });
    const another = steps.getByRole('combobox', { name: 'Beside another run' });
    await another.selectOption({ index: 1 });
    await steps.getByRole('columnheader', { name: 'Longer or shorter' }).waitFor();
    const row = steps.getByRole('row', { name: /Lay the zip/ });
    const secondsOf = (t: string) => {
      const [, minus, minutes, rest] = /([−+]?)(?:(\d+):)?(\d+)/.exec(t) ?? [];
      return (minus === '−' ? -1 : 1) * (60 * Number(minutes ?? 0) + Number(rest));
    };
    const [now = 0, , before = 0, change = 0] = (await row.getByRole('cell').allInnerTexts())
      .slice(-4)
      .map(secondsOf);
    expect(Math.abs(now - before - change)).to.be.at.most(1);
    await page.getByLabel('Result').selectOption('');
    await page.getByLabel('In notes and reasons').fill('post');
    expect(await rows.count()).to.equal(2);
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'CSV' }).click();
    const csv = readFileSync(await (await saved).path(), 'utf8');
    expect(csv.split('\n')).to.have.length(2);
    expect(csv).to.match(/Left for the post/);
    await page.getByLabel('In notes and reasons').fill('');
    await page.getByRole('tab', { name: 'Charts' }).click();
    await page
      .getByRole('table', { name: /Breaks by thread/ })
      .getByRole('row', { name: /chalk/ })
      .waitFor();
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
    await resume(page, used.app.url);
    await stepOn(page);
    await page.goto(`${used.app.url}/log`);
    const rows = page.getByTestId('log').getByRole('row');
    // 32 of the sample workroom, one of them open, and the copies; the heading is a row too.
    await page.getByText('100 of 432 are shown.').waitFor();
    expect(await rows.count()).to.equal(101);
    await page.getByRole('button', { name: 'Show more runs' }).click();
    await page.getByText('200 of 432 are shown.').waitFor();
    await page.getByRole('combobox', { name: 'Result' }).selectOption({ index: 2 });
    expect(await rows.count()).to.equal(2);
    expect(faults).to.deep.equal([]);
    await context.close();
  });

  it('is handed over and learned from whole, never while a part is still to be read; it stops when it is left', async () => {
    const { page, context, faults } = await openPage(used.browser);
    await page.goto(used.app.url);
    await page.getByRole('link', { name: 'Resume' }).waitFor();
    await ageLog(page, 120);
    await page.reload();
    await page.getByRole('link', { name: 'Resume' }).waitFor();
    const place = (name: string) =>
      page.getByRole('navigation').getByRole('link', { name, exact: true }).click();
    await holdRuns(page);
    await place('Log');
    await page.getByText('112 older runs still to be read …').waitFor();
    const csv = page.getByRole('button', { name: 'CSV' });
    expect(await csv.isDisabled()).to.equal(true);
    expect(await page.getByRole('button', { name: 'JSON' }).isDisabled()).to.equal(true);
    await page.getByRole('tab', { name: 'What it teaches' }).click();
    await page.getByText('worked out from all of its runs').waitFor();
    expect(await page.getByTestId('corrections').count()).to.equal(0);
    await place('Bench');
    await page.getByRole('link', { name: 'Resume' }).waitFor();
    // Let go, and held anew: the part that was asked for comes through, and no more is asked for.
    await holdRuns(page);
    await place('Log');
    await page.getByText('62 older runs still to be read …').waitFor();
    await letGoOfRuns(page);
    await page.getByText('100 of 152 are shown.').waitFor();
    await page.getByRole('tab', { name: 'What it teaches' }).click();
    await page.getByTestId('corrections').waitFor();
    const saved = page.waitForEvent('download');
    await csv.click();
    const lines = readFileSync(await (await saved).path(), 'utf8')
      .trim()
      .split('\n');
    expect(new Set(lines.slice(1).map((l) => l.split(',')[0])).size).to.equal(152);
    expect(faults).to.deep.equal([]);
    await context.close();
  });
});
