import { expect } from 'chai';
import fc from 'fast-check';
import { boxOf, distance } from '$lib/core/base';
import {
  bean,
  circle,
  closePath,
  diamonds,
  doubleRun,
  inside,
  meander,
  offset,
  pathLength,
  rectangle,
  run,
  satin,
  star,
  tatami,
  TapeMaker,
  zigzag,
} from '$lib/core/outline';
import { tapeToRows } from '$lib/core/tape';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';

const seeded = (seed: number) => {
  const generator = xoroshiro128plus(seed);
  return () => uniformFloat64(generator);
};
const O = { x: 0, y: 0 };

describe('outlines and their stitches', () => {
  it('run keeps the corners, and its stitches are near the length asked for', () => {
    const square = closePath(rectangle(O, 60, 40));
    const points = run(square, 2.5);
    for (const corner of square)
      expect(Math.min(...points.map((p) => distance(p, corner)))).to.be.below(1e-9);
    expect(pathLength(points)).to.be.closeTo(200, 1e-6);
    for (let i = 1; i < points.length; i++) expect(distance(points[i - 1], points[i])).to.be.within(2, 3);
  });

  it('a double run sews twice the way, a bean three times', () => {
    const line = [O, { x: 100, y: 0 }];
    expect(pathLength(doubleRun(line, 2.5))).to.be.closeTo(200, 1e-6);
    expect(pathLength(bean(line, 2.5))).to.be.closeTo(300, 1e-6);
  });

  it('zigzag reaches half its width to each side and advances as asked', () => {
    const points = zigzag([O, { x: 80, y: 0 }], 3, 2);
    const box = boxOf(points);
    expect([box.minY, box.maxY]).to.deep.equal([-1.5, 1.5]);
    expect(points[2].x - points[0].x).to.be.closeTo(2, 0.01);
  });

  it('satin round a circle stays within half its width of it', () => {
    for (const p of satin(closePath(circle(O, 30)), 4)) expect(Math.hypot(p.x, p.y)).to.be.within(27.9, 32.1);
  });

  it('a patch grows by its border on every side', () => {
    const grown = offset(rectangle(O, 70, 86), 3.5);
    const box = boxOf(grown[0]);
    expect(box.maxX - box.minX).to.be.closeTo(77, 0.01);
    expect(box.maxY - box.minY).to.be.closeTo(93, 0.01);
  });

  it('tatami stays inside any star and leaves no gap wider than its rows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 8 }), fc.double({ min: 0, max: 3, noNaN: true }), (n, angle) => {
        const shape = star(O, n, 25, 12);
        const fat = offset(shape, 0.05)[0];
        const columns = tatami(shape, 0.4, 4, angle);
        for (const p of columns.flat()) expect(inside(p, fat)).to.equal(true);
        const sewn = columns.reduce((sum, c) => sum + pathLength(c), 0);
        const area = n * 25 * 12 * Math.sin(Math.PI / n);
        expect(sewn / (area / 0.4)).to.be.within(0.9, 1.25);
      }),
      { numRuns: 30 },
    );
  });

  it('a meander is one closed line that stays inside and never crosses itself', () => {
    const field = rectangle(O, 90, 60, 8);
    const motif = circle({ x: 8, y: 4 }, 12);
    const path = meander(field, 5, seeded(3), { clear: [motif] });
    expect(distance(path[0], path[path.length - 1])).to.be.below(1e-6);
    for (const p of path) expect(inside(p, field) && !inside(p, motif)).to.equal(true);
    // As long as its lines stand apart: the area over their spacing.
    expect(pathLength(path) / ((90 * 60 - 144 * Math.PI) / 5)).to.be.within(0.6, 1.1);
    const crosses = (a = O, b = O, c = O, d = O) => {
      const side = (p: typeof O, q: typeof O, r: typeof O) =>
        Math.sign((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x));
      return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
    };
    for (let i = 1; i < path.length; i++)
      for (let k = i + 2; k < path.length; k++)
        expect(crosses(path[i - 1], path[i], path[k - 1], path[k])).to.equal(false);
  });

  it('diamonds quilt a field in both slants without leaving it', () => {
    const field = rectangle(O, 100, 60);
    const fat = offset(field, 0.01)[0];
    const path = diamonds(field, 15);
    for (const p of path) expect(inside(p, fat)).to.equal(true);
    expect(pathLength(path)).to.be.above((2 * 100 * 60) / 15);
  });

  it('the tape maker trims between paths that lie apart, and halts where it is told', () => {
    const rows = tapeToRows(
      new TapeMaker('T')
        .sew(
          run([O, { x: 20, y: 0 }]),
          run([
            { x: 40, y: 0 },
            { x: 60, y: 0 },
          ]),
        )
        .stop()
        .sew(
          run([
            { x: 60, y: 0 },
            { x: 60, y: 20 },
          ]),
        )
        .done(),
    );
    expect(rows.filter((r) => r.kind === 'stop')).to.have.length(1);
    expect(rows.map((r) => r.kind).join(' ')).to.include('stitch jump jump jump stitch');
  });
});
