import { expect } from 'chai';
import type { Build } from '$lib/core/build';
import { formatNotion, gatherChecklist, type CutPiece } from '$lib/core/cut';
import type { Tape } from '$lib/core/tape';
import { bib, coaster, crewPatch, gullPennant, pouch, tailTab, windStar } from '$lib/demo';
import { example, workshopWith } from '../support/examples';

const planOf = (tape: Tape, change: Partial<Build> = {}) => example(tape, change).plan;
const pieceOf = (tape: Tape, id: string, change: Partial<Build> = {}): CutPiece =>
  planOf(tape, change).cut.pieces.find((p) => p.id === id)!;
const side = (piece: CutPiece) => [piece.width.cutMm, piece.height.cutMm];

describe('a piece as it is cut', () => {
  it('opened flat holds all it must cover, and is as large as it is said to be', () => {
    for (const tape of [pouch(), bib(), coaster(), gullPennant(), tailTab()])
      for (const p of planOf(tape).cut.pieces) {
        if (!p.flat || !p.covers) continue;
        expect(p.flat.maxX - p.flat.minX, p.name).to.be.closeTo(p.width.cutMm, 1e-6);
        expect(p.flat.maxY - p.flat.minY, p.name).to.be.closeTo(p.height.cutMm, 1e-6);
        // A pressed or flipped piece ends at its fold or its seam; all others reach past on every side.
        if (p.fold) continue;
        expect(p.flat.minX, p.name).to.be.at.most(p.covers.minX + 1e-6);
        expect(p.flat.maxY, p.name).to.be.at.least(p.covers.maxY - 1e-6);
      }
  });
  it('is folded where it was measured from: the pressed lining 12.7 mm from its edge, the flip 6 mm', () => {
    const fromEdge = (p: CutPiece) =>
      Math.min(p.fold!.from[1] - p.flat!.minY, p.flat!.maxY - p.fold!.from[1]);
    expect(fromEdge(pieceOf(pouch(), 'lining-lower'))).to.be.closeTo(12.7, 1e-6);
    expect(fromEdge(pieceOf(pouch(), 'upper'))).to.be.closeTo(6, 1e-6);
    expect(pieceOf(pouch(), 'back').fold).to.equal(null);
  });
  it('takes the maker’s own margin before the table’s', () => {
    const [w, h] = side(pieceOf(bib(), 'back'));
    const own = pieceOf(bib(), 'back', { materials: { back: { marginMm: 40 } } });
    const more = own.width.terms.find((t) => t.label === 'your margin')!;
    expect([more.times, more.mm]).to.deep.equal([2, 40]);
    expect(side(own)[0]).to.be.above(w);
    expect(side(own)[1]).to.be.above(h);
  });
  it('cut to its shape instead of a rectangle loses its margin, and the other way round', () => {
    const shape = pieceOf(coaster(), 'front', { materials: { front: { cutTo: 'shape' } } });
    const rectangle = pieceOf(coaster(), 'front');
    expect([shape.preCut, rectangle.preCut]).to.deep.equal([true, false]);
    expect(rectangle.width.sumMm - shape.width.sumMm).to.be.closeTo(24, 1e-6);
    const pennant = planOf(gullPennant(), { schools: { cut: 'pre-cut' } }).cut.pieces.find((p) => p.preCut)!;
    const trimmed = pieceOf(gullPennant(), pennant.id, {
      schools: { cut: 'pre-cut' },
      materials: { [pennant.id]: { cutTo: 'rectangle' } },
    });
    expect(trimmed.preCut).to.equal(false);
    expect(trimmed.width.sumMm).to.be.above(pennant.width.sumMm);
  });
  it('brings its fusible and its interfacing with it, in its own size', () => {
    const plan = planOf(bib(), { materials: { front: { fusible: 'heavy', interfacing: true } } });
    const front = plan.cut.pieces.find((p) => p.id === 'front')!;
    const fused = plan.cut.pieces.filter((p) => p.of === 'front');
    expect(fused.map((p) => p.material)).to.deep.equal(['interfacing', 'fusible-heavy']);
    for (const p of fused) expect(side(p)).to.deep.equal(side(front));
    // Cotton 1, with what is fused to it half a layer more each.
    expect(front.ply).to.equal(2);
    expect(planOf(bib()).cut.pieces.some((p) => p.of)).to.equal(false);
  });
  it('pre-cut and fused is cut from its wrong side, so its template is mirrored', () => {
    const { pieces } = planOf(gullPennant(), { schools: { cut: 'pre-cut' } }).cut;
    const shaped = pieces.filter((p) => p.preCut && !p.of);
    expect(shaped.length).to.be.above(0);
    expect(shaped.every((p) => p.mirrored)).to.equal(true);
    expect(pieces.filter((p) => p.of).map((p) => p.material)).to.include('fusible-light');
    // The blank of a patch is cut to its line too, but nothing is fused to it.
    const blank = pieceOf(crewPatch(), 'blank');
    expect([blank.preCut, blank.mirrored]).to.deep.equal([true, false]);
  });
  it('with a direction looks up and is not turned, unless the maker says so', () => {
    const directed = pieceOf(bib(), 'front', { materials: { front: { traits: ['directional'] } } });
    expect([directed.arrow, directed.mayTurn]).to.deep.equal(['up', false]);
    const allowed = pieceOf(bib(), 'front', {
      materials: { front: { traits: ['directional'], mayTurn: true } },
    });
    expect(allowed.mayTurn).to.equal(true);
    expect(pieceOf(bib(), 'front').arrow).to.equal('threads');
    expect(pieceOf(tailTab(), 'front').arrow).to.equal('none');
  });
  it('that shrinks is prewashed first when the item will be washed', () => {
    const use = { washed: true, forChild: false, due: null };
    expect(pieceOf(bib(), 'back').prewash).to.equal('no');
    expect(pieceOf(bib(), 'back', { use }).prewash).to.equal('first');
    expect(pieceOf(bib(), 'back', { use, materials: { back: { prewashed: true } } }).prewash).to.equal(
      'done',
    );
    expect(pieceOf(tailTab(), 'back', { use }).prewash).to.equal('no');
  });
});

