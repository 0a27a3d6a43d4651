import { expect } from 'chai';
import fc from 'fast-check';
import { itemsToLoad, planOrder } from '$lib/core/order';
import { explainDimension } from '$lib/core/cut';
import { numberDef } from '$lib/core/number-words';
import { NUMBER_IDS, numbersWith } from '$lib/core/numbers';
import { closePath, rectangle, run, satin, TapeMaker, zigzag } from '$lib/core/outline';
import { planBuild } from '$lib/core/plan';
import { freeOf, hoopingSeconds, learningFactor, speedFactor, stitchSeconds } from '$lib/core/time';
import {
  formatDuration,
  formatLength,
  formatRoughly,
  formatWait,
  lengthsIn,
  roundUpToGrid,
} from '$lib/core/base';
import { hoopField } from '$lib/core/hoop';
import { crewPatch, pouch, tailTab } from '$lib/demo';
import { example, workshopWith } from '../support/examples';

const numbers = numbersWith();

describe('the table of numbers', () => {
  it('has a reason for every figure, inside its range', () => {
    for (const id of NUMBER_IDS) {
      const { value, min, max, because } = numberDef(id);
      expect(value, id).to.be.within(min, max);
      expect(because, id).to.match(/^[A-Z].{8,}\.$/);
    }
  });
  it("takes the maker's own figures, and brings absurd ones into range", () => {
    expect(numbersWith({ 'cut.marginTop': 15 })['cut.marginTop']).to.equal(15);
    expect(numbersWith({ 'cut.marginTop': -4 })['cut.marginTop']).to.equal(0);
    expect(numbersWith({ 'cut.marginTop': NaN })['cut.marginTop']).to.equal(12);
  });
});

describe('units', () => {
  it('tells lengths of a sentence in the maker’s unit; widths of stitches stay in mm, as machines show them', () => {
    const said = 'a zigzag 3.2 mm wide, leaves 63.5 mm open, 190.5 mm long';
    expect(lengthsIn(said, 'mm')).to.equal(said);
    expect(lengthsIn(said, 'inch')).to.equal(
      'a zigzag 3.2 mm wide, leaves 2 1/2\u00a0in open, 7 1/2\u00a0in long',
    );
  });
  it('tells a wait as one plans by it: whole minutes, and seconds only near its end', () => {
    expect([1317, 55, 50, 3, 0, 4000, 36_000].map(formatRoughly)).to.deep.equal([
      '22 min',
      '1 min',
      '50 s',
      '10 s',
      '0 s',
      '1 h 07 min',
      '10 h',
    ]);
    expect([700, 120, 119, 5].map(formatWait)).to.deep.equal(['11 minutes', '2 minutes', '1:59', '0:05']);
  });
  it('shows inches as a ruler does, and rounds cut sizes up, never down', () => {
    expect(formatLength(190.5, 'inch')).to.equal('7 1/2\u00a0in');
    expect(formatLength(1234.56, 'mm')).to.equal('1\u202f234.6\u00a0mm');
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 3000, noNaN: true }), fc.constantFrom(5, 6.35), (mm, grid) => {
        const cut = roundUpToGrid(mm, grid);
        expect(cut).to.be.at.least(mm - 1e-4);
        expect(cut - mm).to.be.below(grid + 1e-4);
      }),
    );
  });
  it('says times as people do', () => {
    expect([40, 130, 3900].map(formatDuration)).to.deep.equal(['40 s', '2:10 min', '1 h 05 min']);
  });
});

