import { expect } from 'chai';
import type { Path } from '$lib/core/base';
import { bean, circle, closePath, rectangle, run, satin } from '$lib/core/outline';
import { rankTechniques, techniqueQuestion, type RankedTechnique } from '$lib/core/techniques';
import type { Build } from '$lib/core/build';
import type { Tape } from '$lib/core/tape';
import { bib, crewPatch, pouch, tailTab } from '$lib/demo';
import { CAUTIONS, MATERIALS } from '$lib/core/catalogue';
import { describeStack, stackAt, type HandStep, type Score } from '$lib/core/score';
import { labelledSet } from '../support/labelled';
import { secondHand } from '../support/labelled/second-hand';
import { thirdHand } from '../support/labelled/third-hand';
import { example } from '../support/examples';
import { sewn } from '../support/copies';

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
  'topper',
  'zip',
];
/** Other hands drew what ours does not. */
const set = [...labelledSet(), ...secondHand(4), ...thirdHand(4)];
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

  it('a topper: the back lies before the window is edged, and the base in it is not cut', () => {
    const { score } = scores.find((s) => s.family === 'topper')!.plan;
    const window = score.steps.findIndex((s) => s.kind === 'needle' && s.title === 'Window edge');
    const under = stackAt(score, window).layers;
    expect(under.find((l) => l.pieceId === 'back')).to.include({ held: true, trimmed: true });
    expect(under.find((l) => l.pieceId === 'base')).to.include({ open: false });
  });

  it('a pouch without lining: no lining is cut or laid, and it is turned through the zip', () => {
    // Zip lines 10 mm apart at y = 30, seams at its edges, one last seam of 120 × 100: nothing else.
    const level = (y: number, half = 55): Path[] => [
      run(
        [
          { x: -half, y },
          { x: half, y },
        ],
        2.5,
      ),
    ];
    const tape = sewn([...level(35), ...level(25)], [...level(34), ...level(26)], level(34), level(26), [
      bean(closePath(rectangle({ x: 0, y: 0 }, 120, 100, 4)), 2.5),
    ]);
    const { plan } = example(tape, {
      technique: 'zip-pouch',
      roles: { 0: 'placement', 1: 'tack-down', 2: 'seam', 3: 'seam', 4: 'final-outline' },
    });
    const { score, cut } = plan;
    expect(cut.pieces.map((p) => p.id)).to.deep.equal([
      'base',
      'zip',
      'upper',
      'lower',
      'back',
      'back-batting',
    ]);
    expect(
      hands(score)
        .map((s) => s.text)
        .join(' '),
    ).not.to.match(/lining/i);
    expect(
      hands(score)
        .filter((s) => s.action === 'turn')
        .map((s) => s.text),
    ).to.deep.equal(['Turn through the open zip, corners first, with a blunt tool.']);
    // Nothing holds the panels but their seams and the last one: they reach to it. Upper: from 34 to 50, past the seam by its
    // bite, and one margin; lower from 26 down to -50. Both as wide as the last seam and two margins.
    const { 'cut.marginTop': margin, 'cut.seamOverlap': bite } = plan.numbers;
    const sum = (id: string) =>
      cut.pieces
        .filter((p) => p.id === id)
        .map((p) => [p.width.sumMm, p.height.sumMm].map((v) => Math.round(v)))[0];
    expect(sum('upper')).to.deep.equal([120 + 2 * margin, 16 + bite + margin].map((v) => Math.round(v)));
    expect(sum('lower')).to.deep.equal([120 + 2 * margin, 76 + bite + margin].map((v) => Math.round(v)));
  });

  it('a loose element: got ready, pinned and freed of its pin, and under topping before anything is sewn on it', () => {
    const cross: Path[] = [
      run(
        [
          { x: -4, y: 0 },
          { x: 4, y: 0 },
        ],
        2,
      ),
      run(
        [
          { x: 0, y: -4 },
          { x: 0, y: 4 },
        ],
        2,
      ),
    ];
    const ring = (r: number): Path[] => [run(closePath(circle({ x: 0, y: 0 }, r)), 2)];
    const petals = [0, 1, 2].map((k) =>
      satin(
        [
          { x: -6, y: 2 * k - 2 },
          { x: 6, y: 2 * k - 2 },
        ],
        2,
        0.4,
      ),
    );
    const vine: Path[] = [
      run(
        [
          { x: -50, y: -30 },
          { x: 40, y: 35 },
        ],
        2,
      ),
    ];
    const { plan } = example(sewn([...cross, ...vine], ring(6), ring(9), petals), {
      technique: 'loose-element',
      roles: { 0: 'marker', 1: 'tack-down', 2: 'tack-down', 3: 'decoration' },
    });
    const { score } = plan;
    expect(score.steps.map((s) => (s.kind === 'needle' ? s.title : s.action))).to.deep.equal([
      'hoop-up',
      'Centre mark',
      'work',
      'lay',
      'Hold the element',
      'topping',
      'lay',
      'Hold the centre piece',
      'trim-close',
      'Details',
      'check',
      'unhoop',
      'remove',
      'snip',
      'cut-base',
      'press',
    ]);
    const lay = hands(score).find((s) => s.action === 'lay')!;
    expect(lay.text).to.match(/take the pin out\.$/);
    expect(lay.cautions).to.include('pins');
    const tack = score.steps.find((s) => s.kind === 'needle' && s.block === 1)!;
    expect(tack.kind === 'needle' && tack.attended).to.equal(true);
  });

  it('asks which technique it is where two fit about as well, and not where one fits better', () => {
    const shares = (...all: number[]) => all.map((share) => ({ share, technique: {} }) as RankedTechnique);
    expect(techniqueQuestion(shares(0.74, 0.25, 0.01))?.map((m) => m.share)).to.deep.equal([0.74, 0.25]);
    expect(techniqueQuestion(shares(0.76, 0.23, 0.01))).to.equal(null);
    expect(techniqueQuestion([])).to.equal(null);
    const asked = scores.filter(({ reading }) => techniqueQuestion(rankTechniques(reading)));
    expect(asked.length).to.be.at.most(3);
  });

  it('asks what is hooped where no tape can tell, until it is said', () => {
    const open = (tape: Tape, technique: string, schools: Build['schools'] = {}) =>
      example(tape, { technique, schools }).plan.score.open;
    expect(open(crewPatch(), 'film-patch')?.schools.map((s) => s.key)).to.deep.equal(['film', 'wash']);
    for (const base of ['film', 'wash']) expect(open(crewPatch(), 'film-patch', { base })).to.equal(null);
    expect(open(crewPatch(), 'film-patch', { base: 'a school that is gone' })?.key).to.equal('base');
    expect(open(pouch(), 'zip-pouch')).to.equal(null);
    // Its quilting says that there is batting; without, it is asked.
    expect(open(bib(), 'turned-item')).to.equal(null);
    expect(open(tailTab(), 'turned-item')?.key).to.equal('inside');
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
