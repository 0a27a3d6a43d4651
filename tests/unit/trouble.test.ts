import { expect } from 'chai';
import fc from 'fast-check';
import { numbersWith } from '$lib/core/numbers';
import {
  againAfter,
  goingBack,
  judging,
  leaving,
  newRun,
  redoable,
  reduceRun,
  runEventSchema,
  runSeconds,
  sewnAgain,
  sewnSteps,
  stepFacts,
  stitchesBack,
  threadAt,
  timed,
  TROUBLES,
  troubleFlow,
  troublesAt,
  type BareEvent,
  type RunEvent,
  type RunRecord,
  type TroubleKind,
} from '$lib/core/run';
import { isUnhoop } from '$lib/core/score';
import { newWorkshop } from '$lib/core/workshop';
import { pouch } from '$lib/demo';
import { example } from '../support/examples';

const T0 = Date.UTC(2026, 4, 1, 9);
const { build, plan } = example(pouch());
const record = newRun(build, plan, newWorkshop(), { id: 'r', now: T0, madeBefore: 0 });
const { steps } = record.score;
const isNeedle = (i: number) => steps[i].kind === 'needle';
const firstSewn = steps.findIndex((_, i) => isNeedle(i));
const lastSewn = steps.findLastIndex((_, i) => isNeedle(i));
const reduce = (events: RunEvent[], run = record) => reduceRun(events, stepFacts(run));

/** the run with all steps before this one done, half a minute each */
const eventsUpTo = (index: number): RunEvent[] => [
  { type: 'started', at: T0 },
  ...steps.slice(0, index).map(({ id }, i): RunEvent => ({
    type: 'done',
    at: T0 + 30_000 * (i + 1),
    ms: 30_000,
    stepId: id,
    index: i,
  })),
];
const standing = (index: number, run: RunRecord = record) => ({ run, state: reduce(eventsUpTo(index), run) });
/** what the run is after a way out that took 90 s */
const after = (at: ReturnType<typeof standing>, way: BareEvent[]) => {
  const events = timed(way, { at: T0 + 3_600_000, clock: 5_000_000, before: 4_900_000, begun: 4_910_000 });
  expect(events, 'each fits the log').to.not.equal(null);
  return reduce([...eventsUpTo(at.state.index), ...(events ?? [])], at.run);
};

describe('the time of events that are told together', () => {
  const bare: BareEvent[] = [
    { type: 'trouble', stepId: 'x', kind: 'nest', text: '' },
    { type: 'needle-changed', stepId: 'x' },
    { type: 'went-back', index: 3, stitch: 7 },
  ];
  it('one alone has all the work since the event before it', () => {
    const [event] = timed(bare.slice(0, 1), { at: T0, clock: 9000, before: 2000 }) ?? [];
    expect(event).to.include({ at: T0, ms: 7000 });
  });
  it('up to the trouble it is the sewing’s, from there on the mending’s', () => {
    const events = timed(bare, { at: T0, clock: 100_000, before: 10_000, begun: 40_000 });
    expect(events?.map((e) => e.ms)).to.deep.equal([30_000, 0, 60_000]);
    expect(events?.map((e) => e.at)).to.deep.equal([T0 - 60_000, T0, T0]);
  });
  it('takes work that is known better as it is told', () => {
    expect(timed(bare.slice(0, 1), { at: T0, clock: 9000, before: 2000, ms: 400 })?.[0].ms).to.equal(400);
  });
  it('makes up no time and loses none, however the moments lie', () => {
    const ms = fc.integer({ min: 0, max: 10_000_000 });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3 }),
        ms,
        ms,
        fc.option(ms, { nil: undefined }),
        (n, before, more, begun) => {
          const clock = before + more;
          const trouble = begun === undefined ? undefined : Math.min(begun, clock);
          const events = timed(bare.slice(0, n), { at: T0, clock, before, begun: trouble }) ?? [];
          expect(events).to.have.length(n);
          expect(events.reduce((sum, e) => sum + (e.ms ?? 0), 0)).to.equal(more);
          for (const e of events) expect(runEventSchema.safeParse(e).success).to.equal(true);
          for (const [i, e] of events.entries()) if (i) expect(e.at).to.be.at.least(events[i - 1].at);
        },
      ),
    );
  });
  it('is none when one of them does not fit the log: all or nothing', () => {
    expect(
      timed([bare[0], { type: 'went-back', index: 3, stitch: 1.5 }], { at: T0, clock: 2, before: 1 }),
    ).to.equal(null);
  });
});

