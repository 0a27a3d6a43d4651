import { expect } from 'chai';
import fc from 'fast-check';
import { boxOf, itemAt, unionOf, type Box } from '$lib/core/base';
import { cutsOf, overPositions, positionCentres } from '$lib/core/hoop';
import { circle, closePath, rectangle, run, satin } from '$lib/core/outline';
import { cutOver, onCutTape, planBuild } from '$lib/core/plan';
import { centresOf, hoopingTape, newRun, oneTape, sewnSteps } from '$lib/core/run';
import { readTape, STITCH, STOP, stitchBox, tapeBlocks, writeTape, type Tape } from '$lib/core/tape';
import { newWorkshop, type Workshop } from '$lib/core/workshop';
import { sewn } from '../support/copies';
import { example, findingsOf, longHoop as long, readAs } from '../support/examples';

const shop: Workshop = { ...newWorkshop(), hoops: [...newWorkshop().hoops, long] };
const at = (y: number, height: number, x = 0, width = 60): Box => boxOf(rectangle({ x, y }, width, height));
const over = (...boxes: Box[]) => overPositions(boxes, long, 5);

describe('a design over several positions of a long hoop', () => {
  it('knows where each position lies', () => expect(positionCentres(long)).to.deep.equal([-60, 60]));
  it('is none where it goes into one, or not into all together', () => {
    // 180 less an inset on each side.
    expect(over(at(0, 170))).to.equal(null);
    expect(over(at(0, 171))).to.not.equal(null);
    expect(over(at(0, 290))).to.not.equal(null);
    expect(over(at(0, 291))).to.equal(null);
    expect(over(at(0, 171, 0, 121))).to.equal(null);
    expect(overPositions([at(0, 200)], { ...long, positions: null }, 5)).to.equal(null);
    // A quarter turned it lies along the hoop.
    expect(over(at(0, 60, 0, 200))?.place.turnDeg).to.equal(90);
  });
  it('sews block by block where each lies, hung anew as seldom as their order allows', () => {
    // From −145 to 25 the lower one reaches, from −25 to 145 the upper one.
    const found = over(at(-70, 120), at(70, 120), at(70, 40), at(-60, 100));
    expect(found?.at).to.deep.equal([0, 1, 1, 0]);
    expect(found?.moves).to.equal(2);
    // What both reach is sewn without a move.
    const small = over(at(-70, 120), at(0, 20), at(70, 120));
    expect([small?.moves, small?.at[0], small?.at[2]]).to.deep.equal([1, 0, 1]);
  });
  it('is moved along the hoop where a block then goes into one position', () => {
    // 200 in all; in the middle the second reaches from −80 to 40, over both; 15 lower it ends where the lower one does.
    const found = over(at(90, 20), at(-20, 120), at(-90, 20));
    expect(found?.at).to.not.include(null);
    expect(Math.abs(found?.place.y ?? 0)).to.be.closeTo(15, 1e-9);
  });
  it('stays where the maker has laid it; askew it goes into one or none', () => {
    const laid = (y: number, turnDeg = 0) =>
      overPositions([at(60, 20), at(-60, 20)], long, 5, { x: 0, y, turnDeg });
    // 140 in all: in the middle each from its own position, 45 higher both from the upper one.
    expect(laid(0)).to.deep.include({ at: [1, 0], moves: 1, place: { x: 0, y: 0, turnDeg: 0 } });
    expect(laid(45)).to.equal(null);
    expect(laid(0, 180)).to.deep.include({ at: [0, 1], moves: 1 });
    expect(laid(0, 30)).to.equal(null);
    // Beyond what all positions reach it is laid outside, and not to be cut.
    expect(laid(80)).to.equal(null);
  });
  it('what reaches over more than one is told', () => {
    const found = over(at(0, 280), at(100, 20));
    expect(found?.at).to.deep.equal([null, 1]);
  });
  it('of any blocks: each lies where its position reaches; never more moves than by the nearest choice', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -130, max: 130 }), fc.integer({ min: 2, max: 120 })), { minLength: 1, maxLength: 12 }), // prettier-ignore
        (all) => {
          const boxes = all.map(([y, height]) => at(y, height));
          const found = overPositions(boxes, long, 5);
          const { minY, maxY } = unionOf(boxes);
          if (!found)
            return void expect(maxY - minY <= 170 + 1e-6 || maxY - minY > 290 - 1e-6).to.equal(true);
          const centres = positionCentres(long);
          for (const [n, box] of boxes.entries()) {
            const lies = [box.minY + found.place.y, box.maxY + found.place.y];
            const reach = centres.flatMap((c, k) => (itemAt(lies, 0) >= c - 85 - 1e-6 && itemAt(lies, 1) <= c + 85 + 1e-6 ? [k] : [])); // prettier-ignore
            const k = found.at[n];
            if (k === null) expect(reach).to.deep.equal([]);
            else expect(reach).to.include(k);
          }
          // The least of all choices, block by block: by where the last one hung.
          const allowed = boxes.map((box) => centres.flatMap((c, k) => (box.minY + found.place.y >= c - 85 - 1e-6 && box.maxY + found.place.y <= c + 85 + 1e-6 ? [k] : []))).filter((some) => some.length); // prettier-ignore
          const [first = [], ...others] = allowed;
          let least = new Map(first.map((k) => [k, 0]));
          for (const some of others)
            least = new Map(
              some.map((k) => [
                k,
                Math.min(...[...least].map(([from, moves]) => moves + (from === k ? 0 : 1))),
              ]),
            );
          if (allowed.length) expect(found.moves).to.equal(Math.min(...least.values()));
        },
      ),
      { numRuns: 300 },
    ));

  it('cuts a block at the last gap before it goes beyond, else at a stitch', () => {
    const points = (ys: number[], gaps: number[] = []) =>
      ys.map((y, record) => ({ record, y, afterGap: gaps.includes(record) }));
    // The lower position ends at 25: at 30 it is beyond, and the gap before 0 lets all that follows into the upper one.
    expect(cutsOf(points([-100, -50, 0, 20, 30, 100], [1, 2]), long, 5)).to.deep.equal([
      { record: 2, meets: false },
    ]);
    expect(cutsOf(points([-100, -50, 0, 20, 30, 100]), long, 5)).to.deep.equal([{ record: 4, meets: true }]);
    // Down again: the upper one ends at −25.
    expect(cutsOf(points([-100, 30, -100], [1]), long, 5)).to.deep.equal([{ record: 1, meets: false }, { record: 2, meets: true }]); // prettier-ignore
  });
});