describe('what an item takes beside its pieces', () => {
  const amount = (tape: Tape, notion: string, change: Partial<Build> = {}) =>
    planOf(tape, change).cut.notions.find((n) => n.notion === notion)?.amount;

  it('a snap is two caps, a socket and a stud; two snaps are twice that', () => {
    expect(['snap cap', 'snap socket', 'snap stud'].map((n) => amount(tailTab(), n))).to.deep.equal([
      4, 2, 2,
    ]);
    const eyelet = { schools: { closure: 'eyelet' } };
    expect([amount(tailTab(), 'eyelet', eyelet), amount(tailTab(), 'snap cap', eyelet)]).to.deep.equal([
      4,
      undefined,
    ]);
  });
  it('a ribbon is its loop twice and the seam', () => {
    // Two slots, each between two marks.
    expect(amount(tailTab(), 'ribbon', { schools: { closure: 'ribbon' } })).to.be.closeTo(2 * 0.14, 1e-9);
    const longer = example(
      tailTab(),
      { schools: { closure: 'ribbon' } },
      workshopWith({ 'cut.ribbonLoop': 100 }),
    );
    expect(longer.plan.cut.notions.find((n) => n.notion === 'ribbon')?.amount).to.be.closeTo(2 * 0.22, 1e-9);
  });
  it('a zip is longer than its window, and tape goes along the sides that are taped', () => {
    const zip = planOf(pouch()).cut.notions.find((n) => n.notion === 'zip')!;
    const piece = pieceOf(pouch(), 'zip');
    expect([zip.amount, zip.lengthMm]).to.deep.equal([1, Math.max(...side(piece))]);
    expect(amount(pouch(), 'paper tape')).to.be.above(1);
    const sprayed = { schools: { hold: 'spray' } };
    const [front] = [pieceOf(tailTab(), 'front')];
    expect(amount(tailTab(), 'spray adhesive', sprayed)).to.be.closeTo(
      (front.width.cutMm * front.height.cutMm) / 1e6,
      1e-9,
    );
  });
  it('free lace joined with buttons takes buttons, whipped it takes none', () => {
    expect(amount(windStar(), 'button', { schools: { assembly: 'buttons' } })).to.equal(2);
    expect(amount(windStar(), 'button', { schools: { assembly: 'whip' } })).to.equal(undefined);
  });
  it('is told in whole pieces and in what it is sold by', () => {
    expect(formatNotion('snap cap', 4)).to.equal('4 snap caps');
    expect(formatNotion('eyelet', 1)).to.equal('1 eyelet with washer');
    expect(formatNotion('paper tape', 1.21)).to.equal('1.3 m embroidery tape');
    expect(formatNotion('filling', 0.2)).to.equal('1 g filling');
  });
});

describe('laying ready', () => {
  it('lists pieces, thread, bobbins, small parts, tools and the needle, each once', () => {
    const { build, plan } = example(tailTab(), { order: { quantity: 8, repeats: 4 } });
    const lines = gatherChecklist(build, plan, plan.cut.notions, 'mm');
    const { load, hoopings } = plan.order;
    const has = (text: string) => lines.some((l) => l.text.startsWith(text));
    expect(has(`${load} × Front, `)).to.equal(true);
    expect(has(`${hoopings} × Base, `)).to.equal(true);
    // Only what came out well gets its snaps.
    expect(has(`${4 * 8} snap caps`)).to.equal(true);
    expect(lines.filter((l) => l.group === 'Tools').map((l) => l.text)).to.include('snap press');
    expect(new Set(lines.map((l) => l.id)).size).to.equal(lines.length);
    expect(lines.at(-1)?.text).to.equal('a fresh embroidery needle');
  });
});
