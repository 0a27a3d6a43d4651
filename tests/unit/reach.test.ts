import { expect } from 'chai';
import { circle, closePath, rectangle, run, satin, TapeMaker, zigzag } from '$lib/core/outline';
import type { HandStep } from '$lib/core/score';
import { example, readAs, workshopWith } from '../support/examples';

const O = { x: 0, y: 0 };
const piece = (centre: { x: number; y: number }, radius: number, width: number) =>
  new TapeMaker('REACH')
    .sew(run(closePath(circle(O, 30)), 2.4))
    .stop()
    .sew(run(closePath(circle(O, 30)), 2.2))
    .stop()
    .sew(satin(closePath(circle(centre, radius)), width))
    .done();
const trimText = (tape: ReturnType<typeof piece>, unit: 'mm' | 'inch' = 'mm') => {
  const { plan } = example(tape, {}, workshopWith({}, { unit }));
  return plan.score.steps.find((s): s is HandStep => s.kind === 'hand' && s.action === 'trim-close')!;
};

describe('how far a cover reaches past the tack-down', () => {
  it('a satin 3.6 mm wide laid 0.4 mm further out reaches 2.2 mm outside and 1.4 mm inside, everywhere', () => {
    const [reach] = readAs(piece(O, 30.4, 3.6)).covers;
    expect(reach).to.include({ cover: 2, over: 1 });
    expect(reach.outsideMm).to.be.closeTo(2.2, 0.1);
    expect(reach.insideMm).to.be.closeTo(1.4, 0.1);
  });
  it('a cover that has slipped to the upper right is weakest at the lower left, by as much as it slipped', () => {
    const [reach] = readAs(piece({ x: 0.5, y: 0.5 }, 30, 3.6)).covers;
    expect(reach.outsideMm).to.be.closeTo(1.8 - Math.hypot(0.5, 0.5), 0.12);
    expect(reach.outsideAt[0]).to.be.below(-15);
    expect(reach.outsideAt[1]).to.be.below(-15);
  });
  it('a wide zigzag between two peaks still counts as covered', () => {
    const tape = new TapeMaker('Z')
      .sew(run(closePath(rectangle(O, 60, 60, 6))))
      .stop()
      .sew(run(closePath(rectangle(O, 60, 60, 6)), 2))
      .stop()
      .sew(zigzag(closePath(rectangle(O, 60, 60, 6)), 4, 1.4))
      .done();
    expect(readAs(tape).covers[0].outsideMm).to.be.within(1.6, 2.1);
  });
  it('says how close to trim, and where, when the usual allowance would show', () => {
    const tight = trimText(piece({ x: 0.3, y: 0.3 }, 30, 2.8));
    expect(tight.text).to.match(/Trim appliqué 1 to 0\.[67]\u00a0mm outside the tack-down/);
    expect(tight.because).to.match(
      /At the lower left the cover reaches only (0\.9|1)\u00a0mm past the tack-down\.$/,
    );
  });
  it('leaves the usual allowance alone when the cover reaches far enough', () => {
    const wide = trimText(piece(O, 30, 4.4));
    expect(wide.text).to.include('to 1.5\u00a0mm outside');
    expect(wide.because).not.to.include('reaches only');
  });
});
