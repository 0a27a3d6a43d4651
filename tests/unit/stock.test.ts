import { expect } from 'chai';
import fc from 'fast-check';
import { solveLayout, type LayoutPiece } from '$lib/core/nesting';
import { asLayoutStock } from '$lib/core/cut';
import {
  applyChanges,
  cutAlready,
  isUseful,
  planBases,
  reversed,
  takeLayout,
  usesOf,
  type Movement,
} from '$lib/core/stock';
import type { StockItem } from '$lib/core/workshop';
import { demoStock } from '$lib/demo/stock';

const item = (change: Partial<StockItem>): StockItem => ({
  ...demoStock[0],
  id: 'item',
  form: 'sheet',
  widthMm: 300,
  heightMm: 200,
  quantity: 4,
  cost: 8,
  ...change,
});
const lay = (pieces: LayoutPiece[], stock: StockItem[]) => {
  let left = 12;
  return solveLayout(pieces, asLayoutStock(stock), {
    edgeToEdge: true,
    gapMm: 0,
    seed: 1,
    mayContinue: () => left-- > 0,
  });
};
let serial = 0;
const options = { edgeToEdge: true, uses: [], leastMm: 80, newId: () => `new-${serial++}` };
const area = (stock: readonly StockItem[]) =>
  stock.reduce((sum, s) => sum + s.widthMm * s.heightMm * s.quantity, 0);

describe('taking a layout into use', () => {
  const pieces: LayoutPiece[] = [{ id: 'a', widthMm: 150, heightMm: 120, quantity: 2, mayTurn: false }];

  it('takes whole sheets off the shelf and books the rest that is worth keeping', () => {
    const stock = [item({})];
    const changes = takeLayout(lay(pieces, stock), stock, options);
    const after = applyChanges(stock, changes);
    if (!after.ok) throw new Error(after.problem.message);
    const [offcut, sheets] = after.value;
    expect(sheets.quantity).to.equal(3);
    expect(offcut).to.deep.include({ form: 'offcut', widthMm: 300, heightMm: 80, quantity: 1, cost: 0 });
    expect(takeLayout(lay(pieces, stock), stock, { ...options, leastMm: 81 })).to.have.length(1);
  });
  it('takes of a roll the length that is used, and its share of the cost', () => {
    const stock = [item({ form: 'roll', heightMm: 1200, quantity: 1, cost: 10 })];
    const changes = takeLayout(lay(pieces, stock), stock, { ...options, leastMm: 500 });
    expect(changes.map((c) => [c.by, c.amount])).to.deep.equal([['length', -120]]);
    const after = applyChanges(stock, changes);
    expect(after.ok && after.value[0]).to.deep.include({ heightMm: 1080, cost: 9 });
  });
  it('begins one of several rolls alike, which lies by itself from then on', () => {
    const stock = [item({ form: 'roll', heightMm: 1200, quantity: 3, cost: 10 })];
    const after = applyChanges(stock, takeLayout(lay(pieces, stock), stock, { ...options, leastMm: 500 }));
    expect(after.ok && after.value.map((s) => [s.quantity, s.heightMm])).to.have.deep.members([
      [2, 1200],
      [1, 1080],
    ]);
  });
  it('refuses as a whole what is no longer there', () => {
    const stock = [item({ quantity: 1 })];
    const changes = takeLayout(lay(pieces, stock), stock, options);
    const once = applyChanges(stock, changes);
    expect(once.ok).to.equal(true);
    const twice = once.ok && applyChanges(once.value, changes);
    expect(twice && !twice.ok && twice.problem.code).to.equal('stock-gone');
  });
  it('taken back, leaves the shelf as it was; and never more cloth than there was', () => {
    const anyStock = fc.array(
      fc.record({
        w: fc.integer({ min: 120, max: 600 }),
        h: fc.integer({ min: 120, max: 900 }),
        n: fc.integer({ min: 1, max: 4 }),
        form: fc.constantFrom('sheet' as const, 'roll' as const, 'bolt' as const),
      }),
      { minLength: 1, maxLength: 3 },
    );
    const anyPieces = fc.array(
      fc.record({
        w: fc.integer({ min: 20, max: 400 }),
        h: fc.integer({ min: 20, max: 300 }),
        n: fc.integer({ min: 1, max: 5 }),
      }),
      { minLength: 1, maxLength: 4 },
    );
    fc.assert(
      fc.property(anyStock, anyPieces, fc.boolean(), (kinds, wanted, edgeToEdge) => {
        const stock = kinds.map(({ w, h, n, form }, i) =>
          item({ id: `s${i}`, widthMm: w, heightMm: h, quantity: n, form }),
        );
        const layout = lay(
          wanted.map(({ w, h, n }, i) => ({
            id: `p${i}`,
            widthMm: w,
            heightMm: h,
            quantity: n,
            mayTurn: true,
          })),
          stock,
        );
        const changes = takeLayout(layout, stock, { ...options, edgeToEdge });
        const after = applyChanges(stock, changes);
        if (!after.ok) throw new Error(after.problem.message);
        expect(area(after.value)).to.be.at.most(area(stock) - layout.usedAreaMm2 + 1);
        const back = applyChanges(after.value, reversed(changes));
        if (!back.ok) throw new Error(back.problem.message);
        const told = (list: readonly StockItem[]) =>
          list.map((s) => [s.id, s.quantity, Math.round(s.heightMm), s.widthMm]).sort();
        expect(told(back.value)).to.deep.equal(told(stock));
      }),
      { numRuns: 60 },
    );
  });
});

