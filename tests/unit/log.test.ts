import { expect } from 'chai';
import Papa from 'papaparse';
import {
  ALL_RUNS,
  breaksBy,
  estimateAgainstReal,
  filterLog,
  learningCurve,
  logCsv,
  logJson,
  logRow,
  resultsByBuild,
  stepRows,
  timeByKind,
  waitingBobbins,
  type LoggedRun,
} from '$lib/core/log';
import { isOver, needleSince, newRun, reduceRun, stepFacts, type RunEvent } from '$lib/core/run';
import { planBuild } from '$lib/core/plan';
import { freshNeedle } from '$lib/core/score';
import { freshBobbin } from '$lib/core/thread';
import { bobbinKindOf } from '$lib/core/workshop';
import { crewPatch, demoWorkroom } from '$lib/demo';
import { example } from '../support/examples';

const NOW = Date.UTC(2026, 4, 30);
const demo = demoWorkroom(NOW);
const runs: LoggedRun[] = demo.runs.map(({ run, events }) => ({
  run,
  state: reduceRun(events, stepFacts(run)),
}));
/** A run of the sample log with more events before its end. */
const withEvents = (build: string, more: RunEvent[]): LoggedRun => {
  const { run, events } = demo.runs.find(
    (r) => r.run.buildId === build && r.events.at(-1)?.type === 'finished',
  )!;
  return { run, state: reduceRun([events[0], ...more, ...events.slice(1)], stepFacts(run)) };
};
const sum = (list: number[]) => list.reduce((a, b) => a + b, 0);

