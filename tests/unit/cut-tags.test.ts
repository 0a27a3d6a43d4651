import { expect } from 'chai';
import { cutSheet } from '$lib/core/nesting';
import { drawnCuts } from '$lib/ui/cut/cut-tags';

describe('numbers of cuts on a sheet', () => {
  // Two rows of three, of pieces 100 × 80 on a sheet of 300 × 160: cuts begin where others begin.
  const placements = [0, 1, 2, 3, 4, 5].map((i) => ({
    pieceId: 'p',
    xMm: 100 * (i % 3),
    yMm: i < 3 ? 0 : 80,
    widthMm: 100,
    heightMm: 80,
    turned: false,
  }));
  const plan = cutSheet(placements, 300, 160);

  it('lie on their own cuts, and none on another', () => {
    const cuts = drawnCuts(plan!.cuts, 160, 14);
    // One across between the rows, and in each row two along.
    expect(cuts.map(({ across, lengthMm }) => [across, lengthMm])).to.deep.equal([
      [true, 300],
      [false, 80],
      [false, 80],
      [false, 80],
      [false, 80],
    ]);
    for (const { x, y, across, lengthMm, tag } of cuts) {
      expect(across ? tag.y : tag.x).to.equal(across ? y : x);
      expect(across ? tag.x - x : y - tag.y).to.be.within(0, lengthMm);
    }
    cuts.forEach(({ tag: a }, i) => {
      for (const { tag: b } of cuts.slice(i + 1))
        expect(Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y))).to.be.at.least(14);
    });
  });
  it('of a cut that is shorter than its number, in its middle', () => {
    const [cut] = drawnCuts(
      [
        {
          number: 1,
          level: 0,
          direction: 'across',
          part: { xMm: 0, yMm: 0, widthMm: 8, heightMm: 20 },
          atMm: 5,
          stack: [{ xMm: 0, yMm: 0, widthMm: 8, heightMm: 20 }],
        },
      ],
      20,
      14,
    );
    expect(cut.tag).to.deep.equal({ x: 4, y: 15 });
  });
});
