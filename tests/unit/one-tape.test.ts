import { expect } from 'chai';
import fc from 'fast-check';
import {
  composeHooping,
  lengthOf,
  shortestTour,
  type Cost,
  type HoopingTask,
  type Level,
} from '$lib/core/hooping';
import { itemAt } from '$lib/core/base';
import { oneTape } from '$lib/core/run';
import { bib, crewPatch, pouch, tailTab } from '$lib/demo';
import { readAs } from '../support/examples';
import {
  mirrored,
  tapeBlocks,
  readTape,
  rowsToTape,
  STITCH,
  STOP,
  writeTape,
  type StitchRow,
  type Tape,
} from '$lib/core/tape';

const stitch = (x: number, y: number): StitchRow => ({ x, y, kind: 'stitch' });
const jump = (x: number, y: number): StitchRow => ({ x, y, kind: 'jump' });
const stop = (x: number, y: number): StitchRow => ({ x, y, kind: 'stop' });
/** A line to the right, then a line down from its end, a thread each; a lead-in before and a way home after. */
const corner = rowsToTape('CORNER', [
  jump(5, 0),
  stitch(5, 0),
  stitch(10, 0),
  jump(12, 0),
  stop(12, 0),
  jump(12, -1),
  stitch(12, -2),
  stitch(12, -6),
  jump(0, 0),
]);
const square = rowsToTape('SQUARE', [stitch(0, 0), stitch(3, 0), stitch(3, 3), stitch(0, 3)]);

const hooping = (more: Partial<HoopingTask> = {}): HoopingTask => ({
  tapes: [
    { id: 'corner', tape: corner },
    { id: 'square', tape: square },
  ],
  placements: [],
  order: 'item-by-item',
  stops: 'keep',
  threads: {},
  ...more,
});
const at = (tapeId: string, xMm: number, yMm = 0, turnDeg = 0, mirrored = false) => ({
  tapeId,
  xMm,
  yMm,
  turnDeg,
  mirrored,
});
const sewn = (task: HoopingTask) => {
  const made = composeHooping(task);
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
};
const rows = ({ x, y, kind }: Tape) => Array.from(kind, (k, i) => `${'sj|'[k]}${x[i] / 10},${y[i] / 10}`);

