import { expect } from 'chai';
import { formatAmount } from '$lib/core/base';
import {
  asLayoutStock,
  gatherNotions,
  gatherPieces,
  purchaseOf,
  purchaseOfBobbins,
  purchaseOfNeedles,
  purchaseOfNotion,
  shopStock,
  tooLarge,
  type CutDemand,
} from '$lib/core/cut';
import {
  alikeSheets,
  placedCount,
  solveLayout,
  usedShare,
  type Layout,
  type LayoutPiece,
} from '$lib/core/nesting';
import { bobbinsToBuy, type Demand } from '$lib/core/demand';
import { numbersWith } from '$lib/core/numbers';
import { newWorkshop } from '$lib/core/workshop';
import { bib, pouch, tailTab } from '$lib/demo';
import { demoStock } from '$lib/demo/stock';
import type { Build } from '$lib/core/build';
import type { Tape } from '$lib/core/tape';
import { example } from '../support/examples';

const demand = (name: string, tape: Tape, change: Partial<Build> = {}): CutDemand => {
  const { plan } = example(tape, change);
  return {
    build: { id: name, name },
    pieces: plan.cut.pieces,
    scorePieces: plan.score.pieces,
    notions: plan.cut.notions,
    threads: plan.thread.byThread,
    order: plan.order,
  };
};
const solve = (pieces: LayoutPiece[], stock: Parameters<typeof solveLayout>[1]): Layout => {
  let left = 40;
  return solveLayout(pieces, stock, { edgeToEdge: true, gapMm: 0, seed: 1, mayContinue: () => left-- > 0 });
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
  const groups = gatherPieces(orders, demoStock, 6);

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
    expect(quantity('tab:front')).to.equal(load('tab').designs);
    expect(quantity('tab:base')).to.equal(load('tab').hoopings);
    expect(load('tab').hoopings).to.be.below(load('tab').designs);
    expect(groups.some((g) => g.material === 'zip')).to.equal(false);
    const zips = gatherNotions(orders).find((n) => n.notion === 'zip')!;
    expect([zips.amount, zips.because]).to.deep.equal([load('pouch').designs, 'pouch']);
    expect(zips.lengthMm).to.be.above(200);
  });
  it('with a direction, of their own or of the stock, are not turned; what is cut already is left out', () => {
    const wave = demoStock.find((s) => s.directional)!;
    const turn = (change: Partial<Build>) =>
      gatherPieces([demand('bib', bib(), change)], demoStock, 6)
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
    const buy = (layout: Layout, unit: 'mm' | 'inch' = 'mm') =>
      purchaseOf('Blue', 'cotton', layout, shopStock('cotton'), unit);
    expect(buy(cotton).amount).to.equal('0.4 m off the width');
    expect(buy({ ...cotton, rollLengthMm: 401 }).amount).to.equal('0.5 m off the width');
    expect(buy(cotton, 'inch').amount).to.equal('4/8 yd off the width');
    expect(buy({ ...cotton, rollLengthMm: 800 }).cost).to.be.closeTo(2 * buy(cotton).cost, 1e-9);
    const feltShop = shopStock('felt');
    const felt = purchaseOf(
      'Felt',
      'felt',
      solve([{ ...pieces[0], quantity: 3 }], [feltShop]),
      feltShop,
      'mm',
    );
    expect([felt.amount, felt.needs, felt.cost]).to.deep.equal([
      '2 sheets of felt',
      '3 pieces',
      2 * feltShop.cost!,
    ]);
    const huge = purchaseOf(
      'Felt',
      'felt',
      solve([{ ...pieces[0], widthMm: 900 }], [feltShop]),
      feltShop,
      'mm',
    );
    expect([huge.amount, huge.impossible]).to.deep.equal(['a larger piece than is sold', true]);
  });
  it('takes rolls and bolts of the shelf as rolls, all else as sheets', () => {
    const rolls = asLayoutStock(demoStock)
      .filter((s) => s.roll)
      .map((s) => s.id);
    expect(rolls).to.deep.equal(demoStock.filter((s) => ['roll', 'bolt'].includes(s.form)).map((s) => s.id));
  });
  it('costs what the shelf’s own stock of it cost, else a usual price', () => {
    const usual = shopStock('cotton');
    const known = shopStock('cotton', [
      { ...demoStock[0], material: 'cotton', widthMm: 1000, heightMm: 1000, cost: 20 },
    ]);
    expect(known.cost! / (known.widthMm * known.heightMm)).to.be.closeTo(20 / 1e6, 1e-12);
    expect(usual.cost).to.be.above(0).and.not.equal(known.cost);
  });
  it('buys whole packs', () => {
    const need = { notion: 'snap cap' as const, amount: 104, lengthMm: null, because: '', afterwards: false };
    const caps = purchaseOfNotion(need, String);
    expect(purchaseOfNotion({ ...need, notion: 'paper tape' }, String).aisle).to.equal('To hold and glue');
    expect(caps.aisle).to.equal('Small parts');
    expect([caps.amount, caps.needs, caps.cost]).to.deep.equal(['3 packs of 50', '104 snap caps', 9]);
    const zips = purchaseOfNotion({ ...need, notion: 'zip', amount: 7, lengthMm: 230 }, (mm) => `${mm} mm`);
    expect([zips.name, zips.amount]).to.deep.equal(['Coil zip, at least 230 mm', '7 coil zips']);
  });
  it('tells an amount in the currency, rounded to its smallest unit', () => {
    expect([formatAmount(8.4, 'EUR'), formatAmount(9.085, null), formatAmount(1200.4, 'JPY')]).to.deep.equal([
      '€8.40',
      '9.09',
      'JP¥1\u202f200',
    ]);
  });
  it('buys bobbins by their kind: thread for those wound at home, else full ones; what is wound is not bought', () => {
    const home = { ...newWorkshop().machines[0]!, id: 'home', bobbin: 'self-wound' as const };
    const [shop, other] = ['shop', 'other'].map((id) => ({ ...home, id, bobbin: 'size-m' as const }));
    const sewn = (machineId: string, count: number) =>
      ({ sewing: { machineId, wind: [{ thread: null, count }, { thread: { name: 'coral', colour: '#d9644a' }, count: 2 }] } }) as Demand; // prettier-ignore
    const machines = [home, shop!, other!];
    const white = { id: 'w', name: 'White', colour: '#ffffff', kind: 'size-m' as const, count: 5 };
    const needs = bobbinsToBuy([sewn('home', 9), sewn('home', 3), sewn('shop', 4), sewn('other', 14)], { machines }, [white], numbersWith({ 'thread.bobbinHome': 60, 'thread.bobbinLarge': 200 })); // prettier-ignore
    // Four of the five that are wound go to one machine, the last to the other.
    expect(needs).to.deep.equal([
      { kind: 'self-wound', count: 12, metres: 720 },
      { kind: 'size-m', count: 13, metres: 2600 },
    ]);
    expect(needs.map((n) => purchaseOfBobbins(n, { 'bobbin-thread': { pack: 500 } }))).to.deep.equal([
      { aisle: 'Thread', name: 'Bobbin thread', amount: '2 spools of 500 m', needs: '12 bobbins beyond what is wound, 720 m', cost: 10, impossible: false },
      { aisle: 'Thread', name: 'Bobbins, size M', amount: '2 packs of 12', needs: '13 bobbins beyond what is wound', cost: 18, impossible: false },
    ]); // prettier-ignore
  });
  it('buys needles by the hours that are sewn, none where one lasts', () => {
    const hours = (h: number) => purchaseOfNeedles(3600 * h, 8);
    expect(hours(8)).to.equal(null);
    expect([hours(8.1)?.amount, hours(8.1)?.needs]).to.deep.equal([
      '1 pack of 5',
      '2 needles, one after 8 hours each',
    ]);
    expect([hours(40.1)?.amount, hours(40.1)?.cost]).to.deep.equal(['2 packs of 5', 8]);
  });
  it('buys as it is sold where the maker buys: another pack, width and price', () => {
    const own = {
      'snap cap': { pack: 20, price: 1.5 },
      cotton: { widthMm: 1400, price: 12 },
      felt: { sheetMm: 450 },
    };
    const need = { notion: 'snap cap' as const, amount: 104, lengthMm: null, because: '', afterwards: false };
    // 104 of packs of 20: six packs of 1.50.
    const caps = purchaseOfNotion(need, String, own);
    expect([caps.amount, caps.cost]).to.deep.equal(['6 packs of 20', 9]);
    // 200 m of it at 12 a metre; a sheet of felt is longer and costs what it did.
    expect(shopStock('cotton', [], own)).to.include({ widthMm: 1400, cost: 12 * 200 });
    expect(shopStock('felt', [], own)).to.include({ widthMm: 230, heightMm: 450, cost: 0.9 });
    // What the shelf's own cost still stands before it.
    const known = shopStock(
      'cotton',
      [{ ...demoStock[0], material: 'cotton', widthMm: 1000, heightMm: 1000, cost: 20 }],
      own,
    );
    expect(known.cost! / (known.widthMm * known.heightMm)).to.be.closeTo(20 / 1e6, 1e-12);
  });
});

describe('a piece larger than its stock', () => {
  const sheet = { ...demoStock.find((s) => s.material === 'felt')!, widthMm: 180, heightMm: 230 };
  const tab = gatherPieces([demand('tab', tailTab())], [], 6).find((g) => g.material === 'felt')!;
  const front = { ...tab.pieces[0], widthMm: 220, heightMm: 100 };
  it('is told with the nearest stock, how much is missing, and what would make it fit', () => {
    expect(tooLarge({ pieces: [front], stock: [sheet] })).to.deep.equal([]);
    const held = tooLarge({ pieces: [{ ...front, mayTurn: false }], stock: [sheet] })[0];
    expect([held.nearest.name, held.shortMm, held.turnHelps]).to.deep.equal([sheet.name, 40, true]);
    const huge = tooLarge({ pieces: [{ ...front, widthMm: 240, heightMm: 190 }], stock: [sheet] })[0];
    expect([huge.shortMm, huge.turnHelps, huge.marginMm]).to.deep.equal([10, false, 7]);
  });
});