describe('cut sizes', () => {
  const { plan } = example(pouch());
  const size = (id: string) => {
    const piece = plan.cut.pieces.find((p) => p.id === id)!;
    return [piece.width.cutMm, piece.height.cutMm];
  };

  it('a back lining reaches 20 mm past the last seam on every side, because it is laid unseen', () => {
    // Last seam 180 × 120: 220 × 160 is on the grid already.
    expect(size('lining-back')).to.deep.equal([220, 160]);
  });
  it('a flip-and-fold piece reaches from its seam to the far edge, 6 mm past the seam, 12 mm on three sides', () => {
    // Upper front: seam at 39, far edge at 58 → 19 + 6 + 12 = 37, up to 40; 176 + 24 = 200 wide.
    expect(size('upper')).to.deep.equal([200, 40]);
  });
  it('a zip is 50 mm longer than its window', () => expect(size('zip')[0]).to.equal(220));
  it('a lining pressed along the zip gets its fold on top', () => {
    // Edge at 27.8 down to -60: 87.8 + 20 + 12.7 = 120.5, up to 125.
    expect(size('lining-lower')[1]).to.equal(125);
  });
  it('says where a size comes from', () => {
    const back = plan.cut.pieces.find((p) => p.id === 'lining-back')!;
    expect(explainDimension(back.width, 'mm')).to.equal('220\u00a0mm = outline 180 + 2 × margin 20');
    const upper = plan.cut.pieces.find((p) => p.id === 'upper')!;
    expect(explainDimension(upper.height, 'mm')).to.equal(
      '40\u00a0mm = seam to far edge 19 + past the seam 6 + margin 12, up from 37',
    );
  });
  it('cuts to quarter inches when the maker works in inches', () => {
    const inches = example(pouch(), {}, workshopWith({}, { unit: 'inch' })).plan.cut.pieces.find(
      (p) => p.id === 'lining-back',
    )!;
    expect(inches.width.cutMm / 6.35).to.be.closeTo(35, 1e-6);
    expect(explainDimension(inches.width, 'inch')).to.match(/^8 3\/4\u00a0in = /);
  });
  it('a base reaches 25 mm past a screw hoop, 12 mm past a magnetic frame', () => {
    expect(size('base')).to.deep.equal([350, 250]);
    const magnetic = workshopWith({});
    const [hoop] = magnetic.hoops;
    magnetic.hoops = [{ ...hoop, id: 'f', widthMm: 330, heightMm: 410, magnetic: true }];
    const base = example(crewPatch(), {}, magnetic).plan.cut.pieces.find((p) => p.id === 'base')!;
    expect([base.width.sumMm, base.height.sumMm]).to.deep.equal([394, 474]);
  });
  it('covers every point of the lines that must catch it, for every piece of every demo build', () => {
    for (const tape of [pouch(), crewPatch(), tailTab()])
      for (const piece of example(tape).plan.cut.pieces)
        if (piece.covers && piece.lies) {
          expect(piece.width.cutMm).to.be.at.least(piece.covers.maxX - piece.covers.minX - 1e-6);
          expect(piece.height.cutMm).to.be.at.least(piece.covers.maxY - piece.covers.minY - 1e-6);
          expect(piece.lies.minX).to.be.at.most(piece.covers.minX);
          expect(piece.lies.maxY).to.be.at.least(piece.covers.maxY);
        }
  });
});

