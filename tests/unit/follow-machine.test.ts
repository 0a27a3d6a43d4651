import 'fake-indexeddb/auto';
import { expect } from 'chai';
import { itemAt, ok } from '$lib/core/base';
import { inOneThread } from '$lib/core/build';
import type { MachineLink, MachineState } from '$lib/core/machine';
import { newRun, sewnSteps } from '$lib/core/run';
import { newWorkshop } from '$lib/core/workshop';
import { coaster } from '$lib/demo';
import { JoltDb, Store } from '$lib/store';
import { FollowedMachine } from '$lib/ui/state/run-machine.svelte';
import { example } from '../support/examples';
import { sessionOn } from '../support/session';

let n = 0;
// In one thread nobody has to change anything between its blocks.
const { build, bytes, plan } = example(coaster(), { threads: inOneThread({ threads: [] }, 9) });
const READY: MachineState = {
  status: 'ready',
  why: null,
  label: 'COASTER',
  tapeId: 'this',
  block: 0,
  blocks: 9,
  stitch: 0,
  blockStitches: 100,
  speed: 600,
  seconds: 0,
  untilHaltSeconds: 0,
  bobbinLeftM: 20,
  breaks: 0,
};

/** A run that follows a machine which tells what a test lets it tell, and remembers what it was asked. */
async function follow() {
  const store = new Store(new JoltDb(`follow-${n++}`));
  await store.addBuild(build, [{ id: build.tapeId, bytes }]);
  const run = newRun(build, plan, newWorkshop(), { id: 'r', now: Date.now(), madeBefore: 0 });
  await store.log.start(run, { type: 'started', at: Date.now() });
  const session = sessionOn(store.log);
  await session.load('r');
  const asked: string[] = [];
  let say: (state: MachineState) => void = () => {};
  const ask = (what: string) => async () => {
    asked.push(what);
    return ok(READY);
  };
  const link: MachineLink = {
    name: 'left',
    load: ask('load'),
    trace: ask('trace'),
    start: ask('start'),
    halt: ask('halt'),
    back: ask('back'),
    jump: ask('jump'),
    setSpeed: ask('speed'),
    freshBobbin: ask('bobbin'),
    watch: (onstate) => {
      say = onstate;
      return () => {};
    },
    close: async () => {},
  };
  const machine = new FollowedMachine(session, () => {});
  await machine.connect(link, coaster(), 'coaster.dst', 1);
  const tell = async (state: Partial<MachineState>) => {
    say({ ...READY, ...state });
    // What is told becomes events one after the other.
    await machine['telling'];
  };
  const { steps } = run.score;
  const sewn = sewnSteps(run).map(({ id }) => steps.findIndex((s) => s.id === id));
  /** the first block that another follows with no hand between, and the first step for hands after it */
  const first = sewn.findIndex((at) => steps[at + 1]?.kind === 'needle');
  const hands = steps.findIndex((s, at) => at > itemAt(sewn, first) && s.kind === 'hand');
  while (session.state && session.state.index < itemAt(sewn, first)) await session.forward();
  return { session, tell, asked, first, hands, lastBefore: sewn.indexOf(hands - 1) };
}

describe('a machine that is followed', () => {
  it('that runs on from block to block takes the run along', async () => {
    const { session, tell, first, asked } = await follow();
    const at = session.state?.index ?? 0;
    await tell({ status: 'sewing', block: first, stitch: 3 });
    expect(session.state).to.include({ index: at, sewing: true });
    await tell({ status: 'sewing', block: first + 1, stitch: 2 });
    expect(session.state).to.include({ index: at + 1, sewing: true });
    expect(asked).to.not.include('halt');
  });
  it('that was not heard of for some blocks has sewn them, and halts where it halted', async () => {
    const { session, tell, first, hands, lastBefore, asked } = await follow();
    expect(lastBefore - first, 'blocks with no hands between').to.be.at.least(2);
    await tell({ status: 'sewing', block: first, stitch: 3 });
    await tell({ status: 'halted', why: 'stop', block: lastBefore + 1 });
    expect(session.state).to.include({ index: hands, sewing: false });
    expect(session.step?.kind).to.equal('hand');
    expect(asked).to.not.include('halt');
  });
  it('that sews on past a step for hands is halted there; what is behind it is kept', async () => {
    const { session, tell, first, hands, lastBefore, asked } = await follow();
    await tell({ status: 'sewing', block: first, stitch: 3 });
    await tell({ status: 'sewing', block: lastBefore + 1, stitch: 5 });
    expect(session.state?.index).to.equal(hands);
    expect(asked).to.include('halt');
  });
  it('that has done its tape has sewn every block up to the next hands', async () => {
    const { session, tell, first, hands } = await follow();
    await tell({ status: 'sewing', block: first, stitch: 3 });
    await tell({ status: 'done', block: 8 });
    expect(session.state?.index).to.equal(hands);
  });
});
