import { expect } from 'chai';
import { planBobbins, type BobbinBlock, type BobbinPlan, type BobbinTask } from '$lib/core/bobbins';
import { Dice } from '../support/labelled/types';

const block = (id: string, bobbinM: number, mayJoin = true, bobbin = 'white'): BobbinBlock => ({ id, bobbinM, bobbin, mayJoin }); // prettier-ignore
const taskOf = (blocks: BobbinBlock[], change: Partial<BobbinTask> = {}): BobbinTask => ({
  blocks,
  capacityM: { white: 22, coral: 12 },
  keepM: 2,
  leftM: null,
  ...change,
});
function planned(task: BobbinTask): BobbinPlan {
  const plan = planBobbins(task);
  if (!plan.ok) throw new Error(plan.problem.message);
  return plan.value;
}
const short = ({ wind, swaps, joins, possible }: BobbinPlan) => ({
  wind: wind.map(({ bobbin, count }) => `${count} ${bobbin}`).join(', '),
  swaps: swaps.map((s) => s.beforeBlock).join(),
  joins: joins.map((j) => `${j.block} ${Math.round(10 * j.afterM) / 10}`).join(),
  possible,
});

/** Bobbins, joins and changes of every choice of where a full bobbin is put in: the fewest of those in which no join shows. */
function fewest({ blocks, capacityM, keepM, leftM }: BobbinTask): number[] {
  let best = [Infinity];
  for (let choice = 0; choice < 2 ** blocks.length; choice++) {
    let [bobbins, joins, swaps] = [0, 0, 0];
    const rest: Record<string, number> = {};
    if (leftM !== null) rest[blocks[0]!.bobbin] = leftM - keepM;
    const isAllowed = blocks.every(({ bobbin, bobbinM, mayJoin }, n) => {
      const full = capacityM[bobbin]! - keepM;
      const isFresh = (choice >> n) % 2 === 1;
      const isOther = n > 0 && blocks[n - 1]!.bobbin !== bobbin;
      if (isOther || (isFresh && (n > 0 || leftM !== null))) swaps++;
      if (isFresh) [rest[bobbin], bobbins] = [full, bobbins + 1];
      if (!((rest[bobbin] ?? 0) > 1e-9)) return false;
      let need = bobbinM;
      let own = 0;
      for (; need > rest[bobbin]! + 1e-9; own++) {
        need -= rest[bobbin]!;
        rest[bobbin] = full;
        bobbins++;
      }
      rest[bobbin]! -= need;
      joins += own;
      return !own || mayJoin || bobbinM > full;
    });
    const cost = [bobbins, joins, swaps];
    const at = cost.findIndex((c, i) => c !== best[i]);
    if (isAllowed && (best.length === 1 || (at >= 0 && cost[at]! < best[at]!))) best = cost;
  }
  return best;
}