describe('time', () => {
  it('runs stitches to 2.5 mm at full speed, 7 mm at six tenths, 12 mm at four tenths', () => {
    expect([1, 2.5, 7, 12, 20].map((mm) => speedFactor(mm, numbers))).to.deep.equal([1, 1, 0.6, 0.4, 0.4]);
    expect(speedFactor(4.75, numbers)).to.be.closeTo(0.8, 1e-9);
  });
  it('sews 600 short stitches in a minute at 600', () => {
    const path = run(
      [
        { x: 0, y: 0 },
        { x: 1200, y: 0 },
      ],
      2,
    );
    const { reading } = example(new TapeMaker('T').sew(path).done());
    const { stitches } = reading.blocks[0];
    expect(stitchSeconds(reading.blocks[0], 600, numbers)).to.be.closeTo(stitches / 10, 0.8);
  });
  it('caps the speed where the edge is held, and leaves nobody free', () => {
    const square = closePath(rectangle({ x: 0, y: 0 }, 60, 60));
    const tape = new TapeMaker('T')
      .sew(run(square))
      .stop()
      .sew(zigzag(square, 2, 2.2))
      .stop()
      .sew(satin(square, 3.6))
      .done();
    const held = example(tape, { technique: 'patch-border' });
    const free = example(tape, { technique: 'applique' });
    const border = (of: typeof held) => of.plan.time.steps.n2;
    const sewing = (of: typeof held) => border(of).terms[0].seconds;
    expect(sewing(held) / sewing(free)).to.be.closeTo(600 / 350, 1e-9);
    expect(border(held).freeSeconds).to.equal(0);
    expect(border(free).freeSeconds).to.be.closeTo(border(free).seconds - 20, 1e-9);
  });
  it('a magnetic frame is quicker to close, and pinches', () => {
    const magnetic = workshopWith({});
    magnetic.hoops = magnetic.hoops.map((h) => ({ ...h, magnetic: true }));
    const first = (of: ReturnType<typeof example>) => of.plan.score.steps[0];
    const [screw, magnet] = [example(tailTab()), example(tailTab(), {}, magnetic)];
    expect(first(magnet)).to.have.property('cautions').that.includes('magnet');
    expect(first(screw)).to.have.property('cautions').that.does.not.include('magnet');
    expect(
      screw.plan.time.steps[first(screw).id].seconds - magnet.plan.time.steps[first(magnet).id].seconds,
    ).to.equal(90 - 35);
  });
  it('trims by the length of the line: 5 s a centimetre', () => {
    const { plan, reading } = example(pouch());
    const trim = plan.score.steps.find((s) => s.title === 'Trim batting')!;
    const cm = reading.blocks[1].perimeterMm! / 10;
    expect(plan.time.steps[trim.id].terms[0].seconds).to.be.closeTo(cm * 5, 1e-6);
  });
  it('every step is the sum of its terms, the item the sum of its steps', () => {
    for (const tape of [pouch(), crewPatch(), tailTab()]) {
      const { plan } = example(tape);
      const total = plan.score.steps.reduce((sum, s) => sum + plan.time.steps[s.id].seconds, 0);
      expect(plan.time.item.itemSeconds).to.be.closeTo(total, 1e-6);
      for (const { seconds, terms } of Object.values(plan.time.steps))
        expect(terms.reduce((sum, t) => sum + t.seconds, 0)).to.be.closeTo(seconds, 1e-9);
    }
  });
  it("follows the maker's own figures at once", () => {
    const slow = example(pouch(), {}, workshopWith({ 'hand.trimClose': 10 }));
    const usual = example(pouch());
    expect(slow.plan.time.item.handSeconds - usual.plan.time.item.handSeconds).to.be.closeTo(
      (usual.reading.blocks[1].perimeterMm! / 10) * 5,
      1e-6,
    );
  });
  it('the first item is slower, and nobody learns past the normal pace', () => {
    expect(learningFactor(1, numbers)).to.equal(1.5);
    expect(learningFactor(2, numbers)).to.be.closeTo(1.275, 1e-9);
    expect(learningFactor(64, numbers)).to.equal(1);
  });
});

