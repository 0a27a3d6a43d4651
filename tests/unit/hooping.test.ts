import { expect } from 'chai';
import { SimulatedMachine } from '$lib/core/machine';
import { numbersWith } from '$lib/core/numbers';
import { composeDesign, composeTape, planBuild } from '$lib/core/plan';
import { handStops, hoopingTape, newRun, sewnSteps, stitchesOf } from '$lib/core/run';
import { STITCH, STOP, readTape, tapeBlocks, writeTape, type Block, type Tape } from '$lib/core/tape';
import { newWorkshop } from '$lib/core/workshop';
import { crewPatch, demoWorkroom, pouch } from '$lib/demo';
import { example, readAs } from '../support/examples';

const begin = (drawn: Tape, change = {}) => {
  const { build, plan, reading } = example(drawn, change);
  const run = newRun(build, plan, newWorkshop(), { id: 'r', now: 0, madeBefore: 0 });
  return { run, plan, design: { tape: drawn, blocks: reading.blocks } };
};
const count = ({ kind }: Tape, { from, to }: Block) =>
  kind.subarray(from, to).filter((k) => k === STITCH).length;
const boxOf = ({ x, y, kind }: Tape, from: number, to: number) => {
  const at = Array.from({ length: to - from }, (_, i) => from + i).filter((i) => kind[i] === STITCH);
  const [xs, ys] = [at.map((i) => x[i]), at.map((i) => y[i])];
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) };
};

describe('the tape of a hooping', () => {
  it('of one item is the design’s own, block for block', () => {
    const { run, design } = begin(pouch());
    const tape = hoopingTape(run, design)!;
    const [own, whole] = [tapeBlocks(design.tape), tapeBlocks(tape)];
    expect(whole).to.have.length(own.length);
    whole.forEach((b, i) => {
      expect([...tape.x.subarray(b.from, b.to)]).to.deep.equal([...design.tape.x.subarray(own[i].from, own[i].to)]); // prettier-ignore
      expect([...tape.kind.subarray(b.from, b.to)]).to.deep.equal([...design.tape.kind.subarray(own[i].from, own[i].to)]); // prettier-ignore
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
    const border = blocks.at(-1)!;
    const each = stitchesOf(run, steps.at(-1)!) / 12;
    const boxes: ReturnType<typeof boxOf>[] = [];
    let from = border.from;
    for (let i = border.from, sewn = 0; i < border.to; i++)
      if (tape.kind[i] === STITCH && ++sewn % each === 0) {
        boxes.push(boxOf(tape, from, i + 1));
        from = i + 1;
      }
    expect(boxes).to.have.length(12);
    const gap = 10 * numbersWith()['hoop.gapCut'] - 1;
    for (const [i, a] of boxes.entries())
      for (const b of boxes.slice(i + 1)) {
        const apart = Math.max(a.left - b.right, b.left - a.right, a.bottom - b.top, b.bottom - a.top);
        expect(apart).to.be.at.least(gap);
      }
    // It survives as a file, as a machine gets it.
    const again = readTape(writeTape(tape));
    expect(again.ok && tapeBlocks(again.value).map((b) => count(again.value, b))).to.deep.equal(blocks.map((b) => count(tape, b))); // prettier-ignore
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
