import { expect } from 'chai';
import fc from 'fast-check';
import { apartBy, arrange, type Arrangement } from '$lib/core/arrange';
import { boxOf, itemAt, lyingPath, ok, type Path, type Problem } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import { gatherPieces } from '$lib/core/cut';
import { intoInset, itemOutline } from '$lib/core/hoop';
import { circle, rectangle, star } from '$lib/core/outline';
import { planBuild } from '$lib/core/plan';
import { newRun, oneTape, reduceRun, runRecordSchema, stepFacts } from '$lib/core/run';
import { isUnhoop } from '$lib/core/score';
import { rowsToTape, STITCH, tapeBlocks } from '$lib/core/tape';
import {
  againstEachOther,
  clashesOf,
  freePlace,
  NEXT_COMES,
  piecesAt,
  planTogether,
  secondsTogether,
  hoopedPieces,
  snapped,
  type LyingItem,
} from '$lib/core/together';
import { newWorkshop, type SharedHooping } from '$lib/core/workshop';
import { crewPatch, gullPennant, napkin, pouch, tailTab } from '$lib/demo';
import { Arranging } from '$lib/ui/state/arranging.svelte';
import { KnownBuilds } from '$lib/ui/state/known-builds.svelte';
import { Together } from '$lib/ui/state/together.svelte';
import { example, readAs } from '../support/examples';
import { Held } from '../support/held.svelte';

const workshop = newWorkshop();
const at = (x: number, y: number, turnDeg = 0) => ({ x, y, turnDeg });
const sample = (id: string, name: string, tape = tailTab(), quantity = 1) => {
  const order = { quantity, repeats: 1 };
  const { build } = example(tape, { id, name, order }, workshop);
  return { build, tape, reading: readAs(tape), outline: itemOutline(readAs(tape), tape) };
};
const hoopingOf = (...parts: SharedHooping['parts']): SharedHooping => ({
  id: 'h',
  name: 'Both',
  machineId: 'machine-1',
  hoopId: 'hoop-160x260',
  gapMm: 10,
  parts,
  times: 1,
});

