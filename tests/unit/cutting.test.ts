import { expect } from 'chai';
import { fail, ok, type Problem, type Result } from '$lib/core/base';
import { demandOf, prepareDay, type BuildReadings, type Demand } from '$lib/core/demand';
import { solveLayout, type Layout } from '$lib/core/nesting';
import { numbersWith } from '$lib/core/numbers';
import { newWorkshop, type Workshop } from '$lib/core/workshop';
import { bib, tailTab } from '$lib/demo';
import { demoStock } from '$lib/demo/stock';
import { Cutting } from '$lib/ui/state/cutting.svelte';
import { example } from '../support/examples';
import { Room } from '../support/room.svelte';

const tab = example(tailTab(), { id: 'tab', name: 'Tab', order: { quantity: 24, repeats: 4 } });
const child = example(bib(), { id: 'bib', name: 'Bib', order: { quantity: 4, repeats: 1 } });
const READINGS: Record<string, BuildReadings> = {
  tab: { own: tab.reading, inserted: {} },
  bib: { own: child.reading, inserted: {} },
};
const ofTab = (workshop: Workshop, build = tab.build) =>
  demandOf(build, { own: tab.reading, inserted: {} }, workshop);
/** A layout of a few tries, so that it is the same everywhere. */
const lay = (request: Parameters<ConstructorParameters<typeof Cutting>[0]['layout']>[0]): Layout => {
  let left = 30;
  return solveLayout(request.pieces, request.stock, { ...request, seed: 1, mayContinue: () => left-- > 0 });
};

/** The cutting table of a workroom that is held in plain variables. */
function table(kept: unknown = undefined) {
  const room = Object.assign(new Room([tab.build, child.build], { ...newWorkshop(), stock: demoStock }), {
    kept,
    reads: [] as string[],
    said: [] as Problem[],
    broken: new Set<string>(),
    signal: new AbortController(),
    heard: () => {},
  });
  const cutting = new Cutting({
    builds: () => room.builds,
    workshop: () => room.workshop,
    numbers: () => numbersWith(room.workshop.numbers),
    movements: () => room.movements,
    woundBobbins: () => [],
    read: async (build, workshop): Promise<Result<Demand>> => {
      room.reads.push(build.id);
      if (room.broken.has(build.id)) return fail('no-tape', 'Its tape is gone.', 'Import it.');
      return ok(demandOf(build, READINGS[build.id], workshop));
    },
    layout: async (request, onBetter) => {
      const layout = lay(request);
      onBetter(layout);
      // From a worker it may come on a way of its own, after the answer.
      setTimeout(() => onBetter(layout));
      return ok(layout);
    },
    watch: (_, work) => work(() => {}, room.signal.signal),
    changeBuild: async (id, change) => {
      room.builds = room.builds.map((b) => (b.id === id ? change(b) : b));
      return true;
    },
    moveStock: async (movement) => {
      room.movements = [
        ...room.movements,
        { ...movement, id: `m${room.movements.length}`, at: 1, undone: false },
      ];
      return true;
    },
    undoMovement: async (id) => {
      room.movements = room.movements.map((m) => (m.id === id ? { ...m, undone: true } : m));
      return true;
    },
    kept: async () => room.kept,
    keep: (_, mine) => (room.kept = structuredClone(mine)),
    onKept: (heard) => (room.heard = heard),
    tell: (problem) => room.said.push(problem),
  });
  return { cutting, room };
}
async function opened(kept?: unknown) {
  const all = table(kept);
  await all.cutting.load();
  await all.cutting.follow();
  return all;
}
const quantityOf = (cutting: Cutting, id: string) =>
  cutting.groups.flatMap((g) => g.pieces).find((p) => p.id === id)?.quantity;

