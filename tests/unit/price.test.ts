import { expect } from 'chai';
import { priceOrder, type Price, type PriceTask } from '$lib/core/price';
import { PRICED } from '../support/priced-order';
import { Dice } from '../support/labelled/types';

const NOTHING: PriceTask = {
  quantity: 1,
  loads: 1,
  materials: [],
  threadM: 0,
  threadCostPerM: 0,
  stitches: null,
  machineSeconds: 0,
  machineRate: 0,
  handSeconds: 0,
  handRate: 0,
  overhead: 0,
  margin: 0,
  setupSeconds: 0,
  breaks: [],
  shareSaved: 0,
  oneHeadSeconds: null,
};
function priced(task: Partial<PriceTask>): Price {
  const found = priceOrder({ ...NOTHING, ...task });
  if (!found.ok) throw new Error(found.problem.message);
  return found.value;
}
const felt = PRICED.materials[0]!;

describe('what an order costs and is sold for', () => {
  it('worked out by hand: ten patches, one spoiled, two heads', () => {
    const film = { label: 'film', amount: 0.2, unit: 'm', costPerUnit: 150, bought: 5 };
    const materials = [...PRICED.materials, film];
    const price = priced({ ...PRICED, materials, stitches: 4000, breaks: [10, 100], oneHeadSeconds: 600 });
    // Felt 11 · 12 = 132, film 5 · 150 = 750, thread 11 · 4 = 44, hands 11 · 150 = 1650, set-up 600 s · 2700 / h = 450: 3026.
    // Machine really used 11 · 100 = 1100; by work 11 · 150 = 1650; by time half of what is saved stays: 500 s, 11 · 125 = 1375.
    // Cost (3026 + 1100) · 1.1 / 10 = 453.86. Prices · 1.1 / 0.8 / 10: by work 642.95, by time 605.1375.
    expect([price.unitCost, price.unitPrice, price.totalPrice]).to.deep.equal([454, 605, 6050]);
    expect([price.schools.byWork.unitPrice, price.schools.byTime.unitPrice]).to.deep.equal([643, 605]);
    expect(price.schools.byTime.because).to.include('200 s of 600 s').and.include('50 %');
    // 605 for 4,000 stitches.
    expect(price.perThousandStitches).to.equal(151);
    expect(price.lines.map(({ label, amount }) => [label, amount])).to.deep.equal([
      ['felt', 0.11],
      ['film', 5],
      ['Thread', 88],
      ['Machine', 5500],
      ['Hands', 3300],
      ['Set-up', 600],
    ]);
    // Of 6051.375 there are 6050: felt 181.46, film 1031.0, thread 60.5, machine 1890.2, hands 2268.2, set-up 618.6.
    expect(price.lines.map(({ cost }) => cost)).to.deep.equal([181, 1031, 61, 1890, 2268, 619]);
    // A hundred: all but the set-up in proportion. 25 760 + 11 000 + 450 is 37 210; · 1.1 / 100 = 409.31.
    expect(price.breakpoints).to.deep.equal([
      { quantity: 10, unitCost: 454, unitPriceByWork: 643, unitPriceByTime: 605 },
      { quantity: 100, unitCost: 409, unitPriceByWork: 587, unitPriceByTime: 549 },
    ]);
  });
  it('rounds halves of the decimals as they are written up, not of the nearest binary number', () => {
    // 1.15 · 110 is 126.5, and 126.49999999999999 as the machine multiplies.
    const one = (amount: number, costPerUnit: number) =>
      priced({ materials: [{ ...felt, amount, costPerUnit }] }).unitPrice;
    expect([one(1.15, 110), one(1.005, 100), one(1e-7, 5e6), one(0.1, 5), one(0.1, 4.9)]).to.deep.equal([
      127, 101, 1, 1, 0,
    ]);
    // A third is not written to an end and still makes a whole: 3 · 7 / 3 / (1 − 0.3) = 10.
    expect(priced({ machineSeconds: 1200, machineRate: 21, margin: 0.3 }).unitPrice).to.equal(10);
  });
  it('lines add up to the total, whatever is priced; costs and prices keep their order', () => {
    const dice = new Dice(9);
    for (let n = 0; n < 300; n++) {
      const money = () => Math.round(dice.between(0, 500) * 100) / 100;
      const machineSeconds = dice.whole(0, 3000);
      const task = {
        quantity: dice.whole(1, 60),
        materials: Array.from({ length: dice.whole(0, 6) }, (_, i) => ({ label: `m${i}`, unit: 'm', amount: money(), costPerUnit: money(), ...(dice.chance(0.3) && { bought: money() }) })), // prettier-ignore
        threadM: money(),
        threadCostPerM: dice.between(0, 1),
        stitches: dice.whole(1, 90_000),
        machineSeconds,
        machineRate: money() * 10,
        handSeconds: dice.whole(0, 3000),
        handRate: money() * 10,
        overhead: dice.between(0, 1),
        margin: dice.between(0, 0.9),
        setupSeconds: dice.whole(0, 4000),
        shareSaved: dice.between(0, 1),
        oneHeadSeconds: machineSeconds + dice.whole(0, 3000),
      };
      const price = priced({ ...task, loads: task.quantity + dice.whole(0, 9), breaks: [task.quantity, task.quantity * 3] }); // prettier-ignore
      const what = JSON.stringify(task);
      expect(
        price.lines.reduce((sum, { cost }) => sum + cost, 0),
        what,
      ).to.equal(price.totalPrice);
      expect(price.totalPrice, what).to.equal(price.unitPrice * task.quantity);
      expect(price.unitCost, what).to.be.at.most(price.schools.byTime.unitPrice);
      expect(price.schools.byTime.unitPrice, what).to.be.at.most(price.schools.byWork.unitPrice);
      const [same, more] = price.breakpoints;
      expect([same!.unitCost, same!.unitPriceByTime], what).to.deep.equal([price.unitCost, price.unitPrice]);
      // Only the set-up is shared by more.
      expect(more!.unitCost, what).to.be.at.most(price.unitCost);
    }
  });
  it('an order that costs nothing is free, and one beyond counting is told', () => {
    expect(priced({ materials: [felt].map((m) => ({ ...m, costPerUnit: 0 })) }).lines.map((l) => l.cost)).to.deep.equal([0, 0, 0, 0, 0]); // prettier-ignore
    const dear = priceOrder({ ...NOTHING, quantity: 1e6, loads: 1e6, machineSeconds: 1e8, machineRate: 1e9 });
    expect(dear.ok ? '' : dear.problem.code).to.equal('too-dear');
    // A price that can be counted may come to more for a thousand of few stitches.
    const few = priceOrder({ ...NOTHING, threadM: 999_999, threadCostPerM: 1e9, stitches: 1 });
    expect(few.ok ? '' : few.problem.code).to.equal('too-dear');
    // What it costs may be beyond counting where little of it is charged.
    const unpaid = priceOrder({ ...NOTHING, quantity: 1, loads: 1e7, machineSeconds: 1e8, machineRate: 1e9, oneHeadSeconds: 0, shareSaved: 0 }); // prettier-ignore
    expect(unpaid.ok ? '' : unpaid.problem.code).to.equal('too-dear');
  });
});