describe('one tape of a hooping', () => {
  it('sews an item with its own jumps and stop, without the way there and home', () => {
    const { tape } = sewn(hooping({ placements: [at('corner', -20, 3)] }));
    expect(rows(tape)).to.deep.equal([
      'j-15,3',
      's-15,3',
      's-10,3',
      'j-8,3',
      '|-8,3',
      'j-8,2',
      's-8,1',
      's-8,-3',
    ]);
  });

  it('of a stop that moves the needle makes a jump: no stitch lies there', () => {
    const moving = rowsToTape('MOVING', [stitch(0, 0), stitch(4, 0), stop(4, 9), stitch(0, 9)]);
    const { tape } = sewn(hooping({ tapes: [{ id: 'm', tape: moving }], placements: [at('m', 0)] }));
    expect(rows(tape)).to.deep.equal(['s0,0', 's4,0', '|4,0', 'j4,9', 's0,9']);
  });

  it('mirrors, then turns, then moves', () => {
    const { tape } = sewn(hooping({ placements: [at('corner', 1, 2, 90, true)] }));
    // (5, 0) → (−5, 0) → (0, −5) → (1, −3); (12, −6) → (−12, −6) → (6, −12) → (7, −10).
    const points = rows(tape).filter((r) => r.startsWith('s'));
    expect(points).to.deep.equal(['s1,-3', 's1,-8', 's3,-10', 's7,-10']);
  });

  it('puts a stop between items, and none between copies of the same block, where the thread is cut', () => {
    const two = sewn(hooping({ placements: [at('square', 10), at('square', 30)] })).tape;
    expect([...two.kind].filter((k) => k === STOP)).to.have.length(0);
    expect(rows(two).join(' ')).to.match(/s10,3 j\S+ j\S+ j30,0 s30,0/);
    const other = sewn(hooping({ placements: [at('square', 10), at('corner', 30)] })).tape;
    expect(rows(other).join(' ')).to.contain('s10,3 |10,3 j35,0 s35,0');
  });

  it('sews each block for all items before the next, with a stop between blocks alone', () => {
    const task = hooping({
      placements: [at('corner', 0), at('corner', 0, 40), at('square', 90)],
      order: 'block-by-block',
    });
    const { stretches, tape } = sewn(task);
    // 90 to the square, 85.1 back to the corner beside it, 40.3 up; there it goes on by its own jumps, 4; and 36.1 down.
    expect(stretches.map(({ item, block }) => `${item}.${block}`).join(' ')).to.equal('2.0 0.0 1.0 1.1 0.1');
    expect([...tape.kind].filter((k) => k === STOP)).to.have.length(2);
  });

  it('leaves the stop out between items of one thread when asked to, never inside an item', () => {
    const placements = [at('square', 10), at('corner', 30)];
    const threads = { corner: ['red', 'red'], square: ['red'] };
    const stops = (more: Partial<HoopingTask>) =>
      [...sewn(hooping({ placements, ...more })).tape.kind].filter((k) => k === STOP).length;
    expect(stops({ threads })).to.equal(2);
    expect(stops({ threads, stops: 'merge-same-thread' })).to.equal(1);
    expect(stops({ threads: { ...threads, square: ['blue'] }, stops: 'merge-same-thread' })).to.equal(2);
    expect(stops({ stops: 'merge-same-thread' })).to.equal(2);
  });

  it('says what cannot be sewn', () => {
    const none = composeHooping(hooping({ placements: [at('moon', 0)] }));
    expect(none.ok ? '' : none.problem.message).to.contain('moon');
    const bare = { id: 'bare', tape: rowsToTape('', [jump(4, 4), stop(4, 4)]) };
    const empty = composeHooping(hooping({ tapes: [bare], placements: [at('bare', 0)] }));
    expect(empty.ok ? '' : empty.problem.code).to.equal('no-stitches');
  });

  it('holds every needle point of every item once, in its order, to 0.05 mm, whatever is asked', () => {
    const mm = fc.double({ min: -60, max: 60, noNaN: true });
    const tape = fc
      .array(
        fc.record({ x: mm, y: mm, kind: fc.constantFrom('stitch', 'stitch', 'stitch', 'jump', 'stop') }),
        {
          minLength: 1,
          maxLength: 25,
        },
      )
      .map((list) => rowsToTape('ANY', [...(list as StitchRow[]), stitch(1, 1)]));
    const placement = fc.record({
      tapeId: fc.constantFrom('a', 'b'),
      xMm: mm,
      yMm: mm,
      turnDeg: fc.oneof(
        fc.constantFrom(0, 90, 180, 270, -90),
        fc.double({ min: -360, max: 360, noNaN: true }),
      ),
      mirrored: fc.boolean(),
    });
    fc.assert(
      fc.property(
        tape,
        tape,
        fc.array(placement, { minLength: 1, maxLength: 5 }),
        fc.constantFrom('item-by-item' as const, 'block-by-block' as const),
        (a, b, placements, order) => {
          const made = sewn(hooping({ tapes: [{ id: 'a', tape: a }, { id: 'b', tape: b }], placements, order })); // prettier-ignore
          const back = readTape(writeTape(made.tape));
          if (!back.ok) throw new Error(back.problem.message);
          const left = placements.map(({ tapeId, xMm, yMm, turnDeg, mirrored }) => {
            const of = tapeId === 'a' ? a : b;
            const turn = (turnDeg * Math.PI) / 180;
            return Array.from(of.kind, (kind, i) => {
              const [x, y] = [(mirrored ? -1 : 1) * of.x[i], of.y[i]];
              return {
                kind,
                x: 10 * xMm + x * Math.cos(turn) - y * Math.sin(turn),
                y: 10 * yMm + x * Math.sin(turn) + y * Math.cos(turn),
              };
            }).filter((p) => p.kind === STITCH);
          });
          // Of each stretch its item is told: the points come off that item's list, first to last.
          let stretch = 0;
          let stops = 0;
          const { kind, x, y } = back.value;
          const counts = made.stretches.map(({ item, block }) => blockSizes(itemAt(placements, item).tapeId === 'a' ? a : b)[block]); // prettier-ignore
          let done = 0;
          for (let i = 0; i < kind.length; i++) {
            if (kind[i] === STOP) stops++;
            if (kind[i] !== STITCH) continue;
            if (done === counts[stretch]) [stretch, done] = [stretch + 1, 0];
            const point = itemAt(left, itemAt(made.stretches, stretch).item).shift();
            expect(Math.abs(x[i] - (point?.x ?? NaN))).to.be.at.most(0.5 + 1e-6);
            expect(Math.abs(y[i] - (point?.y ?? NaN))).to.be.at.most(0.5 + 1e-6);
            done++;
          }
          expect(left.flat()).to.have.length(0);
          const between = made.stretches.slice(1).filter(({ item, block }, n) => {
            const before = itemAt(made.stretches, n);
            const alike = itemAt(placements, item).tapeId === itemAt(placements, before.item).tapeId;
            return before.item === item || !alike || before.block !== block;
          });
          expect(stops).to.equal(between.length);
        },
      ),
      { numRuns: 300 },
    );
  });
});

