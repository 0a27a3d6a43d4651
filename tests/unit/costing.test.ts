import { expect } from 'chai';
import { orderProgress } from '$lib/core/batch';
import {
  breaksOf,
  lineCosts,
  offcutShares,
  quoteOf,
  realCost,
  safeDelivery,
  usedGroups,
  type LineCostInput,
} from '$lib/core/costing';
import type { Demand } from '$lib/core/demand';
import type { LoggedRun } from '$lib/core/log';
import { numbersWith } from '$lib/core/numbers';
import type { Call } from '$lib/core/order';
import { quotePdf } from '$lib/core/pdf';
import { newLine, newOrder, workshopSchema } from '$lib/core/workshop';
import { batchFrom, demoFacts, inputOf } from '../support/batch';

const NOW = new Date(2026, 10, 30, 9, 0).getTime();
const facts = demoFacts(NOW);
const like = facts.demands.find(({ build }) => build.id === 'crew-patch')!;
const part = (once: number, each: number, isSewn = false) => ({ stepId: 's', once, each, breaksOnce: 0, breaksEach: 0, isSewn }); // prettier-ignore
const call = (id: string, kind: Call['kind'], atHead: boolean, isByItem: boolean, p: ReturnType<typeof part>): Call => ({ id, title: id, kind, atHead, isByItem, parts: [p] }); // prettier-ignore
/** 100 × 200 mm of cotton, a snap cap and 20 m of thread an item; four in a hooping. */
const demand: Demand = {
  ...like,
  build: { id: 'thing', name: 'Thing' },
  pieces: [{ ...like.pieces[0]!, id: 'p', of: null, material: 'cotton', colour: '#ffffff', layers: 1, copies: 1, perHooping: false, times: null, width: { ...like.pieces[0]!.width, cutMm: 100 }, height: { ...like.pieces[0]!.height, cutMm: 200 } }], // prettier-ignore
  scorePieces: [],
  notions: [{ notion: 'snap cap', amount: 1, lengthMm: null, because: 'x', afterwards: false }],
  threads: [{ name: 'Coral', bare: 'Coral', colour: '#ff0000', metres: 20 }],
  order: { ...like.order, inTape: 1 },
  sewing: {
    ...like.sewing,
    machineId: 'm',
    repeats: 4,
    stitches: 5000,
    calls: [
      call('lay', 'hand', true, false, part(60, 30)),
      call('sew', 'needle', true, false, part(0, 300, true)),
      call('trim', 'hand', false, true, part(0, 120)),
    ],
  },
};
const numbers = numbersWith({
  'order.rejectRate': 0,
  'hand.learningFirst': 1,
  'price.machineRate': 6,
  'price.handRate': 18,
  'price.overhead': 10,
  'price.margin': 25,
  'price.setup': 900,
  'price.shareSaved': 50,
});
const workshop = (heads: number, headsTogether: boolean) =>
  workshopSchema.parse({
    ...facts.workshop,
    machines: [{ id: 'm', name: 'M', kind: 'multi-needle', needles: 6, heads, headsTogether, speed: 800 }],
    stock: [],
    threads: [],
    currency: 'EUR',
  });
const input = (more: Partial<LineCostInput> = {}): LineCostInput => ({
  demand,
  quantity: 8,
  runs: [],
  workshop: workshop(2, false),
  numbers,
  pricing: { school: 'byWork', materials: 'used', hours: 'planned', shareSaved: null },
  shares: null,
  ...more,
});

