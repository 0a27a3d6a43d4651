import { expect } from 'chai';
import { areaOf, boxOf, distance, nearestOn, type Path, type Point } from '$lib/core/base';
import {
  cornersOf,
  makeOutline,
  openingAt,
  straightestOn,
  turnWithin,
  type MakerTask,
  type Part,
  type Shape,
} from '$lib/core/maker';
import { columnsOf } from '$lib/core/maker/rails';
import { readTape, STITCH, tapeBlocks, writeTape, type Tape } from '$lib/core/tape';
import { closePath, rectangle, run, TapeMaker } from '$lib/core/outline';
import { readDesign } from '$lib/core/techniques';
import { tailTab } from '$lib/demo';

const task = (shape: Shape, parts: Part[], more: Partial<MakerTask> = {}): MakerTask => ({
  label: 'test',
  shape,
  meaning: 'finished',
  parts,
  ...more,
});
/** Needle points of each block, mm, as somebody reads them from the bytes. */
function sewn(asked: MakerTask): Path[] {
  const made = makeOutline(asked);
  if (!made.ok) throw new Error(made.problem.message);
  const read = readTape(writeTape(made.value.tape));
  if (!read.ok) throw new Error(read.problem.message);
  return blocksOf(read.value);
}
const blocksOf = (tape: Tape): Path[] =>
  tapeBlocks(tape).map(({ from, to }) => {
    const points: Path = [];
    for (let i = from; i < to; i++)
      if (tape.kind[i] === STITCH) points.push({ x: tape.x[i] / 10, y: tape.y[i] / 10 });
    return points;
  });
const refusal = (shape: Shape, parts: Part[]) => {
  const made = makeOutline(task(shape, parts));
  return made.ok ? 'ok' : `${made.problem.code} ${made.problem.message}`;
};
const off = (p: Point, ring: Path) =>
  Math.min(...ring.map((a, i) => distance(p, nearestOn(p, a, ring[(i + 1) % ring.length]))));
const satin: Part = {
  kind: 'cover',
  stitch: 'satin',
  widthMm: 4,
  advanceMm: 0.4,
  underlay: ['centre', 'edge'],
};
const square = [
  [-30, -20],
  [30, -20],
  [30, 20],
  [-30, 20],
].map(([x, y]) => ({ x, y }));
const SHAPES: Shape[] = [
  { kind: 'circle', diameterMm: 60 },
  { kind: 'ellipse', widthMm: 80, heightMm: 30 },
  { kind: 'rectangle', widthMm: 60, heightMm: 40, radiusMm: 0 },
  { kind: 'rectangle', widthMm: 60, heightMm: 40, radiusMm: 8 },
  { kind: 'heart', widthMm: 60, heightMm: 55 },
  { kind: 'shield', widthMm: 50, heightMm: 60 },
  { kind: 'tab', widthMm: 90, heightMm: 30 },
  { kind: 'pennant', widthMm: 60, heightMm: 80 },
  { kind: 'drop', widthMm: 40, heightMm: 60 },
  { kind: 'path', svg: 'M0 0 C 20 -20 60 -20 80 0 S 60 60 40 30 S 0 40 0 0 Z' },
];