/** Needle points of each block that sews. */
function blockSizes(tape: Tape): number[] {
  const sizes = [0];
  for (const kind of tape.kind) {
    if (kind === STITCH) sizes.push((sizes.pop() ?? 0) + 1);
    else if (kind === STOP && sizes.at(-1)) sizes.push(0);
  }
  return sizes.filter((n) => n > 0);
}

describe('the order of a hooping', () => {
  /** Legs that end elsewhere than they begin: the way there is not the way back. */
  const random = (seed: number, n: number): Cost => {
    const point = (k: number) => ((Math.sin(seed * 97 + k * 13.7) * 1e4) % 1) * 50;
    const legs = Array.from({ length: n }, (_, k) => [0, 1, 2, 3].map((c) => point(4 * k + c)));
    return (from, to) => {
      const [x, y] = from === null ? [0, 0] : itemAt(legs, from).slice(2);
      const [toX, toY] = itemAt(legs, to);
      return Math.hypot(itemAt([toX], 0) - itemAt([x], 0), itemAt([toY], 0) - itemAt([y], 0));
    };
  };
  function* orders<T>(list: readonly T[]): Generator<T[]> {
    if (!list.length) yield [];
    for (const [k, first] of list.entries())
      for (const rest of orders(list.filter((_, n) => n !== k))) yield [first, ...rest];
  }
  /** All orders of all levels, one by one. */
  function* tours(levels: readonly Level[]): Generator<number[]> {
    const [level, ...others] = levels;
    if (!level) return yield [];
    for (const groups of orders(level))
      for (const row of rowsOf(groups)) for (const rest of tours(others)) yield [...row, ...rest];
  }
  function* rowsOf(groups: readonly (readonly number[])[]): Generator<number[]> {
    const [group, ...others] = groups;
    if (!group) return yield [];
    for (const row of orders(group)) for (const rest of rowsOf(others)) yield [...row, ...rest];
  }

  it('is the shortest of all, of few legs', () => {
    const shapes: Level[][] = [
      [[[0, 1, 2, 3, 4, 5]]],
      [[[0, 1, 2]], [[3, 4, 5]]],
      [[[0, 1], [2, 3]], [[4, 5], [6]], [[7]]],
      [[[0], [1], [2], []], [[3, 4, 5]]],
    ]; // prettier-ignore
    for (let seed = 1; seed <= 25; seed++)
      for (const levels of shapes) {
        const cost = random(seed, 8);
        const least = Math.min(...[...tours(levels)].map((order) => lengthOf(order, cost)));
        const order = shortestTour(levels, cost);
        expect(order.toSorted((a, b) => a - b)).to.deep.equal(levels.flat(2).toSorted((a, b) => a - b));
        expect(lengthOf(order, cost)).to.be.closeTo(least, 1e-9);
      }
  });

  it('of many legs goes through a lattice with hardly a detour, and keeps to its levels', () => {
    // 6 × 7 items at a pitch of 10: the first is at least 5 √2 from the middle, each next one at least 10 from the last.
    const place = (k: number) => ({ x: 5 + 10 * (k % 6), y: 5 + 10 * Math.floor(k / 6) });
    const cost: Cost = (from, to) => {
      const [a, b] = [from === null ? { x: 0, y: 0 } : place(from % 42), place(to % 42)];
      return Math.hypot(a.x - b.x, a.y - b.y);
    };
    const all = Array.from({ length: 42 }, (_, k) => k);
    const mixed = all.toSorted((a, b) => ((a * 17) % 42) - ((b * 17) % 42));
    expect(lengthOf(shortestTour([[mixed]], cost), cost)).to.be.below(1.02 * (410 + 5 * Math.SQRT2));
    const two = shortestTour([[mixed], [mixed.map((k) => k + 42)]], cost);
    expect(two.findIndex((k) => k >= 42)).to.equal(42);
    // The second time round begins where the first ended, for nothing.
    expect(lengthOf(two, cost)).to.be.below(1.02 * (820 + 5 * Math.SQRT2));
  });

  it('of many legs in no order is much shorter than as told', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const cost = random(seed, 40);
      const told = Array.from({ length: 40 }, (_, k) => k);
      const order = shortestTour([[told]], cost);
      expect(order.toSorted((a, b) => a - b)).to.deep.equal(told);
      expect(lengthOf(order, cost)).to.be.below(0.6 * lengthOf(told, cost));
    }
  });
});

