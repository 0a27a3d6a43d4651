import { expect } from 'chai';
import fc from 'fast-check';
import { TaggedPoints } from '../../src/lib/core/reading/tagged-points';

const REACH = 22;
const TAGS = 4;
const points = fc.array(
  fc.record({
    // Crowded, so that many share a cell, and on both sides of the middle; one or two lie metres away.
    x: fc.oneof({ weight: 20, arbitrary: fc.integer({ min: -120, max: 120 }) }, fc.constant(40_000)),
    y: fc.oneof({ weight: 20, arbitrary: fc.integer({ min: -120, max: 120 }) }, fc.constant(-40_000)),
    tag: fc.integer({ min: 0, max: TAGS - 1 }),
  }),
  { minLength: 1, maxLength: 60 },
);

describe('points with tags', () => {
  it('has the nearest of each other tag within reach, as comparing with every point has', () => {
    fc.assert(
      fc.property(points, (some) => {
        const index = new TaggedPoints(
          {
            n: some.length,
            x: Float32Array.from(some, (p) => p.x),
            y: Float32Array.from(some, (p) => p.y),
            tag: Int32Array.from(some, (p) => p.tag),
          },
          TAGS,
          REACH,
        );
        for (const from of some) {
          const { n, tags, distance2, nearest } = index.around(from.x, from.y, from.tag);
          const met = new Map(
            Array.from(tags.slice(0, n), (t) => [t, { d2: distance2[t], p: some[nearest[t]] }]),
          );
          expect(met.size, 'each tag once').to.equal(n);
          const away = (p: (typeof some)[number]) => (p.x - from.x) ** 2 + (p.y - from.y) ** 2;
          for (let t = 0; t < TAGS; t++) {
            const least = Math.min(...some.filter(({ tag }) => tag === t).map(away));
            const found = met.get(t);
            if (t === from.tag) expect(found).to.equal(undefined);
            else if (least <= REACH ** 2) expect(found?.d2).to.equal(least);
            if (found) expect([found.p.tag, away(found.p)]).to.deep.equal([t, found.d2]);
          }
        }
      }),
    );
  });
});