describe('a build in a hooping that it shares', () => {
  const part = { id: 'tab', places: [at(0, 60), at(0, -60)] };
  const tab = sample('tab', 'Tab');
  const planned = (neighbours: { before: string | null; after: string | null }) =>
    planTogether(tab.build, tab.outline, hoopingOf(part), part, neighbours, (b) =>
      planBuild(b, tab.reading, workshop),
    );
  const alone = planned({ before: null, after: null });
  const hooped = (p: typeof alone) => itemAt(p.plan.score.steps, 0);
  const unhooped = (p: typeof alone) => p.plan.score.steps.find(isUnhoop)!;
  const seconds = (p: typeof alone, id: string) => itemAt(p.plan.time.steps, id).seconds;

  it('lies at its places there, in that hoop, so many of it', () => {
    expect(alone.plan.hooping.repeats?.places).to.deep.equal(part.places);
    expect(alone.plan.hooping.hoop.id).to.equal('hoop-160x260');
    expect(alone.build.order.repeats).to.equal(2);
  });
  it('is hooped up once, and taken out once: the others’ steps say so and take no time', () => {
    const first = planned({ before: null, after: 'Pouch' });
    const last = planned({ before: 'Pouch', after: null });
    expect([hooped(first).title, unhooped(first).title]).to.deep.equal(['Hoop up', 'Out with the others']);
    const { steps } = first.plan.score;
    expect(steps[steps.indexOf(unhooped(first)) - 1]?.title).to.equal('Leave it in the hoop');
    expect(steps[steps.indexOf(unhooped(first)) - 1]?.id).to.equal(NEXT_COMES);
    expect([hooped(last).title, unhooped(last).title]).to.deep.equal(['It is hooped already', 'Unhoop']);
    expect([seconds(first, hooped(first).id) > 0, seconds(first, unhooped(first).id)]).to.deep.equal([
      true,
      0,
    ]);
    expect([seconds(last, hooped(last).id), seconds(last, unhooped(last).id) > 0]).to.deep.equal([0, true]);
    // Together they take what both would by themselves, less one hooping up and one unhooping.
    const saved = seconds(alone, hooped(alone).id) + seconds(alone, unhooped(alone).id);
    expect(secondsTogether([alone, alone]) - secondsTogether([first, last])).to.be.closeTo(saved, 1e-6);
    // All else is as it was.
    const others = (p: typeof alone) => p.plan.score.steps.slice(1).filter((s) => !isUnhoop(s));
    expect(others(last)).to.deep.equal(others(alone));
  });
  it('counts for its orders: fewer hoopings of their own, and one base for all that lies in it', () => {
    const shared = { ...hoopingOf(part, { id: 'pouch', places: [at(0, 0)] }), times: 3 };
    const room = (times: number) => ({ ...workshop, hoopings: [{ ...shared, times }] });
    const build = { ...tab.build, order: { quantity: 20, repeats: 1 } };
    const [plain, counted] = [0, 3].map((times) => planBuild(build, tab.reading, room(times)));
    const { designs } = plain!.order;
    expect(plain!.order).to.include({ withOthers: 0, hoopings: designs });
    expect(counted!.order).to.include({ designs, withOthers: 6, hoopings: designs - 6 });
    // One base for three tabs and more is hooped three times.
    const cut = gatherPieces(
      [
        {
          build,
          pieces: counted!.cut.pieces,
          scorePieces: counted!.score.pieces,
          notions: [],
          threads: [],
          order: counted!.order,
        },
      ],
      [],
      8,
    ).flatMap((g) => g.pieces);
    const bases = cut.filter((p) => p.cut.flat === null).map((p) => [p.id, p.quantity]);
    expect(bases).to.deep.equal([['tab:base', designs - 6], ['tab:base@h', 3]]); // prettier-ignore
    const [sewn] = hoopedPieces(planned({ before: null, after: 'Pouch' }));
    const base = cut.find((p) => p.id === 'tab:base@h');
    expect([base?.widthMm, base?.heightMm]).to.deep.equal([sewn?.width.cutMm, sewn?.height.cutMm]);
    expect(base?.cut.purpose).to.contain('Both');
    // Of all else an item takes what it takes anywhere.
    expect(cut.find((p) => p.id === 'tab:front')?.quantity).to.equal(designs);
    // The pouch is no first: its own base alone is cut for it.
    const other = sample('pouch', 'Pouch', pouch());
    const second = planBuild(other.build, other.reading, room(3));
    expect(second.cut.pieces.filter((p) => p.times !== null)).to.deep.equal([]);
    expect(second.order.withOthers).to.equal(3);
  });
  it('its run knows what comes next, and an older one that it was alone', () => {
    const { build, plan } = planned({ before: null, after: 'Pouch' });
    const together = { id: 'h', name: 'Both', next: { id: 'pouch', name: 'Pouch' } };
    const run = newRun(build, plan, workshop, { id: 'r', now: 0, madeBefore: 0, together });
    expect(runRecordSchema.parse(run).together).to.deep.equal(together);
    const { together: _, ...older } = run;
    expect(runRecordSchema.parse(older).together).to.equal(null);
    expect(run.items).to.equal(2);
    expect(reduceRun([{ type: 'started', at: 0 }], stepFacts(run)).index).to.equal(0);
  });
  it('cannot share a base with what is hooped on another', () => {
    const plain = (name: string, tape = tailTab(), change: Partial<Build> = {}) => {
      const { build, plan } = example(tape, { name, ...change }, workshop);
      return { build, plan };
    };
    expect(againstEachOther([plain('Tab'), plain('Pouch', pouch())])).to.deep.equal([]);
    const [found] = againstEachOther([plain('Patch', crewPatch()), plain('Tab')]);
    expect(found?.message).to.equal('Patch is hooped on heavy film, Tab on tear-away.');
    // Cloth that is hooped with it must be the same cloth.
    const pennant = (name: string, colour: string) =>
      plain(name, gullPennant(), { materials: { cloth: { colour } } });
    expect(againstEachOther([pennant('Red', '#aa0000'), pennant('Blue', '#0000aa')])[0]?.message).to.contain('two colours'); // prettier-ignore
    expect(againstEachOther([pennant('Red', '#aa0000'), pennant('Also red', '#aa0000')])).to.deep.equal([]);
    expect(againstEachOther([plain('Tab'), plain('Napkin', napkin(), { technique: 'cutwork', techniqueBy: 'maker' })])[0]?.message).to.contain('sticky wash-away'); // prettier-ignore
  });
});