describe('an outline of a shape', () => {
  it('the line lies half the widest border inside the finished edge, or outside what it goes round', () => {
    for (const [meaning, radius] of [
      ['finished', 28],
      ['inside', 32],
    ] as const) {
      const [placement, cover] = sewn(
        task({ kind: 'circle', diameterMm: 60 }, [{ kind: 'placement' }, satin], { meaning }),
      );
      for (const p of placement) expect(Math.hypot(p.x, p.y)).to.be.closeTo(radius, 0.15);
      const reach = cover.map((p) => Math.hypot(p.x, p.y));
      expect(Math.max(...reach)).to.be.closeTo(radius + 2, 0.15);
      expect(Math.min(...reach)).to.be.closeTo(radius - 2, 0.15);
    }
  });
  it('a border is as wide as it says, with holes at even steps on its outer edge, whatever the shape', () => {
    for (const shape of SHAPES) {
      const asked = task(shape, [{ ...satin, underlay: [] }], { meaning: 'inside' });
      const made = makeOutline(asked);
      if (!made.ok) throw new Error(made.problem.message);
      const [line] = made.value.rings;
      const [cover] = blocksOf(made.value.tape);
      for (const p of cover) expect(off(p, line), shape.kind).to.be.at.most(2.1);
      const edge = cover.filter((p) => off(p, line) > 1.9).length;
      expect(edge / cover.length, shape.kind).to.be.above(0.8);
      const onOuter = cover.filter((_, i) => i % 2 === cover.length % 2);
      const steps = onOuter.slice(5, -5).map((p, i, all) => (i ? distance(all[i - 1], p) : 0.4));
      const sorted = steps.sort((a, b) => a - b);
      expect(sorted[Math.floor(sorted.length / 2)], shape.kind).to.be.closeTo(0.4, 0.08);
    }
  });
  it('nor is it narrower along sides that meet at any angle, long or no longer than a speck', () => {
    for (const sides of [16, 20, 24, 40])
      for (const speck of [0, 0.01]) {
        const points = Array.from({ length: sides }, (_, i): [number, number][] => {
          const [x, y] = [40 * Math.cos((2 * Math.PI * i) / sides), 40 * Math.sin((2 * Math.PI * i) / sides)];
          return speck ? [[x, y], [x + (speck * (0.3 * x - y)) / 40, y + (speck * (0.3 * y + x)) / 40]] : [[x, y]]; // prettier-ignore
        }).flat();
        const [cover] = sewn(task({ kind: 'polygon', points, radiusMm: 0 }, [{ ...satin, underlay: [] }]));
        const across = cover.slice(8, -8).map((p, i, all) => (i ? distance(p, all[i - 1]) : 4));
        expect(Math.min(...across), `${sides} sides, ${speck}`).to.be.above(3.7);
      }
  });
  it('a speck where a line comes home is no side of it, and a stroke no longer than one is sewn all the same', () => {
    const ring = Array.from({ length: 40 }, (_, i) => {
      const a = (-2 * Math.PI * i) / 40;
      return { x: 40 * Math.cos(a), y: 40 * Math.sin(a) };
    });
    const columns = columnsOf([...ring, { x: 40.004, y: 0.01 }], 2, 'round');
    for (const { outer, inner } of columns) expect(distance(outer, inner)).to.be.closeTo(4, 0.02);
    expect(columnsOf([ring[0]!, { x: 40, y: 0.02 }], 2, 'round', false).length).to.be.above(1);
  });
  it('a border with all its underlay crowds no square millimetre with more than 13 holes, round any corner', () => {
    const star = Array.from({ length: 10 }, (_, i): [number, number] => {
      const r = i % 2 ? 16 : 40;
      return [r * Math.cos(Math.PI / 2 + (i * Math.PI) / 5), r * Math.sin(Math.PI / 2 + (i * Math.PI) / 5)];
    });
    for (const shape of [...SHAPES, { kind: 'polygon', points: star, radiusMm: 0 } as Shape]) {
      for (const corners of ['round', 'mitre', 'cap'] as const) {
        const all: Part = { ...satin, underlay: ['centre', 'edge', 'zigzag'], corners };
        const [cover] = sewn(task(shape, [all]));
        for (const p of cover) {
          const near = cover.filter((q) => Math.abs(p.x - q.x) <= 0.5 && Math.abs(p.y - q.y) <= 0.5);
          expect(near.length, `${shape.kind}, ${corners}, at ${p.x}, ${p.y}`).to.be.at.most(13);
        }
      }
    }
  });
  it('corners are round, mitred to their tip, or cut off flat', () => {
    // Of a right angle, half a width of 2 mm: 2, 2 · √2, and where a flat cap meets the sides 2 / cos 22.5°.
    for (const [corners, reach] of [
      ['round', 2],
      ['mitre', 2.83],
      ['cap', 2.16],
    ] as const) {
      const rectangle: Shape = { kind: 'rectangle', widthMm: 64, heightMm: 44, radiusMm: 0 };
      const [cover] = sewn(task(rectangle, [{ ...satin, underlay: [], corners }]));
      const outside = cover.filter((p) => Math.abs(p.x) > 30.1 && Math.abs(p.y) > 20.1);
      const farthest = Math.max(...outside.map((p) => Math.hypot(Math.abs(p.x) - 30, Math.abs(p.y) - 20)));
      expect(farthest, corners).to.be.closeTo(reach, 0.12);
    }
  });
  it('underlay ends at least 0.3 mm inside, pull is half on each side', () => {
    const [cover] = sewn(task({ kind: 'circle', diameterMm: 60 }, [{ ...satin, pullMm: 0.4 }]));
    const reach = cover.map((p) => Math.hypot(p.x, p.y));
    expect(Math.max(...reach)).to.be.closeTo(30.2, 0.1);
    expect(Math.min(...reach)).to.be.closeTo(25.8, 0.1);
    // The runs come before the border: of it only they are shorter than 3.5 mm after one another on one side.
    const first = cover.findIndex((p, i) => i > 3 && distance(p, cover[i - 1]) > 3.5);
    for (const r of reach.slice(0, first - 1)) expect(r).to.be.within(26.1, 29.7);
  });
  it('a final outline stays open where it is told, as long as it is told', () => {
    const rectangle: Shape = { kind: 'rectangle', widthMm: 60, heightMm: 40, radiusMm: 0 };
    for (const [opening, gap] of [
      [
        { side: 'bottom', lengthMm: 25 },
        { y: -20, from: -12.5, to: 12.5 },
      ],
      [
        { side: 'top', lengthMm: 12 },
        { y: 20, from: -6, to: 6 },
      ],
      // From the middle of the lower side, to the right.
      [
        { atMm: 10, lengthMm: 10 },
        { y: -20, from: 5, to: 15 },
      ],
    ] as const) {
      const [final] = sewn(task(rectangle, [{ kind: 'final', stitch: 'bean', opening }]));
      const beside = final.filter((p) => Math.abs(p.y - gap.y) < 0.2).map((p) => p.x);
      expect(beside.filter((x) => x > gap.from + 0.2 && x < gap.to - 0.2)).to.deep.equal([]);
      expect(Math.max(...beside.filter((x) => x < (gap.from + gap.to) / 2))).to.be.closeTo(gap.from, 0.5);
      expect(Math.min(...beside.filter((x) => x > (gap.from + gap.to) / 2))).to.be.closeTo(gap.to, 0.5);
      for (const p of final) expect(off(p, square)).to.be.below(0.15);
    }
  });
  it('every block is tied at both ends, and no stitch is longer than the arm reaches', () => {
    for (const shape of SHAPES)
      for (const points of sewn(
        task(shape, [
          { kind: 'placement', stitchMm: 12 },
          { kind: 'tack', stitch: 'zigzag', widthMm: 2, advanceMm: 2 },
          { kind: 'cover', stitch: 'satin', widthMm: 6, advanceMm: 0.4 },
          { kind: 'cover', stitch: 'blanket', widthMm: 3, advanceMm: 3 },
          { kind: 'cover', stitch: 'motif', widthMm: 3, advanceMm: 5 },
          { kind: 'markers', points: [[0, 0], [5, 5]] }, // prettier-ignore
        ]),
      )) {
        const moves = points.slice(1).map((p, i) => distance(points[i], p));
        for (const move of [...moves.slice(0, 2), ...moves.slice(-2)]) expect(move).to.be.at.most(1.2);
        expect(Math.max(...moves)).to.be.at.most(12.1);
      }
  });
  it('a path is drawn as it looks: y down in the file is y up in the hoop, centred', () => {
    const [line] = sewn(task({ kind: 'path', svg: 'M0 0 h40 l-20 30 z' }, [{ kind: 'die-line' }]));
    expect(Math.max(...line.filter((p) => p.y > 14.9).map((p) => p.x))).to.be.closeTo(20, 0.1);
    expect(line.filter((p) => p.y < -14.9).every((p) => Math.abs(p.x) < 1)).to.equal(true);
    const half = 'M-20 0 A20 20 0 0 1 20 0 A20 20 0 0 1 -20 0 Z';
    const [circle] = sewn(task({ kind: 'path', svg: half }, [{ kind: 'die-line' }]));
    for (const p of circle) expect(Math.hypot(p.x, p.y)).to.be.closeTo(20, 0.12);
  });
  it('goes round a tape at its gap, holes filled, and parts that lie apart as one', () => {
    const tab = tailTab();
    const [line] = sewn(
      task({ kind: 'tape', tape: tab, growMm: 3 }, [{ kind: 'die-line' }], { meaning: 'inside' }),
    );
    const points = blocksOf(tab).flat();
    for (const p of line) expect(off(p, points)).to.be.within(2.7, 3.3);
    const markers = makeOutline(
      task({ kind: 'circle', diameterMm: 60 }, [
        { kind: 'markers', points: [[-10, 0], [10, 0]] }, // prettier-ignore
      ]),
    );
    if (!markers.ok) throw new Error(markers.problem.message);
    const round = sewn(task({ kind: 'tape', tape: markers.value.tape, growMm: 2 }, [{ kind: 'die-line' }]));
    expect(round).to.have.length(1);
    expect(Math.min(...round[0].map((p) => p.x))).to.be.closeTo(-14, 0.3);
    expect(Math.max(...round[0].map((p) => p.x))).to.be.closeTo(14, 0.3);
  });
  it('goes round holes too: what is outward of the cloth lies in the hole', () => {
    const ring =
      'M-40 0 A40 40 0 0 1 40 0 A40 40 0 0 1 -40 0 Z M-15 0 A15 15 0 0 0 15 0 A15 15 0 0 0 -15 0 Z';
    const [line, cover] = sewn(
      task(
        { kind: 'path', svg: ring },
        [
          { kind: 'placement', offsetMm: 1 },
          { ...satin, underlay: [] },
        ],
        {
          meaning: { outsideMm: 0 },
        },
      ),
    );
    for (const [points, radii] of [
      [line, [41, 14]],
      [cover, [42, 38, 17, 13]],
    ] as const) {
      const off = points.map((p) => Math.min(...radii.map((r) => Math.abs(Math.hypot(p.x, p.y) - r))));
      // Where a stitch is drawn back from a crowd it ends between the edges.
      expect(off.filter((d) => d < 0.15).length / off.length).to.be.above(0.95);
      for (const r of radii)
        expect(Math.min(...points.map((p) => Math.abs(Math.hypot(p.x, p.y) - r)))).to.be.below(0.15);
    }
    const meeting = 'M-40 -20 H10 V20 H-40 Z M0 -10 H30 V10 H0 Z';
    expect(refusal({ kind: 'path', svg: meeting }, [satin])).to.include('crosses-itself');
    const near = 'M-40 -20 H0 V20 H-40 Z M3 -20 H40 V20 H3 Z';
    expect(refusal({ kind: 'path', svg: near }, [satin])).to.equal('ok');
    const wide = makeOutline(task({ kind: 'path', svg: near }, [satin], { meaning: 'inside' }));
    expect(wide.ok ? 'ok' : wide.problem.code).to.equal('too-near');
  });
  it('a band is pulled round a design, its parts get an outline each, and bays are filled', () => {
    const two = new TapeMaker('two')
      .sew(run(closePath(rectangle({ x: -30, y: 0 }, 20, 20)), 2))
      .sew(run(closePath(rectangle({ x: 30, y: 0 }, 20, 20)), 2))
      .done();
    const linesOf = (more: Partial<Extract<Shape, { kind: 'tape' }>>) => {
      const made = makeOutline(
        task({ kind: 'tape', tape: two, growMm: 2, ...more }, [{ kind: 'die-line' }], { meaning: 'inside' }),
      );
      if (!made.ok) throw new Error(made.problem.message);
      return made.value.rings;
    };
    expect(linesOf({ pieces: 'several' })).to.have.length(2);
    const [band] = linesOf({ way: 'hull' });
    // Two squares and all between them, 2 mm round it: 80 × 20, 4 × the sides, and corners of a circle.
    expect(areaOf(band)).to.be.closeTo(80 * 20 + 2 * 2 * 100 + Math.PI * 4, 3);
    const notched = new TapeMaker('notched')
      .sew(
        run(
          closePath(
            [
              [-20, -20],
              [20, -20],
              [20, 20],
              [2, 20],
              [2, 0],
              [-2, 0],
              [-2, 20],
              [-20, 20],
            ].map(([x, y]) => ({ x, y })),
          ),
          2,
        ),
      ) // prettier-ignore
      .done();
    const areaAt = (smoothMm: number) => {
      const made = makeOutline(
        task({ kind: 'tape', tape: notched, growMm: 1, smoothMm }, [{ kind: 'die-line' }], {
          meaning: 'inside',
        }),
      );
      if (!made.ok) throw new Error(made.problem.message);
      return areaOf(made.value.rings[0]);
    };
    // The bay is 4 wide and 20 deep, 2 of it left at a gap of 1.
    expect(areaAt(2) - areaAt(0)).to.be.closeTo(2 * 20, 4);
  });
  it('an opening lies where a point is, and a ring turns by what its corners turn', () => {
    const ring = rectangle({ x: 0, y: 0 }, 60, 40);
    expect(openingAt(ring, { x: 10, y: -25 }, 12)).to.deep.equal({ atMm: 10, lengthMm: 12 });
    // Half way round: 30 + 40 + 30.
    expect(Math.abs(openingAt(ring, { x: 0, y: 20 }, 12).atMm)).to.be.closeTo(100, 1e-6);
    expect(turnWithin(ring, { side: 'bottom', lengthMm: 50 })).to.equal(0);
    expect(turnWithin(ring, { side: 'bottom', lengthMm: 70 })).to.be.closeTo(Math.PI, 1e-9);
    expect(straightestOn(ring, 50).turn).to.equal(0);
    expect(cornersOf(ring).map(({ angle }) => Math.round((angle * 180) / Math.PI))).to.deep.equal([
      90, 90, 90, 90,
    ]);
  });
  it('lettering in satin is as wide as it says along an open line, its ends square', () => {
    const stroke = [{ x: 0, y: 0 }, { x: 20, y: 0 }]; // prettier-ignore
    const [points] = sewn(
      task({ kind: 'circle', diameterMm: 60 }, [
        { kind: 'lettering', stitch: 'satin', widthMm: 2, underlay: [], strokes: [stroke] },
      ]),
    );
    const box = boxOf(points);
    expect([box.minX, box.maxX, box.minY, box.maxY]).to.deep.equal([0, 20, -1, 1]);
  });
  it('lies among the blocks of a design, whose needle points stay as they are', () => {
    const tape = tailTab();
    const own = blocksOf(tape);
    for (const afterBlock of [-1, 0, own.length - 1]) {
      const all = sewn(
        task({ kind: 'tape', tape, growMm: 3 }, [{ kind: 'die-line' }, satin], {
          meaning: 'inside',
          around: { tape, afterBlock },
        }),
      );
      expect(all).to.have.length(own.length + 2);
      expect(all.filter((_, i) => i <= afterBlock || i > afterBlock + 2)).to.deep.equal(own);
    }
  });
  it('is read by our own reading as what it is, with its opening, though its ends are sewn three back', () => {
    for (const shape of SHAPES.filter((s) => s.kind !== 'path' && s.kind !== 'drop')) {
      // Round the tip of an ellipse nobody turns a thing.
      const side = shape.kind === 'ellipse' ? 'bottom' : 'left';
      const made = makeOutline(
        task(shape, [
          { kind: 'placement' },
          { kind: 'tack', stitch: 'run' },
          { kind: 'final', stitch: 'bean', opening: { side, lengthMm: 20 } },
        ]),
      );
      if (!made.ok) throw new Error(made.problem.message);
      const { blocks } = readDesign(made.value.tape, { trimJumps: 3 });
      expect(blocks.map((b) => b.role.value)).to.deep.equal(['placement', 'tack-down', 'final-outline']);
      for (const { role } of blocks) expect(role.confidence, shape.kind).to.be.at.least(0.9);
      const [opening] = blocks[2].openings;
      expect(opening?.side, shape.kind).to.equal(side);
      expect(opening.lengthMm, shape.kind).to.be.closeTo(20, 1);
    }
  });
  it('says where a shape cannot be sewn round', () => {
    const eight: Shape = { kind: 'polygon', points: [[0, 0], [40, 40], [40, 0], [0, 40]], radiusMm: 0 }; // prettier-ignore
    expect(refusal(eight, [satin]))
      .to.include('crosses-itself')
      .and.to.include('(20.0, 20.0)');
    expect(refusal({ kind: 'circle', diameterMm: 3 }, [satin])).to.include('too-narrow');
    const dumbbell: Shape = {
      kind: 'polygon',
      points: [[-30, -10], [-10, -10], [-10, -1], [10, -1], [10, -10], [30, -10], [30, 10], [10, 10], [10, 1], [-10, 1], [-10, 10], [-30, 10]], // prettier-ignore
      radiusMm: 0,
    };
    expect(refusal(dumbbell, [satin])).to.include('falls apart');
    expect(refusal({ kind: 'rectangle', widthMm: 20, heightMm: 10, radiusMm: 6 }, [satin])).to.include('radius-too-large'); // prettier-ignore
    expect(refusal({ kind: 'path', svg: 'M0 0 L10 0' }, [satin])).to.include('bad-path');
    const circle: Shape = { kind: 'circle', diameterMm: 60 };
    const beyond = makeOutline(task(circle, [satin], { around: { tape: tailTab(), afterBlock: 99 } }));
    expect(beyond.ok ? 'ok' : beyond.problem.code).to.equal('no-such-block');
    const far = new TapeMaker('far').sew([{ x: 0, y: 0 }, { x: 3, y: 0 }]).sew([{ x: 900, y: 900 }, { x: 903, y: 900 }]); // prettier-ignore
    expect(refusal({ kind: 'tape', tape: far.done(), growMm: 2 }, [satin])).to.include('apart');
    expect(refusal({ kind: 'tape', tape: far.done(), growMm: 0 }, [satin])).to.include('no-area');
    expect(refusal({ kind: 'path', svg: 'M0 0 X' }, [satin])).to.include('bad-path');
    const final: Part = { kind: 'final', opening: { side: 'top', lengthMm: 500 } };
    expect(refusal({ kind: 'circle', diameterMm: 60 }, [final])).to.include('opening-too-long');
  });
});
