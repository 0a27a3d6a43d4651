import { expect } from 'chai';
import { threadsOf, type Build } from '$lib/core/build';
import {
  hiddenTakeWhatIsOn,
  knownThreads,
  inRounds,
  needlesOfDay,
  planNeedles,
  threadList,
  threadsOfDay,
} from '$lib/core/thread';
import { haltsOf } from '$lib/core/score';
import { newWorkshop } from '$lib/core/workshop';
import { crewPatch, tailTab } from '$lib/demo';
import { example } from '../support/examples';
import type { Tape } from '$lib/core/tape';

const thread = (name: string, colour: string) => ({ name, colour });
const [slate, coral, gorse] = [
  thread('slate', '#5f6c78'),
  thread('coral', '#d9644a'),
  thread('gorse', '#e0b02c'),
];
/** As they are sewn: the blank, a piece in coral, one in gorse, their covers, the design, the border. */
const SAID: Build['threads'] = [slate, slate, coral, coral, gorse, gorse, coral, gorse, slate, slate, slate];
const workshop = newWorkshop();
function listOf(tape: Tape, threads: Build['threads'], room = workshop) {
  const { build, plan } = example(tape, { threads }, room);
  return { build, rows: threadList({ ...plan, reading: plan.design.reading }) };
}

describe('the threads of a build, block by block', () => {
  const { build, rows } = listOf(crewPatch(), SAID);
  it('says what nobody sees: lines under the piece that is laid on them, tack-downs under their cover', () => {
    expect(rows.map((row) => row.hidden?.by ?? 'seen')).to.deep.equal([
      'blank',
      '“Border”',
      'appliqué 1',
      '“Cover the edge”',
      'appliqué 2',
      '“Cover the edge”',
      'seen',
      'seen',
      'seen',
      'seen',
      'seen', // prettier-ignore
    ]);
    // The tack-down of a raw-edged tab is seen for ever.
    const tab = listOf(tailTab(), []).rows.filter((row) => row.step.role === 'tack-down');
    expect(tab.map((row) => row.hidden)).to.deep.equal(tab.map(() => null));
  });
  it('says what the stop after each is for, and what it takes', () => {
    expect(rows.map((row) => row.stop)).to.deep.equal([
      'hands',
      'thread',
      'hands',
      'both',
      'hands',
      'both',
      'thread',
      'thread',
      'none',
      'none',
      null, // prettier-ignore
    ]);
    for (const { topM, bobbinM } of rows) expect(topM).to.be.above(bobbinM);
  });
  it('leaves on a needle what is wanted, by name and colour as the shelf calls it, and says what is threaded when', () => {
    const [machine] = workshop.machines;
    const shelf = [{ id: 't', ...coral, kind: 'rayon' as const, weight: 40, form: 'cone' as const, count: 1, metres: 900 }]; // prettier-ignore
    const many = { ...machine!, kind: 'multi-needle' as const, needles: 6, threaded: [null, 't'] };
    const at = listOf(crewPatch(), SAID, { ...workshop, threads: shelf, machines: [many] }).rows;
    expect(
      knownThreads(at, [...shelf, { ...shelf[0]!, id: 'm', name: 'gilt', kind: 'metallic' }]),
    ).to.deep.equal([
      slate,
      coral,
      gorse,
      { ...coral, name: 'gilt', metallic: true }, // prettier-ignore
    ]);
    // Slate slate coral coral gorse gorse coral gorse slate slate slate; coral is on the second of six.
    const six = planNeedles(at, many, shelf);
    expect([...six.needleOf.values()]).to.deep.equal([1, 1, 2, 2, 3, 3, 2, 3, 1, 1, 1]);
    expect(six.before).to.deep.equal([
      { needle: 1, thread: 'slate' },
      { needle: 3, thread: 'gorse' },
    ]);
    expect(six.during).to.deep.equal([]);
    // As its maker numbers it, it is the same on the shelf; in another colour it is not.
    const numbered = at.map((r) =>
      r.thread?.name === 'coral' ? { ...r, thread: { ...coral, number: '12' } } : r,
    );
    expect(planNeedles(numbered, many, shelf).before).to.deep.equal(six.before);
    const faded = [{ ...shelf[0]!, colour: '#ffffff' }];
    expect(planNeedles(at, many, faded).before).to.have.length(3);
    // With two, gorse takes the place of slate, which is wanted last, and comes back in that of gorse: the next hooping wants coral first.
    const two = planNeedles(at, { needles: 2, threaded: ['t', null] }, shelf);
    expect(two.before).to.deep.equal([{ needle: 2, thread: 'slate' }]);
    expect(
      two.during.map(({ needle, thread, instead, stepId }) => [needle, thread, instead, stepId]),
    ).to.deep.equal([
      [2, 'gorse', 'slate', 'n4'],
      [2, 'slate', 'gorse', 'n8'],
    ]);
    // The score of a machine of two has the same as steps for hands, which take their time; of six none.
    const threading = (needles: number) => {
      const machine = { ...many, needles, threaded: needles === 2 ? ['t', null] : [] };
      const { plan } = example(crewPatch(), { threads: SAID }, { ...workshop, threads: shelf, machines: [machine] }); // prettier-ignore
      // It halts where hands are wanted, with two needles also where one is threaded.
      expect(haltsOf(plan.score)).to.deep.equal(needles === 2 ? [1, 3, 4, 5, 6, 8] : [1, 3, 4, 5, 6]);
      return plan.score.steps.flatMap((s) => (s.kind === 'hand' && s.action === 'rethread' ? [[s.id, s.title, plan.time.steps[s.id]!.seconds > 0]] : [])); // prettier-ignore
    };
    expect(threading(6)).to.deep.equal([]);
    expect(threading(2)).to.deep.equal([
      ['b4:thread', 'Needle 2: gorse', true],
      ['b8:thread', 'Needle 2: slate', true],
    ]);
  });
  it('of a day: what is wanted by a later build stays on, and is told where a thread ends', () => {
    const stock = (name: string, colour: string, metres: number) => ({ id: name, name, colour, metres, kind: 'rayon' as const, weight: 40, form: 'spool' as const, count: 1 }); // prettier-ignore
    const job = (threads: (typeof coral)[], designs = 1) => ({
      blocks: threads.map((thread) => ({ title: `in ${thread.name}`, thread })),
      threads: threads.map(({ name, colour }) => ({ name, bare: name, colour, metres: 10 })),
      order: { designs, inHooping: 2, inTape: 1 },
    });
    // Two needles, coral is on the first. The first build needs slate too; the second gorse and coral, so slate gives way.
    const shelf = [stock('coral', coral.colour, 45), stock('slate', slate.colour, 500)];
    const day = [job([coral, slate]), job([gorse, coral], 4)];
    expect(needlesOfDay(day, { needles: 2, threaded: ['coral', null] }, shelf)).to.deep.equal([
      [{ needle: 2, thread: 'slate', colour: slate.colour, instead: null, hooping: 1, before: null }],
      [{ needle: 2, thread: 'gorse', colour: gorse.colour, instead: 'slate', hooping: 1, before: null }],
    ]);
    // Three threads on two needles, twice hooped: one is threaded on the way each time, and what is on stays on between.
    const three = needlesOfDay([job([coral, slate, gorse], 4)], { needles: 2, threaded: ['coral', null] }, shelf); // prettier-ignore
    expect(three[0]!.map(({ needle, thread, hooping, before }) => [needle, thread, hooping, before])).to.deep.equal([
      [2, 'slate', 1, null],
      [2, 'gorse', 1, 'in gorse'],
      [1, 'slate', 2, 'in slate'],
    ]); // prettier-ignore
    // From the second on each hooping is told with those that are like it.
    const eight = needlesOfDay([job([coral, slate, gorse], 12)], { needles: 2, threaded: ['coral', null] }, shelf); // prettier-ignore
    const rounds = inRounds(eight[0]!);
    expect(rounds.flatMap(({ hoopings }) => hoopings).sort((a, b) => a - b)).to.deep.equal([
      1, 2, 3, 4, 5, 6,
    ]);
    expect(rounds.length).to.be.below(6);
    for (const { hoopings, needles } of rounds)
      for (const n of hoopings)
        expect(eight[0]!.filter((r) => r.hooping === n).map((r) => r.thread)).to.deep.equal(needles.map((r) => r.thread)); // prettier-ignore
    // 10 m of coral for the first build and 40 for the second, 20 a hooping: 35 are left for it, and end in its second.
    const threads = threadsOfDay(day, shelf);
    expect(threads.map(({ name, metres, onShelf, ends }) => [name, metres, onShelf, ends])).to.deep.equal([
      ['coral', 50, 45, { job: 1, hooping: 2 }],
      ['gorse', 40, null, null],
      ['slate', 10, 500, null],
    ]);
  });
  it('hidden blocks take what is on, and those before anything seen what comes next: fewer changes', () => {
    const { threads, before, after } = hiddenTakeWhatIsOn(rows, build, SAID.length);
    // slate | coral | gorse | coral | gorse | slate: six runs, five changes; then coral | gorse | slate.
    expect([before, after]).to.deep.equal([5, 2]);
    expect(threadsOf({ threads }).map((t) => t?.name)).to.deep.equal([
      'coral',
      'coral',
      'coral',
      'coral',
      'coral',
      'coral',
      'coral',
      'gorse',
      'slate',
      'slate',
      'slate', // prettier-ignore
    ]);
    // Done once, nothing is left to do.
    const again = listOf(crewPatch(), threads);
    const next = hiddenTakeWhatIsOn(again.rows, again.build, SAID.length);
    expect([next.before, next.after]).to.deep.equal([2, 2]);
  });
});
