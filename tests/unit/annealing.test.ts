import { expect } from 'chai';
import fc from 'fast-check';
import { Annealing } from '$lib/core/nesting/annealing';
import type { Composite } from '$lib/core/nesting/composite';
import { randomFrom } from '$lib/core/nesting/problem';
import type { Item } from '$lib/core/nesting/types';
import { Watch } from '$lib/core/nesting/watch';

const endless = () => new Watch(() => true);
/** w, h and whether it may turn, of each */
const items = (...of: [number, number, boolean?][]): Item[] =>
  of.map(([w, h, turn = true], i) => ({ piece: i, serial: i, w, h, turn }));
const slices = (annealing: Annealing, enough: number, most = 20): Composite[] => {
  let blocks = annealing.work(enough);
  for (let n = 1; n < most && blocks.length > enough; n++) blocks = annealing.work(enough);
  return blocks;
};
/** Every piece lies once, inside its block, over no other, with no room left; turned only where it may be, all of a block at once. */
function expectSound(blocks: readonly Composite[], all: readonly Item[]) {
  const laid = blocks.flatMap((b) => b.puts.map((p) => p.serial)).sort((a, b) => a - b);
  expect(laid).to.deep.equal(all.map((i) => i.serial));
  for (const { w, h, turn, puts } of blocks) {
    expect(puts.reduce((sum, p) => sum + p.w * p.h, 0)).to.equal(w * h);
    for (const [k, p] of puts.entries()) {
      const item = all[p.serial];
      expect([p.w, p.h]).to.deep.equal(p.turned ? [item.h, item.w] : [item.w, item.h]);
      if (!item.turn) expect([p.turned, turn]).to.deep.equal([false, false]);
      expect(p.x >= 0 && p.y >= 0 && p.x + p.w <= w && p.y + p.h <= h).to.equal(true);
      for (const q of puts.slice(k + 1))
        expect(p.x + p.w <= q.x || q.x + q.w <= p.x || p.y + p.h <= q.y || q.y + q.h <= p.y).to.equal(true);
    }
  }
}

describe('pieces annealed to whole sheets', () => {
  it('joins 30 x 40 and 30 x 60 along 30, then 70 x 100 beside them: a sheet of 100 x 100', () => {
    const all = items([30, 40], [30, 60], [70, 100]);
    const blocks = slices(new Annealing(all, { w: 100, h: 100 }, randomFrom(1), endless()), 1);
    expectSound(blocks, all);
    expect(blocks.map(({ w, h }) => [w, h])).to.deep.equal([[100, 100]]);
  });
  it('turns what may be turned, and leaves apart what would have to be turned and may not', () => {
    const sheet = { w: 100, h: 60 };
    const may = items([70, 60, false], [60, 30]);
    const turned = slices(new Annealing(may, sheet, randomFrom(2), endless()), 1);
    expectSound(turned, may);
    expect(turned.length).to.equal(1);
    expect(turned[0].puts.find((p) => p.serial === 1)?.turned).to.equal(true);
    const not = items([70, 60, false], [60, 30, false]);
    expect(slices(new Annealing(not, sheet, randomFrom(2), endless()), 1, 3).length).to.equal(2);
  });
  it('makes nothing larger than the sheet', () => {
    const all = items([60, 50], [60, 50], [60, 50]);
    const blocks = slices(new Annealing(all, { w: 60, h: 100 }, randomFrom(3), endless()), 2, 3);
    expect(blocks.map((b) => b.h).sort((a, b) => a - b)).to.deep.equal([50, 100]);
  });
  it('loses nothing and turns nothing against its will, whatever was cut up', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 2, max: 40 }), (seed, n) => {
        const random = randomFrom(seed);
        const cut: [number, number, boolean][] = [[1000, 800, true]];
        while (cut.length < n) {
          const k = Math.floor(random() * cut.length);
          const [w, h] = cut[k];
          const at = 0.2 + 0.6 * random();
          const [x, y] = [Math.round(w * at), Math.round(h * at)];
          if (x < 2 || y < 2 || w - x < 2 || h - y < 2) break;
          cut.splice(k, 1, ...(random() < 0.5 ? ([[x, h, true], [w - x, h, true]] as typeof cut) : ([[w, y, true], [w, h - y, true]] as typeof cut))); // prettier-ignore
        }
        const all = items(...cut.map(([w, h]): [number, number, boolean] => [w, h, random() < 0.7]));
        const annealing = new Annealing(all, { w: 1000, h: 800 }, random, endless());
        for (let slice = 0; slice < 3; slice++) expectSound(annealing.work(1), all);
      }),
      { numRuns: 30 },
    );
  });
});