describe('what lies in the way', () => {
  const field = { width: 200, height: 200, inset: 5, oval: false };
  const square = (x: number, y: number, more: Partial<LyingItem> = {}): LyingItem => ({
    path: rectangle({ x, y }, 20, 20),
    cloth: null,
    pieces: [],
    ...more,
  });
  const told = (...items: LyingItem[]) =>
    clashesOf(items, field, 10).map(({ kind, item, other, mm }) => [
      kind,
      item,
      other,
      Math.round(mm * 10) / 10,
    ]);
  it('is nothing where all lie in the field, as far apart as was asked', () =>
    expect(told(square(0, 0), square(30, 0), square(85, 85))).to.deep.equal([]));
  it('is an item too near the frame, by how much', () =>
    expect(told(square(88, 0))).to.deep.equal([['outside', 0, null, 3]]));
  it('is one too near another, once for both, and one over another with where', () => {
    expect(told(square(0, 0), square(27, 0))).to.deep.equal([['near', 0, 1, 7]]);
    // Corner to corner 6 and 8 apart: 10.
    expect(told(square(0, 0), square(26, 28))).to.deep.equal([]);
    const [over] = clashesOf([square(0, 0), square(15, 5)], field, 10);
    expect(over?.kind).to.equal('over');
    const box = boxOf(over?.at.flat() ?? []);
    expect([box.minX, box.maxX, box.minY, box.maxY]).to.deep.equal([5, 10, -5, 10]);
    expect(told(square(0, 0), square(20, 0))).to.deep.equal([['near', 0, 1, 0]]);
  });
  it('is a cloth or a piece that reaches over what is sewn of another', () => {
    const cloth = rectangle({ x: 40, y: 0 }, 100, 100);
    expect(told(square(40, 0, { cloth }), square(0, 0))).to.deep.equal([['cloth', 0, 1, 0]]);
    const wide = [{ name: 'Front', path: rectangle({ x: 0, y: 0 }, 70, 30) }];
    expect(told(square(0, 0, { pieces: wide }), square(40, 0))).to.deep.equal([['piece', 0, 1, 0]]);
    expect(told(square(0, 0, { pieces: wide }), square(50, 0))).to.deep.equal([]);
  });
  it('knows the pieces of an item as they are cut, where it lies', () => {
    const tab = sample('tab', 'Tab');
    const { plan, build } = example(tailTab(), {}, workshop);
    const [front] = piecesAt({ plan, build }, at(40, -20, 90));
    const cut = plan.cut.pieces.find((p) => !p.perHooping && p.lies)!;
    const box = boxOf(front?.path ?? []);
    // A quarter turned, its width is its height.
    const lies = cut.lies!;
    expect(box.maxX - box.minX).to.be.closeTo(lies.maxY - lies.minY, 1e-6);
    expect(box.maxY - box.minY).to.be.closeTo(lies.maxX - lies.minX, 1e-6);
    for (const p of lyingPath(tab.outline, at(40, -20, 90))) {
      expect(p.x).to.be.within(box.minX, box.maxX);
      expect(p.y).to.be.within(box.minY, box.maxY);
    }
  });

  it('a free place is clear of all that lies, from above and the left; a full field has none', () => {
    const small = { width: 40, height: 40, inset: 0, oval: false };
    const own = rectangle({ x: 0, y: 0 }, 20, 20);
    expect(freePlace(own, [], small, 0)).to.deep.equal(at(-10, 10));
    expect(freePlace(own, [rectangle({ x: 0, y: 0 }, 10, 10)], small, 0)).to.equal(null);
    const shapes: Path[] = [own, circle({ x: 0, y: 0 }, 14), star({ x: 0, y: 0 }, 5, 18, 8)];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(2), fc.integer({ min: -80, max: 80 }), fc.integer({ min: -80, max: 80 })), { maxLength: 12 }), // prettier-ignore
        fc.nat(2),
        fc.integer({ min: 0, max: 12 }),
        (lying, which, gap) => {
          const laid = lying.map(([n, x, y]) => lyingPath(itemAt(shapes, n), at(x, y)));
          const free = freePlace(itemAt(shapes, which), laid, field, gap);
          if (!free) return;
          const path = lyingPath(itemAt(shapes, which), free);
          expect(intoInset(path, field)).to.be.at.most(1e-6);
          for (const other of laid)
            expect(apartBy({ path, radius: null }, { path: other, radius: null })).to.be.at.least(gap - 1e-9);
        },
      ),
      { numRuns: 100 },
    );
  });
  it('what is dragged is pulled onto what is near, each way by itself', () => {
    const box = (x: number, y: number) => boxOf(rectangle({ x, y }, 20, 20));
    // 3 right of the middle; its upper edge 2 below the inset at 95.
    expect(snapped(box(3, 83), [], field, 10, 4)).to.deep.equal({ dx: -3, dy: 2, x: 0, y: 95 });
    // Beside another with the gap between: its left edge at 10 + 10; level with it.
    expect(snapped(box(31, 52), [box(0, 50)], field, 10, 4)).to.deep.equal({ dx: -1, dy: -2, x: 20, y: 50 });
    expect(snapped(box(40, 40), [box(-40, -60)], field, 10, 4)).to.deep.equal({
      dx: 0,
      dy: 0,
      x: null,
      y: null,
    });
    expect(snapped(box(3, 83), [], field, 10, 0)).to.deep.equal({ dx: 0, dy: 0, x: null, y: null });
  });
});

