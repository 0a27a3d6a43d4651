import { expect } from 'chai';
import type { Path } from '$lib/core/base';
import {
  bean,
  circle,
  closePath,
  doubleRun,
  meander,
  offset,
  pathLength,
  rectangle,
  run,
  satin,
  star,
  tatami,
  TapeMaker,
  transform,
  twiceAround,
  zigzag,
} from '$lib/core/outline';
import { readingReport, readingReportSchema } from '$lib/core/exchange';
import type { Texture } from '$lib/core/reading';
import type { Tape } from '$lib/core/tape';
import { bib, coaster, crewPatch, napkin, pouch, tailTab, windStar, windStarHub } from '$lib/demo';
import { sewn } from '../support/copies';
import { crescent, dashes } from '../support/dashes';
import { readAs } from '../support/examples';

const O = { x: 0, y: 0 };
const one = (...paths: Path[]) => readAs(new TapeMaker('ONE').sew(...paths).done()).blocks[0];
/** The same, as the maker has said that it is the last line round a thing. */
const lastLine = (...paths: Path[]) =>
  readAs(new TapeMaker('ONE').sew(...paths).done(), { 0: 'final-outline' }).blocks[0];
const square = closePath(rectangle(O, 80, 60, 5));
let seed = 11;
const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;

/** A satin whose stitches are split at a quarter to three quarters of their way over, never beside each other. */
const split = (line: Path, width: number): Path =>
  satin(line, width).flatMap((q, i, all) => {
    const p = all[i - 1];
    const t = 0.25 + 0.125 * (i % 5);
    return p && i % 2 ? [{ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }, q] : [q];
  });

describe('reading textures', () => {
  const cases: [string, Path[], Texture][] = [
    ['a single run', [run(square, 2.5)], 'run'],
    ['a run there and back', [doubleRun([O, { x: 90, y: 10 }], 2.5)], 'double-run'],
    ['a line twice around', [twiceAround(rectangle(O, 80, 60, 5), 2.5)], 'double-run'],
    ['each stitch three times', [bean(square, 2.8)], 'bean'],
    ['an open zigzag', [zigzag(square, 3, 2.4)], 'zigzag'],
    ['a satin border', [satin(square, 3.5)], 'satin'],
    ['a satin over its own underlay', [run(square, 2.5), zigzag(square, 2, 2), satin(square, 4)], 'satin'],
    ['a filled star', tatami(star(O, 5, 30, 14), 0.4, 4, 0.4), 'fill'],
    ['a stipple', [meander(rectangle(O, 100, 80), 5, random)], 'meander'],
  ];
  for (const [what, paths, texture] of cases)
    it(`${what} is ${texture}`, () => expect(one(...paths).texture).to.equal(texture));

  it('measures a satin 3.5 mm wide with 0.4 mm from stitch to stitch', () => {
    const block = one(satin(square, 3.5));
    expect(block.widthMm).to.be.closeTo(3.5, 0.1);
    expect(block.advanceMm).to.be.closeTo(0.4, 0.05);
  });

  it('a satin with square turns is satin, as wide as it is; with two stitches a row it is none', () => {
    // Rows of 6 mm, one every 0.6 mm: out, a step, and back.
    const rows = (per: number) =>
      Array.from({ length: 60 }, (_, i): Path => {
        const row = Array.from({ length: per + 1 }, (_, k) => ({ x: 0.6 * i, y: (6 * k) / per }));
        return i % 2 ? row.reverse() : row;
      }).flat();
    const block = one(rows(1));
    expect(block.texture).to.equal('satin');
    expect(block.widthMm).to.be.closeTo(6, 0.1);
    // On the same side a stitch follows the other two rows on.
    expect(block.advanceMm).to.be.closeTo(1.2, 0.05);
    expect(one(rows(2)).texture).not.to.equal('satin');
  });

  it('a satin that is split on its way over is as wide, as dense and as long as one that is not', () => {
    const block = one(split(square, 7));
    expect(block.texture).to.equal('satin');
    expect(block.widthMm).to.be.closeTo(7, 0.3);
    expect(block.advanceMm).to.be.closeTo(0.4, 0.08);
    const way = 2 * (70 + 50) + 2 * Math.PI * 5;
    expect(block.perimeterMm).to.be.closeTo(way, way * 0.015);
  });
});

