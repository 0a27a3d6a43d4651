import { expect } from 'chai';
import { itemAt, type Path } from '$lib/core/base';
import { closePath, rectangle, run, satin } from '$lib/core/outline';
import type { Build } from '$lib/core/build';
import { readDesign } from '$lib/core/techniques';
import { choicesOf, matchTechnique, techniqueById } from '$lib/core/techniques';
import { stopList } from '$lib/core/score';
import { newWorkshop } from '$lib/core/workshop';
import { sewn } from '../support/copies';
import { example } from '../support/examples';

// One window of 30 × 20 mm: its upper and lower edge by one blade, its two sides by the other, a chop every 1.2 mm.
const WINDOW = rectangle({ x: 0, y: 0 }, 30, 20);
const line = (ax: number, ay: number, bx: number, by: number, step: number): Path =>
  run(
    [
      { x: ax, y: ay },
      { x: bx, y: by },
    ],
    step,
  );
const along = (step: number) => [line(-15, 10, 15, 10, step), line(-15, -10, 15, -10, step)];
const upright = (step: number) => [line(-15, -10, -15, 10, step), line(15, -10, 15, 10, step)];
const hold = [run(closePath(WINDOW), 2.2)];
const edge = [satin(closePath(WINDOW), 3, 0.4)];
const tape = (step = 1.2) => sewn(hold, along(step), upright(step), edge);
const read = (step?: number) => readDesign(tape(step), { trimJumps: 3 });
const shop = newWorkshop();
const planned = (change: Partial<Build> = {}) => example(tape(), change);

describe('windows cut by cutting needles', () => {
  it('are read by their chops: short, each block at its own angle, beside another', () => {
    expect(read().blocks.map((b) => b.bladeDeg)).to.deep.equal([null, 0, 90, null]);
    expect(read().blocks.map((b) => b.role.value)).to.deep.equal([
      'tack-down',
      'cut-line',
      'cut-line',
      'cover',
    ]);
    expect(read().blocks[1].role.because).to.include('short chops at 0°');
  });
  it('are not seen in longer stitches, in one angle alone, or far apart', () => {
    const blades = (...blocks: Path[][]) =>
      readDesign(sewn(...blocks), { trimJumps: 3 }).blocks.map((b) => b.bladeDeg);
    const none = [null, null, null, null];
    expect(blades(hold, along(2.4), upright(2.4), edge)).to.deep.equal(none);
    expect(blades(hold, along(1.2), along(1.2), edge)).to.deep.equal(none);
    const away = upright(1.2).map((p) => p.map(({ x, y }) => ({ x: x + 60, y })));
    expect(blades(hold, along(1.2), away, edge)).to.deep.equal(none);
  });
  it('take a change of needle each, nobody’s knife and no patch, and the sewing needle before the edges', () => {
    const { plan, build } = planned();
    expect(build.technique).to.equal('cutwork');
    const hands = plan.score.steps.flatMap((s) => (s.kind === 'hand' && s.stop > 0 ? [s.title] : []));
    expect(hands.slice(0, 5)).to.deep.equal([
      'Cutting needle, 0°',
      'Cutting needle, 90°',
      'Lift out the windows',
      'Sewing needle again',
      'Matching bobbin',
    ]);
    expect(plan.score.steps.filter((s) => s.kind === 'needle').map((s) => s.title)).to.deep.equal([
      'Tack-down',
      'Cut at 0°',
      'Cut at 90°',
      'Edges and bars',
    ]);
    expect(plan.score.pieces.map((p) => p.name)).to.not.include('Patch scrap');
    // No machine goes on by itself with the blade of the block before.
    for (const kind of ['one-needle', 'multi-needle'] as const) {
      const machines = [{ ...itemAt(shop.machines, 0), kind }];
      const { score } = example(tape(), {}, { ...shop, machines }).plan;
      expect(
        stopList(score).flatMap((s) => (s.hands.length ? [s.stop] : [])),
        kind,
      ).to.deep.equal([1, 2, 3]);
    }
    // How windows are cut is no choice any more.
    const choices = (t: Parameters<typeof readDesign>[0]) =>
      choicesOf(matchTechnique(techniqueById('cutwork'), readDesign(t, { trimJumps: 3 }))).map((c) => c.key);
    expect(choices(tape())).to.deep.equal(['cloth']);
    expect(choices(sewn(hold, edge))).to.deep.equal(['cut', 'cloth']);
    const change = plan.score.steps.find((s) => s.title === 'Cutting needle, 0°');
    expect(change && plan.time.steps[change.id].seconds).to.equal(45);
    expect(change?.kind === 'hand' && change.cautions).to.deep.equal(['needle', 'blade']);
  });
  it('stand a quarter round where the design does: in its hoop, or each item in a full one', () => {
    const titles = (widthMm: number, heightMm: number, repeats: number) => {
      const hoop = { ...itemAt(shop.hoops, 0), id: 'own', widthMm, heightMm };
      const workshop = { ...shop, hoops: [hoop] };
      const { plan } = example(tape(), { hoopId: 'own', order: { quantity: repeats, repeats } }, workshop);
      return plan.score.steps.flatMap((s) => (/^Cut at/.test(s.title) ? [s.title] : []));
    };
    // The design is 33 × 23 mm with its edges; 5 mm are kept off the frame on each side, 15 between items.
    expect(titles(60, 60, 1)).to.deep.equal(['Cut at 0°', 'Cut at 90°']);
    expect(titles(40, 60, 1)).to.deep.equal(['Cut at 90°', 'Cut at 0°']);
    expect(titles(75, 60, 2)).to.deep.equal(['Cut at 90°', 'Cut at 0°']);
  });
  it('take no thread, whatever they are of the design', () => {
    const { plan } = planned();
    expect([plan.thread.steps.n1, plan.thread.steps.n2]).to.deep.equal([
      { topM: 0, bobbinM: 0 },
      { topM: 0, bobbinM: 0 },
    ]);
    expect(plan.thread.steps.n0.topM).to.be.above(0.1);
    // A maker who says that it is sewn is believed.
    expect(planned({ roles: { 1: 'decoration' } }).plan.thread.steps.n1.topM).to.be.above(0.05);
  });
  it('without a line that holds are cutwork all the same', () => {
    const { build, reading } = example(sewn(along(1.2), upright(1.2), edge));
    expect(build.technique).to.equal('cutwork');
    expect(itemAt(reading.techniques, 0).share).to.be.above(0.75);
  });
});
