import { expect } from 'chai';
import { formatLength } from '$lib/core/base';
import {
  formatNotion,
  gatherChecklist,
  purchaseOf,
  shopStock,
  tooLarge,
  type GroupPiece,
} from '$lib/core/cut';
import { applyChanges, planBases } from '$lib/core/stock';
import type { Reading } from '$lib/core/reading';
import { defaultOf as figureRange, numbersWith } from '$lib/core/numbers';
import { itemsToLoad } from '$lib/core/order';
import { planBuild } from '$lib/core/plan';
import { stitchesBack, troublesAt } from '$lib/core/run';
import { insertionRange, tightTrim } from '$lib/core/score';
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
    expect(quilted, 'the coaster is quilted').not.to.equal(undefined);
    expect(from).to.equal((quilted?.index ?? NaN) + 1);
    expect(to).to.be.above(from);
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

  it('bases off a roll: along or across, by the length it takes; what lies beside serves a smaller hoop', () => {
    const roll = { ...demoStock[0], id: 'r', form: 'roll' as const, widthMm: 640, heightMm: 2000, cost: 20 };
    const need = { name: 'large', widthMm: 350, heightMm: 250, quantity: 7 };
    const hoops = [
      { name: 'fits', widthMm: 130, heightMm: 340 },
      { name: 'longer', widthMm: 140, heightMm: 400 },
      { name: 'wide', widthMm: 150, heightMm: 150 },
    ];
    // One across takes 7 × 250 mm; two across, turned, 4 × 350: 640 − 2 · 250 = 140 mm lie beside them.
    const [plain] = planBases([need], [roll], hoops, 0);
    expect(plain.cuts[0]).to.include({
      turned: true,
      acrossCount: 2,
      lengths: 4,
      lengthMm: 350,
      stripMm: 140,
    });
    expect(plain.cuts[0].serves).to.deep.equal({ hoop: 'fits', longerMm: 0 });
    expect(plain).to.include({ totalMm: 1400, shortMm: 0 });
    expect(planBases([need], [roll], hoops, 50)[0].cuts[0].serves).to.deep.equal({
      hoop: 'longer',
      longerMm: 50,
    });
    expect(planBases([need], [roll], hoops, 49)[0].cuts[0].serves?.hoop).to.equal('fits');
    // A roll that does not reach comes after one that does, whatever it costs.
    const short = { ...roll, id: 's', heightMm: 1000, cost: 1 };
    const plans = planBases([need], [short, roll], hoops, 0);
    expect(plans.map((x) => [x.roll.id, x.shortMm])).to.deep.equal([
      ['r', 0],
      ['s', 400],
    ]);
    // One alone leaves all that is beside it.
    expect(planBases([{ ...need, quantity: 1 }], [roll], hoops, 0)[0].cuts[0].stripMm).to.equal(640 - 350);
  });

  it('less than a centimetre of a roll is nothing any more; a centimetre still lies on the shelf', () => {
    const roll = { ...demoStock[0], form: 'roll' as const, heightMm: 500, cost: 50, quantity: 1 };
    const after = (mm: number) => applyChanges([roll], [{ item: roll, by: 'length', amount: -mm }]);
    const kept = after(490);
    expect(kept.ok && kept.value.map((s) => [s.heightMm, s.cost])).to.deep.equal([[10, 1]]);
    const gone = after(491);
    expect(gone.ok && gone.value).to.deep.equal([]);
    expect(after(501).ok).to.equal(false);
  });

  it('what is bought off a width, by the tenth of a metre or the eighth of a yard; sheets by the piece', () => {
    const shop = { id: 'buy', widthMm: 1100, heightMm: 200_000, quantity: 1, roll: true, cost: 2000 };
    const put = { pieceId: 'p', xMm: 0, yMm: 0, widthMm: 1, heightMm: 1, turned: false };
    const sheet = { stockId: 'buy', placements: [put, put], usedHeightMm: 310 };
    const layout = {
      sheets: [sheet, sheet],
      unplaced: [],
      usedAreaMm2: 1,
      stockAreaMm2: 1,
      rollLengthMm: 310,
      lowerBoundSheets: 1,
      cost: 0,
    };
    expect(purchaseOf('Blue', 'cotton', layout, shop, 'mm')).to.deep.include({
      amount: '0.4 m off the width',
      needs: '4 pieces',
      cost: (2000 * 400) / 200_000,
    });
    expect(purchaseOf('Blue', 'cotton', layout, shop, 'inch').amount).to.equal('3/8 yd off the width');
    const felt = purchaseOf('Blue', 'felt', layout, { ...shop, roll: false, cost: 0.9 }, 'mm');
    expect([felt.amount, felt.cost]).to.deep.equal(['2 sheets of felt', 1.8]);
    const none = purchaseOf(
      'Blue',
      'felt',
      {
        ...layout,
        sheets: [],
        unplaced: [
          { pieceId: 'p', quantity: 2 },
          { pieceId: 'q', quantity: 1 },
        ],
      },
      shop,
      'mm',
    );
    expect([none.needs, none.impossible]).to.deep.equal(['3 pieces', true]);
  });

  it('amounts of what is sprayed to a hundredth of a square metre, up', () => {
    expect(formatNotion('spray adhesive', 0.1201)).to.equal('0.13 m² spray adhesive');
    expect(formatNotion('spray adhesive', 0.12)).to.equal('0.12 m² spray adhesive');
  });

  it('a block sewn once more stands right after it; a dense motif gets a layer under it, a light one none', () => {
    const { build, plan, reading, workshop } = example(tailTab());
    const needle = plan.score.steps.find((s) => s.kind === 'needle')!;
    const again = { kind: 'again' as const, stepId: 'again:1', of: needle.id, thread: null };
    const ids = planBuild({ ...build, edits: [again] }, reading, workshop).score.steps.map((s) => s.id);
    const between = ids.slice(ids.indexOf(needle.id) + 1, ids.indexOf('again:1'));
    expect(ids.indexOf('again:1')).to.be.above(ids.indexOf(needle.id));
    expect(between.every((id) => id.startsWith('again:1'))).to.equal(true);

    const motif = example(crewPatch());
    const stitches = motif.reading.blocks.reduce((sum, b) => sum + b.stitches, 0);
    const insertion = {
      id: 'm',
      name: 'M',
      tapeId: 'm',
      typed: [],
      beforeBlock: 1,
      dxMm: 0,
      dyMm: 0,
      merged: false,
    };
    const held = (limit: number) =>
      planBuild(
        { ...build, insertions: [insertion] },
        reading,
        { ...workshop, numbers: { 'check.floatStitches': limit } },
        { m: motif.reading },
      ).score.steps.flatMap((s) => (s.kind === 'needle' && s.inserted ? s.holds : []));
    const { min, max } = figureRange('check.floatStitches');
    expect(stitches).to.be.within(min, max);
    expect(held(stitches - 1)).to.include('float-m');
    expect(held(stitches)).to.deep.equal([]);
  });

  it('a cover that reaches far asks for no closer trim; where it reaches least is said by the corner', () => {
    const box = { minX: 0, minY: 0, maxX: 90, maxY: 90 };
    const said = (outsideAt: [number, number], outsideMm: number) =>
      tightTrim(
        0,
        {
          covers: [{ cover: 1, over: 0, outsideMm, insideMm: 2, outsideAt, insideAt: [0, 0] }],
          blocks: [
            { index: 0, widthMm: 1, follows: null },
            { index: 1, box, follows: { index: 0, share: 1, shareBack: 1, distanceMm: 0 } },
          ],
        } as unknown as Reading,
        numbers,
      )?.because((mm) => `${mm} mm`);
    expect(said([29, 29], 1.5)).to.equal('At the lower left the cover reaches only 1 mm past the tack-down.');
    expect(said([61, 61], 1.4)).to.match(/^At the upper right/);
    expect(said([45, 59], 1.4)).to.match(/^In the middle/);
    expect(said([45, 61], 1.4)).to.match(/^At the top/);
    expect(said([31, 29], 1.4)).to.match(/^At the bottom/);
    expect(said([29, 45], 1.4)).to.match(/^On the left/);
    expect(said([29, 29], 8)).to.equal(undefined);
  });
});