describe('the log', () => {
  it('of the sample workroom is one that two people can have sewn: by day, one run at a time at each machine, in the past', () => {
    const times = demo.runs.map(({ run, events }) => ({
      machine: run.machine?.id,
      from: events[0].at,
      to: events.at(-1)!.at,
    }));
    for (const a of times) {
      expect(a.to).to.be.at.most(NOW);
      if (a.from < NOW - 86_400_000) expect(new Date(a.from).getHours()).to.be.within(8, 20);
      for (const b of times)
        if (a !== b && a.machine === b.machine)
          expect(a.to <= b.from || b.to <= a.from, `${a.from} and ${b.from}`).to.equal(true);
    }
  });
  it('counts every item once: good, second or ruined', () => {
    for (const r of runs.filter(({ state }) => isOver(state))) {
      const row = logRow(r);
      expect(row.good + row.second + row.ruined, row.id).to.equal(row.items);
    }
    const ruined = runs.map(logRow).filter((r) => r.ruined > 0);
    expect(ruined).to.have.length(1);
    expect(ruined[0]).to.include({ status: 'given-up', good: 0 });
    expect(ruined[0].why).to.match(/Back crept/);
  });
  it('compares a run under way with the steps it has done, not with the whole', () => {
    const open = runs.find(({ state }) => state.status === 'interrupted')!;
    const row = logRow(open);
    expect(row.planned).to.be.below(sum(Object.values(open.run.planned)));
    expect(row.seconds / row.planned).to.be.within(0.7, 1.6);
    expect(stepRows(open).filter((s) => s.taken === null).length).to.be.above(0);
  });
  it('counts a needle from the last time it was changed, and wound bobbins from the last time they were counted', () => {
    const { build, reading, workshop } = example(crewPatch());
    const machine = { ...workshop.machines[0]!, needle: null };
    const fix = freshNeedle('n10', 45);
    const changed = { ...build, edits: [fix, freshBobbin('n6', 30)] };
    const run = newRun(changed, planBuild(changed, reading, workshop), workshop, { id: 'r', now: 1000, madeBefore: 0 }); // prettier-ignore
    // Ten minutes for each step, of the machine and of hands.
    const events = run.score.steps.map((step, index): RunEvent => ({ type: 'done', at: 1000 + (index + 1) * 600_000, ms: 600_000, stepId: step.id, index })); // prettier-ignore
    const logged = (many: number) => ({
      run,
      state: reduceRun([{ type: 'started', at: 1000 }, ...events.slice(0, many)], stepFacts(run)),
    });
    const at = run.score.steps.findIndex(({ id }) => id === fix.stepId);
    const before = run.score.steps.slice(0, at).filter((s) => s.kind === 'needle').length;
    expect([logged(at), logged(run.score.steps.length)].map((r) => needleSince([r], machine, 0) / 600)).to.deep.equal([before, 1]); // prettier-ignore
    expect(needleSince([logged(at)], machine, 5000)).to.equal(0);
    // What was put in fresh is one of the white ones that wait for this machine.
    const white = { id: 'w', name: 'White', colour: '#ffffff', kind: bobbinKindOf(machine), count: 2 };
    const left = (countedAt?: number) =>
      waitingBobbins({ machines: [machine], bobbins: [{ ...white, id: 'other', kind: 'size-m' as const }, { ...white, countedAt }] }, [logged(run.score.steps.length)]).map((b) => b.count); // prettier-ignore
    expect([left(0), left(2000), left()]).to.deep.equal([[2, 1], [2, 2], [2, 2]]); // prettier-ignore
  });
  it('shows what is asked for', () => {
    const of = (change: Partial<typeof ALL_RUNS>) => filterLog(runs, { ...ALL_RUNS, ...change }, NOW);
    expect(of({})).to.have.length(runs.length);
    expect(of({ machine: 'Gannet' }).every((r) => r.run.machine?.name === 'Gannet')).to.equal(true);
    expect(of({ result: 'open' })).to.have.length(1);
    expect(of({ result: 'trouble' }).length).to.equal(4 + 2 + 1);
    expect(of({ days: 7 }).every((r) => r.run.createdAt > NOW - 7 * 86_400_000)).to.equal(true);
    expect(of({ text: 'POST' })).to.have.length(1);
    expect(of({ buildId: 'tail-tab', result: 'finished' })).to.have.length(5);
  });
  it('as CSV is one line a run that a spreadsheet takes as text, and reads back', () => {
    const evil = withEvents('tail-tab', [
      { type: 'note', at: 1, ms: 0, stepId: 'x', text: '=HYPERLINK("http://x";"y"), "quoted"\nand on' },
    ]);
    const { data } = Papa.parse<Record<string, string>>(logCsv([evil, ...runs]), { header: true });
    expect(data).to.have.length(runs.length + 1);
    expect(data[0].notes).to.equal('\'=HYPERLINK("http://x";"y"), "quoted"\nand on');
    expect(Number(data[0].taken_s)).to.equal(Math.round(logRow(evil).seconds));
    const json = JSON.parse(logJson([evil]));
    expect(json[0].steps).to.have.length(evil.run.score.steps.length);
    expect(json[0].notes[0].text).to.match(/^=HYPERLINK/);
  });

  it('says how often thread breaks: each break once, stitches of all items', () => {
    const byThread = breaksBy(runs, 'thread');
    const byMachine = breaksBy(runs, 'machine');
    expect(sum(byThread.map((b) => b.breaks))).to.equal(4);
    expect(sum(byMachine.map((b) => b.breaks))).to.equal(4);
    expect(sum(byThread.map((b) => b.stitches))).to.equal(sum(byMachine.map((b) => b.stitches)));
    for (const b of byThread) expect(b.per10k).to.be.closeTo((1e4 * b.breaks) / b.stitches, 1e-9);
    const patch = runs.find((r) => r.run.buildId === 'crew-patch')!;
    const alone = breaksBy([patch], 'machine')[0];
    expect(alone.stitches).to.equal(patch.run.items * sum(patch.run.blocks.map((b) => b.stitches)));
  });
  it('counts stitches and breaks under the thread that was on the needle, not the planned one', () => {
    const { run, events } = demo.runs.find(
      (r) => r.run.buildId === 'picnic-coaster' && r.events.at(-1)?.type === 'finished',
    )!;
    const ids = stepFacts(run);
    const index = run.score.steps.findIndex((s) => s.kind === 'needle');
    const put: RunEvent = {
      type: 'thread-changed',
      at: 1,
      ms: 0,
      stepId: ids[index].id,
      name: 'old straw',
      colour: '',
    };
    const planned = breaksBy([{ run, state: reduceRun(events, ids) }], 'thread');
    const taken = breaksBy([{ run, state: reduceRun([events[0], put, ...events.slice(1)], ids) }], 'thread');
    const step = run.score.steps[index];
    const name = step.kind === 'needle' ? run.blocks[step.block].thread.name : '';
    const stitches = (list: typeof planned, of: string) => list.find((b) => b.name === of)?.stitches ?? 0;
    expect(stitches(taken, 'old straw')).to.equal(stitches(planned, name));
    expect(sum(taken.map((b) => b.stitches))).to.equal(sum(planned.map((b) => b.stitches)));
  });
  it('compares what was done: a step passed over is neither planned nor laid to the hands', () => {
    const { run, events } = demo.runs.find(
      (r) => r.run.buildId === 'tail-tab' && r.events.at(-1)?.type === 'finished',
    )!;
    const ids = stepFacts(run);
    const at = run.score.steps.findIndex((s) => s.kind === 'hand' && s.action === 'lay');
    const skipping = events.map((e) =>
      e.type === 'done' && e.index === at ? { ...e, type: 'skipped' as const, ms: 2000 } : e,
    );
    const [whole, without] = [events, skipping].map((list) => ({ run, state: reduceRun(list, ids) }));
    expect(logRow(whole).planned - logRow(without).planned).to.be.closeTo(run.planned[ids[at].id], 1e-6);
    expect(stepRows(without)[at]).to.include({ skipped: true, taken: 2 });
    const lays = (r: LoggedRun) => timeByKind([r]).find((k) => k.kind === 'lay');
    expect(lays(whole)!.planned - (lays(without)?.planned ?? 0)).to.be.closeTo(
      run.planned[ids[at].id] / 60,
      1e-9,
    );
    // The two seconds it took to skip say nothing of how hands learn.
    const hands = run.score.steps.filter((s, i) => s.kind === 'hand' && i !== at);
    const share =
      sum(hands.map((s) => without.state.stepMs[s.id] / 1000)) / sum(hands.map((s) => run.planned[s.id]));
    expect(learningCurve([without], 'tail-tab')[0].share).to.be.closeTo(share, 1e-9);
  });
  it('adds up time by kind of step to the time of the runs', () => {
    const kinds = timeByKind(runs);
    expect(sum(kinds.map((k) => k.taken))).to.be.closeTo(sum(runs.map((r) => logRow(r).seconds)) / 60, 1e-6);
    expect(kinds[0].kind).to.equal('needle');
    expect(kinds.map((k) => k.taken)).to.deep.equal(kinds.map((k) => k.taken).toSorted((a, b) => b - a));
  });
  it('shows how hands learn: the first item slower than the later ones', () => {
    const curve = learningCurve(runs, 'line-winder-pouch');
    expect(curve.map((c) => c.n)).to.deep.equal([2, 3, 4, 5, 6]);
    expect(curve[0].share).to.be.above(curve.at(-1)!.share);
  });
  it('leaves a simulated run out of all times', () => {
    const fast = runs.map((r) => ({ ...r, state: { ...r.state, rate: 20 } }));
    expect(estimateAgainstReal(fast)).to.deep.equal([]);
    expect(timeByKind(fast)).to.deep.equal([]);
    expect(breaksBy(fast, 'thread')).to.deep.equal([]);
    expect(logRow(fast[0]).simulated).to.equal(true);
  });
  it('tells how items of each build came out', () => {
    const results = resultsByBuild(runs);
    expect(results.find((b) => b.name === 'Gull pennant')).to.include({ good: 2, second: 1, ruined: 0 });
    expect(results.find((b) => b.name === 'Crew patch')?.good).to.equal(60);
  });
});
