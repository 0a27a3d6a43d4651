import { expect } from 'chai';
import type { Path } from '$lib/core/base';
import { bean, closePath, rectangle, run, transform } from '$lib/core/outline';
import { cornersOf } from '$lib/core/cut';
import { pieceShape } from '$lib/core/template';
import { sewn } from '../support/copies';
import { example } from '../support/examples';

const level = (w: number, y: number): Path => [
  { x: -w / 2, y },
  { x: w / 2, y },
];
const turned = (degrees: number, ...blocks: Path[][]) =>
  sewn(...blocks.map((b) => b.map((p) => transform(p, { turn: (degrees * Math.PI) / 180 }))));
const ANGLES = [0, -12, 30, 45, 75, 90];

// A field of 100 × 100 mm, and seams 30, 55 and 80 mm above its lower edge.
const field = rectangle({ x: 0, y: 0 }, 100, 100);
const strips = (degrees: number) =>
  turned(
    degrees,
    [run(closePath(field), 3)],
    [run(closePath(field), 2.6)],
    ...[-20, 5, 30].map((y) => [run(level(100, y), 2.4)]),
    [bean(closePath(field), 2.6)],
  );
const sizes = (degrees: number) =>
  Object.fromEntries(
    example(strips(degrees), { technique: 'pieced-strips' })
      .plan.cut.pieces.filter((p) => /strip/i.test(p.name))
      .map((p) => [
        p.name,
        // Upright seams: what lies along them is the height.
        degrees === 90 ? [p.height.cutMm, p.width.cutMm] : [p.width.cutMm, p.height.cutMm],
      ]),
  );

describe('pieces that meet a seam', () => {
  for (const degrees of ANGLES)
    it(`strips are as wide as their own fields, at ${degrees}°`, () => {
      const cut = sizes(degrees);
      // Along: 100 + 2 × 12 = 124. Across: from edge to seam 30 + 6 + 12 = 48; from seam to seam 25 + 2 × 6 = 37;
      // from the last seam to the edge 20 + 6 + 12 = 38. Up to the next 5 mm.
      expect(cut).to.deep.equal({
        'First strip': [125, 50],
        'Second strip': [125, 40],
        'Next strip 1': [125, 40],
        'Next strip 2': [125, 40],
      });
    });
  it('strips with no line round their field go as far as the design', () => {
    const seams = [-20, 5, 30].map((y) => [run(level(100, y), 2.4)]);
    const { pieces } = example(turned(0, ...seams), { technique: 'pieced-strips' }).plan.cut;
    // Nothing is sewn before the first seam and after the last: 6 past it and a margin of 12.
    expect(pieces.map((p) => [p.name, p.height.cutMm]).slice(1)).to.deep.equal([
      ['First strip', 20],
      ['Second strip', 40],
      ['Next strip 1', 40],
      ['Next strip 2', 20],
    ]);
  });
  it('lie where their field is, whichever way the design lies', () => {
    for (const degrees of ANGLES) {
      const { pieces } = example(strips(degrees), { technique: 'pieced-strips' }).plan.cut;
      const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
      const reach = (name: string) => {
        const piece = pieces.find((p) => p.name === name);
        const ys = cornersOf(piece!.lies!, piece!.turnRad).map((p) => p.y * cos - p.x * sin);
        return [Math.min(...ys), Math.max(...ys)].map(Math.round);
      };
      expect(reach('First strip'), `${degrees}°`).to.deep.equal([-62, -14]);
      expect(reach('Second strip'), `${degrees}°`).to.deep.equal([-26, 11]);
      expect(reach('Next strip 2'), `${degrees}°`).to.deep.equal([24, 62]);
    }
  });
  it('folded over a slanted seam, a piece is cut along it', () => {
    const side: Path = [
      { x: -60, y: 0 },
      { x: -60, y: -40 },
      { x: 60, y: -40 },
      { x: 60, y: 0 },
    ];
    for (const degrees of ANGLES.slice(0, -1)) {
      const tape = turned(degrees, [run(level(120, 0), 3)], [run(level(120, 0), 2.4)], [run(side, 2.6)]);
      const { plan } = example(tape, { technique: 'flip-fold' });
      const second = plan.cut.pieces.find((p) => p.name === 'Second fabric 1');
      // 120 + 2 × 12 = 144; 40 + 6 + 12 = 58.
      expect([second?.width.cutMm, second?.height.cutMm], `${degrees}°`).to.deep.equal([145, 60]);
      // On its template the seam lies along it, 6 mm from the edge, and every line that catches it is on it.
      const { folds, catches } = pieceShape(second!, plan.design, plan.numbers);
      for (const { y } of folds.flat()) expect(y).to.be.closeTo(60 - 6, 0.1);
      for (const { x, y } of catches.flat())
        expect(x > 0 && x < 145 && y > 0 && y < 60, `${x} ${y} at ${degrees}°`).to.equal(true);
    }
  });
  it('laid up to a seam, the first fabric covers its own side of it only', () => {
    const hold = rectangle({ x: 0, y: -20 }, 120, 40);
    const motif = rectangle({ x: 0, y: 35 }, 80, 70);
    for (const degrees of ANGLES.slice(0, -1)) {
      const tape = turned(
        degrees,
        [run(level(120, 0), 3)],
        [run(level(120, 0), 2.4)],
        [run(closePath(hold), 2.6)],
        [run(closePath(motif), 2.2)],
      );
      const [, first, second] = example(tape, { technique: 'flip-fold' }).plan.cut.pieces;
      // Along the seam 120 + 2 × 12 = 144; from it to the far edge 70 + 6 + 12 = 88, and 40 + 6 + 12 = 58.
      expect(first.name).to.equal('First fabric');
      expect([first.width.cutMm, first.height.cutMm], `${degrees}°`).to.deep.equal([145, 90]);
      expect([second.width.cutMm, second.height.cutMm], `${degrees}°`).to.deep.equal([145, 60]);
      expect(first.caughtBy).to.deep.equal([1]);
    }
  });
  it('of a pocket, the open side takes its fold instead of a margin', () => {
    const three = (w: number, up: number): Path => [
      { x: -w / 2, y: up },
      { x: -w / 2, y: 0 },
      { x: w / 2, y: 0 },
      { x: w / 2, y: up },
    ];
    for (const degrees of [...ANGLES.slice(0, -1), 180]) {
      const tape = turned(degrees, [run(three(100, 80), 3)], [run(three(100, 80), 2.4)]);
      const { plan } = example(tape, { technique: 'pocket' });
      const piece = plan.cut.pieces.find((p) => p.id === 'pocket')!;
      // 100 + 2 × 12 = 124; 80 + 12 + 12.7 = 104.7.
      expect([piece.width.cutMm, piece.height.cutMm], `${degrees}°`).to.deep.equal([125, 105]);
      // Folded at the open side: on the template 12.7 mm from an edge.
      const { folds, heightMm } = pieceShape(piece, plan.design, plan.numbers);
      const [fold] = folds.flat().map(({ y }) => Math.min(y, heightMm - y));
      expect(fold, `${degrees}°`).to.be.closeTo(12.7, 0.2);
    }
  });
});
