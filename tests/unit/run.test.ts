import { expect } from 'chai';
import fc from 'fast-check';
import { numbersWith } from '$lib/core/numbers';
import {
  bobbinLeft,
  bobbinNow,
  inspections,
  attendance,
  newRun,
  nextIndex,
  reduceRun,
  runAfter,
  runEventSchema,
  runRecordSchema,
  runSeconds,
  secondsLeft,
  stepFacts,
  stepSeconds,
  stepSecondsLeft,
  stitchNow,
  stitchesOf,
  timesDone,
  unjudged,
  threadAt,
  threadsAhead,
  waitingFor,
  wasDone,
  type RunEvent,
  type RunState,
} from '$lib/core/run';
import type { NeedleStep } from '$lib/core/score';
import { newWorkshop } from '$lib/core/workshop';
import { pouch, tailTab, windStar } from '$lib/demo';
import { example } from '../support/examples';

const IDS = ['hoop', 'n0', 'lay', 'n1', 'unhoop'];
/** blocks of 100 and 200 stitches; hands have none */
const STEPS = IDS.map((id, i) => ({ id, stitches: [0, 100, 0, 200, 0][i], bobbin: null }));
const T0 = Date.UTC(2026, 4, 1, 9);
const at = (seconds: number) => T0 + seconds * 1000;
const state = (...events: RunEvent[]) => reduceRun(events, STEPS);
const started: RunEvent = { type: 'started', at: at(0) };
const done = (index: number, seconds: number): RunEvent => ({
  type: 'done',
  at: at(seconds),
  stepId: IDS[index],
  index,
});

