import 'fake-indexeddb/auto';
import { expect } from 'chai';
import { strToU8, unzipSync, zipSync } from 'fflate';
import fc from 'fast-check';
import {
  emptyWorkroom,
  mergeBackup,
  packBackup,
  readBackup,
  summarise,
  type WorkroomData,
} from '$lib/core/backup';
import { same } from '$lib/core/merge';
import { attempt, JoltDb, Store } from '$lib/store';
import { demoWorkroom, recordsOf } from '$lib/demo';
import { jpeg } from '../support/picture';

let n = 0;
const fresh = () => new Store(new JoltDb(`backup-${n++}`));
const demo = demoWorkroom(Date.UTC(2026, 4, 1));

/** The sample workroom in a store, with a picture. */
async function filled(): Promise<Store> {
  const store = fresh();
  await store.restore(recordsOf(demo));
  await store.saveSetting('run-ways', { mirrored: true });
  const [{ run, events }] = demo.runs;
  await store.log.addEvents(run.id, events.length, [{ type: 'photo', at: 9, stepId: 'x', photoId: 'p1' }], {
    id: 'p1',
    runId: run.id,
    type: 'image/jpeg',
    bytes: jpeg(),
  });
  return store;
}
const value = (bytes: Uint8Array): WorkroomData => {
  const read = readBackup(bytes);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value;
};
/** As a backup writes it: keys in one order. */
const packed = (v: unknown) =>
  JSON.stringify(v, (_, x: unknown) =>
    x && typeof x === 'object' && !Array.isArray(x)
      ? Object.fromEntries(Object.entries(x).sort(([a], [b]) => (a < b ? -1 : 1)))
      : x,
  );
const refusal = (bytes: Uint8Array) => {
  const read = readBackup(bytes);
  return read.ok ? 'read' : read.problem.code;
};

