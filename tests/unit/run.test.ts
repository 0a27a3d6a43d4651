import { expect } from 'chai';
import fc from 'fast-check';
import { reduceRun, runAfter, runSeconds, stepSeconds, type RunEvent } from '$lib/core/run';

const IDS = ['hoop', 'n0', 'lay', 'n1', 'unhoop'];
const T0 = Date.UTC(2026, 4, 1, 9);
const at = (seconds: number) => T0 + seconds * 1000;
const state = (...events: RunEvent[]) => reduceRun(events, IDS);
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
      runAfter(s, done(4, 60), IDS),
      { type: 'note', at: at(70), stepId: 'end', text: 'Tape snagged.' },
      IDS,
    );
    expect(later.stepMs).to.deep.equal(s.stepMs);
    expect(later.notes).to.have.length(1);
  });
  it('keeps why an item was given up', () => {
    expect(state(started, done(0, 5), { type: 'given-up', at: at(9), reason: 'zip was closed' })).to.include({
      status: 'given-up',
      index: 1,
    });
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
});
