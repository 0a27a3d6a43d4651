import 'fake-indexeddb/auto';
import { expect } from 'chai';
import Dexie from 'dexie';
import { same } from '$lib/core/merge';
import { newRun, type RunEvent } from '$lib/core/run';
import { newWorkshop } from '$lib/core/workshop';
import { tailTab } from '$lib/demo';
import { attempt, JoltDb, Store, type Files } from '$lib/store';
import { example } from '../support/examples';
import { Dice } from '../support/labelled/types';

const { build, bytes, plan } = example(tailTab());
const runOf = (id: string) => newRun(build, plan, newWorkshop(), { id, now: 5, madeBefore: 0 });
const started: RunEvent = { type: 'started', at: 5 };
const done = (n: number): RunEvent => ({ type: 'done', at: 5 + n, stepId: `step ${n}`, index: n });

/** A disk for the copy, that can be full. */
class Disk implements Files {
  readonly kept = new Map<string, Blob>();
  full = false;
  async write(folder: string, name: string, content: Blob) {
    if (this.full) throw new DOMException('The disk is full.', 'QuotaExceededError');
    this.kept.set(`${folder}/${name}`, content);
  }
  async read(folder: string, name: string) {
    return this.kept.get(`${folder}/${name}`) ?? null;
  }
  async remove(folder: string, name: string) {
    this.kept.delete(`${folder}/${name}`);
  }
  async list(folder: string) {
    return [...this.kept.keys()].flatMap((p) =>
      p.startsWith(`${folder}/`) ? p.slice(folder.length + 1) : [],
    );
  }
}
let n = 0;
async function opened(disk: Disk, name = `copied-${n++}`) {
  const db = new JoltDb(name);
  const store = new Store(db, async () => disk);
  expect(await store.open()).to.equal(null);
  const back = await store.copy.open(() => undefined);
  return { db, store, back };
}
const contentOf = async (db: JoltDb) =>
  Object.fromEntries(await Promise.all(db.tables.map(async (t) => [t.name, await t.toArray()])));

/** As a browser that threw the database away. */
async function lose(db: JoltDb) {
  db.close();
  await Dexie.delete(db.name);
}

