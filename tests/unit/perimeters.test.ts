import { expect } from 'chai';
import type { Path } from '$lib/core/base';
import { circle, closePath, rectangle, run, satin, zigzag } from '$lib/core/outline';
import { readDesign } from '$lib/core/techniques';
import { sewn } from '../support/copies';

const around = (path: Path) =>
  readDesign(sewn([satin(closePath(path), 3, 0.4)]), { trimJumps: 3 }).blocks[0].perimeterMm;
/** A cross of nine squares with five of them sewn round: twelve corners, each side so long. */
const cross = (a: number): Path =>
  [
    [0, 1],
    [1, 1],
    [1, 0],
    [2, 0],
    [2, 1],
    [3, 1],
    [3, 2],
    [2, 2],
    [2, 3],
    [1, 3],
    [1, 2],
    [0, 2],
  ].map(([x, y]) => ({ x: a * x, y: a * y }));

describe('the way round a satin', () => {
  for (const [name, path, mm] of [
    // 2 π r: chords of three millimetres alone would be short by more than one in a hundred of the small one.
    ['of a small round', circle({ x: 0, y: 0 }, 6), 37.7],
    ['of a large round', circle({ x: 0, y: 0 }, 30), 188.5],
    ['with twelve corners', cross(14), 168],
    // Four quarters of a round of 3 and what is straight between them: no corner is put where there is none.
    ['with rounded corners', rectangle({ x: 0, y: 0 }, 40, 30, 3), 134.8],
  ] as const)
    it(`${name}: within 1 %`, () => {
      expect(around([...path])).to.be.closeTo(mm, 0.01 * mm);
    });

  // Begun and ended at its sharpest tip, 11°: 2 (√(4² + 40²) + √(4² + 10²)) = 101.9.
  const kite = closePath([
    { x: 0, y: 0 },
    { x: 4, y: 40 },
    { x: 0, y: 50 },
    { x: -4, y: 40 },
  ]);
  const round = (...paths: Path[]) => readDesign(sewn(paths), { trimJumps: 3 }).blocks[0].perimeterMm;
  it('and of what begins at a tip, beside whose sides the line comes home: no side of it is a second lap', () => {
    expect(round(run(kite, 2))).to.be.closeTo(101.9, 1);
    expect(round(run(kite, 2.5), satin(kite, 1.6, 0.36))).to.be.closeTo(101.9, 1);
    expect(round(zigzag(kite, 2, 2))).to.be.closeTo(101.9, 1);
  });
  // Five tips of 72° and five dents: 10 sides of √(20² + 10² − 2 · 20 · 10 cos 36°) = 13.3 mm.
  it('and of a zigzag round sharp tips: as many stitches as a corner took tell how long its line is', () => {
    const star = Array.from({ length: 10 }, (_, i) => {
      const [r, a] = [i % 2 ? 10 : 20, (Math.PI * i) / 5];
      return { x: r * Math.cos(a), y: r * Math.sin(a) };
    });
    const mm = 10 * Math.sqrt(400 + 100 - 400 * Math.cos(Math.PI / 5));
    for (const advance of [2, 2.6, 3]) expect(round(zigzag(closePath(star), 2.4, advance))).to.be.closeTo(mm, 0.015 * mm); // prettier-ignore
  });
  it('a line sewn there and back is taken once', () => {
    const arc = circle({ x: 0, y: 0 }, 20).slice(0, 20);
    const [there] = readDesign(sewn([run([...arc, ...arc.toReversed()], 2.5)]), { trimJumps: 3 }).blocks;
    const [once] = readDesign(sewn([run(arc, 2.5)]), { trimJumps: 3 }).blocks;
    const all = there.lines.reduce((sum, l) => sum + l.lengthMm, 0);
    expect(all / once.lines[0].lengthMm).to.be.within(0.9, 1.05);
  });
});