describe('what a build asks of the cutting table', () => {
  it('has a drawing of every piece, and no reading in it: it can be handed over by a worker', () => {
    const demand = ofTab(newWorkshop());
    const { pieces, shapes, checklist } = demand;
    expect(Object.keys(shapes).sort()).to.deep.equal(pieces.map((p) => p.id).sort());
    for (const p of pieces)
      if (!p.preCut) expect(shapes[p.id]).to.include({ widthMm: p.width.cutMm, heightMm: p.height.cutMm });
    expect(checklist.length).to.be.above(pieces.length);
    expect(JSON.stringify(demand).length).to.be.below(60_000);
    expect(structuredClone(demand)).to.deep.equal(demand);
  });
  it('without a tape that is sewn in between is made without it', () => {
    const without = { ...tab.build, insertions: [{ ...INSERTION, tapeId: 'other' }] };
    expect(ofTab(newWorkshop(), without).pieces).to.deep.equal(ofTab(newWorkshop()).pieces);
  });
});

describe('the orders of a day made ready', () => {
  it('machine by machine in the order of sewing; heads that sew together are wound for alike', async () => {
    const { cutting, room } = table();
    await cutting.load();
    await cutting.follow();
    cutting.move('tab', 1);
    expect(cutting.inOrder.map(({ build }) => build.id)).to.deep.equal(['bib', 'tab']);
    // The last one cannot be sewn later still.
    cutting.move('tab', 1);
    expect(cutting.inOrder.map(({ build }) => build.id)).to.deep.equal(['bib', 'tab']);
    const wound = (machine: Partial<Workshop['machines'][number]>) => {
      const machines = room.workshop.machines.map((m) => ({ ...m, ...machine }));
      const workshop = { ...room.workshop, machines };
      const { machines: days } = prepareDay([ofTab(workshop)], workshop, []);
      return days.map(({ heads, wind }) => [heads, wind.reduce((sum, w) => sum + w.missing, 0)]);
    };
    const [[, one]] = wound({}) as [[number, number]];
    // 24 tabs on each of two heads are 12 on each; four heads need a bobbin each even for a few.
    expect(wound({ heads: 4, headsTogether: false })).to.deep.equal([[1, one]]);
    const [[heads, four]] = wound({ heads: 4, headsTogether: true }) as [[number, number]];
    expect(heads).to.equal(4);
    expect(four % 4).to.equal(0);
    expect(four).to.be.at.least(one);
  });
});

