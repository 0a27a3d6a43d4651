import { expect } from 'chai';
import { numbersWith } from '$lib/core/numbers';
import {
  besideAfter,
  besideBefore,
  bobbinLeft,
  bobbinNow,
  inspections,
  liesBeneath,
  attendance,
  byCall,
  newRun,
  reduceRun,
  runAfter,
  runRecordSchema,
  secondsLeft,
  stepFacts,
  stepSecondsLeft,
  stitchNow,
  stitchesOf,
  threadAt,
  threadsAhead,
  waitingFor,
  watchRun,
  type RunEvent,
  type RunState,
} from '$lib/core/run';
import type { NeedleStep } from '$lib/core/score';
import { newWorkshop } from '$lib/core/workshop';
import { pouch, tailTab, windStar } from '$lib/demo';
import { example } from '../support/examples';

const T0 = Date.UTC(2026, 4, 1, 9);
const started = { type: 'started', at: T0 } as const;

describe('a run of the pouch', () => {
  const { build, plan } = example(pouch());
  const record = newRun(build, plan, newWorkshop(), { id: 'r', now: T0, madeBefore: 0 });
  const at = (action: string) =>
    record.score.steps.findIndex((s) => s.kind === 'hand' && s.action === action);

  it('is kept as a record that passes its own schema, and comes back the same', () => {
    const again = runRecordSchema.parse(JSON.parse(JSON.stringify(record)));
    expect(again).to.deep.equal(JSON.parse(JSON.stringify(record)));
    const broken = { ...record, score: { ...record.score, steps: [{ kind: 'hand', id: 'x' }] } };
    expect(runRecordSchema.safeParse(broken).success).to.equal(false);
  });
  /** the run up to a step; what happens at one comes before its end */
  const sewnTo = (index: number, at: Record<string, Partial<RunEvent>[]> = {}) =>
    reduceRun(
      [
        { type: 'started', at: T0 },
        ...record.score.steps
          .slice(0, index + 1)
          .flatMap(({ id }, i) => [
            ...(at[id] ?? []).map((e) => ({ at: T0, index: i, stepId: id, ...e }) as RunEvent),
            ...(i < index && !at[id]?.some((e) => e.type === 'skipped')
              ? [{ type: 'done', at: T0, index: i, stepId: id } as RunEvent]
              : []),
          ]),
      ],
      stepFacts(record),
    );
  it('asks before unhooping for both sides: threads, covers, the back caught all round; of what was sewn', () => {
    const unhoop = at('unhoop');
    const list = inspections(record, sewnTo(unhoop));
    expect(list.filter((i) => i.id.startsWith('threads'))).to.have.length(2);
    expect(list.map((i) => i.text).join(' ')).to.match(/is caught on every side.*both corners/);
    expect(list.at(-1)?.text).to.match(/closed from end to end/);
    // A last line that was passed over is not looked for.
    const line = record.score.steps.slice(0, unhoop).findLast((s) => s.kind === 'needle')!;
    expect(list.at(-1)?.id).to.equal(`last:${line.id}`);
    const without = inspections(record, sewnTo(unhoop, { [line.id]: [{ type: 'skipped' }] }));
    expect(without.map((i) => i.id)).not.to.include(`last:${line.id}`);
    // Every item of the hooping has its jumps.
    const jumps = (items: number) =>
      Number(
        /about (\d+) jump/.exec(
          inspections(
            { ...record, items, blocks: record.blocks.map((b) => ({ ...b, floats: 2 })) },
            sewnTo(unhoop),
          )[0].text,
        )?.[1],
      );
    expect(jumps(4)).to.equal(4 * jumps(1));
  });
  it('a line that is left open on purpose is told with its opening, in the maker’s unit', () => {
    const unhoop = at('unhoop');
    const said = /opening of (\d+(\.\d)?)\smm/u.exec(inspections(record, sewnTo(unhoop)).at(-1)?.text ?? '');
    // The pouch is turned through it.
    expect(Number(said?.[1])).to.be.closeTo(record.blocks.at(-1)!.openMm, 0.05).and.to.be.above(40);
    const open = { ...record, blocks: record.blocks.map((b) => ({ ...b, openMm: 63.5 })) };
    const last = (...unit: ['inch'] | []) => inspections(open, sewnTo(unhoop), ...unit).at(-1)?.text;
    expect(last()).to.match(/closed from end to end but for its opening of 63\.5\smm, no loops/u);
    expect(last('inch')).to.match(/its opening of 2 1\/2\sin/u);
    const closed = { ...record, blocks: record.blocks.map((b) => ({ ...b, openMm: 0 })) };
    expect(inspections(closed, sewnTo(unhoop)).at(-1)?.text).not.to.contain('opening');
  });
  it('has screens of their own for the look before unhooping, and for the hoop put back on where it was off', () => {
    const { steps } = record.score;
    const before = steps.map((s) => besideBefore(s));
    expect(before.filter(Boolean)).to.deep.equal(['look']);
    expect(before[at('unhoop')]).to.equal('look');
    const off = (i: number) => {
      const s = steps[i];
      return s?.kind === 'hand' && s.hoop === 'off';
    };
    const on = steps.flatMap((s, i) => (besideAfter(s, steps[i + 1]) ? [i] : []));
    expect(on.length).to.be.above(1);
    for (const i of on) expect([off(i), off(i + 1), i + 1 < at('unhoop')]).to.deep.equal([true, false, true]);
    // Wherever the needle goes on after the hoop was off, it was put back on first.
    steps.forEach((s, i) => {
      if (s.kind === 'needle' && off(i - 1)) expect(on).to.include(i - 1);
    });
    // What is loose underneath is felt for, not what is sewn already or lies on top.
    const beneath = on.map((i) => liesBeneath(record, i));
    expect(beneath).to.deep.equal([[], ['Front lining, lower'], ['Front lining, upper'], ['Back lining']]);
  });
  describe('thread and bobbin', () => {
    const fresh = reduceRun([], []);
    const twoThreads = {
      ...record,
      blocks: record.blocks.map((b, i) => ({
        ...b,
        thread: { ...b.thread, name: i < 3 ? 'sand' : 'coral' },
      })),
    };
    const needles = record.score.steps.flatMap((s, i) => (s.kind === 'needle' ? [{ id: s.id, i }] : []));
    const put = (stepId: string, name: string) => ({ at: 0, stepId, name, colour: '#123456' });

    it('tells the thread on the needle and the one after it', () => {
      const { now, next } = threadsAhead(twoThreads, fresh);
      expect([now?.name, next?.name]).to.deep.equal(['sand', 'coral']);
      expect(threadsAhead(twoThreads, { ...fresh, index: record.score.steps.length })).to.deep.equal({
        now: null,
        next: null,
      });
    });
    it('tells the needle that holds it, where there are several', () => {
      const shop = newWorkshop();
      const machines = shop.machines.map((m) => ({ ...m, kind: 'multi-needle' as const, needles: 4 }));
      const threads = Array.from({ length: 15 }, (_, i) => ({
        name: i < 3 ? 'sand' : 'coral',
        colour: '#887766',
      }));
      const many = example(pouch(), { threads }, { ...shop, machines });
      const run = newRun(many.build, many.plan, many.workshop, { id: 'r', now: T0, madeBefore: 0 });
      expect(threadsAhead(run, fresh)).to.deep.include({ now: { ...run.blocks[0].thread, needle: 1 } });
      expect(threadsAhead(run, fresh).next?.needle).to.equal(2);
      expect(record.needles).to.deep.equal({});
    });
    it('a thread put in the place of another stays while the plan asks for the same, and not beyond', () => {
      const state = { threads: [put(needles[1].id, 'straw')] };
      const names = needles.slice(0, 5).map(({ i }) => threadAt(twoThreads, state, i)?.name);
      expect(names).to.deep.equal(['sand', 'straw', 'straw', 'coral', 'coral']);
      // Put on at the hand step before a block, it belongs to that block.
      const before = record.score.steps[needles[3].i - 1];
      expect(before.kind).to.equal('hand');
      const early = { threads: [put(before.id, 'rust')] };
      expect(threadAt(twoThreads, early, needles[3].i)).to.deep.equal({ name: 'rust', colour: '#123456' });
      // The planned one again.
      const back = { threads: [...early.threads, { ...put(needles[4].id, 'coral'), colour: '' }] };
      expect(threadAt(twoThreads, back, needles[5].i)?.name).to.equal('coral');
      expect(threadAt(twoThreads, back, needles[3].i)?.name).to.equal('rust');
    });
    const left = (...args: Parameters<typeof sewnTo>) => bobbinLeft(record, sewnTo(...args));
    const last = record.score.steps.length;
    const metres = (i: number) => record.blocks[(record.score.steps[i] as NeedleStep).block].bobbinM;
    it('counts what is left below by what was sewn from it; what is sewn again takes again, what is passed over nothing', () => {
      expect(left(0)).to.equal(record.bobbinHoldsM);
      const end = left(last);
      expect(end).to.be.closeTo(record.bobbinHoldsM - plan.thread.bobbinM, 1e-6);
      const { id, i } = needles.at(-1)!;
      const full = { type: 'bobbin-changed', stitch: 0, ranOut: false } as const;
      expect(left(i, { [id]: [full] }), 'at once').to.equal(record.bobbinHoldsM);
      expect(left(last, { [id]: [full] })).to.be.closeTo(record.bobbinHoldsM - metres(i), 1e-6);
      expect(left(last, { [id]: [{ type: 'skipped' }] })).to.be.closeTo(end + metres(i), 1e-6);
      const unhoop = record.score.steps[i + 1].id;
      const again = [
        { type: 'redo', index: i, then: i + 1 },
        { type: 'done', index: i, stepId: id },
      ] as Partial<RunEvent>[];
      expect(left(last, { [unhoop]: again })).to.be.closeTo(end - metres(i), 1e-6);
    });
    it('tells the stitch under the needle by the clock, on from where it was told, and stands while a thread is mended', () => {
      const { id, i } = needles[2];
      const all = stitchesOf(record, record.score.steps[i] as NeedleStep);
      const seconds = record.planned[id];
      const now = (s: RunState, share: number) => stitchNow(record, s, T0 + 1000 * seconds * share);
      expect([now(sewnTo(i), 0), now(sewnTo(i), 0.5), now(sewnTo(i), 7)]).to.deep.equal([
        0,
        Math.floor(all / 2),
        all,
      ]);
      const back = sewnTo(i, { [id]: [{ type: 'went-back', stitch: 10, ms: 0 }] });
      expect(now(back, 0.5)).to.equal(10 + Math.floor(all / 2));
      expect(stepSecondsLeft(record, back, T0)).to.be.closeTo(seconds * (1 - 10 / all), 1e-6);
      expect(now(sewnTo(i, { [id]: [{ type: 'broke', stitch: 12, thread: '' }] }), 0.5)).to.equal(12);
      expect(stitchNow(record, sewnTo(i + 1), T0 + 9e9), 'hands').to.equal(0);
    });
    it('what is to go: the rest of this step and all after it; a redo alone adds its own steps', () => {
      const sum = (steps: { id: string }[]) =>
        steps.reduce((total, s) => total + (record.planned[s.id] ?? 0), 0);
      const { steps } = record.score;
      expect(secondsLeft(record, sewnTo(0), T0)).to.be.closeTo(sum(steps), 1e-6);
      expect(secondsLeft(record, sewnTo(4), T0 + 1e9)).to.be.closeTo(sum(steps.slice(5)), 1e-6);
      const { i } = needles[1];
      const redo = runAfter(
        sewnTo(last - 2),
        { type: 'redo', at: T0, index: i, then: last - 2 },
        stepFacts(record),
      );
      expect(secondsLeft(record, redo, T0)).to.be.closeTo(sum([steps[i], ...steps.slice(last - 2)]), 1e-6);
      expect(secondsLeft(record, sewnTo(last), T0)).to.equal(0);
    });
    it('says when the bobbin is best changed, and that it is low, until a full one is in', () => {
      const { id, i } = needles[3];
      const numbers = numbersWith({ 'run.bobbinLow': 20 });
      const run = { ...record, bobbinSwaps: [id] };
      const now = (state: RunState, over = {}) => bobbinNow({ ...run, ...over }, state, numbers);
      expect(now(sewnTo(i))?.says).to.equal('change');
      expect(now(sewnTo(i + 1))?.says).to.equal('enough');
      const full = sewnTo(i, { [id]: [{ type: 'bobbin-changed', stitch: 0, ranOut: false }] });
      expect(now(full)).to.include({ leftM: run.bobbinHoldsM, share: 1, says: 'enough' });
      // Sewn to its last tenth.
      const short = now(sewnTo(last), { bobbinHoldsM: (record.bobbinHoldsM - left(last)) / 0.9 });
      expect(short?.says).to.equal('low');
      expect(short?.share).to.be.closeTo(0.1, 1e-9);
      expect(now(sewnTo(i), { bobbinHoldsM: 0 })).to.equal(null);
    });
  });
  it('a bobbin of the last thread, where both sides show, is told beforehand, and holds less', () => {
    const { build, plan } = example(tailTab());
    const tab = newRun(build, plan, newWorkshop(), { id: 'r', now: T0, madeBefore: 0 });
    const numbers = numbersWith({});
    const put = tab.score.steps.findIndex((s) => s.kind === 'hand' && s.action === 'bobbin');
    const upTo = (n: number) =>
      reduceRun(
        [
          started,
          ...tab.score.steps
            .slice(0, n)
            .map((s, index): RunEvent => ({ type: 'done', at: T0, stepId: s.id, index })),
        ],
        stepFacts(tab),
      );
    const now = (n: number) => bobbinNow(tab, upTo(n), numbers)!;
    const last = threadAt(tab, { threads: [] }, put)!;
    expect([now(0).thread, now(0).next?.name, now(put).next?.name]).to.deep.equal([
      null,
      last.name,
      last.name,
    ]);
    expect(now(put).leftM).to.be.below(tab.bobbinHoldsM);
    const matched = now(put + 1);
    expect([matched.thread?.name, matched.next, matched.share]).to.deep.equal([last.name, null, 1]);
    expect(matched.leftM).to.be.closeTo(
      numbers['thread.bobbinMatched'] * (1 - numbers['thread.bobbinKeep'] / 100),
      1e-9,
    );
    expect(now(tab.score.steps.length).leftM).to.be.below(matched.leftM);
  });
  it('tells what dries, and until when, from the moment it was laid out; nothing once the next step is done', () => {
    const { build, plan } = example(windStar(), { schools: { assembly: 'whip' } });
    const star = newRun(build, plan, newWorkshop(), { id: 'r', now: T0, madeBefore: 0 });
    const { steps } = star.score;
    const dry = steps.findIndex((s) => s.kind === 'hand' && s.action === 'dry-lace');
    const seconds = numbersWith({})['wait.dryLace'];
    expect(star.waits).to.deep.equal({ [steps[dry].id]: seconds });
    const laid = T0 + 7_200_000;
    const upTo = (n: number) =>
      reduceRun(
        [
          started,
          ...steps.slice(0, n).map((s, index): RunEvent => ({
            type: 'done',
            at: index === dry ? laid : T0,
            ms: 0,
            stepId: s.id,
            index,
          })),
        ],
        stepFacts(star),
      );
    expect(waitingFor(star, upTo(dry))).to.equal(null);
    expect(waitingFor(star, upTo(dry + 1))).to.deep.equal({
      title: steps[dry].title,
      until: laid + 1000 * seconds,
    });
    expect(waitingFor(star, upTo(dry + 2))).to.equal(null);
    expect(waitingFor({ ...star, waits: {} }, upTo(dry + 1)), 'a run of an older version').to.equal(null);
  });
  it('says while the needle sews what the hands do: stay, snip, be free, come back', () => {
    const numbers = numbersWith({ 'order.watch': 20, 'run.callSeconds': 30 });
    const run = { free: { n: 600, short: 40 } };
    const at = (elapsed: number, remaining: number, step = { id: 'n', attended: false }, rate = 1) =>
      attendance(run, step, { elapsed, remaining, rate }, numbers);
    expect([at(0, 620), at(19, 601), at(20, 600), at(590, 30)]).to.deep.equal([
      'snip',
      'snip',
      'free',
      'come-back',
    ]);
    // Of a short free time the call back takes no more than a quarter.
    expect([
      at(25, 20, { id: 'short', attended: false }),
      at(50, 10, { id: 'short', attended: false }),
    ]).to.deep.equal(['free', 'come-back']);
    expect(at(300, 300, { id: 'n', attended: true })).to.equal('stay');
    // A machine that runs twenty times as fast is past its first stitches in a second, and calls in the last of them.
    expect([at(1, 29, undefined, 20), at(29, 7, undefined, 20), at(29, 8, undefined, 20)]).to.deep.equal([
      'free',
      'come-back',
      'free',
    ]);
  });
  it('is watched beside others: hands now, sewing until the next stop, standing, drying; who calls first comes first', () => {
    const numbers = numbersWith({ 'order.watch': 20, 'run.callSeconds': 30 });
    const hand = (id: string) => ({ kind: 'hand', id, title: id });
    const needle = (id: string, attended = false) => ({ kind: 'needle', id, title: id, block: 0, attended });
    const run = { score: { steps: [hand('lay'), needle('a'), needle('b'), hand('trim'), needle('c', true)] }, planned: { lay: 30, a: 600, b: 100, trim: 60, c: 40 }, free: { a: 680, b: 100 }, waits: { lay: 900 }, blocks: [{ stitches: 0 }], items: 1 } as never; // prettier-ignore
    const idle = reduceRun([started], stepFacts(record));
    const at = (index: number, secondsIn: number, more: Partial<RunState> = {}) =>
      watchRun(run, { ...idle, index, since: T0, spent: 0, ...more }, T0 + 1000 * secondsIn, numbers);
    const sewing = at(1, 100);
    // 500 s of this block and 100 of the next, which follows by itself.
    expect(sewing).to.deep.equal({ is: 'free', title: 'a', next: 'trim', seconds: 600 });
    expect([at(1, 5).is, at(2, 75).is, at(4, 10).is]).to.deep.equal(['stay', 'come-back', 'stay']);
    // Ten times as fast, what was planned is over ten times as soon.
    expect(at(1, 0, { rate: 10 }).seconds).to.equal(70);
    const hands = at(3, 0);
    expect(hands).to.deep.equal({ is: 'hands', title: 'trim', next: null, seconds: null });
    const stands = at(1, 5000, { status: 'paused', since: null });
    expect(stands.is).to.equal('stands');
    const dries = at(1, 60, { status: 'paused', since: null, doneAt: { lay: T0 } });
    expect(dries).to.deep.equal({ is: 'waits', title: 'lay', next: 'a', seconds: 840 });
    expect([stands, sewing, dries, at(2, 75), hands].sort(byCall).map(({ is }) => is)).to.deep.equal(['hands', 'come-back', 'free', 'waits', 'stands']); // prettier-ignore
  });
});
