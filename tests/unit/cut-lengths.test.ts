import { expect } from 'chai';
import { circle, closePath, run } from '$lib/core/outline';
import type { HandStep } from '$lib/core/score';
import { STITCH, TapeAssembler } from '$lib/core/tape';
import { cutLength } from '$lib/core/time';
import { example, readAs } from '../support/examples';
import { sewn } from '../support/copies';
import { strangers } from '../support/labelled/strangers';

const block = (...paths: Parameters<typeof run>[0][]) => readAs(sewn(paths.map((p) => run(p, 1)))).blocks[0];
const ring = (r: number, x = 0) => closePath(circle({ x, y: 0 }, r));
const inside = (b: ReturnType<typeof block>) => cutLength({ action: 'cut-window' }, b);
const outside = (b: ReturnType<typeof block>) => cutLength({ action: 'trim-close' }, b);

describe('how far hands cut', () => {
  it('along a double line on the side of the scissors, along loops that lie apart round each', () => {
    const round = 2 * Math.PI;
    const double = block(ring(20), ring(18.5));
    expect(inside(double)).to.be.closeTo(18.5 * round, 0.6);
    expect(outside(double)).to.be.closeTo(20 * round, 0.6);
    const apart = block(ring(10, -15), ring(10, 15));
    for (const cut of [inside, outside]) expect(cut(apart)).to.be.closeTo(20 * round, 0.8);
    // A ring of cloth is cut on both its edges.
    expect(outside(block(ring(20), ring(8)))).to.be.closeTo(28 * round, 0.8);
    // Sewn twice over it is one line.
    expect(outside(block(ring(20), ring(20)))).to.be.closeTo(20 * round, 0.6);
  });
  it('round the windows of a flower by another hand: the five inner lines of 74 mm', () => {
    const flower = strangers().find((d) => d.name === 'h1-cutwork-flower')!;
    const { plan } = example(flower.tape);
    const cut = plan.score.steps.find((s): s is HandStep => s.kind === 'hand' && s.action === 'cut-window')!;
    expect(cutLength(cut, plan.design.one.blocks[cut.along ?? 0])).to.be.closeTo(371, 3);
  });
  it('leaves no step of hands with nothing to do', () => {
    for (const { name, tape } of strangers()) {
      const { plan } = example(tape);
      for (const step of plan.score.steps) {
        const { seconds, waitSeconds } = plan.time.steps[step.id];
        expect(seconds + waitSeconds, `${name}: ${step.title}`).to.be.above(1);
      }
    }
  });
});

describe('threads to snip', () => {
  /** Dots at these places, joined by so many jumps. */
  const dots = (jumps: number, ...places: number[]) => {
    const maker = new TapeAssembler('DOTS');
    for (const [i, x] of places.entries()) {
      if (i) maker.trimTo(10 * x, 0, jumps);
      for (const dx of [0, 8, 16, 8, 0]) maker.put(10 * x + dx, dx, STITCH);
    }
    return readAs(maker.done()).blocks[0];
  };
  it('are those that lie between strands; what the machine cuts nobody snips', () => {
    expect(dots(2, 0, 20, 40)).to.include({ trims: 0, floats: 2 });
    expect(dots(3, 0, 20, 40)).to.include({ trims: 2, floats: 0 });
    // A thread of two millimetres lies flat.
    expect(dots(1, 0, 2)).to.include({ trims: 0, floats: 0 });
  });
});