describe('one tape of several builds', () => {
  const line = (label: string, x: number) =>
    rowsToTape(label, [
      { x, y: 0, kind: 'stitch' },
      { x: x + 4, y: 0, kind: 'stitch' },
      { x: x + 4, y: 0, kind: 'stop' },
      { x, y: 2, kind: 'stitch' },
      { x: x + 4, y: 2, kind: 'stitch' },
    ]);
  const laid = [line('A', 0), line('B', 10)].map((tape, n) => ({
    design: { tape, blocks: tapeBlocks(tape).map((block) => ({ ...block, thread: '' })) },
    places: [at(40 * n - 20, 30), at(40 * n - 20, -30)],
  }));
  const made = (order: 'design-by-design' | 'block-by-block' | 'item-by-item') => {
    const answer = oneTape(laid, { order, stops: 'keep' });
    if (!answer.ok) throw new Error(answer.problem.message);
    return answer.value;
  };
  it('sews build after build, each block by block: its stops, and one between the two', () => {
    // In each a stop between its two blocks; item by item in each of the four, and three between them.
    expect(made('design-by-design').stops).to.equal(3);
    expect(made('block-by-block').stops).to.equal(3);
    expect(made('item-by-item').stops).to.equal(7);
    const { tape } = made('design-by-design');
    const xs = [...tape.kind].flatMap((k, i) => (k === STITCH ? [itemAt(tape.x, i)] : []));
    expect(xs).to.have.length(16);
    // All of the left one first.
    expect(xs.slice(0, 8).every((x) => x < 0) && xs.slice(8).every((x) => x > 0)).to.equal(true);
  });
});

/** A shared hooping on screen, whose work is done at once. */
async function open(...parts: SharedHooping['parts']) {
  // Of 16 tabs, 17 with a spare one, 3 are made.
  const samples = [sample('tab', 'Tail tab', tailTab(), 16), sample('pouch', 'Pouch', pouch())];
  const held = new Held<SharedHooping>({ ...hoopingOf(...parts), hoopId: 'large' });
  const shop = {
    ...workshop,
    hoops: [
      ...workshop.hoops,
      { ...itemAt(workshop.hoops, 0), id: 'large', name: 'Large', widthMm: 330, heightMm: 410 },
    ],
  };
  const said: (Problem | string)[] = [];
  let stored: Promise<void> = Promise.resolve();
  const find = (build: Build) =>
    itemAt(
      samples,
      samples.findIndex((s) => s.build.id === build.id),
    );
  const search = new Arranging({
    arrange: async ({ task }, onBetter) => {
      let left = 6;
      const found: Arrangement = arrange(task, { left: () => left-- / 6, onBetter });
      return ok(found);
    },
    tell: (problem) => said.push(problem),
  });
  const together = new Together({
    hooping: () => held.value,
    known: new KnownBuilds({
      builds: () => samples.map((s) => s.build),
      read: async (build) =>
        ok({ own: { tape: find(build).tape, reading: find(build).reading }, inserted: {} }),
      outline: async (tape) =>
        ok(
          itemAt(
            samples,
            samples.findIndex((s) => s.tape === tape),
          ).outline,
        ),
      made: async (id) => (id === 'tab' ? 3 : 0),
      tell: (problem) => said.push(problem),
    }),
    workshop: () => shop,
    change: (next) => (stored = stored.then(() => void (held.value = next))),
    search,
    tell: (problem) => said.push(problem),
    note: (text) => said.push(text),
  });
  await together.readAll();
  return { together, search, said, parts: () => held.value.parts, stored: () => stored };
}

