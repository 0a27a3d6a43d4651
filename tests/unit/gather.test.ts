import { expect } from 'chai';
import {
  amountToBuy,
  asLayoutStock,
  countedPieces,
  gatherPieces,
  shopStock,
  type CutDemand,
} from '$lib/core/cut';
import {
  alikeSheets,
  placedCount,
  solveLayout,
  usedShare,
  type Layout,
  type LayoutPiece,
} from '$lib/core/layout';
import { bib, pouch, tailTab } from '$lib/demo';
import { demoStock } from '$lib/demo/stock';
import type { Build } from '$lib/core/build';
import type { Tape } from '$lib/core/tape';
import { example } from '../support/examples';

const demand = (name: string, tape: Tape, change: Partial<Build> = {}): CutDemand => {
  const { plan } = example(tape, change);
  return {
    build: { id: name, name },
    pieces: plan.pieces,
    scorePieces: plan.score.pieces,
    order: plan.order,
  };
};
const solve = (pieces: LayoutPiece[], stock: Parameters<typeof solveLayout>[1]): Layout => {
  let left = 40;
  return solveLayout(pieces, stock, { edgeToEdge: true, gapMm: 0, seed: 1, goOn: () => left-- > 0 });
};

describe('pieces of several orders', () => {
  const blue = '#4f7390';
  const orders = [
    demand('pouch', pouch(), {
      order: { quantity: 6, repeats: 1 },
      materials: { upper: { colour: blue }, back: { colour: blue } },
    }),
    demand('bib', bib(), { order: { quantity: 4, repeats: 1 }, materials: { back: { colour: blue } } }),
    demand('tab', tailTab(), { order: { quantity: 24, repeats: 4 } }),
  ];
  const groups = gatherPieces(orders, demoStock);

  it('come together by what they are cut from: seen cloth by its colour, the rest by its kind', () => {
    const cloth = groups.find((g) => g.key === `cotton ${blue}`)!;
    expect(cloth.pieces.map((p) => p.id)).to.deep.equal(['pouch:upper', 'pouch:back', 'bib:back']);
    expect(cloth.stock.map((s) => s.name)).to.deep.equal(['Kite blue, bolt end']);
    const base = groups.find((g) => g.key === 'tear-away')!;
    expect(base.pieces.map((p) => p.buildName)).to.deep.equal(['pouch', 'bib', 'tab']);
    expect(base.stock).to.have.length(2);
  });
  it('are as many as are loaded, a base once a hooping, and zips are counted instead', () => {
    const load = (name: string) => orders.find((o) => o.build.name === name)!.order;
    const quantity = (id: string) => groups.flatMap((g) => g.pieces).find((p) => p.id === id)?.quantity;
    expect(quantity('tab:front')).to.equal(load('tab').load);
    expect(quantity('tab:base')).to.equal(load('tab').hoopings);
    expect(load('tab').hoopings).to.be.below(load('tab').load);
    expect(groups.some((g) => g.material === 'zip')).to.equal(false);
    expect(countedPieces(orders)).to.deep.include({ name: 'Zip', buildName: 'pouch', quantity: load('pouch').load, sizeMm: countedPieces(orders)[0].sizeMm }); // prettier-ignore
  });
  it('with a direction, of their own or of the stock, are not turned; what is cut already is left out', () => {
    const wave = demoStock.find((s) => s.directional)!;
    const turn = (change: Partial<Build>) =>
      gatherPieces([demand('bib', bib(), change)], demoStock)
        .flatMap((g) => g.pieces)
        .find((p) => p.id === 'bib:front')?.mayTurn;
    expect(turn({})).to.equal(true);
    expect(turn({ materials: { front: { traits: ['directional'] } } })).to.equal(false);
    expect(turn({ materials: { front: { colour: wave.colour } } })).to.equal(false);
    expect(turn({ materials: { front: { own: { widthMm: 200, heightMm: 300 } } } })).to.equal(undefined);
  });
});

describe('what a layout comes to', () => {
  const pieces: LayoutPiece[] = [{ id: 'a', widthMm: 100, heightMm: 200, quantity: 6, mayTurn: false }];
  it('counts of a roll only the length that is used, and tells sheets cut alike once', () => {
    const roll = [{ id: 'r', widthMm: 400, heightMm: 5000, quantity: 1, roll: true }];
    const rolled = solve(pieces, roll);
    expect(rolled.rollLengthMm).to.equal(400);
    expect(usedShare(rolled, roll)).to.be.closeTo((6 * 100 * 200) / (400 * 400), 1e-9);
    const sheets = [{ id: 's', widthMm: 200, heightMm: 200, quantity: 9, roll: false }];
    const sheeted = solve(pieces, sheets);
    expect(alikeSheets(sheeted.sheets).map((s) => s.count)).to.deep.equal([3]);
    expect([placedCount(sheeted), usedShare(sheeted, sheets)]).to.deep.equal([6, 1]);
  });
  it('asks in the shop for lengths and sheets as they are sold, rounded up', () => {
    const cotton = solve([{ ...pieces[0], quantity: 12 }], [shopStock('cotton')]);
    expect(cotton.rollLengthMm).to.equal(400);
    expect(amountToBuy('cotton', cotton, 'mm')).to.equal('0.4 m off the width');
    expect(amountToBuy('cotton', { ...cotton, rollLengthMm: 401 }, 'mm')).to.equal('0.5 m off the width');
    expect(amountToBuy('cotton', cotton, 'inch')).to.equal('4/8 yd off the width');
    const felt = solve([{ ...pieces[0], quantity: 3 }], [shopStock('felt')]);
    expect(amountToBuy('felt', felt, 'mm')).to.equal('2 sheets of felt');
    const huge = solve([{ ...pieces[0], widthMm: 900 }], [shopStock('felt')]);
    expect(amountToBuy('felt', huge, 'mm')).to.equal('a larger piece than is sold');
  });
  it('takes rolls and bolts of the shelf as rolls, all else as sheets', () => {
    const rolls = asLayoutStock(demoStock).filter((s) => s.roll).map((s) => s.id); // prettier-ignore
    expect(rolls).to.deep.equal(demoStock.filter((s) => ['roll', 'bolt'].includes(s.form)).map((s) => s.id));
  });
});
