import { expect } from 'chai';
import fc from 'fast-check';
import { numberDef } from '$lib/core/number-words';
import { stackAt } from '$lib/core/score';
import { crewPatch, pouch, tailTab } from '$lib/demo';
import { layoutCrossSection, RING } from '$lib/ui/score/cross-section';
import { rowsOf, sectionOf } from '$lib/ui/score/side-by-side';
import { dropAt, layoutScore } from '$lib/ui/score/layout';
import { fromShown, toShown } from '$lib/ui/workshop/shown';
import { example } from '../support/examples';

/** px */
const DESK = { width: 1100, least: 17 };
const examples = [pouch(), crewPatch(), tailTab()].map((tape) => example(tape));

describe('the score on two staves', () => {
  it('a step that is let go is put before the one it lies over, by its place in time alone; on itself it stays', () => {
    const [{ plan, reading }] = examples;
    const layout = layoutScore(plan.score, plan.time.steps, reading.blocks, DESK);
    const [first, second, third] = layout.placed;
    expect(dropAt(layout, first.x, second.step.id)).to.equal(0);
    expect(dropAt(layout, first.x + first.width - 0.1, third.step.id)).to.equal(0);
    expect(dropAt(layout, second.x, third.step.id)).to.equal(1);
    expect(dropAt(layout, second.x + 1, second.step.id)).to.equal(null);
    expect(dropAt(layout, -20, third.step.id)).to.equal(0);
    expect(dropAt(layout, 5000, first.step.id)).to.equal(null);
  });
  it('fits any width, in order, without a gap or an overlap, and no step too narrow to hit on a desk', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 900, max: 3000 }),
        fc.constantFrom(...examples),
        (width, { plan, reading }) => {
          const { placed } = layoutScore(plan.score, plan.time.steps, reading.blocks, { width, least: 17 });
          let x = 0;
          for (const p of placed) {
            expect(p.x).to.be.closeTo(x, 1e-6);
            expect(p.width).to.be.at.least(17 - 1e-6);
            x += p.width;
          }
          expect(x).to.be.closeTo(width, 0.5);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('gives the longer step the wider place, on the stave of who does it', () => {
    const { plan, reading } = examples[0];
    const { placed } = layoutScore(plan.score, plan.time.steps, reading.blocks, DESK);
    for (const a of placed)
      for (const b of placed) if (a.seconds > b.seconds) expect(a.width).to.be.at.least(b.width - 1e-6);
    for (const p of placed) expect(p.stave).to.equal(p.step.kind === 'needle' ? 'needle' : 'hands');
  });
  it('draws a bar line at each of the 14 stops, none after the last block', () => {
    const { plan, reading } = examples[0];
    const { bars } = layoutScore(plan.score, plan.time.steps, reading.blocks, DESK);
    expect(bars.map((b) => b.label)).to.deep.equal(Array.from({ length: 14 }, (_, i) => String(i + 1)));
  });
  it('rules the minutes where they are: a tick for each, inside the step that lasts then, clocks that never touch', () => {
    const { plan, reading } = examples[0];
    const total = plan.score.steps.reduce((sum, s) => sum + plan.time.steps[s.id].seconds, 0);
    for (const least of [17, 22, 44])
      for (const width of [240, 700, 1100, 2400]) {
        const { placed, minutes, width: drawn } = layoutScore(plan.score, plan.time.steps, reading.blocks, { width, least }); // prettier-ignore
        expect(minutes.map((m) => m.seconds / 60)).to.deep.equal(
          Array.from({ length: Math.floor(total / 60) }, (_, i) => i + 1),
        );
        for (const { x, seconds } of minutes) {
          const over = placed.find((p) => x <= p.x + p.width + 1e-6)!;
          const before = placed.slice(0, over.index).reduce((sum, p) => sum + p.seconds, 0);
          expect(x).to.be.closeTo(over.x + (over.width * (seconds - before)) / over.seconds, 1e-6);
        }
        const told = minutes.filter((m) => m.told);
        told.forEach(({ x }, i) => expect(x - (told[i - 1]?.x ?? 0)).to.be.at.least(40));
        expect(drawn).to.be.closeTo(Math.max(width, least * placed.length), 0.5);
        expect(told.length, `${width} px`).to.be.at.least(drawn > 600 ? 3 : 1);
      }
  });
  it('leaves out the number of a stop that would stand on the one before it; its line stays', () => {
    const { plan, reading } = examples[0];
    const { bars } = layoutScore(plan.score, plan.time.steps, reading.blocks, { width: 200, least: 3 });
    const told = bars.filter((b) => b.label);
    expect(bars).to.have.length(14);
    expect(told.length).to.be.within(2, 13);
    told.slice(1).forEach((b, i) => expect(b.x - told[i].x).to.be.at.least(15));
  });
  it('puts work on the back of the hoop on the lowest line', () => {
    const { plan, reading } = examples[0];
    const { placed } = layoutScore(plan.score, plan.time.steps, reading.blocks, DESK);
    const level = (title: string) => placed.find((p) => p.step.title === title)?.level;
    expect([level('Lay the zip'), level('Turn'), level('Lay back lining')]).to.deep.equal([0, 1, 2]);
  });
});