describe('a shared hooping on screen', () => {
  it('takes items in beside what lies, out again, and earlier or later; each step is undone', async () => {
    const { together, parts, stored } = await open();
    await together.add('tab');
    await together.add('tab');
    await together.add('pouch');
    await stored();
    expect(parts().map(({ id, places }) => [id, places.length])).to.deep.equal([['tab', 2], ['pouch', 1]]); // prettier-ignore
    expect(together.clashes.filter(({ kind }) => kind !== 'piece')).to.deep.equal([]);
    expect([together.words, together.isRead]).to.deep.equal(['3 items of 2 builds', true]);
    together.reorder(1, -1);
    await stored();
    expect(parts().map(({ id }) => id)).to.deep.equal(['pouch', 'tab']);
    // The pouch is hooped up, the tab comes into its base.
    expect(together.planned.map(({ plan }) => plan.score.steps[0]?.title)).to.deep.equal(['Hoop up', 'It is hooped already']); // prettier-ignore
    together.remove({ part: 0, n: 0 });
    await stored();
    expect(parts().map(({ id }) => id)).to.deep.equal(['tab']);
    together.undo();
    together.undo();
    await stored();
    expect(parts().map(({ id }) => id)).to.deep.equal(['tab', 'pouch']);
    together.redo();
    await stored();
    expect(parts().map(({ id }) => id)).to.deep.equal(['pouch', 'tab']);
  });

  it('shows a change before it is stored, and what the pointer holds before it is let go', async () => {
    const { together, parts, stored } = await open({ id: 'tab', places: [at(0, 0), at(100, 0)] });
    together.move({ part: 0, n: 0 }, -20, 5);
    expect(itemAt(together.items, 0).place).to.deep.equal(at(-20, 5));
    expect(parts()[0]?.places[0]).to.deep.equal(at(0, 0));
    await stored();
    expect(parts()[0]?.places[0]).to.deep.equal(at(-20, 5));
    // Pulled level with the middle of the other, which lies at 0.
    together.drag({ part: 0, n: 0 }, -7, -3, false);
    expect(itemAt(together.items, 0).place).to.deep.equal(at(-27, 0));
    expect(together.snap?.y).to.equal(0);
    together.letGo();
    expect(itemAt(together.items, 0).place).to.deep.equal(at(-20, 5));
    together.drag({ part: 0, n: 0 }, 110, -3, true);
    expect(together.clashes.some(({ kind }) => kind === 'over')).to.equal(true);
    together.drop();
    together.turn({ part: 0, n: 0 }, 90);
    await stored();
    expect(parts()[0]?.places[0]).to.deep.equal(at(90, 2, 90));
    together.undo();
    together.undo();
    await stored();
    expect(parts()[0]?.places[0]).to.deep.equal(at(-20, 5));
  });

  it('lays all best, fills up with what is to be made, and says what finds no room', async () => {
    const { together, parts, stored, said } = await open(
      { id: 'pouch', places: [at(0, 0)] },
      { id: 'tab', places: [at(0, 0), at(0, 0)] },
    );
    expect(together.clashes.some(({ kind }) => kind === 'over')).to.equal(true);
    await together.layBest();
    await stored();
    expect(together.clashes.filter(({ kind }) => kind !== 'piece')).to.deep.equal([]);
    expect(parts().map(({ places }) => places.length)).to.deep.equal([1, 2]);
    expect(said).to.deep.equal([]);
    expect([together.openOf(0), together.openOf(1)]).to.deep.equal([1, 14]);
    await together.fill();
    await stored();
    expect(parts().map(({ places }) => places.length)).to.deep.equal([1, 14]);
    expect(together.clashes.filter(({ kind }) => kind !== 'piece')).to.deep.equal([]);
  });
  it('keeps a build that is gone as it was', async () => {
    const gone = { id: 'gone', places: [at(40, 40)] };
    const { together, parts, stored } = await open(gone, { id: 'tab', places: [at(0, 0), at(0, 0)] });
    expect([together.isRead, together.items.length]).to.deep.equal([false, 2]);
    await together.layBest();
    await stored();
    expect(parts()[0]).to.deep.equal(gone);
    expect(parts()[1]?.places).to.have.length(2);
  });
  it('tells what has no room, and a search that is ended takes nothing', async () => {
    const { together, search, parts, stored, said } = await open({
      id: 'pouch',
      places: Array.from({ length: 9 }, () => at(0, 0)),
    });
    await together.layBest();
    await stored();
    expect(itemAt(parts(), 0).places.length).to.be.within(3, 8);
    expect(said[0]).to.match(/^No room was found for \d Pouch; Undo brings all back\.$/);
    const before = parts();
    const looking = together.layBest();
    search.stop();
    await looking;
    expect([parts(), search.working]).to.deep.equal([before, false]);
  });
});
