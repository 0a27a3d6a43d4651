import { expect } from 'chai';
import { onHeads, plannedCalls, workDays, stretchesOf } from '$lib/core/batch';
import { planCsv, planIcs } from '$lib/core/batch-file';
import { fail, ok, type Problem } from '$lib/core/base';
import { layBatch, scheduleBatch, type KeptOrder } from '$lib/core/schedule';
import { layoutBatch, whole, zoomed } from '$lib/ui/batch/score-layout';
import { BatchPlan } from '$lib/ui/state/batch.svelte';
import { demoWorkroom } from '$lib/demo';
import { batchFrom, demoFacts, inputOf } from '../support/batch';

const NOW = new Date(2026, 10, 30, 9, 0).getTime();
const facts = demoFacts(NOW);
const input = inputOf(facts, facts.workshop.orders);
const batch = batchFrom(input);
const search = (task: typeof batch.task, looks = 20) => {
  let n = looks;
  return scheduleBatch(task, () => Math.max(0, n--) / looks, { isAskedHowSure: false });
};
const found = search(batch.task);
if (!found.ok) throw new Error(found.problem.message);
const schedule = found.value;
const names = new Map(facts.workshop.people.map(({ id, name }) => [id, name]));
const personName = (id: string) => names.get(id) ?? id;

describe('a plan on its staves', () => {
  const layout = layoutBatch(batch, schedule, names);
  it('has each hooping on its head once, in the order of time, the needle within it', () => {
    expect(new Set(layout.bars.map(({ hoopingId }) => hoopingId)).size).to.equal(batch.hoopings.length);
    for (const bar of layout.bars) {
      const own = schedule.tasks.filter((t) => t.hoopingId === bar.hoopingId && t.headId !== null);
      expect([bar.fromS, bar.toS]).to.deep.equal([Math.min(...own.map((t) => t.startS)), Math.max(...own.map((t) => t.endS))]); // prettier-ignore
      expect(layout.staves[bar.stave]).to.include({ kind: 'head', id: own[0]!.headId });
      for (const s of bar.sewn) expect(s.fromS >= bar.fromS - 1e-6 && s.toS <= bar.toS + 1e-6).to.equal(true);
    }
    const heads = onHeads(batch, plannedCalls(batch, schedule.tasks));
    for (const { id } of batch.heads) {
      const own = heads.filter(({ headId }) => headId === id);
      for (const [n, bar] of own.entries()) if (n) expect(bar.fromS).to.be.at.least(own[n - 1]!.toS - 1e-6);
    }
  });
  it('draws what dries side by side where it dries at the same time, and flags each date once', () => {
    const waits = layout.calls.filter(({ stave }) => layout.staves[stave]!.kind === 'wait');
    expect(waits.length).to.equal(schedule.tasks.filter((t) => t.headId === null && t.personId === null).length); // prettier-ignore
    expect(Math.max(...waits.map(({ lane }) => lane))).to.be.within(1, 5);
    const dues = new Set(batch.hoopings.flatMap(({ due }) => (due ? [(Date.parse(due) - NOW) / 1000] : [])));
    expect(layout.flags.map(({ atS }) => atS)).to.deep.equal([...dues].sort((a, b) => a - b));
  });
  it('is wheeled nearer about the place under the pointer, from ten days to ten minutes', () => {
    const all = whole(3 * 86_400, 1000);
    const near = zoomed(all, 2, 300, 1000);
    expect(near.scale).to.equal(2 * all.scale);
    expect(near.fromS + 300 / near.scale).to.be.closeTo(all.fromS + 300 / all.scale, 1e-6);
    expect(1000 / zoomed(all, 1e9, 0, 1000).scale).to.be.closeTo(600, 1e-6);
    expect(1000 / zoomed(all, 1e-9, 0, 1000).scale).to.be.closeTo(864_000, 1e-3);
  });
});