describe('the cross-section', () => {
  const at = (title: string, of = examples[0]) => {
    const { score } = of.plan;
    return stackAt(
      score,
      score.steps.findIndex((s) => s.title === title),
    );
  };
  it('never lets two layers overlap, at any step of any build', () => {
    for (const { plan } of examples)
      plan.score.steps.forEach((_, i) => {
        const { bands, height } = layoutCrossSection(stackAt(plan.score, i), 26, 260, 280);
        for (let k = 1; k < bands.length; k++)
          expect(bands[k].y).to.be.at.least(bands[k - 1].y + bands[k - 1].height);
        const last = bands.at(-1);
        if (last) expect(last.y + last.height).to.be.below(height);
      });
  });
  it('what lies side by side is drawn so, where it lies: the two linings of the pouch in one row, its zip narrow', () => {
    const { plan } = examples[0];
    const section = sectionOf(plan.cut.pieces)!;
    // Its parts lie above each other in the hoop, so it is cut from the lower edge to the upper one.
    expect(section.axis).to.equal('y');
    const { bands } = layoutCrossSection(at('Lay upper lining'), 26, 260, 280, section);
    const band = (id: string) => bands.find((b) => b.layer.pieceId === id)!;
    const [lower, upper, zip, back] = ['lining-lower', 'lining-upper', 'zip', 'base'].map(band);
    expect([lower.y, lower.height]).to.deep.equal([upper.y, upper.height]);
    expect(lower.right).to.be.below(upper.left);
    // 107.8 mm beside 39.8 mm, and the zip of 18 mm between them: drawn to one scale.
    expect((lower.right - lower.left) / (upper.right - upper.left)).to.be.closeTo(107.8 / 39.8, 0.02);
    expect((zip.right - zip.left) / (upper.right - upper.left)).to.be.closeTo(18 / 39.8, 0.02);
    const slit = (back.parts[0].x + back.parts[0].width + back.parts[1].x) / 2;
    expect(slit).to.be.closeTo((zip.left + zip.right) / 2, 0.5);
    // A tab's pieces lie over each other whichever way it is cut.
    expect(sectionOf(examples[2].plan.cut.pieces)).to.equal(null);
  });
  it('drawn side by side no piece lies in another, no name on another, at any step, from either side', () => {
    for (const { plan } of examples) {
      const section = sectionOf(plan.cut.pieces);
      plan.score.steps.forEach((_, i) => {
        const stack = stackAt(plan.score, i);
        const { bands } = layoutCrossSection(stack, 26, 260, 280, section);
        bands.forEach((a, k) => {
          for (const b of bands.slice(k + 1)) {
            const apart = a.y + a.height <= b.y + 1e-6 || b.y + b.height <= a.y + 1e-6 || a.right <= b.left + 8 || b.right <= a.left + 8; // prettier-ignore
            expect(apart, `${a.layer.name} and ${b.layer.name}, step ${i}`).to.equal(true);
            expect(Math.abs(a.nameY - b.nameY)).to.be.at.least(14);
          }
        });
        // No layer lies nearer to the base than one it covers.
        const rows = rowsOf(stack.layers, section);
        const front = rows.filter((_, n) => stack.layers[n].side === 'front');
        expect(new Set(front).size).to.equal(front.length ? Math.max(...front) : 0);
      });
    }
  });
  it('says what lies up and down close to the stack, in any room, inside the drawing', () => {
    for (const { plan } of examples)
      plan.score.steps.forEach((_, i) => {
        for (const room of [256, 280, 500]) {
          const { bands, words, height, ringY } = layoutCrossSection(stackAt(plan.score, i), 26, 260, room);
          if (ringY === null) continue;
          const last = bands[bands.length - 1];
          expect(words.up).to.be.within(13, Math.max(13, bands[0].y - 8));
          expect(words.up).to.be.at.least(Math.max(13, bands[0].y - 8 - 2 * RING));
          expect(words.down).to.be.within(Math.min(last.y + last.height, height - 4), height - 4);
          expect(words.down).to.be.below(last.y + last.height + 18 + 2 * RING);
        }
      });
  });
  it('turns over with the hoop: what lies up is on top, and every arrow turns', () => {
    const front = at('Lay the zip');
    const back = { ...front, view: 'back' as const };
    const names = (stack: typeof front) =>
      layoutCrossSection(stack, 26, 260, 280).bands.map((b) => b.layer.name);
    expect(names(back)).to.deep.equal(names(front).toReversed());
    const arrow = (stack: typeof front) =>
      layoutCrossSection(stack, 26, 260, 280).bands.find((b) => b.layer.pieceId === 'zip')?.arrow;
    expect(arrow(back)).not.to.equal(arrow(front));
  });
  it('shows the slit base in two parts, the trimmed piece shorter, the folded one with its edge', () => {
    const band = (title: string, piece: string) =>
      layoutCrossSection(at(title), 26, 260, 280).bands.find((b) => b.layer.pieceId === piece)!;
    expect(band('Slit the window', 'base').parts).to.have.length(2);
    expect(band('Trim batting', 'batting').left).to.be.above(band('Lay batting', 'batting').left);
    expect(band('Fold the upper front over', 'upper').edges).to.include('q-9');
  });
  it('draws no arrow on batting, which has no right side, and no ring when nothing is hooped', () => {
    expect(layoutCrossSection(at('Lay batting'), 26, 260, 280).bands[0].arrow).to.equal('');
    expect(layoutCrossSection(at('Press'), 26, 260, 280).ringY).to.equal(null);
  });
});

describe('numbers on screen', () => {
  it('go to inches and back without loss, seconds stay seconds', () => {
    const margin = numberDef('cut.marginBack');
    expect(toShown(margin, 25.4, 'inch')).to.include({ value: 1, unit: 'in' });
    expect(fromShown(margin, 1, 'inch')).to.be.closeTo(25.4, 1e-9);
    expect(toShown(numberDef('hand.lay'), 30, 'inch')).to.include({ value: 30, unit: 's' });
  });
});