describe('an order', () => {
  it('of 40 good patches loads 43 when 3 in 100 are spoiled', () =>
    expect(itemsToLoad(40, 0.03, 0.9)).to.equal(43));
  it('loads just as many when nothing is ever spoiled', () => expect(itemsToLoad(40, 0, 0.9)).to.equal(40));

  /** P(at least `good` of `load` are good), straight from the binomial. */
  const chance = (load: number, good: number, reject: number) => {
    let p = (1 - reject) ** load;
    let sum = 0;
    for (let bad = 0; bad <= load - good; bad++) {
      sum += p;
      p *= ((load - bad) / (bad + 1)) * (reject / (1 - reject));
    }
    return sum;
  };
  it('loads the smallest number that meets the confidence', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 300 }),
        fc.double({ min: 0.005, max: 0.4, noNaN: true }),
        fc.double({ min: 0.5, max: 0.99, noNaN: true }),
        (good, reject, confidence) => {
          const load = itemsToLoad(good, reject, confidence);
          expect(chance(load, good, reject)).to.be.at.least(confidence - 1e-9);
          if (load > good) expect(chance(load - 1, good, reject)).to.be.below(confidence);
        },
      ),
      { numRuns: 80 },
    );
  });
  it('still answers for fifty thousand', () => {
    const load = itemsToLoad(50_000, 0.03, 0.9);
    expect(load).to.be.within(51_546, 51_700);
  });

  it('takes ceil(load / repeats) hoopings, the last one partly filled', () => {
    const { plan, build } = example(crewPatch(), { order: { quantity: 40, repeats: 12 } });
    expect([plan.order.load, plan.order.hoopings, plan.order.lastHooping]).to.deep.equal([43, 4, 7]);
    expect(build.order.repeats).to.equal(12);
  });
  it('takes the stop and the hoop’s way off and on once a hooping, the sewing and laying for each item', () => {
    const { plan } = example(crewPatch());
    const once = {
      'stop.plain': true,
      'stop.colourMulti': true,
      'stop.hoopOffHome': true,
      'stop.hoopOffMulti': true,
    };
    let stops = 0;
    for (const time of Object.values(plan.time.steps).filter((t) => !t.perHooping)) {
      const shared = time.terms
        .filter((t) => t.number && t.number in once)
        .reduce((s, t) => s + t.seconds, 0);
      stops += shared > 0 ? 1 : 0;
      expect(hoopingSeconds(time, 1)).to.be.closeTo(time.seconds, 1e-9);
      expect(hoopingSeconds(time, 12)).to.be.closeTo(12 * time.seconds - 11 * shared, 1e-9);
    }
    expect(stops).to.be.at.least(9);
  });
  it('leaves hands free while the needle sews many short ones: one start is watched, not one for each', () => {
    const { plan } = example(crewPatch());
    const watch = plan.numbers['order.watch'];
    const line = plan.score.steps.find(
      (s) => s.kind === 'needle' && plan.time.steps[s.id].seconds < watch + 10,
    )!;
    if (line.kind !== 'needle') throw new Error('no needle step');
    expect(freeOf(line, hoopingSeconds(plan.time.steps[line.id], 12), plan.numbers)).to.equal(
      hoopingSeconds(plan.time.steps[line.id], 12) - watch,
    );
    expect(freeOf({ ...line, attended: true }, 5000, plan.numbers)).to.equal(0);
  });
  it('overlaps hands with the needle only while it needs nobody', () => {
    const { plan } = example(crewPatch(), { order: { quantity: 40, repeats: 12 } });
    const { order } = plan;
    expect(order.overlappedSeconds).to.be.above(0);
    expect(order.seconds).to.be.closeTo(
      order.needleSeconds + order.handSeconds - order.overlappedSeconds,
      1e-6,
    );
    const watched = planOrder(
      {
        ...plan.score,
        steps: plan.score.steps.map((s) => (s.kind === 'needle' ? { ...s, attended: true } : s)),
      },
      plan.time.steps,
      { quantity: 40, repeats: 12 },
      plan.numbers,
    );
    expect(watched.overlappedSeconds).to.equal(0);
    expect(watched.seconds).to.be.closeTo(watched.needleSeconds + watched.handSeconds, 1e-6);
  });
  it('one item in one hooping takes the item, at the pace of a first one', () => {
    const { plan, build, reading, workshop } = example(
      tailTab(),
      {},
      workshopWith({ 'order.rejectRate': 0, 'hand.learningFirst': 1 }),
    );
    expect(planBuild(build, reading, workshop).order.seconds).to.be.closeTo(plan.time.item.itemSeconds, 1e-6);
  });
});

describe('hoops', () => {
  const machine = workshopWith({}).machines[0];
  const hoop = workshopWith({}).hoops[2];
  it('turn the design a quarter when it lies across, and keep 5 mm off the frame', () => {
    expect(hoopField(hoop, machine, numbers, { width: 180, height: 120 })).to.include({
      turned: true,
      fits: true,
      outerWidth: 300,
    });
    expect(hoopField(hoop, machine, numbers, { width: 150.5, height: 100 })).to.include({ turned: true });
    expect(hoopField(hoop, machine, numbers, { width: 155, height: 255 }).fits).to.equal(false);
    // 160 less 5 on either side
    expect(hoopField(hoop, machine, numbers, { width: 150, height: 250 })).to.include({
      turned: false,
      fits: true,
    });
    expect(hoopField(hoop, machine, numbers, { width: 250, height: 150 }).turned).to.equal(true);
    expect(hoopField(hoop, machine, numbers, { width: 250, height: 150.2 }).turned).to.equal(false);
  });
});
