import { expect } from 'chai';
import { formatLength } from '$lib/core/base';
import { formatNotion, gatherChecklist, shopStock, tooLarge, type GroupPiece } from '$lib/core/cut';
import { numbersWith } from '$lib/core/numbers';
import { itemsToLoad } from '$lib/core/order';
import { planBuild } from '$lib/core/plan';
import { stitchesBack, troublesAt } from '$lib/core/run';
import { insertionRange } from '$lib/core/score';
import { coaster, crewPatch, tailTab } from '$lib/demo';
import { demoStock } from '$lib/demo/stock';
import { example } from '../support/examples';

// Figures as a maker is told them, worked out on paper.
const numbers = numbersWith();

describe('figures as they are told', () => {
  it('items to load for many thousands go by the normal limit', () => {
    // x: 0.95 x − 1.2816 · √(x · 0.95 · 0.05) ≥ 20,000 − 0.5 from x = 21,094.81 on
    expect(itemsToLoad(20_000, 0.05, 0.9)).to.equal(21_095);
    // and for a half, half of them: 40,000 at one in two, no certainty asked beyond even odds
    expect(itemsToLoad(20_000, 0.5, 0.5)).to.equal(39_999);
    // far out, where the spread is what counts: 0.5 x − 2.3263 · √(x / 4) ≥ 19,999.5 from x = 40,466.98 on; the library's 2.3263 is 2.3215
    expect(itemsToLoad(20_000, 0.5, 0.99)).to.be.closeTo(40_467, 1);
  });

  it('notions in whole pieces or the next step of their unit, up', () => {
    expect(formatNotion('zip', 2.2)).to.equal('3 coil zips');
    expect(formatNotion('zip', 0.4)).to.equal('1 coil zip');
    expect(formatNotion('ribbon', 3.21)).to.equal('3.3 m ribbon');
    expect(formatNotion('ribbon', 3.2)).to.equal('3.2 m ribbon');
  });

  it('what must lie ready: metres of each thread for the whole load, up', () => {
    const threads = Array.from({ length: 12 }, () => ({ name: 'navy', colour: '#112244' }));
    const { build, plan } = example(crewPatch(), { order: { quantity: 12, repeats: 4 }, threads });
    const lines = gatherChecklist(build, plan, [], 'mm').filter((l) => l.group === 'Thread');
    const [most] = plan.thread.byThread;
    expect(lines[0].text).to.equal(`${most.name}, ${Math.ceil(most.metres * plan.order.load)} m`);
    expect(Number.isInteger(most.metres * plan.order.load)).to.equal(false);
  });

  it('a price by the area that was bought of the same stuff; what was free says nothing', () => {
    const felt = { ...demoStock[0], material: 'felt', widthMm: 200, heightMm: 300, cost: 3 } as const;
    const other = { ...felt, material: 'cotton', cost: 90 } as const;
    const per = shopStock('felt', [felt, other, { ...felt, cost: 0, widthMm: 5000 }]);
    expect(per.cost! / (per.widthMm * per.heightMm)).to.be.closeTo(3 / 60_000, 1e-12);
    const table = shopStock('felt', []);
    expect(shopStock('felt', [other]).cost).to.equal(table.cost);
  });

  it('the margin with which a piece would fit: half of what is short off each side, never below none', () => {
    const term = (label: string, mm: number) => ({ label, mm, times: 2 });
    const dimension = (mm: number, margin: number) => ({
      terms: [term('margin', margin)],
      sumMm: mm,
      cutMm: mm,
    });
    const stock = [{ ...demoStock[0], widthMm: 300, heightMm: 300 }];
    const pieceOf = (mm: number, margin: number) =>
      ({
        id: 'p',
        name: 'p',
        widthMm: mm,
        heightMm: 200,
        quantity: 1,
        mayTurn: false,
        cut: { width: dimension(mm, margin), height: dimension(200, margin) },
      }) as unknown as GroupPiece;
    const said = (mm: number, margin: number) => tooLarge({ pieces: [pieceOf(mm, margin)], stock })[0];
    expect(said(310, 20)).to.deep.include({ shortMm: 10, marginMm: 15, turnHelps: false });
    expect(said(340, 20).marginMm).to.equal(0);
    expect(said(342, 20).marginMm).to.equal(null);
    expect(tooLarge({ pieces: [pieceOf(300, 20)], stock })).to.deep.equal([]);
  });

  it('back after a break: an overlap of the table’s length, no fewer than 4 stitches and no more than 60', () => {
    const flow = troublesAt(undefined).find((f) => f.kind === 'thread-break')!;
    const lengthMm = numbers[flow.back!];
    const back = (mm: number, stitch = 1000) => stitchesBack(flow, { meanStitchMm: mm }, stitch, numbers);
    expect(back(2)).to.equal(Math.ceil(lengthMm / 2));
    expect(back(12)).to.equal(4);
    expect(stitchesBack(flow, { meanStitchMm: 0.3 }, 1000, { ...numbers, [flow.back!]: 40 })).to.equal(60);
    expect(back(2, 3)).to.equal(3);
  });

  it('a name goes on after the quilting; where it lies from the middle is said, but for less than half a tenth', () => {
    const { build, plan, reading, workshop } = example(coaster());
    const quilted = reading.blocks.findLast((b) => b.role.value === 'quilting');
    const { from, to } = insertionRange(plan.score, reading);
    if (quilted) expect(from).to.equal(quilted.index + 1);
    expect(to).to.be.at.least(from);
    const words = (dxMm: number, dyMm: number) => {
      const motif = example(tailTab());
      const insertion = {
        id: 'name',
        name: 'Name',
        tapeId: motif.build.tapeId,
        typed: [],
        beforeBlock: from,
        dxMm,
        dyMm,
        merged: false,
      };
      const put = { ...build, insertions: [insertion] };
      const { score } = planBuild(put, reading, workshop, { name: motif.reading });
      const texts = score.steps.flatMap((s) => (s.kind === 'hand' ? [s.text] : []));
      return texts.find((t) => t.includes('Load Name'));
    };
    expect(words(12, -30)).to.include(
      `, its middle ${formatLength(12, 'mm')} right of and ${formatLength(30, 'mm')} below the middle`,
    );
    expect(words(-0.06, 0.04)).to.include(`, its middle ${formatLength(0.06, 'mm')} left of the middle`);
    expect(words(0.04, 0.04)).to.include(', in the middle of the design');
    expect(words(0, 0.06)).to.include('above the middle');
  });
});
