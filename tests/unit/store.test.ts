import 'fake-indexeddb/auto';
import { expect } from 'chai';
import Dexie from 'dexie';
import type { Build } from '$lib/core/build';
import { attempt, JoltDb, Store } from '$lib/store';
import { watchChanges } from '$lib/store/changes';
import { newRun } from '$lib/core/run';
import { newWorkshop } from '$lib/core/workshop';
import { tailTab } from '$lib/demo';
import { example } from '../support/examples';

let n = 0;
const fresh = () => new JoltDb(`test-${n++}`);
const { build, bytes, plan } = example(tailTab());
const read = { tape: tailTab(), reading: plan.design.reading };
const run = newRun(build, plan, newWorkshop(), { id: 'r1', now: 5, madeBefore: 0 });

describe('store', () => {
  it('keeps a build with its tape, and gives both back as they were', async () => {
    const store = new Store(fresh());
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    expect(await store.build(build.id)).to.deep.equal(build);
    expect([...((await store.tape(build.tapeId)) ?? [])]).to.deep.equal([...bytes]);
  });

  it('sets a damaged build aside and opens the others', async () => {
    const db = fresh();
    const store = new Store(db);
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    await db.builds.put({ ...build, id: 'broken', order: 'lots' } as unknown as Build);
    expect(await store.builds()).to.deep.equal([build]);
    expect(store.takeDamaged()).to.deep.equal([`The build “${build.name}”`]);
    expect(store.takeDamaged()).to.deep.equal([]);
    expect(await db.builds.count()).to.equal(2);
  });

  it('keeps a tape for as long as a build or a run needs it', async () => {
    const db = fresh();
    const store = new Store(db);
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    await store.addBuild({ ...build, id: 'second' }, [{ id: build.tapeId, bytes }]);
    await store.removeBuild(build.id);
    expect(await db.tapes.count()).to.equal(1);
    await store.removeBuild('second');
    expect(await db.tapes.count()).to.equal(0);
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    await store.log.start(run, { type: 'started', at: 5 });
    await store.removeBuild(build.id);
    expect(await db.tapes.count()).to.equal(1);
  });
  it('keeps the tape that a build came on, as long as it is sewn in another order', async () => {
    const db = fresh();
    const store = new Store(db);
    const earlier = { tapeId: 'came', fileName: 'came.dst', blocks: [[0]] };
    await store.addBuild({ ...build, id: 'as-it-came', tapeId: 'came' }, [{ id: 'came', bytes }]);
    await store.addBuild({ ...build, earlier }, [{ id: build.tapeId, bytes }]);
    await store.removeBuild('as-it-came');
    expect(await store.tape('came')).to.not.equal(null);
    const gone = await store.removeBuild(build.id);
    expect(gone.tapes.map(({ id }) => id).sort()).to.deep.equal([build.tapeId, 'came'].sort());
    expect(await db.tapes.count()).to.equal(0);
  });

  it('keeps what was read from a tape, for the version that read it, and lets the oldest go', async () => {
    const db = fresh();
    const { readings } = new Store(db);
    await readings.put('a', 'v1', read);
    expect(await readings.get('a', 'v1')).to.deep.equal(read);
    expect(await readings.get('a', 'v2')).to.equal(null);
    expect(await readings.get('b', 'v1')).to.equal(null);
    // Of another version nothing is kept.
    await readings.put('b', 'v2', read);
    expect(await db.readings.toCollection().primaryKeys()).to.deep.equal(['b']);
    await db.readings.bulkPut(
      Array.from({ length: 249 }, (_, i) => ({ key: `old-${i}`, by: 'v2', at: i, ...read })),
    );
    await readings.put('c', 'v2', read);
    expect(await db.readings.count()).to.equal(250);
    expect(await readings.get('old-0', 'v2')).to.equal(null);
    expect(await readings.get('old-1', 'v2')).to.not.equal(null);
  });
  it('is neither told to other tabs nor to the second copy', async () => {
    const db = fresh();
    const told: string[] = [];
    watchChanges(db, (paths) => told.push(...paths));
    await db.readings.put({ key: 'a', by: 'v1', at: 0, ...read });
    await db.settings.put({ key: 'unit', value: 'mm' });
    expect(told).to.deep.equal(['settings/unit']);
  });

  it('gives back the events of a run in order, and refuses to write one over another', async () => {
    const store = new Store(fresh());
    await store.log.start(run, { type: 'started', at: 5 });
    await store.log.addEvents('r1', 1, [{ type: 'done', at: 9, stepId: 'x', index: 0 }]);
    await store.log.addEvents('r1', 2, [{ type: 'paused', at: 12 }]);
    expect((await store.log.run('r1'))?.events.map((e) => e.type)).to.deep.equal([
      'started',
      'done',
      'paused',
    ]);
    const photo = { id: 'p1', runId: 'r1', type: 'image/jpeg', bytes: new Uint8Array([255]) };
    const both = [
      { type: 'note', at: 20, stepId: 'x', text: 'a' } as const,
      { type: 'finished', at: 20 } as const,
    ];
    // Of events that belong together none is kept when one cannot be, nor the picture that came with them.
    const twice = await attempt(() => store.log.addEvents('r1', 2, both, photo));
    expect(await store.log.photo('p1')).to.equal(null);
    expect(twice.ok).to.equal(false);
    expect((await store.log.recent(1)).runs[0].events).to.have.length(3);
  });

  it('reads the newest runs and all that are open first, and names the others', async () => {
    const store = new Store(fresh());
    const over = { type: 'finished', at: 9 } as const;
    for (const [n, events] of [
      [over],
      [],
      [over],
      [{ type: 'given-up', at: 9, reason: '' } as const],
      [over],
      [],
    ].entries())
      await store.log.add({ ...run, id: `r${n}`, createdAt: n }, [{ type: 'started', at: 5 }, ...events]);
    const { runs, older } = await store.log.recent(2);
    expect(runs.map((r) => r.run.id)).to.deep.equal(['r5', 'r4', 'r1']);
    expect(older).to.deep.equal(['r3', 'r2', 'r0']);
    const later = await store.log.many([...older, 'never']);
    expect(later.map((r) => [r.run.id, r.events.length])).to.deep.equal([
      ['r3', 2],
      ['r2', 2],
      ['r0', 2],
    ]);
  });

  it('knows without reading the log what was made of a build, and when it was begun last', async () => {
    const store = new Store(fresh());
    const begun = { type: 'started', at: 5 } as const;
    const over = [begun, { type: 'finished', at: 9 } as const];
    await store.log.add({ ...run, id: 'one', items: 1, createdAt: 10 }, over);
    await store.log.add({ ...run, id: 'four', items: 4, createdAt: 20 }, over);
    await store.log.add({ ...run, id: 'open', items: 2, createdAt: 30 }, [begun]);
    await store.log.add({ ...run, id: 'again', items: 7, createdAt: 25 }, [
      ...over,
      { type: 'reopened', at: 11 },
    ]);
    await store.log.add({ ...run, id: 'at last', items: 3, createdAt: 26 }, [
      ...over,
      { type: 'reopened', at: 11 },
      { type: 'finished', at: 12 },
    ]);
    await store.log.add({ ...run, id: 'other', buildId: 'other', items: 9, createdAt: 40 }, over);
    expect(await store.log.madeOf(run.buildId)).to.equal(8);
    expect(await store.log.lastBegun(run.buildId)).to.equal(30);
    expect(await store.log.lastBegun('never')).to.equal(null);
  });

  it('opens what a version before kept, and finds it by what is new', async () => {
    const name = `test-${n++}`;
    const before = new Dexie(name);
    before.version(4).stores({
      builds: 'id, changedAt, tapeId',
      tapes: 'id',
      runs: 'id, buildId, createdAt',
      events: '[runId+n], runId',
      settings: 'key',
      documents: 'id',
      movements: 'id, at, layoutId',
      photos: 'id, runId',
      pulses: 'runId',
    });
    await before.table('runs').put({ ...run, id: 'old' });
    await before.table('events').bulkPut([
      { runId: 'old', n: 0, event: { type: 'started', at: 5 } },
      { runId: 'old', n: 1, event: { type: 'finished', at: 9 } },
    ]);
    before.close();
    const store = new Store(new JoltDb(name));
    expect(await store.open()).to.equal(null);
    expect((await store.log.recent(0)).older).to.deep.equal(['old']);
    expect(await store.log.lastBegun(run.buildId)).to.equal(run.createdAt);
  });

  it('opens an empty database on a new workshop, and a filled one on its own', async () => {
    const store = new Store(fresh());
    expect(await store.workshop()).to.deep.equal(newWorkshop());
    await store.saveWorkshop({ ...newWorkshop(), name: 'Tern & Tide', unit: 'inch' });
    expect((await store.workshop()).unit).to.equal('inch');
  });

  it('opens again what it kept', async () => {
    const db = fresh();
    await new Store(db).addBuild(build, [{ id: build.tapeId, bytes }]);
    db.close();
    const again = new Store(new JoltDb(db.name));
    expect(await again.open()).to.equal(null);
    expect(await again.builds()).to.deep.equal([build]);
  });

  it('says in a sentence that the browser holds newer data, and leaves it alone', async () => {
    const name = `test-${n++}`;
    const newer = new Dexie(name);
    newer.version(99).stores({ builds: 'id' });
    await newer.open();
    newer.close();
    expect((await new Store(new JoltDb(name)).open())?.code).to.equal('store-newer');
    const still = new Dexie(name);
    await still.open();
    expect(still.tables.map((t) => t.name)).to.deep.equal(['builds']);
  });

  it('says plainly that there is no room, or that another tab wrote, and what to do', async () => {
    const refused = async (name: string) => {
      const done = await attempt(() => Promise.reject(Object.assign(new Error('x'), { name })));
      return done.ok ? '' : `${done.problem.message} ${done.problem.next}`;
    };
    expect(await refused('QuotaExceededError')).to.match(
      /no room left; the last change was not kept.*backup/,
    );
    expect(await refused('ConstraintError')).to.match(/nothing was overwritten.*Reload/);
    expect(await refused('InvalidStateError')).to.match(/does not let Jolt Step keep data/);
  });

  it('waits for a tab that holds an older shape of the data, says so, and opens when it is closed', async () => {
    const name = `test-${n++}`;
    const old = await new Promise<IDBDatabase>((resolve) => {
      const open = indexedDB.open(name, 10);
      open.onupgradeneeded = () => open.result.createObjectStore('settings', { keyPath: 'key' });
      open.onsuccess = () => resolve(open.result);
    });
    const told: string[] = [];
    const opening = new Store(new JoltDb(name)).open((problem) => {
      told.push(problem.code);
      old.close();
    });
    expect(await opening).to.equal(null);
    expect(told).to.deep.equal(['store-blocked']);
  });

  it('two tabs: each keeps what the other has stored, and a clash is told with both values', async () => {
    const db = fresh();
    const [one, other] = [new Store(db), new Store(db)];
    await one.addBuild(build, [{ id: build.tapeId, bytes }]);
    const change = (s: Store, by: Partial<Build>, at: string) =>
      s.changeBuild(build, { ...build, ...by, changedAt: `2026-05-01T10:00:0${at}.000Z` });
    await change(one, { notes: 'pale felt', name: 'Tab' }, '1');
    const merged = await change(other, { needle: 'sharp', notes: 'dark felt' }, '2');
    if (!merged.ok) throw new Error(merged.problem.message);
    expect(merged.value.conflicts).to.deep.equal([
      { path: ['notes'], mine: 'dark felt', theirs: 'pale felt' },
    ]);
    expect(await one.build(build.id)).to.deep.include({
      name: 'Tab',
      needle: 'sharp',
      notes: 'pale felt',
      changedAt: '2026-05-01T10:00:02.000Z',
    });

    const shop = newWorkshop();
    await one.changeWorkshop(shop, { ...shop, name: 'Tern & Tide' });
    await other.changeWorkshop(shop, { ...shop, unit: 'inch' });
    expect(await one.workshop()).to.include({ name: 'Tern & Tide', unit: 'inch' });
    await one.changeSetting('cutting', undefined, { ticks: ['a', 'b'] });
    await one.changeSetting('cutting', { ticks: ['a', 'b'] }, { ticks: ['b'] });
    await other.changeSetting('cutting', { ticks: ['a', 'b'] }, { ticks: ['a', 'b', 'c'] });
    expect(await one.setting('cutting')).to.deep.equal({ ticks: ['b', 'c'] });
    await one.removeBuild(build.id);
    const late = await change(other, { notes: 'too late' }, '3');
    expect(late.ok ? '' : late.problem.code).to.equal('build-gone');
    expect(await one.builds()).to.deep.equal([]);
  });

  it('a layout leaves the shelf only once, whichever tab takes it', async () => {
    const db = fresh();
    const [one, other] = [new Store(db), new Store(db)];
    const felt = {
      id: 'felt',
      name: 'Felt',
      material: 'felt',
      form: 'sheet',
      colour: '#aabbcc',
      widthMm: 300,
      heightMm: 200,
      quantity: 3,
      directional: false,
      prewashed: false,
      cost: 0,
    } as const;
    await one.saveWorkshop({ ...newWorkshop(), stock: [felt] });
    const take = (s: Store, id: string) =>
      s.moveStock({
        id,
        at: 9,
        kind: 'cut',
        what: 'Felt',
        layoutId: 'l1',
        changes: [{ item: felt, by: 'count', amount: -1 }],
        pieces: [],
        undone: false,
      });
    expect((await take(one, 'm1')).ok).to.equal(true);
    const twice = await take(other, 'm2');
    expect(twice.ok ? '' : twice.problem.code).to.equal('layout-taken');
    expect((await one.workshop()).stock[0].quantity).to.equal(2);
  });

  it('an event of an absurd number stops no run: it is set aside, and the next one is given out as ever', async () => {
    const db = fresh();
    const store = new Store(db);
    await store.log.start(run, { type: 'started', at: 5 });
    await db.events.add({ runId: 'r1', n: 2 ** 53 - 1, event: { type: 'paused', at: 6 } });
    const read = await store.log.run('r1');
    expect([read?.events.length, read?.next]).to.deep.equal([1, 1]);
    await store.log.addEvents('r1', 1, [{ type: 'paused', at: 7 }]);
    expect((await store.log.run('r1'))?.events).to.have.length(2);
    expect(store.takeDamaged()).to.have.length(1);
  });

  it('a damaged event or workshop is set aside and told; the rest of the run is there', async () => {
    const db = fresh();
    const store = new Store(db);
    await store.log.start(run, { type: 'started', at: 5 });
    await db.events.add({ runId: 'r1', n: 1, event: { type: 'dance', at: 6 } as never });
    await store.log.addEvents('r1', 2, [{ type: 'paused', at: 12 }]);
    const read = await store.log.run('r1');
    expect(read?.events.map((e) => e.type)).to.deep.equal(['started', 'paused']);
    // The number of the damaged one is not given out again.
    expect(read?.next).to.equal(3);
    await db.settings.put({ key: 'workshop', value: { name: 5 } });
    expect(await store.workshop()).to.deep.equal(newWorkshop());
    expect(store.takeDamaged()).to.have.length(2);
    expect((await db.settings.toArray()).some((s) => s.key.startsWith('workshop, damaged'))).to.equal(true);
  });
});