describe('a design mirrored', () => {
  it('is read as it was, with left and right changed over; twice it is itself', () => {
    for (const tape of [bib(), pouch(), tailTab(), crewPatch()]) {
      const over = readTape(writeTape(mirrored(tape)));
      if (!over.ok) throw new Error(over.problem.message);
      expect([...writeTape(mirrored(over.value))]).to.deep.equal([...writeTape(tape)]);
      const [own, other] = [readAs(tape), readAs(over.value)];
      expect(other.blocks.map((b) => b.role.value)).to.deep.equal(own.blocks.map((b) => b.role.value));
      expect([other.extents.minX, other.extents.maxX]).to.deep.equal([-own.extents.maxX, -own.extents.minX]);
      const SIDES: Record<string, string> = { left: 'right', right: 'left', top: 'top', bottom: 'bottom' };
      const sides = (r: typeof own) => r.blocks.flatMap((b) => b.openings.map((o) => o.side));
      expect(sides(other)).to.deep.equal(sides(own).map((side) => SIDES[side]));
    }
  });
});

describe('one tape of the hooping', () => {
  const places = { places: [{ x: -30, y: 10, turnDeg: 0 }, { x: 40, y: -20, turnDeg: 90 }] }; // prettier-ignore
  const made = (order: HoopingTask['order'], stops: HoopingTask['stops'] = 'keep') => {
    const blocks = tapeBlocks(corner).map((block) => ({ ...block, thread: 'a' }));
    const result = oneTape([{ design: { tape: corner, blocks }, ...places }], { order, stops });
    if (!result.ok) throw new Error(result.problem.message);
    return result.value;
  };
  it('lays the middle of each design at its place', () => {
    // The design reaches from 5, -6 to 12, 0: its middle is at 8.5, -3.
    const { tape } = made('item-by-item');
    const at = [...tape.kind].flatMap((k, i) => (k === STITCH ? [[tape.x[i] / 10, tape.y[i] / 10]] : []));
    const first = at.findIndex(([x]) => x === -33.5);
    expect(at.slice(first, first + 4)).to.deep.equal([[-33.5, 13], [-28.5, 13], [-26.5, 11], [-26.5, 7]]); // prettier-ignore
    // Turned a quarter: (x, y) from the middle comes to (−y, x).
    const second = at.findIndex(([x]) => x === 37);
    expect(at.slice(second, second + 4)).to.deep.equal([[37, -23.5], [37, -18.5], [39, -16.5], [43, -16.5]]); // prettier-ignore
  });
  it('counts stops and jumps of each order', () => {
    // Block by block one stop for both items; item by item one in each, and one between them.
    expect(made('block-by-block').stops).to.equal(1);
    expect(made('item-by-item').stops).to.equal(3);
    expect(made('item-by-item', 'merge-same-thread').stops).to.equal(2);
    expect(made('block-by-block').jumpMm).to.be.above(made('item-by-item').jumpMm);
  });
  it('sews the blocks as the steps have them: one passed over is left out, one put in between stands in its place', () => {
    const [first, second] = tapeBlocks(corner).map((block) => ({ ...block, thread: '' }));
    const alone = { places: [{ x: 0, y: 0, turnDeg: 0 }] };
    const sewnAs = (blocks: (typeof first)[]) => {
      const result = oneTape([{ design: { tape: corner, blocks }, ...alone }], {
        order: 'block-by-block',
        stops: 'keep',
      });
      if (!result.ok) throw new Error(result.problem.message);
      const { tape, stops } = result.value;
      return { stops, at: [...tape.kind].flatMap((k, i) => (k === STITCH ? [[tape.x[i] / 10, tape.y[i] / 10]] : [])) }; // prettier-ignore
    };
    // From the middle of the design, at 8.5, -3.
    const [line, down] = [[[-3.5, 3], [1.5, 3]], [[3.5, 1], [3.5, -3]]]; // prettier-ignore
    expect(sewnAs([first, second])).to.deep.equal({ stops: 1, at: [...line, ...down] });
    expect(sewnAs([second, first, second])).to.deep.equal({ stops: 2, at: [...down, ...line, ...down] });
    expect(sewnAs([second])).to.deep.equal({ stops: 0, at: down });
    const typed = { from: 3, to: 3, thread: '' };
    expect(oneTape([{ design: { tape: corner, blocks: [first, typed] }, ...alone }], { order: 'block-by-block', stops: 'keep' }).ok).to.equal(false); // prettier-ignore
  });
});
