import { expect } from 'chai';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { reduceRun, runEventSchema, type RunEvent } from '$lib/core/run';
import { startApp, startKillable, type App } from '../support/app';
import { eventsOf, hasWorkroom, mirrorMade, stepIdsOf } from '../support/run-data';
import { Dice } from '../support/labelled/types';

/** Each is a power cut at a random moment: 20 here, 200 in `npm run soak`. */
const CUTS = Number(process.env.CUTS ?? 20);
/** After every so many cuts the browser's databases are gone, as a browser that finds them damaged leaves it. */
const LOSE_EVERY = 7;
const RUN = 'demo-run-line-winder-pouch-6';

describe('a run outlives its browser', () => {
  let app: App;
  let killLast = () => Promise.resolve();
  const folder = mkdtempSync(join(tmpdir(), 'jolt-kill-'));
  before(async () => void (app = await startApp()));
  after(async () => {
    await killLast();
    await app?.stop();
    rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
  });

  it(`killed ${CUTS} times at random moments, it loses at most the event in flight`, async function () {
    this.timeout(90_000 * CUTS);
    const dice = new Dice(Number(process.env.SEED ?? 11));
    let kept: { n: number; event: RunEvent }[] = [];
    let steps: string[] = [];
    let most = 0;
    let pressed = Infinity;
    let lost = 0;
    for (let cut = 0; cut <= CUTS; cut++) {
      if (cut > 0 && cut % LOSE_EVERY === 0)
        rmSync(join(folder, 'Default', 'IndexedDB'), { recursive: true });
      const { page, kill } = await startKillable(folder);
      killLast = kill;
      await page.goto(`${app.url}/icon.svg`);
      if (!(await hasWorkroom(page))) {
        await page.goto(app.url);
        await page.getByRole('heading', { name: 'Tern & Tide' }).waitFor();
        if (cut > 0) await page.getByText('had lost its database').waitFor();
        else await mirrorMade(page);
        lost += cut > 0 ? 1 : 0;
        await page.goto(`${app.url}/icon.svg`);
      }
      const found = (await eventsOf(page, RUN)).map(({ n, event }) => ({ n, event }));
      // What was there is there, to the letter; what the screen had shown is there; no more than was pressed, and the
      // interruption that opening it books.
      expect(found.slice(0, kept.length)).to.deep.equal(kept);
      expect(found.map((f) => f.n)).to.deep.equal(found.map((_, i) => i));
      expect(found.length, `cut ${cut}`).to.be.within(most, kept.length + 1 + pressed);
      for (const { event } of found) expect(runEventSchema.safeParse(event).success).to.equal(true);
      if (cut === CUTS) break;

      await page.goto(`${app.url}/run/${RUN}`);
      const run = page.getByTestId('run');
      await run.waitFor();
      steps = steps.length ? steps : await stepIdsOf(page, RUN);
      const shown = async () => ({
        index: Number(await run.getAttribute('data-index')),
        stored: Number(await run.getAttribute('data-stored')),
      });
      await page.getByTestId('resume').waitFor();
      const state = reduceRun(
        found.map((f) => f.event),
        steps.map((id) => ({ id, stitches: 0, bobbin: null })),
      );
      expect((await shown()).index, 'resumed at the same step').to.equal(state.index);
      kept = found;
      pressed = 0;

      let dead = false;
      const end = new Promise<void>((done) => setTimeout(done, dice.between(60, 1100))).then(async () => {
        dead = true;
        await kill();
      });
      const pressing = (async () => {
        for (;;) {
          const now = await shown();
          most = now.stored;
          const key = dice.chance(0.12)
            ? 'p'
            : now.index < 12 || (now.index < 28 && dice.chance(0.7))
              ? 'ArrowRight'
              : 'ArrowLeft';
          pressed++;
          await page.keyboard.press(key);
        }
      })().catch((error: unknown) => {
        // Only its death ends the pressing.
        if (!dead) throw error;
      });
      // A press that was under way when it died may never be answered.
      await Promise.race([pressing, end]);
      await end;
    }
    expect(kept.length).to.be.above(20 + CUTS);
    expect(lost).to.be.at.least(Math.floor(CUTS / LOSE_EVERY));
    if (lost > Math.floor(CUTS / LOSE_EVERY)) console.log(`${lost} times without a database in all.`);
  });
});
