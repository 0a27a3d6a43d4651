import { expect } from 'chai';
import fc from 'fast-check';
import { compositeOf } from '$lib/core/nesting/composite';
import { weave } from '$lib/core/nesting/loom';
import { itemsOf, randomFrom } from '$lib/core/nesting/problem';
import type { Put } from '$lib/core/nesting/types';
import { Watch } from '$lib/core/nesting/watch';
import { weaveSheets } from '$lib/core/nesting/weaving';

const size = fc.integer({ min: 5, max: 400 });

describe('a sheet woven from many blocks', () => {
  const always = new Watch(() => true);
  const of = (sizes: [number, number][], mayTurn = false) =>
    itemsOf(
      sizes.map(([widthMm, heightMm], i) => ({ id: `p${i}`, widthMm, heightMm, quantity: 1, mayTurn })),
      0,
    ).map(compositeOf);
  const area = (puts: { w: number; h: number }[]) => puts.reduce((sum, p) => sum + p.w * p.h, 0) / 100 ** 2;
  const sheet = { w: 100_00, h: 80_00, most: 6, isBand: false, near: 0.01, waste: 0.01 };

  /** Each of its own size, no more than once, inside and over no other, turned only where that is allowed. */
  function expectApart(
    puts: Put[],
    sizes: [number, number][],
    mayTurn: boolean,
    at: { w: number; h: number },
  ) {
    expect(new Set(puts.map((p) => p.serial)).size).to.equal(puts.length);
    puts.forEach((p, i) => {
      const [w, h] = sizes[p.piece];
      expect([p.w, p.h]).to.deep.equal(p.turned ? [100 * h, 100 * w] : [100 * w, 100 * h]);
      if (!mayTurn) expect(p.turned).to.equal(false);
      expect(Math.min(p.x, p.y)).to.be.at.least(0);
      expect(p.x + p.w).to.be.at.most(at.w);
      expect(p.y + p.h).to.be.at.most(at.h);
      for (const o of puts.slice(i + 1))
        expect(o.x >= p.x + p.w || p.x >= o.x + o.w || o.y >= p.y + p.h || p.y >= o.y + o.h).to.equal(true);
    });
  }

  it('finds the only four of eight that fill it: two of 60 x 40 mm, two of 40 x 40 mm', () => {
    const blocks = of([[97, 11], [60, 40], [31, 73], [40, 40], [60, 40], [53, 37], [40, 40], [71, 67]]); // prettier-ignore
    const puts = weave(blocks, sheet, randomFrom(1), always);
    expect(puts.map((p) => p.piece).sort()).to.deep.equal([1, 3, 4, 6]);
    expect(area(puts)).to.equal(100 * 80);
  });
  it('of a roll takes the stretch that wastes least, not the highest: 3 x 30 mm by 100 mm before 91 of 100 mm by 80 mm', () => {
    const band = { ...sheet, isBand: true };
    const puts = weave(of([[91, 80], [50, 30], [30, 30], [20, 30]]), band, randomFrom(1), always); // prettier-ignore
    expect(puts.map((p) => p.piece).sort()).to.deep.equal([1, 2, 3]);
  });
  it('holds what goes together by chance apart and inside, turned only where that is allowed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(size, size), { minLength: 1, maxLength: 40 }),
        fc.boolean(),
        fc.boolean(),
        fc.integer(),
        (sizes, mayTurn, isBand, seed) => {
          const most = Math.min(sizes.length, 8);
          const at = { w: 500_00, h: 400_00, most, isBand, near: 0.05, waste: 0.08 };
          const puts = weave(of(sizes, mayTurn), at, randomFrom(seed), always);
          expectApart(puts, sizes, mayTurn, at);
          const fitsSome = sizes.some(
            ([w, h]) => (w <= 500 && h <= 400) || (mayTurn && h <= 500 && w <= 400),
          );
          expect(puts.length > 0).to.equal(fitsSome);
        },
      ),
      { numRuns: 25 },
    );
  });
  it('sheet after sheet in stretches, wider than high or not: all are laid, none twice', () => {
    const side = fc.integer({ min: 60, max: 150 });
    const piece = fc.tuple(side, side);
    fc.assert(
      fc.property(
        fc.array(piece, { minLength: 60, maxLength: 90 }),
        fc.boolean(),
        fc.boolean(),
        fc.integer(),
        (sizes, mayTurn, isWide, seed) => {
          const at = isWide ? { w: 900_00, h: 400_00 } : { w: 400_00, h: 900_00 };
          const { bins, unplaced } = weaveSheets(of(sizes, mayTurn), at, 2, randomFrom(seed), always);
          for (const { puts } of bins) expectApart(puts, sizes, mayTurn, at);
          const laid = bins.flatMap(({ puts }) => puts.map((p) => p.serial));
          expect(unplaced).to.deep.equal([]);
          expect(laid.sort((a, b) => a - b)).to.deep.equal(sizes.map((_, i) => i));
        },
      ),
      { numRuns: 8 },
    );
  });
});