describe('backup and restore', () => {
  it('backup, restore, backup: the same bytes', async () => {
    const first = packBackup(await (await filled()).whole());
    const empty = fresh();
    await empty.restore(mergeBackup(await empty.whole(), value(first), 'mine', () => 'id'));
    const second = packBackup(await empty.whole());
    expect(second.length).to.equal(first.length);
    expect(Buffer.compare(Buffer.from(first), Buffer.from(second))).to.equal(0);
    // Restoring it once more onto itself changes nothing.
    await empty.restore(mergeBackup(await empty.whole(), value(first), 'both', () => 'id'));
    expect(Buffer.compare(Buffer.from(packBackup(await empty.whole())), Buffer.from(first))).to.equal(0);
  });
  it('brings a restored workroom to the same screens: builds, runs with all events, shelf, picture', async () => {
    const store = fresh();
    await store.restore(value(packBackup(await (await filled()).whole())));
    expect((await store.builds()).map((b) => b.name).sort()).to.deep.equal(
      demo.builds.map((b) => b.build.name).sort(),
    );
    const run = demo.runs.at(-1)!;
    expect((await store.log.run(run.run.id))?.events).to.deep.equal(run.events);
    expect((await store.workshop()).stock).to.deep.equal(demo.workshop.stock);
    expect((await store.log.photo('p1'))?.type).to.equal('image/jpeg');
    expect(store.takeDamaged()).to.deep.equal([]);
  });
  it('tells beforehand what is new, the same, different, and only here', async () => {
    const mine = await (await filled()).whole();
    const backup = structuredClone(mine);
    backup.builds[0].name = 'Another name';
    backup.builds.pop();
    backup.photos.push({ id: 'p2', runId: 'r', type: 'image/jpeg', bytes: new Uint8Array([1]) });
    const { kinds, workshopDiffers } = summarise(mine, backup);
    const of = (kind: string) => kinds.find((k) => k.kind === kind)!;
    expect(of('builds')).to.include({ added: 0, differs: 1, kept: 1, same: mine.builds.length - 2 });
    expect(of('photos')).to.include({ added: 1, same: 1 });
    expect(workshopDiffers).to.equal(false);
  });
  it('where both differ: mine, the backup’s, or both; and the longer of two runs', async () => {
    const mine = await (await filled()).whole();
    const backup = structuredClone(mine);
    backup.builds[0].name = 'From elsewhere';
    backup.runs[0].events.pop();
    backup.runs[1].events.push({ n: 99, event: { type: 'note', at: 1, stepId: 'x', text: 'later' } });
    backup.runs[2].events[1].event = { type: 'note', at: 1, stepId: 'x', text: 'other' };
    const names = (d: WorkroomData) => d.builds.map((b) => b.name);
    const kept = mergeBackup(mine, backup, 'mine', () => 'copy');
    expect(names(kept)).to.deep.equal(names(mine));
    expect(kept.runs[0].events).to.have.length(mine.runs[0].events.length);
    expect(kept.runs[1].events.at(-1)?.n).to.equal(99);
    expect(names(mergeBackup(mine, backup, 'backup', () => 'copy'))[0]).to.equal('From elsewhere');
    const both = mergeBackup(mine, backup, 'both', () => 'copy');
    expect(names(both)).to.include.members([mine.builds[0].name, 'From elsewhere, from the backup']);
    expect(both.runs.map((r) => r.run.id)).to.include.members([mine.runs[2].run.id, 'copy']);
  });
  it('takes records for the same by what they say, not by how they were made', () => {
    const json = fc.jsonValue();
    fc.assert(fc.property(json, (v) => same(v, JSON.parse(JSON.stringify(v)))));
    fc.assert(
      fc.property(json, json, (a, b) => {
        expect(same({ at: a }, { at: b })).to.equal(packed(a) === packed(b));
        expect(same(a, b)).to.equal(same(b, a));
      }),
    );
    expect(same({ a: 1, b: undefined }, { a: 1 })).to.equal(true);
    expect(same({ a: 1 }, { a: 1, b: null })).to.equal(false);
    expect(same(new Uint8Array([1, 2]), new Uint8Array([1, 2]))).to.equal(true);
    expect(same(new Uint8Array([1, 2]), new Uint8Array([1, 3]))).to.equal(false);
    expect(same(new Uint8Array([1]), [1])).to.equal(false);
  });
  it('stops where it is told to, and says how far it has come', async () => {
    const store = await filled();
    const told: number[] = [];
    const whole = await store.whole((share) => told.push(share));
    expect([told[0], whole.runs.length]).to.deep.equal([0, demo.runs.length]);
    const stop = new AbortController();
    const stopped = await attempt(() => store.whole(() => stop.abort(), stop.signal));
    expect(stopped.ok).to.equal(false);
  });
  it('refuses what is cut off, foreign, swollen, newer or changed, each in its own words', async () => {
    const bytes = packBackup(await (await filled()).whole());
    expect(refusal(bytes.slice(0, bytes.length - 500))).to.equal('bad-zip');
    expect(refusal(strToU8('not a zip at all'))).to.equal('not-a-backup');
    expect(refusal(zipSync({ 'holiday.txt': strToU8('sun') }))).to.equal('not-a-backup');
    expect(refusal(zipSync({ 'workroom.json': new Uint8Array(20_000_000) }))).to.equal('zip-bomb');
    const files = unzipSync(bytes);
    const index = JSON.parse(new TextDecoder().decode(files['workroom.json']));
    const repacked = (change: (i: typeof index) => void, more: Record<string, Uint8Array> = {}) => {
      const copy = structuredClone(index);
      change(copy);
      return zipSync({ ...files, 'workroom.json': strToU8(JSON.stringify(copy)), ...more });
    };
    expect(refusal(repacked((i) => (i.version = 9)))).to.equal('newer-version');
    expect(refusal(repacked((i) => (i.records.builds[0].order = 'lots')))).to.equal('bad-backup');
    expect(refusal(repacked((i) => (i.files.tapes[0].id = '../../evil')))).to.equal('bad-backup');
    const [tape] = Object.keys(files).filter((f) => f.startsWith('tapes/'));
    expect(
      refusal(repacked(() => undefined, { [tape]: files[tape].map((b, i) => (i === 700 ? b ^ 1 : b)) })),
    ).to.equal('bad-backup');
    expect(refusal(repacked(() => undefined))).to.equal('read');
  });
  it('refuses what would lock the workroom or run in it: moments that are no date, events out of number, ids twice, a document for a picture', async () => {
    const whole = await (await filled()).whole();
    const refused = (change: (data: WorkroomData) => void): string => {
      const data = structuredClone(whole);
      change(data);
      const read = readBackup(packBackup(data));
      return read.ok ? 'taken' : read.problem.message;
    };
    expect(refused(() => undefined)).to.equal('taken');
    expect(refused((d) => (d.runs[0].run.createdAt = 1e17))).to.match(/damaged: records.runs.*createdAt/);
    expect(refused((d) => (d.runs[0].events[2].event.at = -1))).to.match(/damaged/);
    expect(refused((d) => (d.movements[0] = { ...d.movements[0], at: Infinity }))).to.match(/damaged/);
    for (const n of [0, 2 ** 53 - 1])
      expect(
        refused((d) => d.runs[0].events.forEach((e, i) => (e.n = i ? n : 0))),
        `${n}`,
      ).to.match(/not numbered one after the other/);
    expect(refused((d) => d.builds.push({ ...d.builds[0], name: 'Twin' }))).to.match(
      /builds, two have the same id/,
    );
    expect(refused((d) => d.runs.push(d.runs[0]))).to.match(/runs, two have the same id/);
    expect(refused((d) => (d.photos[0] = { ...d.photos[0], type: 'text/html' }))).to.match(
      /p1 is no picture/,
    );
    expect(
      refused((d) => (d.photos[0] = { ...d.photos[0], bytes: new TextEncoder().encode('<script>') })),
    ).to.match(/p1 is no picture/);
    expect(refused((d) => (d.builds[0].id = 'constructor'))).to.match(/no id/);
  });
  it('never throws, whatever bytes come', () => {
    const bytes = packBackup(emptyWorkroom());
    fc.assert(
      fc.property(fc.nat(bytes.length - 1), fc.nat(255), (at, v) => {
        const changed = bytes.slice();
        changed[at] = v;
        expect(['read', 'bad-zip', 'bad-backup', 'not-a-backup', 'newer-version', 'zip-bomb']).to.include(
          refusal(changed),
        );
      }),
      { numRuns: 300 },
    );
  });
  it('all or nothing: a write that fails leaves the workroom as it was', async () => {
    const store = await filled();
    const before = packBackup(await store.whole());
    const broken = structuredClone(await store.whole());
    broken.builds[0].name = 'half';
    // A run without an id cannot be stored.
    (broken.runs[3].run as { id?: string }).id = undefined;
    let failed = false;
    await store.restore(broken).catch(() => (failed = true));
    expect(failed).to.equal(true);
    expect(Buffer.compare(Buffer.from(packBackup(await store.whole())), Buffer.from(before))).to.equal(0);
  });
});
