// npm run shots [-- names]: one picture of each main view into docs/screenshots, from the sample workroom.
import { mkdirSync } from 'node:fs';
import { writeTape, type Tape } from '$lib/core/tape';
import { windStarHub } from '$lib/demo';
import { openPage, startApp, startBrowser } from '../tests/support/app';

const DESK = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };
const PHONE = { width: 390, height: 844 };
interface Shot {
  name: string;
  path: string;
  viewport?: typeof DESK;
  dark?: boolean;
  /** shown before the picture is taken */
  wait: string;
  resume?: boolean;
  /** lays the pieces out first */
  layOut?: boolean;
  /** opened then */
  tab?: string;
  /** waited for behind the tab */
  then?: string;
  /** chosen then, by its words */
  pick?: string;
  /** chosen after the first press, by the list's label */
  choose?: [list: string, option: string];
  /** pressed then, by name */
  press?: string[];
  /** a tape that is brought first: its file's name and its bytes */
  bring?: [name: string, tape: Tape];
}
const SHOTS: Shot[] = [
  { name: 'bench', path: '/', wait: 'text=Made lately' },
  { name: 'builds', path: '/builds', wait: 'text=Crew patch' },
  { name: 'build-score', path: '/builds/line-winder-pouch?step=b12:lay', wait: 'text=Lay upper lining' },
  {
    name: 'outline',
    path: '/builds/outline?design=gull-pennant',
    wait: '[data-testid=covered]',
    press: ['Placement line'],
    choose: ['What it becomes', 'Patch on film'],
    dark: true,
  },
  { name: 'cut', path: '/cut', wait: 'text=On the shelf', layOut: true },
  {
    name: 'hoop',
    path: '/hoop?build=crew-patch',
    wait: 'text=No way can hold more',
    pick: 'Shifted rows',
  },
  {
    name: 'together',
    path: '/hoop?build=wind-star',
    wait: 'text=How many',
    bring: ['Wind-star hub.dst', windStarHub()],
    press: ['Several together', '^Wind-star$', 'One more Wind-star', '^Wind-star hub$', 'Lay them best'],
    choose: ['Hoop', '330 × 410 frame'],
  },
  { name: 'prepare', path: '/prepare?of=plan', wait: '[data-testid=ready-hooping]' },
  { name: 'batch', path: '/batch', wait: 'text=33 of 94', tab: '^Plan', then: 'text=Nine weeks of ten' },
  { name: 'how', path: '/builds/gull-pennant?view=how', wait: '[data-testid=insertions]' },
  { name: 'check', path: '/builds/fluffy-number?view=check', wait: '[data-testid=check]' },
  { name: 'run', path: '/run', wait: '[data-testid=run]', resume: true },
  { name: 'run-tablet', path: '/run', wait: '[data-testid=run]', resume: true, viewport: TABLET },
  { name: 'run-phone', path: '/run', wait: '[data-testid=run]', resume: true, viewport: PHONE, dark: true },
  {
    name: 'trouble',
    path: '/run',
    wait: '[data-testid=run]',
    resume: true,
    press: ['Trouble', 'A piece shifted, or its line missed it'],
  },
  {
    name: 'rehearsal',
    path: '/rehearse/line-winder-pouch',
    wait: 'text=What do your hands do now?',
    press: ['Nothing: start the machine again'],
  },
  { name: 'log', path: '/log', wait: '[data-testid=log]' },
  { name: 'workshop', path: '/workshop/machines', wait: 'text=Machines and hoops' },
  { name: 'price', path: '/batch?view=price&order=fair', wait: '[data-testid=cost-sheet]' },
];

mkdirSync('docs/screenshots', { recursive: true });
const app = await startApp();
const browser = await startBrowser();
const wanted = process.argv.slice(2);
for (const {
  name,
  path,
  viewport = DESK,
  dark = false,
  wait,
  resume,
  layOut,
  tab,
  then,
  pick,
  choose,
  press = [],
  bring,
} of SHOTS) {
  if (wanted.length && !wanted.includes(name)) continue;
  const { page, context } = await openPage(browser, {
    viewport,
    colorScheme: dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  });
  // First visit: the sample workroom is set up.
  await page.goto(app.url);
  await page.getByRole('heading', { name: 'Tern & Tide' }).waitFor();
  if (bring) {
    const [file, tape] = bring;
    await page.goto(`${app.url}/builds`);
    const buffer = Buffer.from(writeTape(tape));
    await page
      .getByTestId('file-input')
      .first()
      .setInputFiles({ name: file, mimeType: 'application/octet-stream', buffer });
    await page.getByTestId('step-card').waitFor();
  }
  await page.goto(app.url + path);
  if (resume) {
    await page.getByRole('link', { name: 'Resume' }).click();
    // Two steps on: a piece is laid, which shows more than a block being sewn.
    await page.getByTestId('forward').click();
    await page.getByTestId('resume').waitFor({ state: 'detached' });
    await page.getByTestId('forward').click();
    await page.getByRole('heading', { name: 'Lay the accent' }).waitFor();
  }
  await page.locator(wait).first().waitFor();
  if (layOut) {
    // One build is enough to show layouts.
    await page.getByRole('button', { name: 'only' }).first().click();
    await page.getByRole('button', { name: 'Lay it out' }).click();
    await page
      .getByRole('region', { name: /Layout of Cotton/ })
      .first()
      .waitFor();
    await page.getByRole('progressbar').waitFor({ state: 'detached', timeout: 240_000 });
  }
  if (tab) await page.getByRole('tab', { name: new RegExp(tab) }).click();
  if (then) await page.locator(then).first().waitFor();
  if (pick) await page.getByText(pick).click();
  for (const [n, what] of press.entries()) {
    await page.getByRole('button', { name: new RegExp(what) }).click();
    if (choose && n === 0)
      await page.getByRole('combobox', { name: choose[0], exact: true }).selectOption({ label: choose[1] });
  }
  await page.getByText('Looking for places').waitFor({ state: 'detached' });
  // What is still worked out is three dots.
  await page.waitForFunction(() => !/^…$/m.test(document.body.innerText));
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(700);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await context.close();
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
await app.stop();