describe('second copy', () => {
  it('brings back everything that any row of changes has left, and only that', async () => {
    for (let seed = 1; seed <= 12; seed++) {
      const dice = new Dice(seed);
      const disk = new Disk();
      const { db, store } = await opened(disk);
      const events = new Map<string, number>();
      for (let i = 0; i < 30; i++) {
        const id = `r / ${dice.whole(1, 3)}, “é”.`;
        const deeds = [
          () => store.addBuild({ ...build, id, name: `build ${i}` }, [{ id: build.tapeId, bytes }]),
          () => store.removeBuild(id),
          () => store.saveWorkshop({ ...newWorkshop(), name: `room ${i}` }),
          () => store.log.heartbeat({ runId: id, n: i, at: i, ms: i, stitch: null }),
          async () => {
            const next = events.get(id) ?? 0;
            events.set(id, next + 1);
            if (next === 0) return store.log.start(runOf(id), started);
            const photo = { id: `p ${i}`, runId: id, type: 'image/jpeg', bytes: new Uint8Array([10, i, 10]) };
            return store.log.addEvents(id, next, [done(next)], dice.chance(0.5) ? photo : undefined);
          },
        ];
        await dice.pick(deeds)();
        if (dice.chance(0.1)) await store.copy.reconcile();
      }
      await store.copy.settled();
      await store.copy.reconcile();
      const before = await contentOf(db);
      await lose(db);
      const after = await opened(disk);
      expect(after.back).to.include({ damaged: 0, late: 0 });
      await after.store.copy.reconcile();
      expect(same(await contentOf(after.db), before), `seed ${seed}`).to.equal(true);
    }
  });

  it('holds an event when its storing is answered', async () => {
    const disk = new Disk();
    const { db, store } = await opened(disk);
    await store.log.start(runOf('r1'), started);
    await store.log.addEvents('r1', 1, [done(1), done(2)]);
    await lose(db);
    const { store: again, back } = await opened(disk);
    expect(back.rows).to.equal(4);
    expect((await again.log.run('r1'))?.events).to.deep.equal([started, done(1), done(2)]);
  });

  it('says nothing of what was not stored: a refused change leaves it as it was', async () => {
    const disk = new Disk();
    const { store } = await opened(disk);
    await store.log.start(runOf('r1'), started);
    const before = [...disk.kept.keys()];
    let refused = false;
    const photo = { id: 'p1', runId: 'r1', type: 'image/jpeg', bytes: new Uint8Array([1]) };
    await store.log.addEvents('r1', 0, [done(0)], photo).catch(() => (refused = true));
    await store.copy.settled();
    expect(refused).to.equal(true);
    expect([...disk.kept.keys()]).to.deep.equal(before);
  });

  it('falls behind on a full disk without holding anything up, and catches up', async () => {
    const disk = new Disk();
    const { db, store } = await opened(disk);
    await store.log.start(runOf('r1'), started);
    await store.copy.reconcile();
    disk.full = true;
    await store.log.addEvents('r1', 1, [done(1)]);
    expect(store.copy.trouble).to.equal('The disk is full.');
    disk.full = false;
    await store.copy.reconcile();
    expect(store.copy.trouble).to.equal(null);
    await lose(db);
    const { store: again } = await opened(disk);
    expect((await again.log.run('r1'))?.events).to.have.length(2);
  });

  it('keeps what it holds when the database vanishes under an open page', async () => {
    const disk = new Disk();
    const { db, store } = await opened(disk);
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    await store.log.start(runOf('r1'), started);
    await store.copy.reconcile();
    await Dexie.delete(db.name);
    await db.open();
    // Its run is not in the one that is there now: refused by its name, not kept alone.
    const alone = await attempt(() => store.log.addEvents('r1', 1, [done(1)]));
    expect(alone.ok ? '' : alone.problem.code).to.equal('store-gone');
    await store.addBuild({ ...build, id: 'later' }, []);
    await store.copy.settled();
    db.close();
    const { store: again, back } = await opened(disk, db.name);
    expect(back.rows).to.be.above(2);
    expect((await again.builds()).map((b) => b.id)).to.have.members([build.id, 'later']);
    expect((await again.log.run('r1'))?.events).to.deep.equal([started]);
  });

  it('leaves out a file that cannot be read and brings the rest', async () => {
    const disk = new Disk();
    const { db, store } = await opened(disk);
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    await store.log.start(runOf('r1'), started);
    await lose(db);
    disk.kept.set(`builds/${build.id}`, new Blob(['{"id": cut o']));
    disk.kept.set('runs/r2', new Blob(['17\n']));
    disk.kept.set('runs/r1.swap', new Blob(['half']));
    const { store: again, back } = await opened(disk);
    expect(back).to.include({ damaged: 2, late: 0 });
    expect((await again.log.run('r1'))?.events).to.deep.equal([started]);
    expect(await again.tape(build.tapeId)).to.deep.equal(bytes);
  });

  it('has nothing to bring to a new workroom, and adds nothing to one that it follows', async () => {
    const disk = new Disk();
    const { db, store, back } = await opened(disk);
    expect(back.rows).to.equal(0);
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    await store.copy.reconcile();
    db.close();
    disk.kept.set('builds/foreign', disk.kept.get(`builds/${build.id}`) as Blob);
    const again = await opened(disk, db.name);
    expect(again.back.rows).to.equal(0);
    await again.store.copy.reconcile();
    expect(disk.kept.has('builds/foreign')).to.equal(false);
  });

  it('keeps the file of a row that comes while the copy is looked over', async () => {
    const disk = new Disk();
    const { db, store } = await opened(disk);
    await store.log.start(runOf('r1'), started);
    const list = disk.list.bind(disk);
    const begun = new Set<string>();
    disk.list = async (folder) => {
      // As a maker does who begins a run just then.
      if (!begun.has(folder)) await store.log.start(runOf(`new, ${folder}`), started);
      begun.add(folder);
      return list(folder);
    };
    await store.copy.reconcile();
    disk.list = list;
    await lose(db);
    const { store: again } = await opened(disk);
    for (const folder of begun)
      expect((await again.log.run(`new, ${folder}`))?.events, folder).to.deep.equal([started]);
    expect(begun.size).to.be.above(5);
  });

  it('has the last event of a run before it is shown again, also one that a cut had left in the database alone', async () => {
    const disk = new Disk();
    const { db, store } = await opened(disk);
    await store.log.start(runOf('r / 1'), started);
    await store.copy.reconcile();
    await store.log.start(runOf('r2'), started);
    db.close();
    // Written by a page that was cut off before its copy.
    const cut = new JoltDb(db.name);
    await cut.events.add({ runId: 'r / 1', n: 1, event: done(1) });
    cut.close();
    const next = await opened(disk, db.name);
    expect((await next.store.log.hold('r / 1'))?.events).to.deep.equal([started, done(1)]);
    expect(await next.store.log.hold('no such run')).to.equal(null);
    await lose(next.db);
    const { store: back } = await opened(disk, db.name);
    expect((await back.log.run('r / 1'))?.events).to.deep.equal([started, done(1)]);
    expect((await back.log.run('r2'))?.events).to.deep.equal([started]);
  });

  it('is left as it is when it could not be put back, and is put back the next time', async () => {
    const disk = new Disk();
    const { db, store } = await opened(disk);
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    await store.log.start(runOf('r1'), started);
    await store.copy.reconcile();
    await store.copy.settled();
    const before = [...disk.kept.keys()].sort();
    await lose(db);
    const list = disk.list.bind(disk);
    disk.list = async (folder) => {
      if (folder === 'runs') throw new DOMException('The disk does not answer.', 'NotReadableError');
      return list(folder);
    };
    const half = new JoltDb('half put back');
    const other = new Store(half, async () => disk);
    await other.open();
    let failed = false;
    await other.copy.open(() => undefined).catch(() => (failed = true));
    expect(failed).to.equal(true);
    disk.list = list;
    await other.saveWorkshop(newWorkshop());
    await other.copy.reconcile();
    await other.copy.settled();
    expect([...disk.kept.keys()].sort()).to.deep.equal(before);
    half.close();
    const { store: again } = await opened(disk, half.name);
    expect((await again.builds()).map((b) => b.id)).to.deep.equal([build.id]);
    expect((await again.log.run('r1'))?.events).to.deep.equal([started]);
  });

  it('a file that does not answer keeps neither the workroom shut nor the needle waiting, and comes the next time', async () => {
    const disk = new Disk();
    const { db, store } = await opened(disk);
    await store.addBuild(build, [{ id: build.tapeId, bytes }]);
    await store.log.start(runOf('r1'), started);
    await lose(db);
    const read = disk.read.bind(disk);
    disk.read = (folder, name) => (folder === 'tapes' ? new Promise(() => undefined) : read(folder, name));
    const half = await opened(disk);
    expect(half.back).to.include({ damaged: 0, late: 1 });
    expect((await half.store.log.run('r1'))?.events).to.deep.equal([started]);
    await half.store.copy.reconcile();
    half.db.close();
    disk.read = read;
    const whole = await opened(disk, half.db.name);
    expect(whole.back).to.deep.equal({ rows: 1, damaged: 0, late: 0 });
    expect(await whole.store.tape(build.tapeId)).to.deep.equal(bytes);
    // One that hangs is waited for once and told once; then nothing waits for it, and it catches up when it answers.
    const write = disk.write.bind(disk);
    let answer = () => {};
    const told: string[] = [];
    whole.store.copy.ontrouble = (why) => told.push(why);
    disk.write = (...what) => new Promise((resolve) => (answer = () => void write(...what).then(resolve)));
    await whole.store.log.addEvents('r1', 1, [done(1)]);
    const { setTimeout: timer } = globalThis;
    const waits: (number | undefined)[] = [];
    globalThis.setTimeout = ((work: () => void, ms?: number) => (
      waits.push(ms),
      timer(work, ms)
    )) as typeof timer;
    for (let i = 2; i < 8; i++) await whole.store.log.addEvents('r1', i, [done(i)]);
    globalThis.setTimeout = timer;
    expect(waits.filter((ms) => (ms ?? 0) > 1000)).to.deep.equal([]);
    expect(told).to.deep.equal(['The second copy does not answer.']);
    expect((await whole.store.log.run('r1'))?.events).to.have.length(8);
    disk.write = write;
    answer();
    while (whole.store.copy.trouble) await new Promise((next) => setTimeout(next, 10));
    await lose(whole.db);
    const { store: again } = await opened(disk, half.db.name);
    expect((await again.log.run('r1'))?.events).to.have.length(8);
  });
});