describe('the cutting table of a workroom', () => {
  it('is loading until the pieces are there; works out again only what has changed', async () => {
    const { cutting, room } = table();
    expect(cutting.status).to.equal('loading');
    await cutting.load();
    expect(cutting.status).to.equal('loading');
    await cutting.follow();
    expect([cutting.status, room.reads]).to.deep.equal(['idle', ['tab', 'bib']]);
    await cutting.follow();
    expect(room.reads).to.have.length(2);
    await cutting.changePiece('bib', 'back', { marginMm: 40 });
    await cutting.follow();
    expect(room.reads).to.deep.equal(['tab', 'bib', 'bib']);
    room.workshop = { ...room.workshop };
    await cutting.follow();
    expect(room.reads).to.have.length(5);
  });

  it('one that cannot be worked out is told once and keeps no other from being cut; if none can, the page says why', async () => {
    const { cutting, room } = table();
    room.broken.add('bib');
    await cutting.load();
    await cutting.follow();
    expect(cutting.orders.map((o) => o.build.id)).to.deep.equal(['tab']);
    expect(room.said.map((p) => p.message)).to.deep.equal(['Bib: Its tape is gone.']);
    room.workshop = { ...room.workshop };
    await cutting.follow();
    expect([room.said.length, cutting.problem]).to.deep.equal([1, null]);
    room.broken.add('tab');
    await cutting.tryAgain();
    expect(cutting.problem?.code).to.equal('no-tape');
    expect(room.said).to.have.length(1);
    room.broken.clear();
    await cutting.tryAgain();
    expect([cutting.problem, cutting.orders.length]).to.deep.equal([null, 2]);
  });

  it('what was asked for last is what is shown, however long the first takes', async () => {
    const { cutting, room } = await opened();
    cutting.choose('bib', false);
    room.workshop = { ...room.workshop, numbers: { 'cut.plies': 3 } };
    const slow = cutting.follow();
    cutting.choose('tab', false);
    await Promise.all([slow, cutting.follow()]);
    expect(cutting.orders).to.deep.equal([]);
  });

  it('changes a piece and takes the change back alone', async () => {
    const { cutting, room } = await opened();
    const { materials } = room.builds[1];
    await cutting.changePiece('bib', 'back', { marginMm: 40 });
    room.builds = room.builds.map((b) => (b.id === 'bib' ? { ...b, needle: 'sharp' } : b));
    expect(cutting.canUndo).to.equal(true);
    await cutting.undo();
    expect(room.builds[1]).to.deep.include({ materials, needle: 'sharp' });
    expect(cutting.canUndo).to.equal(false);
  });

  it('lays out, takes into use once, asks no more for what is cut, and takes it back', async () => {
    const { cutting, room } = await opened();
    await cutting.layOut();
    expect([cutting.missing, cutting.outdated, cutting.laid.length]).to.deep.equal([
      0,
      false,
      cutting.groups.length,
    ]);
    const laid = cutting.laid.find((l) => l.layout?.sheets.length)!;
    const [piece] = laid.group.pieces;
    const asked = quantityOf(cutting, piece.id);
    await cutting.intoUse(laid);
    const placed = laid
      .layout!.sheets.flatMap((s) => s.placements)
      .filter((p) => p.pieceId === piece.id).length;
    expect(room.movements[0].pieces.find((p) => p.id === piece.id)?.quantity).to.equal(placed);
    expect(quantityOf(cutting, piece.id) ?? 0).to.equal(asked! - placed);
    expect(cutting.taken[laid.id]).to.equal('m0');
    // Of a layout in use nobody says that it is outdated.
    expect(cutting.outdated).to.equal(false);
    await cutting.backFromUse(laid);
    expect(quantityOf(cutting, piece.id)).to.equal(asked);
    // A new order is asked for anew, whatever was cut before.
    await cutting.intoUse(laid);
    cutting.cutAnew(piece.buildId);
    expect(quantityOf(cutting, piece.id)).to.equal(asked);
  });

  it('says that a layout is outdated when its pieces or its stock are others', async () => {
    const { cutting, room } = await opened();
    await cutting.layOut();
    await cutting.changePiece('bib', 'back', { marginMm: 40 });
    await cutting.follow();
    expect(cutting.outdated).to.equal(true);
    await cutting.layOut();
    expect(cutting.outdated).to.equal(false);
    room.workshop = { ...room.workshop, stock: [] };
    await cutting.follow();
    expect(cutting.outdated).to.equal(true);
  });

  it('stopped on the way keeps what is laid, and says how much is not', async () => {
    const { cutting, room } = await opened();
    room.signal.abort();
    await cutting.layOut();
    expect([cutting.laid.length, cutting.missing]).to.deep.equal([1, cutting.groups.length - 1]);
    expect(cutting.status).to.equal('idle');
  });

  it('is kept: chosen, ticked, laid and how it is cut; another tab’s is taken over', async () => {
    const { cutting, room } = await opened();
    cutting.choose('tab', false);
    cutting.setEdgeToEdge(false);
    cutting.tick('zip', true);
    cutting.tick('snap', true);
    cutting.tick('zip', false);
    await cutting.follow();
    await cutting.layOut();
    const again = await opened(room.kept);
    for (const key of ['chosen', 'ticks', 'edgeToEdge', 'laid'] as const)
      expect(again.cutting[key]).to.deep.equal(cutting[key]);
    again.room.kept = { ...(room.kept as object), ticks: ['theirs'] };
    again.room.heard();
    await new Promise((go) => setTimeout(go, 5));
    expect(again.cutting.ticks).to.deep.equal(['theirs']);
    // What is damaged is as if nothing had been kept.
    const damaged = await opened({ chosen: 'all of them' });
    expect(damaged.cutting.chosen).to.deep.equal(['tab', 'bib']);
  });
});

const INSERTION = {
  id: 'i',
  name: 'Name',
  tapeId: null as string | null,
  typed: [],
  beforeBlock: 1,
  dxMm: 0,
  dyMm: 0,
  merged: false,
};
