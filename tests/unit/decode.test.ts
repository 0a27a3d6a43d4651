import { expect } from 'chai';
import fc from 'fast-check';
import { circle, closePath, rectangle, run, satin, TapeMaker, zigzag } from '$lib/core/outline';
import { beliefsOf, type Tree } from '../../src/lib/core/reading/decode';
import { Simplifier } from '../../src/lib/core/reading/middles';
import { isQuestion } from '$lib/core/reading';
import { readAs } from '../support/examples';

const STATES = 3;
const figure = fc.double({ min: -4, max: 4, noNaN: true });
const row = fc.array(figure, { minLength: STATES, maxLength: STATES });
/** Any tree of up to five nodes, some states ruled out. */
const trees: fc.Arbitrary<Tree> = fc.integer({ min: 1, max: 5 }).chain((n) =>
  fc.record({
    scores: fc.array(row, { minLength: n, maxLength: n }),
    parents: fc.tuple(...Array.from({ length: n }, (_, i) => fc.integer({ min: -1, max: i - 1 }))),
    pairs: fc.array(fc.array(row, { minLength: STATES, maxLength: STATES }), { minLength: n, maxLength: n }),
  }),
);

/** By trying every assignment. */
function byHand({ scores, parents, pairs }: Tree) {
  const n = scores.length;
  const nodes = scores.map((r) => r.map(() => 0));
  let all = 0;
  for (let k = 0; k < STATES ** n; k++) {
    const at = Array.from({ length: n }, (_, i) => Math.floor(k / STATES ** i) % STATES);
    let sum = 0;
    for (let i = 0; i < n; i++)
      sum += scores[i][at[i]] + (parents[i] < 0 ? 0 : pairs[i][at[parents[i]]][at[i]]);
    const weight = Math.exp(sum);
    all += weight;
    at.forEach((s, i) => (nodes[i][s] += weight));
  }
  return { logZ: Math.log(all), nodes: nodes.map((r) => r.map((v) => v / all)) };
}

describe('decoding a whole design', () => {
  it('gives the beliefs that trying every assignment gives', () =>
    fc.assert(
      fc.property(trees, (tree) => {
        const [found, truth] = [beliefsOf(tree), byHand(tree)];
        expect(found.logZ).to.be.closeTo(truth.logZ, 1e-9);
        truth.nodes.forEach((r, i) => r.forEach((p, s) => expect(found.nodes[i][s]).to.be.closeTo(p, 1e-9)));
        // A pair's beliefs add up to those of its nodes.
        found.edges.forEach((edge, i) =>
          edge?.forEach((r, s) =>
            expect(r.reduce((sum, v) => sum + v, 0)).to.be.closeTo(found.nodes[tree.parents[i]][s], 1e-9),
          ),
        );
      }),
    ));

  it('what is ruled out is never believed, and is felt by all that hangs on it', () =>
    fc.assert(
      fc.property(trees, (tree) => {
        const told = { ...tree, scores: tree.scores.map((r, i) => (i ? r : [r[0], -Infinity, -Infinity])) };
        const [found, truth] = [beliefsOf(told), byHand(told)];
        expect(found.nodes[0]).to.deep.equal([1, 0, 0]);
        truth.nodes.forEach((r, i) => r.forEach((p, s) => expect(found.nodes[i][s]).to.be.closeTo(p, 1e-9)));
      }),
    ));

  it('what the maker says of one block is read around: the blocks after it change with it', () => {
    const ring = closePath(circle({ x: 0, y: 0 }, 30));
    const tape = new TapeMaker('RING')
      .sew(run(ring))
      .stop()
      .sew(zigzag(ring, 2.4, 2))
      .stop()
      .sew(satin(ring, 3.6))
      .done();
    const roles = (own = {}) => readAs(tape, own).blocks.map((b) => b.role);
    expect(roles().map((r) => r.value)).to.deep.equal(['placement', 'tack-down', 'cover']);
    expect(roles().some(isQuestion)).to.equal(false);
    const told = roles({ 0: 'decoration' });
    expect(told[0]).to.include({ value: 'decoration', by: 'maker', runnerUp: null });
    expect(told[1].runnerUp!.confidence).to.be.above(2 * roles()[1].runnerUp!.confidence);
    // Every reading names what speaks for it and what it would be otherwise.
    for (const r of roles()) {
      expect(r.because).to.have.length.above(10);
      expect(r.runnerUp!.confidence).to.be.below(r.confidence);
    }
  });
});

describe('a line through noisy points', () => {
  const drawn = (points: readonly (readonly [number, number])[]) => {
    const kept: [number, number][] = [];
    const line = new Simplifier((x, y) => kept.push([x, y]));
    for (const [x, y] of points) line.add(x, y);
    line.end();
    return kept;
  };
  it('keeps a corner within its tolerance of 0.2 mm, and the ends', () => {
    const corner = [
      ...Array.from({ length: 11 }, (_, i) => [2 * i, 0] as const),
      ...Array.from({ length: 10 }, (_, i) => [20, 2 * i + 2] as const),
    ];
    const [first, bend, last, ...more] = drawn(corner);
    expect([first, last, more]).to.deep.equal([[0, 0], [20, 20], []]);
    expect(Math.hypot(bend[0] - 20, bend[1])).to.be.at.most(2);
  });
  it('is not lengthened by noise within that', () => {
    const noisy = Array.from({ length: 200 }, (_, i) => [i, ((i * 7919) % 11) / 11 - 0.5] as const);
    const kept = drawn(noisy);
    const length = kept.reduce(
      (sum, [x, y], i) => sum + (i ? Math.hypot(x - kept[i - 1][0], y - kept[i - 1][1]) : 0),
      0,
    );
    expect(length).to.be.within(198.5, 200);
  });
});

describe('edges of one piece', () => {
  const square = rectangle({ x: 0, y: 0 }, 60, 60);
  const inside = (by: number) => rectangle({ x: 0, y: 0 }, 60 - 2 * by, 60 - 2 * by);
  const follows = (by: number) =>
    readAs(
      new TapeMaker('TWO')
        .sew(run(closePath(square)))
        .stop()
        .sew(run(closePath(inside(by))))
        .done(),
    ).blocks[1].follows;
  it('up to 2 mm inside its line a tack-down follows it, steadily; further in it is another line', () => {
    expect(follows(0)?.share).to.be.above(0.98);
    expect(follows(1.8)?.share).to.be.above(0.9);
    expect(follows(1.8)?.distanceMm).to.be.closeTo(1.8, 0.15);
    expect(follows(3)).to.equal(null);
  });
  it('a line that only crosses others follows none of them', () => {
    const net = run([
      ...Array.from({ length: 13 }, (_, k) => [
        { x: -30, y: -30 + 5 * k },
        { x: 30, y: -30 + 5 * k },
      ])
        .map((p, k) => (k % 2 ? p.reverse() : p))
        .flat(),
    ]);
    const across = run([
      { x: -20, y: -29 },
      { x: 20, y: 29 },
    ]);
    const tape = new TapeMaker('NET').sew(net).stop().sew(across).done();
    expect(readAs(tape).blocks[1].follows).to.equal(null);
  });
});