describe('a run as its events', () => {
  it('stands where it stood, whenever it is read back', () => {
    const s = state(started, done(0, 90), done(1, 130));
    expect(s).to.include({ status: 'running', index: 2 });
    expect(s.stepMs).to.deep.equal({ hoop: 90_000, n0: 40_000 });
    expect(stepSeconds(s, at(150))).to.equal(20);
    expect(runSeconds(s, at(150))).to.equal(150);
  });
  it('does not count the time it was paused', () => {
    const s = state(
      started,
      { type: 'paused', at: at(10) },
      { type: 'resumed', at: at(4000) },
      done(0, 4005),
    );
    expect(s.stepMs.hoop).to.equal(15_000);
  });
  it('goes back a step, and adds the second visit to the first', () => {
    const s = state(started, done(0, 10), done(1, 30), { type: 'back', at: at(35), index: 1 }, done(1, 50));
    expect(s).to.include({ index: 2, returns: 1 });
    expect(s.stepMs.n0).to.equal(35_000);
  });
  it('a clock set back takes no time away', () => {
    const s = state(started, done(0, 20), done(1, -500), done(2, -480));
    expect(s.stepMs).to.deep.equal({ hoop: 20_000, n0: 0, lay: 20_000 });
  });
  it('takes a press that came twice once', () => {
    expect(state(started, done(0, 5), done(0, 5)).index).to.equal(1);
  });
  it('is over when it is over: notes may be added, steps not', () => {
    const s = state(started, ...IDS.map((_, i) => done(i, 10 * (i + 1))), { type: 'finished', at: at(50) });
    expect(s).to.include({ status: 'finished', index: 5 });
    expect(runSeconds(s, at(9999))).to.equal(50);
    const later = runAfter(
      runAfter(s, done(4, 60), STEPS),
      { type: 'note', at: at(70), stepId: 'end', text: 'Tape snagged.' },
      STEPS,
    );
    expect(later.stepMs).to.deep.equal(s.stepMs);
    expect(later.notes).to.have.length(1);
  });
  it('that was closed too early is opened again where it was; the time between is no work', () => {
    const all = IDS.map((_, i) => done(i, 10 * (i + 1)));
    const s = state(started, ...all, { type: 'finished', at: at(55) }, { type: 'reopened', at: at(900) });
    expect(s).to.include({ status: 'running', index: 5, endedAt: null });
    expect(runSeconds(s, at(900))).to.equal(50);
    const again = state(
      started,
      ...all,
      { type: 'finished', at: at(55) },
      { type: 'reopened', at: at(900) },
      { type: 'item', at: at(905), n: 0, result: 'ruined', reason: 'Corner open.' },
      { type: 'finished', at: at(910) },
    );
    expect(again).to.deep.include({
      status: 'finished',
      endedAt: at(910),
      results: { 0: { result: 'ruined', reason: 'Corner open.' } },
    });
    // Of one that is under way there is nothing to open again.
    expect(state(started, done(0, 5), { type: 'reopened', at: at(9) })).to.include({
      status: 'running',
      index: 1,
    });
    expect([unjudged(s, 2), unjudged(again, 2)]).to.deep.equal([[0, 1], [1]]);
  });
  it('keeps why an item was given up', () => {
    expect(state(started, done(0, 5), { type: 'given-up', at: at(9), reason: 'zip was closed' })).to.include({
      status: 'given-up',
      index: 1,
    });
  });
  it('counts time awake, whatever the clock says', () => {
    const awake = (index: number, ms: number, seconds: number): RunEvent => ({ ...(done(index, seconds) as RunEvent & { type: 'done' }), ms }); // prettier-ignore
    // The clock jumped three hours forward in the first step, and back in the second.
    const s = state(started, awake(0, 9000, 10_809), awake(1, 4000, 20));
    expect(s.stepMs).to.deep.equal({ hoop: 9000, n0: 4000 });
    const slept = state(started, { type: 'slept', at: at(7200), ms: 6000, sleptMs: 7_100_000 }, awake(0, 3000, 7203)); // prettier-ignore
    expect(slept.stepMs.hoop).to.equal(9000);
  });
  it('an interruption keeps block and stitch, and its time is no work', () => {
    const s = state(
      started,
      done(0, 10),
      { type: 'stitching', at: at(12), index: 1, stitch: 0 },
      { type: 'interrupted', at: at(40), stitch: 812, reason: 'The door bell.' },
    );
    expect(s).to.include({ status: 'interrupted', index: 1, stitch: 812, sewing: false });
    const on = [{ type: 'resumed', at: at(4000) } as RunEvent, done(1, 4030)].reduce((a, e) => runAfter(a, e, STEPS), s); // prettier-ignore
    expect(on.stepMs.n0).to.equal(60_000);
    expect(on.interruptions).to.deep.equal([{ at: at(40), index: 1, stitch: 812, reason: 'The door bell.' }]);
  });
  it('a block sewn once more leads back to where it was asked for', () => {
    const s = state(started, done(0, 1), done(1, 2), done(2, 3), done(3, 4), { type: 'redo', at: at(5), index: 1, then: 4 }); // prettier-ignore
    expect(s).to.include({ index: 1, then: 4, redos: 1 });
    expect(runAfter(s, done(1, 9), STEPS)).to.include({ index: 4, then: null });
  });
  it('a piece laid anew: the steps from the laying to its block once more, then back to where it was asked for', () => {
    const s = state(started, done(0, 1), done(1, 2), done(2, 3), done(3, 4), { type: 'redo', at: at(5), index: 1, until: 2, then: 4 }); // prettier-ignore
    expect(s).to.include({ index: 1, until: 2, then: 4 });
    expect(nextIndex(s)).to.equal(2);
    const second = runAfter(s, done(1, 6), STEPS);
    expect(second).to.include({ index: 2, until: 2, then: 4 });
    expect(nextIndex(second)).to.equal(4);
    // A step back within it does not lose the way on.
    const back = runAfter(second, { type: 'back', at: at(7), index: 1 }, STEPS);
    const end = [done(1, 8), done(2, 9)].reduce((a, e) => runAfter(a, e, STEPS), back);
    expect(end).to.include({ index: 4, until: null, then: null, redos: 1 });
  });
  it('a step passed over was not done, until it is done after all', () => {
    const skip: RunEvent = { type: 'skipped', at: at(8), stepId: 'n0', index: 1 };
    const s = state(started, done(0, 5), skip);
    expect(s).to.deep.include({ index: 2, skipped: ['n0'] });
    expect([wasDone(s, 'hoop'), wasDone(s, 'n0'), wasDone(s, 'lay')]).to.deep.equal([true, false, false]);
    expect(runAfter(s, { ...skip, at: at(9) }, STEPS), 'pressed twice').to.include({ index: 2 });
    const again = [{ type: 'back', at: at(10), index: 1 } as RunEvent, done(1, 30)].reduce((a, e) => runAfter(a, e, STEPS), s); // prettier-ignore
    expect(again.skipped).to.deep.equal([]);
    expect(wasDone(again, 'n0')).to.equal(true);
  });
  it('counts what was really done: once more by a redo, not yet after a step back, not at all half-way', () => {
    const back = state(started, done(0, 1), done(1, 2), { type: 'back', at: at(3), index: 1 });
    expect(timesDone(back, 'n0')).to.equal(0);
    expect(timesDone(runAfter(back, done(1, 9), STEPS), 'n0')).to.equal(1);
    const redo: RunEvent = { type: 'redo', at: at(3), index: 1, then: 3 };
    const twice = state(started, done(0, 1), done(1, 2), done(2, 3), redo, done(1, 9));
    expect(twice.sewn.times).to.deep.equal({ hoop: 1, n0: 2, lay: 1 });
    const given = state(started, done(0, 1), { type: 'given-up', at: at(5), reason: '' });
    expect([given.stepMs.n0, wasDone(given, 'n0')]).to.deep.equal([4000, false]);
  });
  it('tells from which bobbin every stitch was sewn: blocks sewn again, parts, what was gone back over', () => {
    const bobbin = (seconds: number, index: number, stitch: number, ranOut: boolean): RunEvent => ({ type: 'bobbin-changed', at: at(seconds), stepId: IDS[index], stitch, ranOut }); // prettier-ignore
    const below = (...events: RunEvent[]) =>
      state(started, done(0, 1), ...events).sewn.below.map(({ sewn }) => sewn);
    // Empty at stitch 40 of 100, ten stitches back, then to the end.
    const back: RunEvent = { type: 'went-back', at: at(4), index: 1, stitch: 30 };
    expect(below(bobbin(3, 1, 40, true), back, done(1, 9))).to.deep.equal([
      { n0: 0.4 },
      { n0: -0.4 + 0.1 + 1 },
    ]);
    // The same block again from the new one, and half of the next, which is left.
    const redo: RunEvent = { type: 'redo', at: at(20), index: 1, then: 3 };
    const halted: RunEvent = { type: 'halted', at: at(30), index: 3, stitch: 100 };
    expect(below(bobbin(3, 1, 0, false), done(1, 9), done(2, 10), redo, done(1, 25), halted, { ...redo, at: at(31) })).to.deep.equal([{}, { n0: 2, n1: 0.5 }]); // prettier-ignore
    // A bobbin at a hand step; a step said to be done too early.
    expect(below(done(1, 5), bobbin(6, 2, 0, false), done(2, 7), done(3, 8))).to.deep.equal([
      { n0: 1 },
      { n1: 1 },
    ]);
    expect(below(done(1, 5), { type: 'back', at: at(6), index: 1 }, done(1, 9))).to.deep.equal([{ n0: 1 }]);
    // A bobbin that is wound for the item is put in at a step of its own.
    const wound = STEPS.map((s) => ({ ...s, bobbin: s.id === 'lay' ? ('matched' as const) : null }));
    const events = [started, done(0, 1), done(1, 2), done(2, 3), bobbin(4, 3, 20, true), done(3, 9)];
    const [found, first, second] = reduceRun(events, wound).sewn.below;
    expect([found.matches, first.matches, second.matches]).to.deep.equal([null, 'lay', 'lay']);
    expect([found.sewn, first.sewn, second.sewn]).to.deep.equal([{ n0: 1 }, { n1: 0.1 }, { n1: 0.9 }]);
  });
  it('a thread that is on again is mended: a second break in the same block counts too', () => {
    const broke = (seconds: number): RunEvent => ({ type: 'broke', at: at(seconds), index: 1, stitch: 40, thread: 'coral' }); // prettier-ignore
    const left = state(started, done(0, 1), broke(5), {
      type: 'interrupted',
      at: at(6),
      stitch: 40,
      reason: '',
    });
    expect(left.mending).to.equal(true);
    const on = [{ type: 'resumed', at: at(900) } as RunEvent, broke(910)].map(((s) => (e: RunEvent) => (s = runAfter(s, e, STEPS)))(left)); // prettier-ignore
    expect([on[0].mending, on[1].mending, on[1].breaks.length]).to.deep.equal([false, true, 2]);
    expect(on[1].mendSeconds, 'a night is no mending').to.deep.equal([]);
  });
  it('keeps breaks with their stitch and thread, bobbins, photos and how items came out', () => {
    const s = state(
      started,
      done(0, 1),
      { type: 'broke', at: at(5), index: 1, stitch: 40, thread: 'coral' },
      { type: 'went-back', at: at(60), index: 1, stitch: 34 },
      { type: 'bobbin-changed', at: at(70), stepId: 'n0', stitch: 50, ranOut: true },
      { type: 'photo', at: at(80), stepId: 'n0', photoId: 'p1' },
      { type: 'item', at: at(90), n: 1, result: 'ruined', reason: 'crept' },
      { type: 'item', at: at(91), n: 1, result: 'second', reason: 'crept a little' },
    );
    expect(s.breaks).to.deep.equal([{ at: at(5), stepId: 'n0', stitch: 40, thread: 'coral' }]);
    expect(s.bobbins[0].ranOut).to.equal(true);
    expect(s.photos[0].photoId).to.equal('p1');
    expect(s.results).to.deep.equal({ 1: { result: 'second', reason: 'crept a little' } });
  });
  it('never counts more time than has passed, nor leaves the score', () => {
    const anyEvent = fc.oneof(
      fc.record({ type: fc.constant('done' as const), index: fc.nat(6), stepId: fc.constant('x') }),
      fc.record({ type: fc.constant('back' as const), index: fc.nat(6) }),
      fc.record({ type: fc.constantFrom('paused' as const, 'resumed' as const, 'finished' as const) }),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(anyEvent, fc.nat(100)), { maxLength: 40 }), (list) => {
        let clock = 0;
        const events = list.map(([e, wait]) => ({ ...e, at: at((clock += wait)) }) as RunEvent);
        const s = state(started, ...events);
        expect(s.index).to.be.within(0, IDS.length);
        expect(runSeconds(s, at(clock))).to.be.at.most(clock + 1e-9);
      }),
    );
  });
  it('survives any list of events: read back by its schema, in the score, no time lost or made up', () => {
    const index = fc.nat(6);
    const stitch = fc.nat(500);
    const bare = fc.oneof(
      fc.record({ type: fc.constantFrom('done' as const, 'skipped' as const), index, stepId: fc.constantFrom(...IDS) }), // prettier-ignore
      fc.record({ type: fc.constant('back' as const), index }),
      fc.record({
        type: fc.constant('redo' as const),
        index,
        until: fc.option(index, { nil: undefined }),
        then: index,
      }),
      fc.record({ type: fc.constantFrom('stitching' as const, 'halted' as const, 'went-back' as const), index, stitch }), // prettier-ignore
      fc.record({ type: fc.constant('broke' as const), index, stitch, thread: fc.string({ maxLength: 20 }) }),
      fc.record({ type: fc.constant('thread-changed' as const), stepId: fc.constantFrom(...IDS), name: fc.string({ maxLength: 20 }), colour: fc.constant('') }), // prettier-ignore
      fc.record({ type: fc.constant('bobbin-changed' as const), stepId: fc.constantFrom(...IDS), stitch, ranOut: fc.boolean() }), // prettier-ignore
      fc.record({ type: fc.constant('interrupted' as const), stitch: fc.option(stitch), reason: fc.string({ maxLength: 20 }) }), // prettier-ignore
      fc.record({ type: fc.constant('slept' as const), sleptMs: fc.nat(1e7) }),
      fc.record({ type: fc.constant('item' as const), n: fc.nat(3), result: fc.constantFrom('good' as const, 'second' as const, 'ruined' as const), reason: fc.string({ maxLength: 20 }) }), // prettier-ignore
      fc.record({ type: fc.constantFrom('paused' as const, 'resumed' as const, 'finished' as const) }),
      fc.record({ type: fc.constant('given-up' as const), reason: fc.string({ maxLength: 20 }) }),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(bare, fc.nat(90_000)), { maxLength: 60 }), (list) => {
        let clock = T0;
        const events = list.map(([e, ms]) => ({ ...e, ms, at: (clock += ms) }) as RunEvent);
        const again = JSON.parse(JSON.stringify(events)).map((e: unknown) => runEventSchema.parse(e));
        expect(again).to.deep.equal(JSON.parse(JSON.stringify(events)));
        const s = state(started, ...events);
        // One after the other as at the machine, or all at once as after a restart: the same.
        expect(
          [started, ...again].reduce((a, e) => runAfter(a, e, STEPS), reduceRun([], STEPS)),
        ).to.deep.equal(s);
        expect(s.index).to.be.within(0, IDS.length);
        if (s.then !== null) expect(s.then).to.be.above(s.index);
        const booked = runSeconds(s, s.since ?? 0);
        expect(booked).to.be.at.most((clock - T0) / 1000 + 1e-6);
        // Without rests, and until it is over, every millisecond belongs to a step.
        const rests = events.some((e) => ['paused', 'interrupted', 'finished', 'given-up'].includes(e.type));
        if (!rests && s.index < IDS.length && !events.some((e) => e.type === 'done' && e.index === IDS.length - 1)) expect(booked).to.be.closeTo((clock - T0) / 1000, 1e-6); // prettier-ignore
      }),
      { numRuns: 300 },
    );
  });
});

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
          ...record.score.steps.slice(0, index + 1).flatMap(({ id }, i) => [
            ...(at[id] ?? []).map((e) => ({ at: T0, index: i, stepId: id, ...e }) as RunEvent),
            ...(i < index && !at[id]?.some((e) => e.type === 'skipped') ? [{ type: 'done', at: T0, index: i, stepId: id } as RunEvent] : []),
          ]),
        ],
        stepFacts(record),
      ); // prettier-ignore
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
    const jumps = (items: number) => Number(/about (\d+) jump/.exec(inspections({ ...record, items, blocks: record.blocks.map((b) => ({ ...b, starts: 3 })) }, sewnTo(unhoop))[0].text)?.[1]); // prettier-ignore
    expect(jumps(4)).to.equal(4 * jumps(1));
  });
  describe('thread and bobbin', () => {
    const fresh = reduceRun([], []);
    const twoThreads = { ...record, blocks: record.blocks.map((b, i) => ({ ...b, thread: { ...b.thread, name: i < 3 ? 'sand' : 'coral' } })) }; // prettier-ignore
    const needles = record.score.steps.flatMap((s, i) => (s.kind === 'needle' ? [{ id: s.id, i }] : []));
    const put = (stepId: string, name: string) => ({ at: 0, stepId, name, colour: '#123456' });

    it('tells the thread on the needle and the one after it', () => {
      const { now, next } = threadsAhead(twoThreads, fresh);
      expect([now?.name, next?.name]).to.deep.equal(['sand', 'coral']);
      expect(threadsAhead(twoThreads, { ...fresh, index: record.score.steps.length })).to.deep.equal({ now: null, next: null }); // prettier-ignore
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
      const again = [{ type: 'redo', index: i, then: i + 1 }, { type: 'done', index: i, stepId: id }] as Partial<RunEvent>[]; // prettier-ignore
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
      const run = { ...record, bobbinSwaps: [id] }; // prettier-ignore
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
        [started, ...tab.score.steps.slice(0, n).map((s, index): RunEvent => ({ type: 'done', at: T0, stepId: s.id, index }))],
        stepFacts(tab),
      ); // prettier-ignore
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
    expect(matched.leftM).to.be.closeTo(numbers['thread.bobbinMatched'] * (1 - numbers['thread.bobbinKeep'] / 100), 1e-9); // prettier-ignore
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
        [started, ...steps.slice(0, n).map((s, index): RunEvent => ({ type: 'done', at: index === dry ? laid : T0, ms: 0, stepId: s.id, index }))],
        stepFacts(star),
      ); // prettier-ignore
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
    expect([at(0, 620), at(19, 601), at(20, 600), at(590, 30)]).to.deep.equal(['snip', 'snip', 'free', 'come-back']); // prettier-ignore
    // Of a short free time the call back takes no more than a quarter.
    expect([at(25, 20, { id: 'short', attended: false }), at(50, 10, { id: 'short', attended: false })]).to.deep.equal(['free', 'come-back']); // prettier-ignore
    expect(at(300, 300, { id: 'n', attended: true })).to.equal('stay');
    // A machine that runs twenty times as fast is past its first stitches in a second, and calls in the last of them.
    expect([at(1, 29, undefined, 20), at(29, 7, undefined, 20), at(29, 8, undefined, 20)]).to.deep.equal(['free', 'come-back', 'free']); // prettier-ignore
  });
});