describe('what a line of an order costs', () => {
  it('is the sum of what it takes, by work and by time, each line with its reason', () => {
    const { sheets, because } = lineCosts(input());
    // Cotton 0.16 m² at 10 a metre of 1.1 m; 8 caps of 50 at 3; 40 min of a needle that sews 8 h, at 4 for five; 160 m of 500 at 3.
    // Two hoopings hold a head (60 + 4 × 30 + 4 × 300) s each: 46 min at 6; two heads do it in half of that, which saves 23 min.
    // Hands (60 + 4 × 30 + 4 × 120) s each: 22 min at 18. Set-up a quarter of an hour of both.
    const told = (school: 'byWork' | 'byTime') =>
      sheets[school].lines.map(({ label, cost }) => [label, cost]);
    const same = { cloth: [['Cotton', 145], ['Snap caps', 48], ['Needles', 7], ['Thread', 96]], rest: [['Hands', 660], ['Set-up', 600]] }; // prettier-ignore
    expect(told('byWork')).to.deep.equal([...same.cloth, ['Machine', 460], ...same.rest]);
    expect(told('byTime')).to.deep.equal([...same.cloth, ['Machine', 345], ...same.rest]);
    // 2,016.12 with a tenth on top is 2,217.73; that is three quarters of eight times 3.70.
    expect(sheets.byWork).to.include({
      direct: 2016,
      overhead: 202,
      margin: 742,
      unitPrice: 370,
      total: 2960,
    });
    expect(sheets.byTime).to.include({
      direct: 1901,
      overhead: 190,
      margin: 701,
      unitPrice: 349,
      total: 2792,
    });
    expect(because.byTime).to.have.length(7);
    expect(because.byTime[4]).to.contain('8 items in 2 hoopings hold a head for 46:00 min, as planned, at €6.00 an hour. 2 heads save 23:00 min of it; the customer gets 50 % of that'); // prettier-ignore
    expect(because.byWork[0]).to.equal('0.16 m² in 8 pieces, at €9.09 a m².');
    // 0.16 m² are 1.7 square feet; 9.09 over 10.76.
    const inch = lineCosts(input({ workshop: { ...workshop(2, false), unit: 'inch' } }));
    expect(inch.because.byWork[0]).to.equal('1.7 sq ft in 8 pieces, at €0.84 a sq ft.');
  });
  it('of heads that sew one design together is held once for all, while hands serve each hoop', () => {
    const four = { ...demand, sewing: { ...demand.sewing, repeats: 2 } };
    const { hours } = lineCosts(input({ demand: four, workshop: workshop(4, true) }));
    // One by one: 4 × (60 + 2 × 30 + 2 × 300) s; together 4 × (60 + 2 × 30) s of hands, then 600 s of all needles.
    expect(hours).to.deep.equal({ oneHead: 2880, used: 1080, hands: 4 * 120 + 8 * 120, needle: 2400 });
    const orders = [{ ...newOrder('o', 0), lines: [newLine({ id: 'l', buildId: 'thing', quantity: 8 })] }];
    const { hoopings, task } = batchFrom({
      ...inputOf({ ...facts, runs: [], numbers }, orders),
      demands: [four],
      workshop: workshop(4, true),
    });
    expect(hoopings.map(({ parts, fillings }) => [parts[0]!.designs, fillings])).to.deep.equal([[8, 4]]);
    expect(task.hoopings[0]!.steps.map(({ seconds }) => seconds)).to.deep.equal([480, 600, 960]);
  });
  it('that must be bought is what is sold: the share of the layout, whole packs, and never less than a shop cuts', () => {
    const bought = input({
      shares: { 'cotton #ffffff': 1.375 },
      pricing: { ...input().pricing, materials: 'bought' },
    });
    expect(lineCosts(bought).sheets.byWork.lines.slice(0, 2).map(({ cost }) => cost)).to.deep.equal([200, 300]); // prettier-ignore
    // One item: 0.1 m off 1.1 m of cotton at 10, a pack of caps at 3, 6.5 min of head and 3.5 of hands, set-up.
    // 100 + 300 + 0.83 + 12 + 65 + 105 + 600 with a tenth on top.
    const [one, eight] = breaksOf(bought, [1, 8]);
    expect([one!.cost, one!.setup]).to.deep.equal([1301, 600]);
    expect([eight!.byWork, eight!.byTime]).to.deep.equal([lineCosts(bought).sheets.byWork.unitPrice, lineCosts(bought).sheets.byTime.unitPrice]); // prettier-ignore
  });
  it('takes the share of what is bought from a layout on what is sold', () => {
    const groups = usedGroups([{ ...demand, order: { ...demand.order, designs: 8 } }], []);
    expect(groups.map(({ key, usedMm2 }) => [key, usedMm2])).to.deep.equal([['cotton #ffffff', 160_000]]);
    const layout = { sheets: [{}], unplaced: [], rollLengthMm: 190 } as never;
    // 190 mm are sold as 0.2 m off 1.1 m.
    expect(offcutShares(groups, { 'cotton #ffffff': layout }, workshop(1, false))).to.deep.equal({ 'cotton #ffffff': 220_000 / 160_000 }); // prettier-ignore
  });
  it('falls with the quantity where set-up is shared, and an order a thousand times as large is worked out as well', () => {
    const all = breaksOf(input(), [4, 8, 40, 100_000]);
    expect(all.map(({ setup }) => setup)).to.deep.equal([150, 75, 15, 0]);
    expect(all.map(({ byWork }) => byWork)).to.deep.equal([...all.map(({ byWork }) => byWork)].sort((a, b) => b - a)); // prettier-ignore
  });
});

