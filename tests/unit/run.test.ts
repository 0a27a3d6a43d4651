import { expect } from 'chai';
import fc from 'fast-check';
import {
  AT_END,
  lastItemPhoto,
  nextIndex,
  reduceRun,
  runAfter,
  runEventSchema,
  runSeconds,
  stepSeconds,
  timesDone,
  unjudged,
  wasDone,
  type RunEvent,
} from '$lib/core/run';

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

describe('the photo of what a run made', () => {
  const score = {
    steps: IDS.map((id) => ({ id, kind: id.startsWith('n') ? ('needle' as const) : ('hand' as const) })),
  };
  const taken = (stepId: string, seconds: number, photoId = `at ${stepId}`): RunEvent => ({
    type: 'photo',
    at: at(seconds),
    stepId,
    photoId,
  });
  const all = IDS.map((_, i) => done(i, 10 * (i + 1)));
  const finished: RunEvent = { type: 'finished', at: at(90) };
  const photoOf = (...events: RunEvent[]) =>
    lastItemPhoto([[{ score }, state(started, ...events)]])?.photoId ?? null;

  it('is the last that was taken after its last stitch, of a run that is finished', () => {
    expect(photoOf(taken('lay', 5), ...all, finished)).to.equal(null);
    expect(photoOf(taken('lay', 5), taken('unhoop', 45), ...all, finished)).to.equal('at unhoop');
    expect(photoOf(taken('unhoop', 45), ...all)).to.equal(null);
    expect(photoOf(taken('unhoop', 45), ...all, taken(AT_END, 80), finished)).to.equal('at end');
  });
  it('of several runs the latest, whichever stands first', () => {
    const made = (seconds: number) =>
      [{ score }, state(started, taken('unhoop', seconds, `at ${seconds}`), ...all, finished)] as const;
    for (const runs of [
      [made(45), made(48)],
      [made(48), made(45)],
    ])
      expect(lastItemPhoto(runs)?.photoId).to.equal('at 48');
    expect(lastItemPhoto([])).to.equal(null);
  });
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
    const awake = (index: number, ms: number, seconds: number): RunEvent => ({
      ...(done(index, seconds) as RunEvent & { type: 'done' }),
      ms,
    });
    // The clock jumped three hours forward in the first step, and back in the second.
    const s = state(started, awake(0, 9000, 10_809), awake(1, 4000, 20));
    expect(s.stepMs).to.deep.equal({ hoop: 9000, n0: 4000 });
    const slept = state(
      started,
      { type: 'slept', at: at(7200), ms: 6000, sleptMs: 7_100_000 },
      awake(0, 3000, 7203),
    );
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
    const on = [{ type: 'resumed', at: at(4000) } as RunEvent, done(1, 4030)].reduce(
      (a, e) => runAfter(a, e, STEPS),
      s,
    );
    expect(on.stepMs.n0).to.equal(60_000);
    expect(on.interruptions).to.deep.equal([{ at: at(40), index: 1, stitch: 812, reason: 'The door bell.' }]);
  });
  it('a block sewn once more leads back to where it was asked for', () => {
    const s = state(started, done(0, 1), done(1, 2), done(2, 3), done(3, 4), {
      type: 'redo',
      at: at(5),
      index: 1,
      then: 4,
    });
    expect(s).to.include({ index: 1, then: 4, redos: 1 });
    expect(runAfter(s, done(1, 9), STEPS)).to.include({ index: 4, then: null });
  });
  it('a piece laid anew: the steps from the laying to its block once more, then back to where it was asked for', () => {
    const s = state(started, done(0, 1), done(1, 2), done(2, 3), done(3, 4), {
      type: 'redo',
      at: at(5),
      index: 1,
      until: 2,
      then: 4,
    });
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
    const again = [{ type: 'back', at: at(10), index: 1 } as RunEvent, done(1, 30)].reduce(
      (a, e) => runAfter(a, e, STEPS),
      s,
    );
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
    const bobbin = (seconds: number, index: number, stitch: number, ranOut: boolean): RunEvent => ({
      type: 'bobbin-changed',
      at: at(seconds),
      stepId: IDS[index],
      stitch,
      ranOut,
    });
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
    expect(
      below(bobbin(3, 1, 0, false), done(1, 9), done(2, 10), redo, done(1, 25), halted, {
        ...redo,
        at: at(31),
      }),
    ).to.deep.equal([{}, { n0: 2, n1: 0.5 }]);
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
    const broke = (seconds: number): RunEvent => ({
      type: 'broke',
      at: at(seconds),
      index: 1,
      stitch: 40,
      thread: 'coral',
    });
    const left = state(started, done(0, 1), broke(5), {
      type: 'interrupted',
      at: at(6),
      stitch: 40,
      reason: '',
    });
    expect(left.mending).to.equal(true);
    const on = [{ type: 'resumed', at: at(900) } as RunEvent, broke(910)].map(
      (
        (s) => (e: RunEvent) =>
          (s = runAfter(s, e, STEPS))
      )(left),
    );
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
      fc.record({
        type: fc.constantFrom('done' as const, 'skipped' as const),
        index,
        stepId: fc.constantFrom(...IDS),
      }),
      fc.record({ type: fc.constant('back' as const), index }),
      fc.record({
        type: fc.constant('redo' as const),
        index,
        until: fc.option(index, { nil: undefined }),
        then: index,
      }),
      fc.record({
        type: fc.constantFrom('stitching' as const, 'halted' as const, 'went-back' as const),
        index,
        stitch,
      }),
      fc.record({ type: fc.constant('broke' as const), index, stitch, thread: fc.string({ maxLength: 20 }) }),
      fc.record({
        type: fc.constant('thread-changed' as const),
        stepId: fc.constantFrom(...IDS),
        name: fc.string({ maxLength: 20 }),
        colour: fc.constant(''),
      }),
      fc.record({
        type: fc.constant('bobbin-changed' as const),
        stepId: fc.constantFrom(...IDS),
        stitch,
        ranOut: fc.boolean(),
      }),
      fc.record({
        type: fc.constant('interrupted' as const),
        stitch: fc.option(stitch),
        reason: fc.string({ maxLength: 20 }),
      }),
      fc.record({ type: fc.constant('slept' as const), sleptMs: fc.nat(1e7) }),
      fc.record({
        type: fc.constant('item' as const),
        n: fc.nat(3),
        result: fc.constantFrom('good' as const, 'second' as const, 'ruined' as const),
        reason: fc.string({ maxLength: 20 }),
      }),
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
        // Without rests, and until it is over, every millisecond belongs to a step. Once behind the last one, by whatever
        // way, it belongs to none.
        const rests = events.some((e) => ['paused', 'interrupted', 'finished', 'given-up'].includes(e.type));
        const wasOver = events.some((_, n) => state(started, ...events.slice(0, n + 1)).index >= IDS.length);
        if (!rests && !wasOver) expect(booked).to.be.closeTo((clock - T0) / 1000, 1e-6);
      }),
      { numRuns: 300 },
    );
  });
});