describe('what is worth keeping', () => {
  it('is what some piece or hoop of the maker could use, either way round', () => {
    const uses = usesOf(
      'tear-away',
      [{ material: 'cotton', widthMm: 50, heightMm: 50 }],
      [
        { widthMm: 190, heightMm: 190 },
        { widthMm: 220, heightMm: 270 },
      ],
    );
    expect(uses).to.have.length(2);
    expect(isUseful({ widthMm: 270, heightMm: 200 }, uses, 80)).to.equal(true);
    expect(isUseful({ widthMm: 2000, heightMm: 180 }, uses, 80)).to.equal(false);
    expect(usesOf('cotton', [{ material: 'cotton', widthMm: 50, heightMm: 50 }], uses)).to.have.length(1);
  });
});

describe('pieces that lie cut already', () => {
  const movement = (change: Partial<Movement>): Movement => ({
    id: 'm',
    at: 100,
    kind: 'cut',
    what: '',
    layoutId: 'l',
    changes: [],
    pieces: [{ id: 'tab:front', quantity: 3 }],
    undone: false,
    ...change,
  });
  it('are not asked for again, until they were put back or belong to an order that is done', () => {
    expect(cutAlready([movement({}), movement({ at: 200 })], {})).to.deep.equal({ 'tab:front': 6 });
    expect(cutAlready([movement({ undone: true })], {})).to.deep.equal({});
    expect(cutAlready([movement({}), movement({ at: 200 })], { tab: 150 })).to.deep.equal({ 'tab:front': 3 });
  });
});

describe('bases off the rolls', () => {
  const wide = item({
    id: 'wide',
    name: 'wide',
    form: 'roll',
    widthMm: 500,
    heightMm: 3000,
    quantity: 1,
    cost: 9,
  });
  const narrow = item({
    id: 'narrow',
    name: 'narrow',
    form: 'roll',
    widthMm: 250,
    heightMm: 3000,
    quantity: 1,
    cost: 6,
  });
  const needs = [{ name: 'base', widthMm: 220, heightMm: 270, quantity: 3 }];
  const hoops = [
    { name: 'small', widthMm: 190, heightMm: 190 },
    { name: 'middle', widthMm: 220, heightMm: 300 },
  ];

  it('lie across or along, whichever takes less, and the rolls stand in order of cost', () => {
    const [first, second] = planBases(needs, [wide, narrow], hoops, 0);
    const of = (name: string) => [first, second].find((p) => p.roll.name === name)!;
    // 500 holds two of 220 across: two lengths of 270; 250 holds one.
    expect(of('wide').cuts[0]).to.deep.include({ acrossCount: 2, lengths: 2, lengthMm: 270, turned: false });
    expect(of('wide').totalMm).to.equal(540);
    expect(of('narrow').totalMm).to.equal(810);
    expect(first.cost).to.be.at.most(second.cost);
    expect(first.cost).to.be.closeTo((6 * 810) / 3000, 1e-9);
  });
  it('a roll that does not reach stands behind one that does, however cheap it is', () => {
    // Two lengths of 270 off the wide one are 540: 40 are short of 500.
    const stub = { ...wide, id: 'stub', name: 'stub', heightMm: 500, cost: 0.5 };
    const [first, second] = planBases(needs, [stub, narrow], hoops, 0);
    expect([first.roll.name, first.shortMm, second.roll.name, second.shortMm]).to.deep.equal([
      'narrow',
      0,
      'stub',
      40,
    ]);
  });
  it('tell a slightly longer cut when the rest then serves a hoop of the maker', () => {
    const one = [{ ...needs[0], quantity: 1 }];
    const serves = (longest: number) => planBases(one, [wide], hoops, longest)[0].cuts[0].serves;
    // One base lies turned, 220 long: 230 mm are left beside it, too short for 300.
    expect(serves(0)?.hoop).to.equal('small');
    expect(serves(80)).to.deep.equal({ hoop: 'middle', longerMm: 80 });
  });
  it('that no roll is wide enough for are told by no plan, and a roll that is too short by how much', () => {
    expect(planBases([{ ...needs[0], widthMm: 900, heightMm: 600 }], [wide], hoops, 0)).to.deep.equal([]);
    expect(planBases([{ ...needs[0], quantity: 30 }], [wide], hoops, 0)[0].shortMm).to.equal(15 * 270 - 3000);
  });
});