describe('trouble', () => {
  it('goes back far enough that old and new thread hold each other, and not beyond the block', () => {
    const numbers = numbersWith();
    const flow = troubleFlow('thread-break');
    // 10 mm of stitches of 2.5 mm
    expect(stitchesBack(flow, { meanStitchMm: 2.5 }, 100, numbers)).to.equal(4);
    expect(stitchesBack(flow, { meanStitchMm: 0.4 }, 100, numbers)).to.equal(25);
    expect(stitchesBack(flow, { meanStitchMm: 0.4 }, 3, numbers)).to.equal(3);
    expect(stitchesBack(troubleFlow('bobbin-out'), { meanStitchMm: 0.4 }, 500, numbers)).to.equal(50);
    expect(stitchesBack(troubleFlow('wrong-colour'), { meanStitchMm: 2 }, 50, numbers)).to.equal(0);
  });
  it('has a way out of every trouble, with what is safe and what to look at first', () => {
    const needle = record.score.steps.find((s) => s.kind === 'needle');
    const flows = troublesAt(needle);
    expect(flows.map((f) => f.kind).sort()).to.deep.equal([...TROUBLES].sort());
    for (const f of flows) {
      expect(f.safe, f.kind).to.match(/\.$/);
      expect(f.checks.length, f.kind).to.be.at.least(2);
      expect(f.ways.length, f.kind).to.be.at.least(1);
      if (f.ways.includes('go-back')) expect(f.back, f.kind).to.not.equal(undefined);
    }
    const hand = record.score.steps.find((s) => s.kind === 'hand');
    expect(troublesAt(hand).map((f) => f.kind)).to.not.include('thread-break');
  });
  it('offers every block sewn so far to be sewn again, the last one first', () => {
    const unhoop = record.score.steps.findIndex(isUnhoop);
    const list = redoable(record, unhoop);
    expect(list).to.have.length(
      record.score.steps.slice(0, unhoop).filter((s) => s.kind === 'needle').length,
    );
    expect(list[0].index).to.be.above(list[1].index);
  });
});

