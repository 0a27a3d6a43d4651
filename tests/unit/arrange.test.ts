import { expect } from 'chai';
import fc from 'fast-check';
import {
  arrange,
  gapForMore,
  outlineOf,
  type ArrangeShape,
  type ArrangeTask,
  type Arrangement,
  type MayTurn,
  type ToldOutline,
} from '$lib/core/arrange';
import { star } from '$lib/core/outline';
import { shapeOf, troubleOf } from '../support/arranging';

const shape = shapeOf;
const task = (shapes: ArrangeShape[], more: Partial<ArrangeTask> = {}): ArrangeTask => ({
  field: { widthMm: 130, heightMm: 180 },
  insetMm: 5,
  gapMm: 2,
  way: 'best',
  shapes,
  ...more,
});
/** So many questions, not so much time: what is found does not depend on how busy the machine is. */
function inTries(asked: ArrangeTask, tries = 20): Arrangement {
  let left = tries;
  return arrange(asked, { left: () => left-- / tries });
}
const count = (asked: ArrangeTask) => inTries(asked).placements.length;

const KITE: ToldOutline = [
  [0, -30],
  [18, 10],
  [0, 25],
  [-18, 10],
];
const TRIANGLE: ToldOutline = [
  [-15, -15],
  [15, -15],
  [-15, 15],
];
const STAR: ToldOutline = star({ x: 0, y: 0 }, 5, 20, 9).map(({ x, y }): [number, number] => [x, y]);
const expectValid = (asked: ArrangeTask, found: Arrangement) =>
  expect(troubleOf(asked, found)).to.equal(null);