describe('a plan as files', () => {
  const all = { batch, schedule, lines: input.lines, personName, buildName: (id: string) => id };
  const calls = plannedCalls(batch, schedule.tasks);
  it('is a calendar: each stretch of work of each person, and each date with its reminder', () => {
    const text = planIcs(all).replaceAll('\r\n ', '');
    const stretches = stretchesOf(calls);
    const dues = input.lines.filter(({ line, done }) => line.due && done < line.quantity);
    expect(text.match(/BEGIN:VEVENT/g)).to.have.length(stretches.length + dues.length);
    expect(text.match(/TRIGGER:-P1D|TRIGGER:-PT24H/g)).to.have.length(dues.length);
    expect(new Set(text.match(/^UID:.*$/gm)).size).to.equal(stretches.length + dues.length);
    const first = stretches[0]!;
    const utc = (s: number) => new Date(NOW + 1000 * s).toISOString().replace(/[-:]|\.\d+/g, '');
    expect(text).to.contain(`DTSTART:${utc(first.startS)}`);
    expect(text).to.contain(`SUMMARY:${personName(first.personId)}: ${first.name}`);
  });
  it('is a table with a row for each call', () => {
    const rows = planCsv(all).split('\r\n');
    expect(rows[0]).to.equal('begins,ends,who,where,build,items,what,seconds');
    expect(rows).to.have.length(calls.length + 1);
    expect(rows.slice(1).reduce((sum, row) => sum + Number(row.split(',').at(-1)), 0)).to.be.closeTo(calls.reduce((sum, c) => sum + c.endS - c.startS, 0), calls.length); // prettier-ignore
  });
  it('tells the days of each person, each stretch on the day on which it begins', () => {
    const days = workDays(stretchesOf(calls), NOW);
    expect(new Set(days.map(({ personId, day }) => `${personId} ${day}`)).size).to.equal(days.length);
    for (const { day, stretches } of days)
      for (const s of stretches) expect(NOW + 1000 * s.startS - day).to.be.within(0, 86_400_000);
  });
});

const SURE = { p10S: 1, p50S: 2, p90S: 3, late: 0, duties: [], factors: [] };
/** A plan of the demo, held in plain variables. */
function room(kept: unknown = null) {
  const told: Problem[] = [];
  const stored: unknown[] = [];
  const state = { clock: NOW, isBroken: false };
  const plan = new BatchPlan({
    builds: () => demoBuilds,
    runs: () => facts.runs,
    movements: () => [],
    workshop: () => facts.workshop,
    orders: () => facts.workshop.orders,
    numbers: () => facts.numbers,
    now: () => state.clock,
    read: async (build) => {
      const demand = facts.demands.find((d) => d.build.id === build.id);
      return demand ? ok(demand) : fail('gone', 'It is gone.', '');
    },
    search: async (task) => (state.isBroken ? fail('broken', 'It broke.', 'Again.') : search(task)),
    lay: async (task, order) => layBatch(task, order),
    sureness: async () => ok(SURE),
    kept: async () => kept,
    keep: (_, mine) => stored.push(mine),
    tell: (problem) => told.push(problem),
  });
  return { plan, told, stored, state };
}
const demoBuilds = demoWorkroom(NOW).builds.map(({ build }) => build);
async function opened(kept: unknown = null) {
  const it = room(kept);
  await it.plan.load();
  await it.plan.follow();
  await it.plan.lay();
  return it;
}

describe('the plan of a workroom', () => {
  it('is looked for at first, kept, and laid as it was the next time', async () => {
    const { plan, stored } = await opened();
    expect(plan.schedule!.finishS).to.be.above(0);
    expect(plan.sureness).to.equal(SURE);
    const again = await opened(JSON.parse(JSON.stringify(stored.at(-1))));
    expect(again.plan.schedule!.tasks).to.deep.equal(plan.schedule!.tasks);
    expect(again.stored).to.deep.equal([]);
  });
  it('takes a move back and again, and says what it cost', async () => {
    const { plan } = await opened();
    const before = plan.schedule!;
    const bar = onHeads(plan.batch!, plannedCalls(plan.batch!, before.tasks)).find((b) => b.headId === 'Gannet 1' && b.fromS > 0)!; // prettier-ignore
    await plan.move(bar.hooping.id, 'Gannet 2', 0);
    const moved = plan.schedule!;
    expect(onHeads(plan.batch!, plannedCalls(plan.batch!, moved.tasks)).find((b) => b.hooping.id === bar.hooping.id)!.headId).to.equal('Gannet 2'); // prettier-ignore
    expect(plan.change!.finishS).to.equal(moved.finishS - before.finishS);
    await plan.undo();
    expect(plan.schedule!.tasks).to.deep.equal(before.tasks);
    await plan.redo();
    expect(plan.schedule!.tasks).to.deep.equal(moved.tasks);
  });
  it('keeps what it has when a search fails, and says so; what is kept damaged is looked for anew', async () => {
    const { plan, told, state } = await opened({ parts: 'none' });
    const before = plan.schedule;
    state.isBroken = true;
    await plan.search();
    expect(plan.schedule).to.equal(before);
    expect(told.map(({ code }) => code)).to.deep.equal(['broken']);
  });
  it('goes on from now when the clock has, and not before', async () => {
    const { plan, state } = await opened();
    state.clock = NOW + 200_000;
    plan.keepUp();
    expect(plan.batch!.now).to.equal(NOW);
    state.clock = NOW + 400_000;
    plan.keepUp();
    expect(plan.batch!.now).to.equal(NOW + 360_000);
    const order: KeptOrder = plan.schedule!.order;
    expect(order.parts.length).to.be.above(0);
  });
});