describe('ways out of trouble', () => {
  const at = standing(firstSewn + 4);
  const needle = steps.findIndex((_, i) => i >= firstSewn + 2 && isNeedle(i));
  const sewing = standing(needle);

  it('a broken thread is in the log with its stitch and thread once, and the needle is back; mending took its time', () => {
    const state = after(sewing, goingBack(sewing, troubleFlow('thread-break'), '', 40, 30));
    expect(state.breaks).to.have.length(1);
    expect(state.breaks[0]).to.include({ stitch: 40, thread: threadAt(record, sewing.state, needle)?.name });
    expect(state).to.include({ stitch: 30, index: needle, mending: false });
    expect(state.mendSeconds).to.deep.equal([90]);
    expect(state.troubles).to.deep.equal([]);
    // A machine that is followed told it before.
    const told = { ...sewing, state: { ...sewing.state, mending: true } };
    expect(goingBack(told, troubleFlow('thread-break'), '', 40, 30).map((e) => e.type)).to.deep.equal([
      'went-back',
    ]);
  });
  it('an empty bobbin is a full one afterwards; a broken needle a new one', () => {
    const state = after(sewing, goingBack(sewing, troubleFlow('bobbin-out'), ' half a line ', 50, 20));
    expect(state.bobbins[0]).to.include({ stitch: 50, ranOut: true, stepId: steps[needle].id });
    expect(state.troubles[0]).to.include({ kind: 'bobbin-out', text: 'half a line' });
    expect(state.stitch).to.equal(20);
    expect(goingBack(sewing, troubleFlow('needle-broken'), '', 9, 0).map((e) => e.type)).to.deep.equal([
      'trouble',
      'needle-changed',
      'went-back',
    ]);
  });
  it('a block sewn once more, or from its laying on, leads back to where it went wrong', () => {
    const here = standing(lastSewn + 1);
    const [{ index, lay }] = redoable(record, here.state.index).filter((r) => r.lay !== null);
    const alone = after(here, againAfter(here, troubleFlow('not-covered'), '', index, null));
    expect(alone).to.include({ index, until: index, then: lastSewn + 1, redos: 1 });
    const anew = after(here, againAfter(here, troubleFlow('shifted'), '', index, lay));
    expect(anew).to.include({ index: lay, until: index, then: lastSewn + 1 });
  });
  it('a wrong colour puts the planned thread on first, and only if another is on', () => {
    const here = standing(lastSewn + 1);
    const other = { at: T0, stepId: steps[lastSewn].id, name: 'left from the kite', colour: '#123456' };
    const wrong = { ...here, state: { ...here.state, threads: [other] } };
    const [change, redo] = sewnAgain(wrong, lastSewn, lastSewn, true);
    expect(change).to.deep.include({
      type: 'thread-changed',
      stepId: steps[lastSewn].id,
      ...threadAt(record, { threads: [] }, lastSewn),
    });
    expect(redo.type).to.equal('redo');
    expect(sewnAgain(here, lastSewn, lastSewn, true).map((e) => e.type)).to.deep.equal(['redo']);
    expect(sewnAgain(wrong, lastSewn, lastSewn).map((e) => e.type)).to.deep.equal(['redo']);
  });
  it('left for now: the place is kept, the stitch where it is the needle’s, and the work until then is booked', () => {
    const state = after(sewing, leaving(sewing, troubleFlow('interrupted'), 'the post', 33));
    expect(state).to.include({ status: 'interrupted', index: needle, stitch: 33 });
    expect(state.interruptions).to.have.length(1);
    expect(state.interruptions[0]).to.include({ reason: 'the post', stitch: 33 });
    expect(runSeconds(state, T0)).to.equal(30 * needle + 100);
    const hand = standing(steps.findIndex((s, i) => i > firstSewn && s.kind === 'hand'));
    expect(after(hand, leaving(hand, troubleFlow('nest'), '', 33)).interruptions[0].stitch).to.equal(null);
  });
  it('a second goes on; the only item ruined ends the run, one of four does not', () => {
    const second = after(at, judging(at, troubleFlow('shifted'), '', 0, 'second'));
    expect(second.results[0]).to.deep.equal({ result: 'second', reason: troubleFlow('shifted').title });
    expect(second.status).to.equal('running');
    const ruined = after(at, judging(at, troubleFlow('nest'), 'a hole', 0, 'ruined'));
    expect(ruined).to.include({ status: 'given-up', reason: 'a hole' });
    const four = standing(firstSewn + 4, { ...record, items: 4 });
    const one = after(four, judging(four, troubleFlow('nest'), 'a hole', 2, 'ruined'));
    expect(one.status).to.equal('running');
    expect(one.results[2].result).to.equal('ruined');
  });
  it('words of any length and kind are kept as far as the log takes them', () => {
    const kinds = fc.constantFrom<TroubleKind>(...TROUBLES);
    fc.assert(
      fc.property(
        kinds,
        fc.string({ maxLength: 9000 }),
        fc.nat(5000),
        fc.nat(5000),
        (kind, words, stitch, to) => {
          const flow = troubleFlow(kind);
          for (const way of [
            goingBack(sewing, flow, words, stitch, to),
            againAfter(sewing, flow, words, firstSewn, null),
            leaving(sewing, flow, words, stitch),
            judging(sewing, flow, words, 0, 'ruined'),
          ])
            expect(timed(way, { at: T0, clock: 9, before: 1 }), kind).to.have.length(way.length);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('sewing a block again', () => {
  it('knows where the piece that it holds was laid', () => {
    const { steps } = record.score;
    const laid = redoable(record, steps.findIndex(isUnhoop)).filter((r) => r.lay !== null);
    expect(laid.length).to.be.at.least(4);
    for (const { index, step, lay } of laid) {
      const hand = steps[lay!];
      expect(lay).to.be.below(index);
      expect(
        hand.kind === 'hand' && hand.action === 'lay' && hand.pieces.some((p) => step.holds.includes(p)),
      ).to.equal(true);
    }
    // Quilting holds nothing that was laid for it.
    const [line] = redoable(record, steps.length).slice(-1);
    expect(line?.lay ?? null).to.equal(null);
  });
  it('is offered within its hooping only: nothing can be aligned once the hoop was opened', () => {
    const { steps } = record.score;
    const unhoop = steps.findIndex(isUnhoop);
    expect(redoable(record, unhoop)).to.have.length(sewnSteps(record).length);
    expect(redoable(record, unhoop + 1)).to.deep.equal([]);
    // A second hooping after it: only what is sewn there.
    const twice: Pick<RunRecord, 'score'> = {
      score: {
        ...record.score,
        steps: [...steps.slice(0, unhoop + 1), ...steps.map((s) => ({ ...s, id: `second ${s.id}` }))],
      },
    };
    const late = redoable(twice, unhoop + 1 + unhoop).map((r) => r.step.id);
    expect(late).to.have.length(sewnSteps(record).length);
    expect(late.every((id) => id.startsWith('second'))).to.equal(true);
  });
});
