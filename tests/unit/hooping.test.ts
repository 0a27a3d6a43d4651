import { expect } from 'chai';
import fc from 'fast-check';
import { boxOf, type Box, type Point } from '$lib/core/base';
import { repeatGap, repeatPlaces, sewnHull } from '$lib/core/hoop';
import { SimulatedMachine } from '$lib/core/machine';
import { numbersWith } from '$lib/core/numbers';
import { composeDesign, composeTape, planBuild } from '$lib/core/plan';
import { handStops, hoopingTape, newRun, runRecordSchema, sewnSteps, stitchesOf } from '$lib/core/run';
import { popsOut } from '$lib/core/score';
import {
  STITCH,
  STOP,
  readTape,
  rowsToTape,
  stitchBox,
  tapeBlocks,
  tapeToRows,
  writeTape,
  type Block,
  type Tape,
} from '$lib/core/tape';
import { newWorkshop, type Workshop } from '$lib/core/workshop';
import { crewPatch, demoWorkroom, gullPennant, pouch, tailTab } from '$lib/demo';
import { example, readAs } from '../support/examples';

describe('what all that is sewn reaches to', () => {
  const coordinate = fc.integer({ min: -400, max: 400 }).map((v) => v / 8);
  const line = fc
    .array(coordinate, { minLength: 2, maxLength: 40 })
    .map((all) => Float32Array.from(all.slice(all.length % 2)));
  it('holds every point of every line, and half a width round each, and no more than that', () =>
    fc.assert(
      fc.property(
        fc.array(line, { minLength: 1, maxLength: 5 }),
        fc.constantFrom(null, 4),
        (lines, widthMm) => {
          const extents = { minX: 0, minY: 0, maxX: 20, maxY: 10 };
          const blocks = [
            { lines: lines.map((points) => ({ points, closed: false, lengthMm: 0 })), dashed: null, widthMm },
          ];
          const hull = sewnHull({ blocks, extents });
          const half = (widthMm ?? 0) / 2;
          const reached = lines.flatMap((points) =>
            Array.from({ length: points.length / 2 }, (_, i) => ({
              x: points[2 * i]! - 10,
              y: points[2 * i + 1]! - 5,
            })),
          );
          for (let turn = 0; turn < 8; turn++) {
            const [x, y] = [Math.cos((turn * Math.PI) / 4), Math.sin((turn * Math.PI) / 4)];
            const far = (path: readonly Point[]) => Math.max(...path.map((p) => p.x * x + p.y * y));
            expect(far(hull)).to.be.closeTo(far(reached) + half, 1e-4);
          }
        },
      ),
    ));
});

/** A hoop large enough for a dozen patches. */
const roomy = hoopOf(400, 400);
function hoopOf(widthMm: number, heightMm: number): Workshop {
  const workshop = newWorkshop();
  return { ...workshop, hoops: [{ ...workshop.hoops[0], widthMm, heightMm }] };
}
const begin = (drawn: Tape, change = {}, workshop = roomy) => {
  const { build, plan, reading, findings } = example(drawn, change, workshop);
  const run = newRun(build, plan, workshop, { id: 'r', now: 0, madeBefore: 0 });
  return { run, plan, findings, design: { tape: drawn, blocks: reading.blocks } };
};
const count = ({ kind }: Tape, { from, to }: Block) =>
  kind.subarray(from, to).filter((k) => k === STITCH).length;
/** What each item of a block reaches, 0.1 mm. */
function itemBoxes(tape: Tape, { from, to }: Block, items: number): Box[] {
  const each = count(tape, { from, to }) / items;
  const boxes: Box[] = [];
  let points: { x: number; y: number }[] = [];
  for (let i = from; i < to; i++) {
    if (tape.kind[i] !== STITCH) continue;
    points.push({ x: tape.x[i], y: tape.y[i] });
    if (points.length < each) continue;
    boxes.push(boxOf(points));
    points = [];
  }
  return boxes;
}
const apart = (a: Box, b: Box) =>
  Math.max(a.minX - b.maxX, b.minX - a.maxX, a.minY - b.maxY, b.minY - a.maxY);