describe('how many fit', () => {
  it('rectangles: columns and rows by hand, as they lie or a quarter turned', () => {
    // (120 + 5) / (30 + 5) = 3.57, (170 + 5) / (20 + 5) = 7; turned (120 + 5) / 25 = 5, 175 / 35 = 5.
    const asked = task([shape({ widthMm: 30, heightMm: 20 })], { gapMm: 5, way: 'grid' });
    expect(count(asked)).to.equal(21);
    const turned = inTries({ ...asked, shapes: [shape({ widthMm: 30, heightMm: 20 }, 'quarter')] });
    expect(turned.placements).to.have.length(25);
    expect(turned.grid).to.deep.equal({
      across: 5,
      down: 5,
      pitchXMm: 25,
      pitchYMm: 35,
      shiftXMm: 0,
      shiftYMm: 0,
    });
    // 125 · 175 / (25 · 35) = 25: no way holds more.
    expect(turned.upperBound).to.equal(25);
  });
  it('circles lie in the gaps of the row before: 7 × 6 instead of 7 × 5', () => {
    const asked = task([shape({ diameterMm: 20 })]);
    expect(count({ ...asked, way: 'grid' })).to.equal(35);
    // Columns 22 · √3 / 2 = 19.05 apart: 20 + 5 · 19.05 = 115.3 of 120; shifted by 11: 20 + 6 · 22 + 11 = 163 of 170.
    const found = inTries({ ...asked, way: 'staggered' });
    expect(found.placements).to.have.length(42);
    // Every row is full, whichever way round the rows are told.
    expect(found.grid!.across * found.grid!.down).to.equal(42);
    // Oler: 2 · 100 · 150 / (√3 · 22²) + 250 / 22 + 1 = 48.1
    expect(found.upperBound).to.equal(48);
    expectValid(asked, found);
  });
  it('half-turned neighbours: two right triangles make a square', () => {
    const asked = task([shape(TRIANGLE, 'half')], { gapMm: 0 });
    // 120 / 30 = 4, 170 / 30 = 5 squares, two in each.
    expect(count({ ...asked, way: 'grid' })).to.equal(20);
    const found = inTries(asked, 100);
    expect(found.placements.length).to.be.at.least(40);
    expectValid(asked, found);
  });
  it('each way holds at least as many as those before it', () => {
    for (const told of [KITE, STAR, TRIANGLE])
      for (const mayTurn of ['none', 'half', 'quarter'] as const) {
        const asked = task([shape(told, mayTurn)], { gapMm: 3 });
        const counts = (['grid', 'staggered', 'free', 'best'] as const).map((way) =>
          count({ ...asked, way }),
        );
        expect(counts, mayTurn).to.deep.equal(counts.toSorted((a, b) => a - b));
      }
  });
  it('a lattice is what is typed into a machine: its numbers give every place', () => {
    for (const told of [KITE, { diameterMm: 20 }, { widthMm: 31, heightMm: 17 }] as ToldOutline[]) {
      const { grid, placements } = inTries(task([shape(told)], { way: 'staggered' }));
      const { across, down, pitchXMm, pitchYMm, shiftXMm, shiftYMm } = grid!;
      const x = Math.min(...placements.map((p) => p.xMm));
      const y = Math.min(...placements.map((p) => p.yMm));
      for (const p of placements) {
        const fits = Array.from({ length: across * down }, (_, n) => [
          n % across,
          Math.floor(n / across),
        ]).some(
          ([i, j]) =>
            Math.abs(p.xMm - x - i * pitchXMm - (j % 2) * shiftXMm) < 1e-6 &&
            Math.abs(p.yMm - y - j * pitchYMm - (i % 2) * shiftYMm) < 1e-6,
        );
        expect(fits, JSON.stringify([grid, p.xMm - x, p.yMm - y])).to.equal(true);
      }
    }
  });
  it('any shape, gap and turn: everything inside, nothing too near', () => {
    const corner = fc.tuple(
      fc.double({ min: 8, max: 30, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
    );
    // Rays by their angle: a simple polygon, hollow or not.
    const outline = fc.array(corner, { minLength: 3, maxLength: 9 }).map((corners) =>
      corners.map(([r, turn], i): [number, number] => {
        const a = (2 * Math.PI * (i + 0.8 * turn)) / corners.length;
        return [r * Math.cos(a), r * Math.sin(a)];
      }),
    );
    fc.assert(
      fc.property(
        outline,
        fc.constantFrom<MayTurn>('none', 'half', 'quarter', 'any'),
        fc.constantFrom(0, 1, 6),
        (points, mayTurn, gapMm) => {
          const told = outlineOf(points, 'a');
          fc.pre(told.ok);
          const asked = task([shape(points, mayTurn)], { gapMm });
          expectValid(asked, inTries(asked, 6));
        },
      ),
      { numRuns: 25 },
    );
  });
  it('what is hardly wider than nothing comes to an end too, and lies as it should', () => {
    const sliver = shape([[0, 0], [-90, 0.0005], [-90, 0]], 'any', 40); // prettier-ignore
    const asked = task([sliver], { field: { widthMm: 101, heightMm: 100.1 }, gapMm: 0 });
    const found = inTries(asked, 2);
    expect(found.placements).to.have.length(40);
    expectValid(asked, found);
  });
  it('what is larger than the field is told, with what is left of it', () => {
    const found = inTries(task([shape({ widthMm: 125, heightMm: 125 }, 'any')]));
    expect(found.placements).to.deep.equal([]);
    expect(found.because).to.include('120 × 170 mm');
    expect(inTries(task([shape({ diameterMm: 9 })], { insetMm: 65 })).because).to.include('leaves nothing');
  });
  it('what is judged by sees what is wrong: one too near, one beyond, one too many', () => {
    const asked = task([shape({ diameterMm: 20 })]);
    const found = inTries(asked, 2);
    const moved = (dx: number) => ({
      ...found,
      placements: found.placements.map((p, i) => (i ? p : { ...p, xMm: p.xMm + dx })),
    });
    expect(troubleOf(asked, moved(20))).to.include('apart');
    expect(troubleOf(asked, moved(-60))).to.equal('something lies beyond the field');
    expect(troubleOf(asked, { ...found, upperBound: 3 })).to.include('bound');
    expect(troubleOf(asked, found)).to.equal(null);
  });
  it('rounds that lie in no rows keep their distance to a hair', () => {
    const asked = task([shape({ diameterMm: 63.5 })], { field: { widthMm: 160, heightMm: 260 }, gapMm: 6 });
    const found = inTries(asked, 200);
    // Rows hold 2 × 3; one more lies where none of them is straight.
    expect(found.placements).to.have.length(7);
    expectValid(asked, found);
  });
  it('rectangles cut from one field find their places again, whatever is cut first', () => {
    // 200 × 200: a strip of 80 across, cut at 70; the rest, 120 high, cut at 130, and what is left of it at 50.
    const parts = [[70, 80], [130, 80], [130, 120], [70, 50], [70, 70]].map(([widthMm, heightMm], n) => shape({ widthMm, heightMm }, 'quarter', 1, `r${n}`)); // prettier-ignore
    const asked = task(parts, { field: { widthMm: 200, heightMm: 200 }, insetMm: 0, gapMm: 0 });
    for (const shapes of [parts, parts.toReversed()]) {
      const found = inTries({ ...asked, shapes });
      expect(found.unplaced).to.deep.equal([]);
      expectValid(asked, found);
    }
    const apart = inTries({ ...asked, gapMm: 4 });
    expect(apart.placements.length).to.be.below(5);
    expectValid({ ...asked, gapMm: 4 }, apart);
  });
  it('no more than are wanted, and what finds no room is named', () => {
    const some = inTries(task([shape({ diameterMm: 20 }, 'none', 5)]));
    expect([some.placements.length, some.grid, some.unplaced]).to.deep.equal([5, null, []]);
    const many = inTries(task([shape({ diameterMm: 20 }, 'none', 60)]));
    expect(many.unplaced).to.deep.equal([{ shapeId: 'a', quantity: 60 - many.placements.length }]);
  });
  it('in a round field: seven rounds about one, squares four by four; all inside, never above the bound', () => {
    const round = (mm: number) => ({
      field: { widthMm: mm, heightMm: mm, oval: true },
      insetMm: 5,
      gapMm: 0,
    });
    const inField = (asked: ArrangeTask) => {
      const found = inTries(asked, 60);
      expectValid(asked, found);
      return found.placements.length;
    };
    // Six round one reach three times as far: 3 · 60 = 180, and a little for the corners that stand for a round.
    expect(inField(task([shape({ diameterMm: 60 })], round(190.5)))).to.equal(7);
    expect(inField(task([shape({ diameterMm: 60 })], round(189)))).to.be.within(4, 6);
    // Two by two of 60 have their corners √2 · 60 = 84.85 from the middle; three in a row would reach 94.9.
    expect(inField(task([shape({ widthMm: 60, heightMm: 60 })], round(180)))).to.equal(4);
    expect(inField(task([shape({ widthMm: 60, heightMm: 60 })], round(179)))).to.be.below(4);
    const oval = { ...round(0), field: { widthMm: 160, heightMm: 240, oval: true } };
    expect(inField(task([shape(KITE, 'half')], oval))).to.be.at.least(8);
    expect(inField(task([shape(KITE, 'half', 3)], oval))).to.equal(3);
    expect(inField(task([shape({ widthMm: 200, heightMm: 200 })], oval))).to.equal(0);
  });
  it('several shapes: all that are known to go into a field find their place', () => {
    // 120 × 170: a board of 120 × 60, two of 60 × 110, and the second as two of 60 × 55.
    const asked = task(
      [
        shape({ widthMm: 120, heightMm: 60 }, 'none', 1, 'board'),
        shape({ widthMm: 60, heightMm: 110 }, 'none', 1, 'tall'),
        shape({ widthMm: 60, heightMm: 55 }, 'none', 2, 'half'),
      ],
      { gapMm: 0 },
    );
    const found = inTries(asked);
    expect(found.unplaced).to.deep.equal([]);
    expectValid(asked, found);
  });
});

describe('an outline from outside', () => {
  const said = (told: ToldOutline) => {
    const outline = outlineOf(told, 'wing');
    return outline.ok ? null : outline.problem.code;
  };
  it('that crosses itself or has no area is named in one sentence', () => {
    expect(
      said([
        [0, 0],
        [10, 10],
        [10, 0],
        [0, 10],
      ]),
    ).to.equal('crosses-itself');
    expect(
      said([
        [0, 0],
        [10, 0],
        [5, 0],
        [5, 8],
      ]),
    ).to.equal('crosses-itself');
    expect(
      said([
        [0, 0],
        [0, 0],
        [5, 5],
      ]),
    ).to.equal('no-area');
  });
  it('may run either way and close itself', () => {
    const there: [number, number][] = [
      [0, 0],
      [10, 0],
      [10, 5],
      [0, 5],
    ];
    for (const points of [there, there.toReversed(), [...there, there[0]]]) {
      const outline = outlineOf(points, 'a');
      expect(outline.ok && outline.value.outline).to.have.length(4);
    }
  });

  it('says the widest gap at which one more is found, by halves of a millimetre', () => {
    const row = (mm: number): ArrangeTask => ({
      ...task([shape({ widthMm: 20, heightMm: 20 })], { insetMm: 0, gapMm: 10, way: 'grid' }),
      field: { widthMm: mm, heightMm: 30 },
    });
    const perTry = () => ({ left: () => 0 });
    // Two of 20 with 10 between lie in 70; three do with (70 − 60) / 2 = 5, in 71.3 with 5.65: 5.5.
    expect(gapForMore(row(70), 2, perTry)).to.equal(5);
    expect(gapForMore(row(71.3), 2, perTry)).to.equal(5.5);
    // Three are 60 wide, side by side.
    expect(gapForMore(row(60), 2, perTry)).to.equal(0);
    expect(gapForMore(row(59), 2, perTry)).to.equal(null);
  });
});
