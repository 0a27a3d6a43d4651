import 'fake-indexeddb/auto';
import { expect } from 'chai';
import type { Problem } from '$lib/core/base';
import { newRun, type BareEvent } from '$lib/core/run';
import { newWorkshop } from '$lib/core/workshop';
import { tailTab } from '$lib/demo';
import { JoltDb, Store } from '$lib/store';
import { example } from '../support/examples';
import { sessionOn } from '../support/session';

let n = 0;
const { build, bytes, plan } = example(tailTab(), { order: { quantity: 4, repeats: 2 } });

/** A run that was just begun, held by a session whose disk waits until it is let go. */
async function begin() {
  const store = new Store(new JoltDb(`session-${n++}`));
  await store.addBuild(build, [{ id: build.tapeId, bytes }]);
  await store.log.start(newRun(build, plan, newWorkshop(), { id: 'r', now: Date.now(), madeBefore: 0 }), {
    type: 'started',
    at: Date.now(),
  });
  const told: { problem: Problem; again?: () => void }[] = [];
  const disk: { held: Promise<unknown> | null; fails: boolean; let: () => void } = {
    held: null,
    fails: false,
    let: () => {},
  };
  const { log } = store;
  const slow = Object.assign(Object.create(log) as Store['log'], {
    addEvents: async (...args: Parameters<Store['log']['addEvents']>) => {
      await disk.held;
      if (disk.fails) throw new DOMException('full', 'QuotaExceededError');
      return log.addEvents(...args);
    },
  });
  const session = sessionOn(slow, (problem, again) => told.push({ problem, again }));
  const hold = () => (disk.held = new Promise<void>((go) => (disk.let = () => (go(), (disk.held = null)))));
  await session.load('r');
  const events = async () => (await log.run('r'))?.events.map((e) => e.type) ?? [];
  return { session, told, disk, hold, events, store };
}
const turn = () => new Promise((go) => setTimeout(go, 5));

describe('a run in one hand', () => {
  it('moves on when the event is stored, not before; a second press meanwhile is a slip', async () => {
    const { session, hold, disk, events } = await begin();
    expect(session.hold).to.equal('held');
    hold();
    const first = session.forward();
    const second = session.forward();
    await turn();
    expect([session.state?.index, session.stored]).to.deep.equal([0, 1]);
    disk.let();
    expect([await first, await second]).to.deep.equal([true, false]);
    expect(session.state?.index).to.equal(1);
    expect(await events()).to.deep.equal(['started', 'done']);
  });

  it('a press while something told is being stored waits for it; one that is answered by it is none', async () => {
    const { session, hold, disk, events } = await begin();
    const tellAndPress = async (told: BareEvent) => {
      hold();
      const telling = session.add(told);
      const press = session.forward();
      await turn();
      disk.let();
      return [await telling, await press];
    };
    expect(await tellAndPress({ type: 'note', stepId: 'end', text: 'Tape snagged.' })).to.deep.equal([
      true,
      true,
    ]);
    expect(session.state?.index).to.equal(1);
    const { step } = session;
    expect(await tellAndPress({ type: 'done', stepId: step!.id, index: 1 })).to.deep.equal([true, false]);
    expect(session.state?.index).to.equal(2);
    expect(await events()).to.deep.equal(['started', 'note', 'done', 'done']);
  });

  it('what cannot be kept moves nothing, is told, and can be tried again', async () => {
    const { session, told, disk, events } = await begin();
    disk.fails = true;
    expect(await session.forward()).to.equal(false);
    expect([session.state?.index, told.length]).to.deep.equal([0, 1]);
    expect(told[0].problem.code).to.equal('store-full');
    disk.fails = false;
    told[0].again?.();
    await session.settled();
    await turn();
    expect(session.state?.index).to.equal(1);
    // An event that is none is told too, and nothing of it is kept.
    expect(await session.add({ type: 'halted', index: 1, stitch: 12.5 })).to.equal(false);
    expect(told[1].problem.code).to.equal('unfit-event');
    expect(await events()).to.deep.equal(['started', 'done']);
  });

  it('is closed when each item has its word, and opened again', async () => {
    const { session, events } = await begin();
    while (session.step) await session.forward();
    expect(session.unjudged).to.deep.equal([0, 1]);
    expect([await session.finish(), session.over]).to.deep.equal([false, false]);
    await session.add({ type: 'item', n: 1, result: 'second', reason: 'Corner open.' });
    await session.allGood();
    expect(session.state?.results[1].result).to.equal('second');
    expect([await session.finish(), session.over]).to.deep.equal([true, true]);
    expect([await session.reopen(), session.over]).to.deep.equal([true, false]);
    expect((await events()).slice(-4)).to.deep.equal(['item', 'item', 'finished', 'reopened']);
  });

  it('left while it was under way, it is taken up as interrupted, where the needle stood', async () => {
    const { session, store, events } = await begin();
    await session.forward();
    await store.log.heartbeat({ runId: 'r', n: 1, at: Date.now(), ms: 7000, stitch: 12 });
    session.close();
    const again = sessionOn(store.log);
    await again.load('r');
    expect(again.state).to.include({ status: 'interrupted', stitch: 12, index: 1 });
    expect(again.stepSeconds).to.equal(7);
    expect((await events()).at(-1)).to.equal('interrupted');
    await again.forward();
    expect(again.state?.status).to.equal('running');
  });

  it('a device that slept books no work of hands for it', async () => {
    const { session } = await begin();
    const real = { perf: performance.now, date: Date.now };
    let ahead = 0;
    performance.now = () => real.perf.call(performance) + ahead;
    Date.now = () => real.date() + ahead;
    try {
      session.tick();
      ahead = 4000;
      session.tick();
      ahead = 4000 + 3_600_000;
      session.tick();
      await session.settled();
      expect(session.stepSeconds).to.be.within(4, 5);
      expect(session.state?.status).to.equal('running');
    } finally {
      performance.now = real.perf;
      Date.now = real.date;
    }
  });
});
