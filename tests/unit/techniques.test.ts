import { expect } from 'chai';
import { CAUTIONS, MATERIALS } from '$lib/core/catalogue';
import { describeStack, stackAt, type HandStep, type Score } from '$lib/core/score';
import { labelledSet } from '../support/labelled';
import { secondHand } from '../support/labelled/second-hand';
import { example } from '../support/examples';

/** One example of each technique, drawn without tricks, and the score a maker would get. */
const families = [
  'applique',
  'filmPatch',
  'cutPatch',
  'borderPatch',
  'zipPouch',
  'turned',
  'feltTab',
  'lace',
  'laceWithPiece',
  'cutwork',
  'quiltedFlat',
  'pocket',
  'strips',
  'reverse',
  'plain',
];
/** Other hands drew what ours does not. */
const set = [...labelledSet(), ...secondHand(4)];
const scores = families.map((family) => {
  const design =
    set.find((d) => d.family === family && d.variation === 'as drawn') ??
    set.find((d) => d.family === family)!;
  const technique = {
    cutPatch: 'patch-design',
    borderPatch: 'patch-border',
    pocket: 'pocket',
    strips: 'pieced-strips',
    reverse: 'reverse-applique',
    plain: 'plain',
  }[family];
  return { family, ...example(design.tape, technique ? { technique } : {}) };
});
const hands = (score: Score) => score.steps.filter((s): s is HandStep => s.kind === 'hand');
const at = (score: Score, match: (s: HandStep) => boolean) =>
  score.steps.findIndex((s) => s.kind === 'hand' && match(s));

describe('every technique', () => {
  for (const { family, plan } of scores) {
    const { score } = plan;
    it(`${family}: begins with hooping up, and inspects before it unhoops`, () => {
      const order = hands(score).map((s) => s.action);
      expect(order[0]).to.equal('hoop-up');
      expect(order.indexOf('check')).to.be.within(0, order.indexOf('unhoop'));
    });

    it(`${family}: lays a piece once, before anything is trimmed or folded of it, and holds it before it is trimmed`, () => {
      const laid = new Set<string>();
      score.steps.forEach((step, i) => {
        if (step.kind === 'needle') return;
        for (const piece of step.pieces) {
          if (step.action === 'lay' || step.action === 'hoop-up') {
            expect(laid.has(piece), `${piece} twice`).to.equal(false);
            laid.add(piece);
          } else expect(laid.has(piece), `${step.title}: ${piece} is not there yet`).to.equal(true);
          if (step.action === 'trim-close')
            expect(
              stackAt(score, i).layers.find((l) => l.pieceId === piece)?.held,
              `${piece} is loose when trimmed`,
            ).to.equal(true);
        }
      });
      expect([...laid].sort()).to.deep.equal(score.pieces.map((p) => p.id).sort());
    });

    it(`${family}: every piece is caught by the needle before the hoop comes off`, () => {
      const unhoop = at(score, (s) => s.action === 'unhoop');
      const loose = stackAt(score, unhoop - 1).layers.filter((l) => !l.held);
      expect(loose.map((l) => l.name)).to.deep.equal([]);
    });

    it(`${family}: work on the back is done with the back up, work on the front with the front up`, () => {
      score.steps.forEach((step, i) => {
        if (step.kind !== 'hand' || !['lay', 'trim-close', 'slit-zip'].includes(step.action)) return;
        expect(stackAt(score, i).view, step.title).to.equal(step.side === 'back' ? 'back' : 'front');
      });
    });

    it(`${family}: sews with the front up`, () => {
      // A hoop goes into the machine front up, whatever is taped below it.
      score.steps.forEach((step, i) => {
        if (step.kind === 'needle') expect(stackAt(score, i).view, step.title).to.equal('front');
      });
    });

    it(`${family}: says each instruction in a sentence with its reason, and keeps cautions by the tools that need them`, () => {
      for (const step of hands(score)) {
        expect(step.text, step.title).to.match(/^[A-Z].*[.!?]$/s);
        expect(step.because, step.title).to.match(/^[A-Z].*[.!?]$/s);
        if (step.heldBy === 'spray') expect(step.cautions, step.title).to.include('spray');
        if (step.tools.includes('craft knife')) expect(step.cautions).to.include('blade');
        if (step.tools.includes('iron')) expect(step.cautions).to.include('iron');
        for (const caution of step.cautions) expect(CAUTIONS[caution]).to.match(/\.$/);
      }
    });

    it(`${family}: can be told in words at each step`, () => {
      score.steps.forEach((_, i) => expect(describeStack(stackAt(score, i))).to.match(/\.$/));
    });
  }

  it('strips: each seam after the first has a strip of its own, laid face down before it and folded after it', () => {
    const { score } = scores.find((s) => s.family === 'strips')!.plan;
    const seams = score.steps.filter((s) => s.kind === 'needle' && s.role === 'seam');
    expect(seams.length).to.be.above(2);
    for (const seam of seams) {
      const i = score.steps.indexOf(seam);
      const [before, after] = [score.steps[i - 1], score.steps[i + 1]];
      expect([before, after].map((s) => s.kind === 'hand' && s.action)).to.deep.equal(['lay', 'fold']);
      if (before.kind === 'hand' && after.kind === 'hand') expect(before.pieces).to.deep.equal(after.pieces);
    }
    const strips = hands(score)
      .filter((s) => s.action === 'fold')
      .flatMap((s) => s.pieces);
    expect(new Set(strips).size).to.equal(seams.length);
  });

  it('reverse appliqué: the upper cloth alone is cut open', () => {
    const { score } = scores.find((s) => s.family === 'reverse')!.plan;
    const cut = at(score, (s) => s.action === 'cut-cloth');
    const open = stackAt(score, cut).layers.flatMap((l) => (l.open ? [l.pieceId] : []));
    expect(open).to.deep.equal(['upper']);
  });

  it('names only materials that can be drawn', () => {
    for (const { plan } of scores)
      for (const piece of plan.cut.pieces) expect(MATERIALS).to.have.property(piece.material);
  });

  it('gives a piece more room on the back than on the front', () => {
    const tab = scores.find((s) => s.family === 'feltTab')!.plan;
    const by = (id: string) => tab.cut.pieces.find((p) => p.id === id)!;
    const margin = (id: string) => by(id).width.terms.find((t) => t.label === 'margin')!.mm;
    expect([margin('front'), margin('back')]).to.deep.equal([12, 20]);
  });
});