/** So far along a circle of 40 mm as a gap of 60 mm leaves: its chord is 54.5 mm. */
const GAP = 60 / 40;
const arc: Path = Array.from({ length: 121 }, (_, i) => {
  const a = -Math.PI / 2 + GAP / 2 + ((2 * Math.PI - GAP) * i) / 120;
  return { x: 40 * Math.cos(a), y: 40 * Math.sin(a) };
});
/** A gable of 90 × 60 under a roof that rises 45 mm, open 25 mm to either side of its ridge. */
const [reach, high] = [25 / Math.SQRT2, 75 - 25 / Math.SQRT2];
const gable: Path = [
  { x: -reach, y: high },
  { x: -45, y: 30 },
  { x: -45, y: -30 },
  { x: 45, y: -30 },
  { x: 45, y: 30 },
  { x: reach, y: high },
];

describe('reading lines', () => {
  it('finds the way round a closed line within 1 %, whatever sews it', () => {
    const way = 2 * (70 + 50) + 2 * Math.PI * 5;
    for (const path of [
      run(square, 2.5),
      bean(square, 2.8),
      zigzag(square, 3, 2.4),
      satin(square, 3.5),
      twiceAround(rectangle(O, 80, 60, 5)),
    ]) {
      const block = one(path);
      expect(block.closed).to.equal(true);
      expect(block.perimeterMm).to.be.closeTo(way, way * 0.01);
    }
  });

  // A bib is turned through its opening: where it is, and how long, decides what the hands do.
  for (const [side, turn] of [
    ['bottom', 0],
    ['right', Math.PI / 2],
    ['top', Math.PI],
    ['left', -Math.PI / 2],
  ] as const)
    it(`finds a 62 mm opening on the ${side}`, () => {
      const open: Path = [
        { x: 31, y: -50 },
        { x: 50, y: -50 },
        { x: 50, y: 50 },
        { x: -50, y: 50 },
        { x: -50, y: -50 },
        { x: -31, y: -50 },
      ];
      const [opening] = lastLine(bean(transform(open, { turn }), 2.8)).openings;
      expect(opening.lengthMm).to.be.closeTo(62, 2);
      expect(opening.side).to.equal(side);
    });

  it('tells an opening by the line that is left out: on along an arc, and round a corner', () => {
    const [bent] = lastLine(bean(arc, 2.5)).openings;
    // The same line as an ornament: nothing is turned through it.
    expect(one(bean(arc, 2.5)).role.value).to.equal('decoration');
    expect(one(bean(arc, 2.5)).openings).to.deep.equal([]);
    expect(bent.lengthMm).to.be.closeTo(60, 1);
    expect(bent.side).to.equal('bottom');
    expect(lastLine(bean(gable, 2.5)).openings[0].lengthMm).to.be.closeTo(50, 1);
  });

  it('finds one round a right corner, as long as both of its legs; a whole side that is left out is none', () => {
    const open = (legs: [number, number]) => [
      { x: 50, y: 40 - legs[1] },
      { x: 50, y: -40 },
      { x: -50, y: -40 },
      { x: -50, y: 40 },
      { x: 50 - legs[0], y: 40 },
    ];
    for (const legs of [
      [15, 45],
      [45, 15],
      [30, 30],
    ] as [number, number][])
      expect(lastLine(bean(open(legs), 2.5)).openings[0]?.lengthMm, legs.join()).to.be.closeTo(60, 1);
    expect(lastLine(bean(open([15, 45]).slice(1, 4), 2.5)).openings).to.deep.equal([]);
  });

  it('tells it along the line by which its pieces were laid, a seam allowance outside; in there, too, an open U is none', () => {
    const seam: Path = Array.from({ length: 600 }, (_, i) => {
      const a = (2 * Math.PI * i) / 600;
      const r = 44 + 6 * Math.abs(Math.sin(3.5 * a + 0.6));
      return { x: r * Math.cos(a), y: r * Math.sin(a) };
    });
    const laid = offset(seam, 7, 'round')[0];
    const left = [...seam.slice(0, 83)];
    const gap = left.reduce(
      (sum, q, i) => sum + (i ? Math.hypot(q.x - left[i - 1].x, q.y - left[i - 1].y) : 0),
      0,
    );
    const tape = new TapeMaker('LAID').sew(run(closePath(laid), 2)).stop();
    const [opening] = readAs(tape.sew(bean([...seam.slice(82), seam[0]], 2)).done()).blocks[1].openings;
    expect(opening?.lengthMm).to.be.closeTo(gap, 2);
    const u = [
      { x: -45, y: 24 },
      { x: -45, y: -30 },
      { x: 45, y: -30 },
      { x: 45, y: 24 },
    ];
    const around = new TapeMaker('U').sew(run(closePath(rectangle(O, 104, 74)), 2.5)).stop();
    expect(readAs(around.sew(run(u, 2.5)).done(), { 1: 'final-outline' }).blocks[1].openings).to.deep.equal(
      [],
    );
  });

  it('tells it along the line beside, also where its ends head elsewhere; an open U along a closed line leaves a side out', () => {
    // Scallops: at the ends of the gap the line heads out of the shape.
    const scallops: Path = Array.from({ length: 600 }, (_, i) => {
      const a = (2 * Math.PI * i) / 600;
      const r = 44 + 6 * Math.abs(Math.sin(3.5 * a + 0.6));
      return { x: r * Math.cos(a), y: r * Math.sin(a) };
    });
    const closed = new TapeMaker('BESIDE').sew(run(closePath(scallops), 2)).stop();
    const left = scallops.slice(0, 83);
    const gap = left.reduce((sum, q, i) => {
      const p = i ? left[i - 1] : q;
      return sum + Math.hypot(q.x - p.x, q.y - p.y);
    }, 0);
    const tape = closed.sew(bean([...scallops.slice(82), scallops[0]], 2)).done();
    const [opening] = readAs(tape).blocks[1].openings;
    expect(opening.lengthMm).to.be.closeTo(gap, 1);
    const rest = new TapeMaker('U').sew(run(closePath(rectangle(O, 90, 60)), 2.5)).stop();
    const u = [
      { x: -45, y: 30 },
      { x: -45, y: -30 },
      { x: 45, y: -30 },
      { x: 45, y: 30 },
    ];
    expect(readAs(rest.sew(run(u, 2.5)).done(), { 1: 'final-outline' }).blocks[1].openings).to.deep.equal([]);
  });

  it('follows dashes round: a circle as long as it is, a box round its corners, a crescent to its tips', () => {
    const loop = (ring: Path, n: number) => readAs(sewn(dashes(ring, n, 0.6))).blocks[0].dashed;
    for (const n of [14, 19]) {
      const round = loop(closePath(circle(O, 40)), n);
      expect(round?.closed).to.equal(true);
      expect(round?.lengthMm).to.be.closeTo(Math.PI * 80, Math.PI * 80 * 0.005);
      expect(loop(closePath(rectangle(O, 90, 60)), n)?.lengthMm).to.be.closeTo(300, 3);
      const tips = closePath(crescent);
      expect(loop(tips, n)?.lengthMm, `${n}`).to.be.closeTo(pathLength(tips), 5);
    }
  });
  it('goes on along the bend in a gap between dashes, not straight across', () => {
    const { points } = readAs(sewn(dashes(closePath(circle(O, 40)), 8, 0.6))).blocks[0].dashed!;
    const middles = Array.from(points, (v, i) => (v + points[(i + 2) % points.length]) / 2);
    // Straight across the middle of a gap would lie half a millimetre inside.
    for (let i = 0; i < middles.length; i += 2)
      expect(Math.hypot(middles[i], middles[i + 1])).to.be.closeTo(40, 0.15);
  });
  it('takes rows of quilting for no dashes, nor marks in a row, nor two parts of one line', () => {
    const level = (y: number): Path => run([{ x: -30, y }, { x: 30, y }], 2.5); // prettier-ignore
    expect(readAs(sewn(Array.from({ length: 8 }, (_, k) => level(9 * k)))).blocks[0].dashed).to.equal(null);
    const toAndFro = Array.from({ length: 6 }, (_, k) => (k % 2 ? level(20 * k).reverse() : level(20 * k)));
    expect(readAs(sewn(toAndFro)).blocks[0].dashed).to.equal(null);
    const marks = Array.from({ length: 8 }, (_, k) => run([{ x: 12 * k, y: 0 }, { x: 12 * k + 6, y: 0 }], 2)); // prettier-ignore
    expect(readAs(sewn(marks)).blocks[0].dashed).to.equal(null);
    expect(readAs(sewn(dashes(closePath(circle(O, 40)), 2, 0.9))).blocks[0].dashed).to.equal(null);
  });
  it('finds how long an opening is along dashes that go on across it', () => {
    // Six scallops, and the gap lies over the notch between two: straight across would be 4 mm less.
    const flower: Path = Array.from({ length: 361 }, (_, i) => {
      const a = (i * Math.PI) / 180;
      const r = 50 + 6 * Math.abs(Math.sin(3 * a));
      return { x: r * Math.cos(a), y: r * Math.sin(a) };
    });
    const seam = flower.slice(30, 331);
    const left = pathLength(flower) - pathLength(seam);
    const tape = sewn(dashes(flower, 28, 0.6), [run(seam, 2.5)]);
    const [opening] = readAs(tape, { 0: 'placement', 1: 'final-outline' }).blocks[1].openings;
    expect(opening?.side).to.equal('right');
    expect(opening?.lengthMm).to.be.closeTo(left, 1.5);
  });
  it('finds one over a dome whose sides hardly lean in, by the closed line around it', () => {
    const lean = (12 * Math.PI) / 180;
    const dome: Path = Array.from({ length: 25 }, (_, i) => {
      const a = lean + (i * (Math.PI - 2 * lean)) / 24;
      return { x: 20 * Math.cos(a), y: 90 + 20 * Math.sin(a) };
    });
    const [right] = dome;
    const foot = right.x + right.y * Math.tan(lean);
    const outer = closePath([...dome, { x: -foot, y: 0 }, { x: foot, y: 0 }]);
    const [sewn4] = offset(outer.slice(0, -1), -4, 'miter');
    const inner = run(closePath(sewn4), 1).slice(0, -1);
    const from = inner.findIndex((p, i) => p.y > 84 && inner[(i + inner.length - 1) % inner.length].y <= 84);
    const turned = [...inner.slice(from), ...inner.slice(0, from)];
    const seam = turned.filter(({ y }) => y <= 84);
    const gap = pathLength([seam[seam.length - 1], ...turned.filter(({ y }) => y > 84), seam[0]]);
    const tape = sewn([run(outer, 2.5)], [run(seam, 2.5)]);
    const [opening] = readAs(tape, { 0: 'placement', 1: 'final-outline' }).blocks[1].openings;
    expect(opening?.side).to.equal('top');
    expect(opening?.lengthMm).to.be.closeTo(gap, 3);
  });
  it('sees no opening in a closed outline, nor in a straight seam', () => {
    expect(lastLine(bean(square)).openings).to.deep.equal([]);
    expect(lastLine(run([O, { x: 120, y: 0 }])).openings).to.deep.equal([]);
  });

  it('counts a stitch too long for one record once, and a trim where the thread is cut', () => {
    const wide = one([O, { x: 20, y: 0 }, { x: 20.4, y: 0 }, { x: 0.4, y: 0.4 }, { x: 20.8, y: 0.8 }]);
    expect(wide.sewnLengthMm).to.be.within(60, 66);
    expect(one(run(square), run(closePath(circle({ x: 0, y: 90 }, 20)))).trims).to.equal(1);
  });

  it('tells how closely a tack-down keeps to its placement line', () => {
    const tape = new TapeMaker('TACK')
      .sew(run(square))
      .stop()
      .sew(zigzag(square, 2.5, 2.2))
      .stop()
      .sew(satin(square, 3.6))
      .done();
    const [, tack, cover] = readAs(tape).blocks;
    expect(tack.follows?.index).to.equal(0);
    expect(tack.follows?.share).to.be.above(0.97);
    expect(cover.follows?.index).to.equal(1);
    expect([tack.role.value, cover.role.value]).to.deep.equal(['tack-down', 'cover']);
    expect(cover.role.because).to.match(/follows block 2's line for \d+ %/);
  });
});

describe('reading the demo tapes', () => {
  it('a lined zip pouch: three seams, each with what it turns tacked after it, and an opening at the bottom', () => {
    const reading = readAs(pouch());
    expect(reading.stops).to.equal(14);
    expect(reading.blocks.map((b) => b.role.value)).to.deep.equal([
      'placement',
      'tack-down',
      'placement',
      'tack-down',
      'seam',
      'tack-down',
      'seam',
      'tack-down',
      'seam',
      'tack-down',
      'quilting',
      'tack-down',
      'tack-down',
      'tack-down',
      'final-outline',
    ]);
    const [opening] = reading.blocks[14].openings;
    expect(opening.side).to.equal('bottom');
    expect(opening.lengthMm).to.be.closeTo(70, 2);
  });
  it('a crew patch: blank, two pieces, their covers, the sky, what flies in it, the border', () => {
    expect(readAs(crewPatch()).blocks.map((b) => b.role.value)).to.deep.equal([
      'placement',
      'tack-down',
      'placement',
      'tack-down',
      'placement',
      'tack-down',
      'cover',
      'cover',
      'decoration',
      'decoration',
      'cover',
    ]);
  });
  it('a felt tab: markers where the snaps go, and a last line around it all', () => {
    expect(readAs(tailTab()).blocks.map((b) => b.role.value)).to.deep.equal([
      'placement',
      'tack-down',
      'decoration',
      'marker',
      'final-outline',
    ]);
  });
  it('a bib: a 62 mm opening on the left, marks for its closure, a stipple, and a design before the back', () => {
    const { blocks } = readAs(bib());
    expect(blocks.map((b) => b.role.value)).to.deep.equal([
      'placement',
      'quilting',
      'marker',
      'decoration',
      'final-outline',
    ]);
    expect(blocks[4].openings[0].side).to.equal('left');
    expect(blocks[4].openings[0].lengthMm).to.be.closeTo(62, 2);
  });
  it('lace, cutwork and a coaster for what they are', () => {
    const roles = (tape: Tape) => readAs(tape).blocks.map((b) => b.role.value);
    expect(roles(windStar())).to.deep.equal(['lace-underlay', 'lace']);
    expect(roles(windStarHub())).to.deep.equal(['lace-underlay', 'lace']);
    expect(roles(napkin())).to.deep.equal(['cut-line', 'cover']);
    expect(roles(coaster())).to.deep.equal([
      'placement',
      'tack-down',
      'quilting',
      'decoration',
      'placement',
      'tack-down',
      'cover',
    ]);
  });
  it('keeps what the maker says, and reads the rest around it', () => {
    const reading = readAs(crewPatch(), { 2: 'decoration' });
    expect(reading.blocks[2].role).to.deep.include({ value: 'decoration', by: 'maker', confidence: 1 });
    expect(reading.blocks[0].role.value).to.equal('placement');
  });
  it('reports in mm, needle points only, in the shape that scripts are promised', () => {
    const report = readingReportSchema.parse(readingReport(readAs(tailTab())));
    const { minX, maxX, minY, maxY } = report.extents;
    expect([maxX - minX, maxY - minY]).to.deep.equal([46, 74]);
    expect(report.blocks[3].box.minX).to.equal(-10.5);
  });
});
