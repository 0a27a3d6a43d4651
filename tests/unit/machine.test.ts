import { expect } from 'chai';
import fc from 'fast-check';
import { SimulatedMachine, type MachineSettings } from '$lib/core/machine';
import { numbersWith } from '$lib/core/numbers';
import { closePath, rectangle, run, satin, TapeMaker } from '$lib/core/outline';
import { readDesign } from '$lib/core/techniques';
import { emptyTape } from '$lib/core/tape';
import { stitchSeconds } from '$lib/core/time';
import { pouch } from '$lib/demo';

const numbers = numbersWith();
const calm: MachineSettings = {
  seed: 1,
  speed: 600,
  breaksPer10k: 0,
  bobbinM: 1000,
  halts: 'all',
  changeSeconds: 5,
  trimSeconds: 6,
  numbers,
};
const machine = (change: Partial<MachineSettings> = {}, tape = pouch()) => {
  const m = new SimulatedMachine({ ...calm, ...change });
  expect(m.load(tape).ok).to.equal(true);
  return m;
};
/** Lets it run until it stands, and tells how long that took by its own clock. */
function untilStill(m: SimulatedMachine, slice = 1): number {
  const from = m.state().seconds;
  for (let i = 0; i < 1_000_000 && m.state().status === 'sewing'; i++) m.advance(slice);
  return m.state().seconds - from;
}

describe('the simulated machine', () => {
  const reading = readDesign(pouch(), { trimJumps: numbers['reading.trimJumps'] });

  it('halts at every stop of the tape, block after block, each stitch sewn once', () => {
    const m = machine();
    for (const block of reading.blocks) {
      expect(m.state()).to.include({ block: block.index, stitch: 0, blockStitches: block.stitches });
      expect(m.start().ok).to.equal(true);
      untilStill(m);
      if (block.index + 1 < reading.blocks.length)
        expect(m.state()).to.include({ status: 'halted', why: 'stop' });
    }
    expect(m.state()).to.include({ status: 'done', untilHaltSeconds: 0 });
    expect(m.start().ok).to.equal(false);
  });
  it('tells of no block before it has halted at its stop, whenever it is asked', () => {
    const m = machine();
    let afterLast = 0;
    for (const block of reading.blocks.slice(0, 3)) {
      m.start();
      for (let at = 0; m.state().status === 'sewing'; m.advance(0.01)) {
        const state = m.state();
        expect(state.block).to.equal(block.index);
        expect(state.stitch).to.be.within(at, block.stitches);
        at = state.stitch;
        if (at === block.stitches) afterLast++;
      }
      expect(m.state()).to.include({ block: block.index + 1, stitch: 0, why: 'stop' });
    }
    expect(afterLast, 'asked between a last stitch and its stop').to.be.above(0);
  });
  it('takes as long for a block as the plan says its stitches take, and tells beforehand how long', () => {
    const m = machine();
    m.start();
    const told = m.state().untilHaltSeconds;
    const took = untilStill(m);
    const planned = stitchSeconds(reading.blocks[0], calm.speed, numbers);
    expect(took).to.be.closeTo(told, 0.5);
    // The plan goes by lengths in half millimetres; jumps and run-up come on top.
    expect(took / planned).to.be.within(0.95, 1.5);
  });
  it('sews the same however its time is handed in', () => {
    const ends = [0.01, 0.37, 5].map((slice) => {
      const m = machine({ breaksPer10k: 40, seed: 9 });
      const halts: string[] = [];
      for (let n = 0; n < 60 && m.state().status !== 'done'; n++) {
        m.start();
        untilStill(m, slice);
        const { why, block, stitch } = m.state();
        halts.push(`${why} ${block} ${stitch}`);
      }
      return halts.join('; ');
    });
    expect(ends[1]).to.equal(ends[0]);
    expect(ends[2]).to.equal(ends[0]);
  });
  it('breaks its thread as seldom as it is told to, the same for the same seed, another for another', () => {
    const long = new TapeMaker('LONG').sew(run(closePath(rectangle({ x: 0, y: 0 }, 400, 400)), 0.2)).done();
    const breaks = (seed: number) => {
      const m = machine({ breaksPer10k: 25, seed }, long);
      while (m.state().status !== 'done') {
        m.start();
        untilStill(m, 60);
      }
      return m.state().breaks;
    };
    const all = Array.from({ length: 30 }, (_, seed) => breaks(seed));
    const mean = all.reduce((a, b) => a + b) / all.length;
    expect(mean).to.be.within(14, 26); // 8,000 stitches: 20 expected
    expect(breaks(3)).to.equal(all[3]);
    expect(new Set(all).size).to.be.above(3);
  });
  it('runs out of bobbin thread, refuses to start without, and goes on with a full one', () => {
    const m = machine(
      { bobbinM: 1.2 },
      new TapeMaker('EDGE').sew(satin(run(closePath(rectangle({ x: 0, y: 0 }, 80, 80)), 2), 4, 0.4)).done(),
    );
    m.start();
    untilStill(m);
    expect(m.state()).to.include({ status: 'halted', why: 'bobbin-out', bobbinLeftM: 0 });
    const refused = m.start();
    expect(!refused.ok && refused.problem.code).to.equal('bobbin-empty');
    m.freshBobbin();
    const { stitch } = m.state();
    m.back(10);
    expect(m.state().stitch).to.equal(stitch - 10);
    expect(m.start().ok).to.equal(true);
  });
  it('runs through stops that are not programmed, and halts at those that are', () => {
    const m = machine({ halts: [2, 5] });
    m.start();
    untilStill(m);
    expect(m.state()).to.include({ why: 'stop', block: 2, stitch: 0 });
    m.start();
    untilStill(m);
    expect(m.state().block).to.equal(5);
    m.start();
    untilStill(m);
    expect(m.state().status).to.equal('done');
  });
  it('goes to any stitch of any block, and back no further than its start', () => {
    fc.assert(
      fc.property(fc.nat(reading.blocks.length - 1), fc.nat(400), fc.nat(500), (block, n, back) => {
        const m = machine();
        const stitch = n % reading.blocks[block].stitches;
        expect(m.jump(block, stitch).ok).to.equal(true);
        expect(m.state()).to.include({ block, stitch });
        m.back(back);
        expect(m.state()).to.include({ block, stitch: Math.max(0, stitch - back) });
      }),
      { numRuns: 60 },
    );
    const m = machine();
    expect(m.jump(99, 0).ok).to.equal(false);
    expect(m.jump(0, 10_000_000).ok).to.equal(false);
    expect(m.state()).to.include({ block: 0, stitch: 0 });
  });
  it('halts under a hand, traces, and says what it cannot do', () => {
    const m = machine();
    m.start();
    m.advance(12);
    m.halt();
    const { stitch, why } = m.state();
    expect(why).to.equal('hand');
    expect(stitch).to.be.above(5);
    m.advance(60);
    expect(m.state().stitch).to.equal(stitch);
    expect(m.trace().ok).to.equal(true);
    m.advance(numbers['stop.trace'] + 1);
    expect(m.state()).to.include({ status: 'halted', stitch });
    expect(m.setSpeed(5000).ok).to.equal(false);
    expect(new SimulatedMachine(calm).start().ok).to.equal(false);
    expect(new SimulatedMachine(calm).load(emptyTape()).ok).to.equal(false);
  });
});