/** A border down a long runner: a frame round all of it, in one run; two rounds; a satin at the top. */
const runner = (): Tape =>
  sewn(
    [run(closePath(rectangle({ x: 0, y: 0 }, 80, 250)), 2.5)],
    [run(closePath(circle({ x: 0, y: -80 }, 20)), 2.5), run(closePath(circle({ x: 0, y: 80 }, 20)), 2.5)],
    [satin(closePath(circle({ x: 0, y: 80 }, 25)), 3, 0.4)],
  );
const asDecoration = { technique: 'as-read', techniqueBy: 'maker' as const, hoopId: 'long' };

describe('a build that is longer than a position of its hoop', () => {
  const whole = example(runner(), asDecoration, shop);
  const cutNow = () => {
    const { plan, build, reading } = whole;
    const found = plan.hooping.over;
    if (!found) throw new Error('it goes into one');
    const middle = { x: (reading.extents.minX + reading.extents.maxX) / 2, y: (reading.extents.minY + reading.extents.maxY) / 2 }; // prettier-ignore
    const cut = cutOver(runner(), {
      blocks: reading.blocks,
      across: sewnSteps(plan).flatMap(({ block }, n) => (found.at[n] === null ? [block] : [])),
      middle,
      place: found.place,
      hoop: long,
      inset: plan.hooping.field.inset,
    });
    const read = readTape(writeTape(cut.tape));
    if (!read.ok) throw new Error(read.problem.message);
    const after = readAs(read.value);
    const laid = onCutTape(build, reading, after, cut.of, { tapeId: 'cut', fileName: 'cut.dst' });
    return { ...cut, tape: read.value, laid, after };
  };

  it('is told to be cut, and fits when it is: hung at one position after the other, each move a step', () => {
    const { plan, build, reading } = whole;
    expect(plan.hooping.field).to.include({ width: 130, height: 300, fits: false });
    const told = findingsOf(build, reading, shop).map(({ id }) => id);
    expect(told).to.include('over-positions').and.not.include('too-large');
    const { laid, after } = cutNow();
    const now = planBuild(laid.build, after, shop);
    expect(now.hooping.field.fits).to.equal(true);
    const hung = now.score.steps.filter((s) => s.kind === 'hand' && s.action === 'hang-hoop');
    // One more than moves: it is hung up at first.
    expect(hung).to.have.length((now.hooping.over?.moves ?? 0) + 1);
    expect(hung.map(({ title }) => title)[0]).to.match(/^Hang it at position [12]$/);
    const after_ = findingsOf(laid.build, after, shop).map(({ id }) => id);
    expect(after_).to.include('positions-meet').and.not.include('over-positions');
  });
  it('cut, it has every needle point once, in its order; parts keep role and thread', () => {
    const { tape, of, meets, laid, after } = cutNow();
    const points = ({ kind, x, y }: Tape) =>
      [...kind].flatMap((k, i) => (k === STITCH ? [`${x[i]} ${y[i]}`] : []));
    const [before, now] = [points(runner()), points(tape)];
    // Where no gap was, the stitch before begins the next part.
    expect(now).to.have.length(before.length + meets);
    let k = 0;
    for (const p of now) if (p === before[k]) k++;
    expect(k).to.equal(before.length);
    expect([...tape.kind].filter((kind) => kind === STOP)).to.have.length(of.length - 1);
    expect(after.blocks).to.have.length(of.length);
    // The rounds are apart: cut between them, at a gap.
    expect(of.filter((old) => old === 1)).to.have.length(2);
    for (const [n, old] of of.entries())
      if (of.filter((o) => o === old).length > 1)
        expect(laid.build.roles[String(n)]).to.equal(whole.reading.blocks[old]?.role.value);
    expect(laid.lost).to.deep.equal([]);
  });
  it('is sewn within what the machine reaches, from whichever position', () => {
    const { tape, laid, after } = cutNow();
    const plan = planBuild(laid.build, after, shop);
    const run_ = newRun(laid.build, plan, shop, { id: 'r', now: 0, madeBefore: 0 });
    const sewnTape = hoopingTape(run_, { tape, blocks: after.blocks });
    if (!sewnTape) throw new Error('no tape');
    const centres = centresOf(plan);
    const blocks = sewnSteps(plan).map(({ id, block }) => ({ ...itemAt(after.blocks, block), thread: '', centreMm: centres[id] })); // prettier-ignore
    const one = oneTape([{ design: { tape, blocks }, places: plan.hooping.repeats?.places ?? [] }], { order: 'block-by-block', stops: 'keep' }); // prettier-ignore
    if (!one.ok) throw new Error(one.problem.message);
    // 130 × 180 less 5 all round, about the middle of the position; a run's tape about the middle of the design.
    const box = stitchBox(one.value.tape) ?? { minX: NaN, maxX: NaN, minY: NaN, maxY: NaN };
    expect(box.minX / 10).to.be.at.least(-60.05);
    expect(box.maxX / 10).to.be.at.most(60.05);
    expect(box.minY / 10).to.be.at.least(-85.05);
    expect(box.maxY / 10).to.be.at.most(85.05);
    const runBox = stitchBox(sewnTape) ?? box;
    expect(runBox.maxY - runBox.minY).to.be.closeTo(box.maxY - box.minY, 1);
    expect(tapeBlocks(one.value.tape)).to.have.length(after.blocks.length);
  });
});