describe('the tape of a hooping', () => {
  it('of one item is the design’s own, block for block', () => {
    const { run, design } = begin(pouch());
    const tape = hoopingTape(run, design)!;
    const [own, whole] = [tapeBlocks(design.tape), tapeBlocks(tape)];
    expect(whole).to.have.length(own.length);
    whole.forEach((b, i) => {
      expect([...tape.x.subarray(b.from, b.to)]).to.deep.equal([
        ...design.tape.x.subarray(own[i].from, own[i].to),
      ]);
      expect([...tape.kind.subarray(b.from, b.to)]).to.deep.equal([
        ...design.tape.kind.subarray(own[i].from, own[i].to),
      ]);
    });
  });

  it('of twelve sews each block for all of them before its stop, none on another', () => {
    const { run, design } = begin(crewPatch(), { order: { quantity: 12, repeats: 12 } });
    const tape = hoopingTape(run, design)!;
    const blocks = tapeBlocks(tape);
    const steps = sewnSteps(run);
    expect(blocks.map((b) => count(tape, b))).to.deep.equal(steps.map((s) => stitchesOf(run, s)));
    expect(tape.kind.filter((k) => k === STOP)).to.have.length(steps.length - 1);
    // The last block is the border, as large as the patch: twelve of it, apart by the cutting gap.
    const boxes = itemBoxes(tape, blocks.at(-1)!, 12);
    expect(boxes).to.have.length(12);
    const gap = 10 * numbersWith()['hoop.gapPop'] - 1;
    for (const [i, a] of boxes.entries())
      for (const b of boxes.slice(i + 1)) expect(apart(a, b)).to.be.at.least(gap);
    // It survives as a file, as a machine gets it.
    const again = readTape(writeTape(tape));
    expect(again.ok && tapeBlocks(again.value).map((b) => count(again.value, b))).to.deep.equal(
      blocks.map((b) => count(tape, b)),
    );
  });

  it('never leaves the field: whatever the design, the hoop and the number, or there is none', () => {
    const drawn = [crewPatch(), gullPennant(), tailTab()];
    const side = fc.integer({ min: 80, max: 700 });
    let made = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...drawn),
        side,
        side,
        fc.integer({ min: 1, max: 16 }),
        (design, w, h, repeats) => {
          const started = begin(design, { order: { quantity: repeats, repeats } }, hoopOf(w, h));
          const tape = hoopingTape(started.run, started.design);
          const {
            score,
            numbers,
            design: { size },
            hooping: { field },
          } = started.plan;
          const fits = !started.findings.some((f) => f.id === (repeats > 1 ? 'repeats' : 'too-large'));
          expect(tape !== null).to.equal(fits);
          if (!tape) return;
          made++;
          const [own, all] = [stitchBox(design)!, stitchBox(tape)!];
          // The middle of the field is the middle of the design; a point is rounded to 0.1 mm.
          expect(all.minX - own.minX + (all.maxX - own.maxX)).to.be.within(-2, 2);
          expect(all.minY - own.minY + (all.maxY - own.maxY)).to.be.within(-2, 2);
          expect((all.maxX - all.minX) / 10).to.be.at.most(field.width - 2 * field.inset + 0.2);
          expect((all.maxY - all.minY) / 10).to.be.at.most(field.height - 2 * field.inset + 0.2);
          const gap = 10 * repeatGap(popsOut(score), numbers) - 2;
          const places = started.run.repeats!;
          const isTurned = places.places[0].turnDeg === 90;
          const [iw, ih] = isTurned ? [size.height, size.width] : [size.width, size.height];
          const boxes = places.places.map((p) => ({
            minX: 10 * p.x - 5 * iw,
            maxX: 10 * p.x + 5 * iw,
            minY: 10 * p.y - 5 * ih,
            maxY: 10 * p.y + 5 * ih,
          }));
          for (const [i, a] of boxes.entries())
            for (const b of boxes.slice(i + 1)) expect(apart(a, b)).to.be.at.least(gap);
        },
      ),
      { numRuns: 60 },
    );
    expect(made).to.be.above(15);
  });

  it('lies in the hoop as the check has allowed it: in one column, in rows of four, a quarter turned', () => {
    const places = (w: number, h: number, repeats: number, size = { width: 50, height: 30 }, gap = 10) =>
      repeatPlaces({ width: w, height: h, inset: 5 }, size, gap, repeats);
    // 160 − 10 = 150 holds 3 of 40 and 2 gaps of 15; a column of four needs 4 · 80 + 3 · 15 = 365.
    expect(places(58, 353, 4, { width: 45, height: 75 }, 14)).to.deep.equal({
      places: [-133.5, -44.5, 44.5, 133.5].map((y) => ({ x: 0, y, turnDeg: 0 })),
    });
    expect(places(58, 353, 5, { width: 45, height: 75 }, 14)).to.equal(null);
    // Four of 50 with 10 between are 230 wide, in 240 − 10; three rows of four, there and back.
    const twelve = places(240, 240, 12)!;
    expect(twelve.places.slice(0, 5)).to.deep.equal(
      [-90, -30, 30, 90, 90].map((x, i) => ({ x, y: i < 4 ? -40 : 0, turnDeg: 0 })),
    );
    // 45 wide holds one of 30 only when it is turned: 30 + 2 · 5 ≤ 45 < 50 + 10.
    expect(places(45, 200, 3)).to.deep.equal({
      places: [-60, 0, 60].map((y) => ({ x: 0, y, turnDeg: 90 })),
    });
  });

  it('a quarter turned sews the same stitches, each turned counter-clockwise round the middle of its place', () => {
    // Away from its start, so that its middle is (50, 50).
    const flat = rowsToTape('flat', [
      { x: 20, y: 40, kind: 'stitch' },
      { x: 80, y: 40, kind: 'stitch' },
      { x: 80, y: 60, kind: 'stitch' },
    ]);
    const started = begin(flat, { order: { quantity: 2, repeats: 2 } }, hoopOf(50, 160));
    const repeats = { places: [-40, 40].map((y) => ({ x: 0, y, turnDeg: 90 })) };
    const tape = hoopingTape({ ...started.run, repeats }, started.design)!;
    const sewn = tapeToRows(tape)
      .filter((r) => r.kind === 'stitch')
      .map(({ x, y }) => [x, y]);
    // About the middle: (20, 40) comes to (60, 20), (80, 40) to (60, 80), (80, 60) to (40, 80); then 40 down, and 40 up.
    expect(sewn.slice(0, 3)).to.deep.equal([
      [60, -20],
      [60, 40],
      [40, 40],
    ]);
    expect(sewn.slice(3)).to.deep.equal([
      [60, 60],
      [60, 120],
      [40, 120],
    ]);
  });

  it('follows the run, not the file: what is passed over is left out, what is put in between stands where it is sewn', () => {
    const whole = begin(pouch());
    const all = tapeBlocks(hoopingTape(whole.run, whole.design)!).length;
    const passed = begin(pouch(), { edits: [{ kind: 'skip', stepId: 'n5', skip: true }] });
    expect(tapeBlocks(hoopingTape(passed.run, passed.design)!)).to.have.length(all - 1);
    const again = begin(pouch(), { edits: [{ kind: 'again', stepId: 'n5 again', of: 'n5', thread: null }] });
    expect(tapeBlocks(hoopingTape(again.run, again.design)!)).to.have.length(all + 1);

    const { builds, workshop } = demoWorkroom(Date.UTC(2026, 4, 1));
    const { build, tapes } = builds.find((b) => b.build.insertions.length)!;
    const [own, put] = tapes.map(({ bytes }) => {
      const read = readTape(bytes);
      if (!read.ok) throw new Error(read.problem.message);
      return { tape: read.value, reading: readAs(read.value) };
    });
    const { id } = build.insertions[0];
    const plan = planBuild(build, own.reading, workshop, { [id]: put.reading });
    const run = newRun(build, plan, workshop, { id: 'r', now: 0, madeBefore: 0 });
    const tape = composeTape(build, own.tape, own.reading, { [id]: put });
    const { reading } = composeDesign(build, own.reading, { [id]: put.reading }, 700);
    const made = hoopingTape(run, { tape, blocks: reading.blocks })!;
    const blocks = tapeBlocks(made);
    const steps = sewnSteps(run);
    expect(blocks).to.have.length(steps.length);
    const inserted = steps.findIndex((s) => s.inserted);
    expect(inserted).to.be.above(0);
    expect(count(made, blocks[inserted])).to.equal(put.reading.blocks[0].stitches);
    // Without what was put in, the run's blocks are not all there.
    expect(hoopingTape(run, { tape: own.tape, blocks: own.reading.blocks })).to.equal(null);
  });

  it('of a run from before its places were told: its own of one item, none of several', () => {
    const one = begin(tailTab());
    const older = { ...one.run, repeats: undefined };
    expect(hoopingTape(older, one.design)).to.deep.equal(hoopingTape(one.run, one.design));
    expect(hoopingTape({ ...older, items: 2 }, one.design)).to.equal(null);
    expect(hoopingTape({ ...older, repeats: null }, one.design)).to.equal(null);
    // As it lies in a log of before.
    const { repeats, ...row } = one.run;
    expect(repeats).to.not.equal(undefined);
    expect(runRecordSchema.parse(row).repeats).to.equal(undefined);
    // All turned alike, or none.
    const turned = { turned: true, places: [{ x: 1, y: 2 }] };
    expect(runRecordSchema.parse({ ...row, repeats: turned }).repeats).to.deep.equal({
      places: [{ x: 1, y: 2, turnDeg: 90 }],
    });
  });

  it('is none where the design is another than the run was begun with', () => {
    const { run } = begin(pouch());
    expect(hoopingTape(run, begin(crewPatch()).design)).to.equal(null);
  });

  it('takes a machine of many needles through exactly the steps of the run, halting where hands are needed', () => {
    const { run, design } = begin(crewPatch(), { order: { quantity: 4, repeats: 4 } });
    const halts = handStops(run);
    const machine = new SimulatedMachine({
      ...{ seed: 1, speed: 800, breaksPer10k: 0, bobbinM: 1000, changeSeconds: 5, trimSeconds: 5 },
      halts,
      numbers: numbersWith(),
    });
    machine.load(hoopingTape(run, design)!);
    const halted: number[] = [];
    for (let i = 0; i < 40 && machine.state().status !== 'done'; i++) {
      machine.start();
      for (let s = 0; s < 5000 && machine.state().status === 'sewing'; s++) machine.advance(10);
      if (machine.state().status === 'halted') halted.push(machine.state().block);
    }
    expect(halted).to.deep.equal(halts);
    // Each halt lies before a needle step with a hand step right before it.
    const at = sewnSteps(run).map((s) => run.score.steps.indexOf(s));
    for (const stop of halts) {
      const between = run.score.steps.slice(at[stop - 1] + 1, at[stop]);
      expect(between.some((s) => s.kind === 'hand' && s.action !== 'thread')).to.equal(true);
    }
    expect(halts.length).to.be.below(sewnSteps(run).length - 1);
  });
});