describe('when to change the bobbin', () => {
  it('goes in full before what would show a join, and as late as it may', () => {
    // 20 m to sew with: 8 and 8 leave 4, and the cover takes 6.
    expect(short(planned(taskOf([block('tack', 8), block('fill', 8), block('cover', 6, false)])))).to.deep.equal({
      wind: '2 white', swaps: 'cover', joins: '', possible: true }); // prettier-ignore
    // A join that does not show is none either, where a change at the stop takes no more bobbins.
    expect(short(planned(taskOf([block('tack', 8), block('fill', 8), block('net', 6)])))).to.deep.equal({
      wind: '2 white', swaps: 'net', joins: '', possible: true }); // prettier-ignore
  });
  it('makes no join where a change at a stop takes no more bobbins', () => {
    // 13 and 6 of 20; the last takes 14 of the next: a change before it, not a join 1 m into it.
    expect(short(planned(taskOf([block('a', 13), block('b', 6), block('c', 14)])))).to.deep.equal({
      wind: '2 white', swaps: 'c', joins: '', possible: true }); // prettier-ignore
    // What is wasted there would be wanted later: 19 + 21 + ... ends within two only with a join.
    expect(short(planned(taskOf([block('a', 13), block('b', 14), block('c', 13)])))).to.deep.equal({
      wind: '2 white', swaps: '', joins: 'b 7', possible: true }); // prettier-ignore
  });
  it('begins with what is on the bobbin that is in, less what is kept', () => {
    const blocks = [block('a', 5), block('cover', 9, false)];
    expect(short(planned(taskOf(blocks, { leftM: 16 })))).to.deep.equal({ wind: '', swaps: '', joins: '', possible: true }); // prettier-ignore
    expect(short(planned(taskOf(blocks, { leftM: 15 })))).to.deep.equal({ wind: '1 white', swaps: 'cover', joins: '', possible: true }); // prettier-ignore
    // Nothing is left to begin with: a full one at once.
    expect(short(planned(taskOf(blocks, { leftM: 2 })))).to.deep.equal({ wind: '1 white', swaps: 'a', joins: '', possible: true }); // prettier-ignore
  });
  it('takes a colour out and back with what is on it; one that is used up does not come back', () => {
    const coral = (id: string, m: number) => block(id, m, false, 'coral');
    // 20 of white and 10 of coral: 8, then coral 6, white 8 from the same bobbin, coral 6 from a new one.
    const plan = planned(taskOf([block('a', 8), coral('b', 6), block('c', 8), coral('d', 6)]));
    expect(short(plan)).to.deep.equal({
      wind: '1 white, 2 coral',
      swaps: 'b,c,d',
      joins: '',
      possible: true,
    });
    expect(plan.swaps[1]?.because).to.contain('12.0 m are left on it');
    expect(plan.swaps[2]?.because).to.contain('a full one');
  });
  it('says that a block no bobbin holds shows a join, and where', () => {
    const plan = planned(taskOf([block('a', 5), block('lace', 30, false)]));
    expect(short(plan)).to.deep.equal({ wind: '2 white', swaps: '', joins: 'lace 15', possible: false });
    expect(plan.joins[0]?.because).to.match(/takes 30.0 m and a full bobbin gives 20.0 m: a join shows/);
  });
  it('takes as few bobbins, joins and changes as the best of all choices', () => {
    const dice = new Dice(21);
    for (let n = 0; n < 400; n++) {
      const blocks = Array.from({ length: dice.whole(1, 8) }, (_, i) =>
        block(`b${i}`, dice.whole(1, 15), dice.chance(0.5), dice.pick(['white', 'white', 'coral'])),
      ).map((b) => (b.bobbin === 'coral' ? { ...b, bobbinM: Math.min(b.bobbinM, 10) } : b));
      const task = taskOf(blocks, { leftM: dice.chance(0.5) ? dice.whole(0, 20) : null });
      const { wind, joins, swaps, possible } = planned(task);
      const bobbins = wind.reduce((sum, w) => sum + w.count, 0);
      expect([bobbins, joins.length, swaps.length], JSON.stringify(task)).to.deep.equal(fewest(task));
      expect(possible).to.equal(true);
    }
  });
  it('stays quick and exact over thousands of blocks', () => {
    const dice = new Dice(4);
    const blocks = Array.from({ length: 5000 }, (_, i) =>
      block(`b${i}`, dice.between(0.1, 12), dice.chance(0.4)),
    );
    // Wherever one may go in, all ways cost as much.
    const even = Array.from({ length: 2000 }, (_, i) => block(`b${i}`, 1));
    expect(short(planned(taskOf(even)))).to.include({ wind: '100 white', joins: '' });
    const { wind, joins, possible } = planned(taskOf(blocks));
    const sewn = blocks.reduce((sum, b) => sum + b.bobbinM, 0);
    expect(wind[0]?.count).to.be.within(Math.ceil(sewn / 20), Math.ceil(sewn / 20) * 1.6);
    expect(possible).to.equal(true);
    for (const { block: id } of joins) expect(blocks.find((b) => b.id === id)?.mayJoin).to.equal(true);
  });
  it('refuses a block without length, and a colour or a bobbin that holds nothing', () => {
    const told = (task: BobbinTask) => {
      const plan = planBobbins(task);
      return plan.ok ? '' : plan.problem.message;
    };
    expect(told(taskOf([block('a', 0)]))).to.contain('“a” has no length');
    expect(told(taskOf([block('a', 3, true, 'gold')]))).to.contain('“gold”');
    expect(told(taskOf([block('a', 3, true, 'constructor')]))).to.contain('“constructor”');
    expect(told(taskOf([block('a', 3)], { keepM: 22 }))).to.contain('nothing is left');
    // Found by chance: a million bobbins for one block.
    expect(told(taskOf([block('a', 999_999)], { capacityM: { white: 1 }, keepM: 0 }))).to.contain('more than 2000 bobbins'); // prettier-ignore
    expect(short(planned(taskOf([])))).to.deep.equal({ wind: '', swaps: '', joins: '', possible: true });
  });
});