describe('what a line came to', () => {
  const logged = facts.runs.find(({ run, state }) => run.buildId === 'crew-patch' && state.status === 'finished')!; // prettier-ignore
  const steps = logged.run.score.steps;
  const needles = steps.filter(({ kind }) => kind === 'needle').length;
  const real: LoggedRun = {
    ...logged,
    state: { ...logged.state, rate: 1, stepMs: Object.fromEntries(steps.map((s) => [s.id, s.kind === 'needle' ? 100_000 : 10_000])) }, // prettier-ignore
  };
  const order = { ...newOrder('o', 0), lines: [newLine({ id: 'l', buildId: 'crew-patch', quantity: 24, priceEach: 500 })] }; // prettier-ignore
  const [progress] = orderProgress([order], [real], []);
  const costs = lineCosts(input({ demand: like, workshop: facts.workshop, quantity: 24, runs: [real] }));
  const done = realCost(progress!, costs, 'byWork', numbers)!;
  it('is told by the log: hours as they were, twenty seconds beside each needle', () => {
    expect(progress!.done).to.equal(12);
    expect(done.hours.hands).to.be.closeTo(10 * (steps.length - needles) + 20 * needles, 1e-6);
    expect(done.hours.head).to.be.at.least(100 * needles);
    expect(done).to.include({ good: 12, income: 6000 });
  });
  it('earns an hour what is left when all but hands is paid', () => {
    const hours = done.hours.hands / 3600;
    const hands = Math.round(hours * 1800);
    expect(done.earnedAnHour! * hours).to.be.closeTo(done.income - done.cost + hands, hours);
  });
  it('prices by the log where that is asked for', () => {
    const { task, loggedRuns } = lineCosts(
      input({ demand: like, workshop: facts.workshop, runs: [real], pricing: { ...input().pricing, hours: 'logged' } }), // prettier-ignore
    );
    expect(loggedRuns).to.equal(1);
    expect(task.handSeconds).to.be.closeTo(done.hours.hands / 12, 1e-9);
  });
});

describe('a quote', () => {
  const order = { ...newOrder('o', 0), customer: 'Łukasz €', lines: [newLine({ id: 'a', buildId: 'thing', quantity: 8 }), newLine({ id: 'b', buildId: 'gone', quantity: 2, priceEach: 1250 }), newLine({ id: 'c', buildId: 'gone', quantity: 1 })] }; // prettier-ignore
  it('adds up to its lines; what is agreed stands before what is worked out, and what nobody knows is left out', () => {
    const quote = quoteOf(order, { a: lineCosts(input()) }, (id) => id);
    expect(quote.lines.map(({ id, total }) => [id, total])).to.deep.equal([['a', 2960], ['b', 2500]]); // prettier-ignore
    expect(quote.total).to.equal(5460);
  });
  it('promises the hour by which all of it is done in nine weeks of ten', () => {
    const progress = orderProgress(facts.workshop.orders, facts.runs, []);
    const batch = batchFrom(inputOf(facts, facts.workshop.orders));
    const fair = facts.workshop.orders.find(({ id }) => id === 'fair')!;
    const of = (p90: (line: string) => number) =>
      safeDelivery(fair, progress, batch, { duties: batch.duties.map(({ line }) => ({ p90S: p90(line) })) } as never); // prettier-ignore
    // Begins at nine; the last of its own lines counts, another order's does not.
    expect(of((line) => (line === 'fair/fair-wind-star' ? 5400 : line.startsWith('fair/') ? 60 : 1e6))).to.equal(NOW + 2 * 3_600_000); // prettier-ignore
    const done = facts.workshop.orders.find(({ id }) => id === 'tea-room')!;
    expect(safeDelivery(done, progress, batch, { duties: [] } as never), 'all done').to.equal(null);
    expect(safeDelivery(fair, progress, batch, { duties: [] } as never), 'not planned').to.equal(null);
  });
  it('is written as PDF, over as many pages as its lines need, whatever letters a name has', async () => {
    const line = { name: 'Ćma, a moth of a rather long name '.repeat(4), quantity: '8', each: '€3.70', total: '€29.60' }; // prettier-ignore
    const sheet = { workroom: 'Tern & Tide', customer: 'Łukasz', date: '', lines: Array.from({ length: 60 }, () => line), total: '1\u202f776.00', delivery: 'Ready.', terms: 'One.\nTwo.' }; // prettier-ignore
    const { PDFDocument } = await import('@cantoo/pdf-lib');
    const pages = async (lines: typeof sheet.lines) =>
      (await PDFDocument.load(await quotePdf({ ...sheet, lines }, 'A4'))).getPageCount();
    expect(await pages([line])).to.equal(1);
    expect(await pages(sheet.lines)).to.be.within(6, 8);
  });
});
