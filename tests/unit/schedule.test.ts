import { expect } from 'chai';
import {
  scheduleBatch,
  type Schedule,
  type ScheduleHooping,
  type ScheduleStep,
  type ScheduleTask,
} from '$lib/core/schedule';
import { Dice } from '../support/labelled/types';
import { broken } from '../support/schedule';

const H = 3600;
/** So many looks at the clock. */
const looks = (most: number) => {
  let n = most;
  return () => Math.max(0, n--) / most;
};
const step = (id: string, kind: ScheduleStep['kind'], seconds: number, atHead = kind === 'needle'): ScheduleStep => ({ id, kind, seconds, atHead, attended: false, cv: 0 }); // prettier-ignore
const hooping = (id: string, steps: ScheduleStep[], more: Partial<ScheduleHooping> = {}): ScheduleHooping => ({ id, label: id, heads: null, frameKind: null, dueS: null, releaseS: 0, setup: 'white', steps, ...more }); // prettier-ignore
const TASK: ScheduleTask = {
  heads: [{ id: 'Petrel', availableFromS: 0, setup: null }],
  people: [{ id: 'Una', shifts: [{ fromS: 0, toS: 1000 * H }] }],
  frames: null,
  hoopings: [],
  setupSeconds: 0,
  machineRunsAlone: false,
};
const headsOf = (many: number): ScheduleTask['heads'] => Array.from({ length: many }, (_, n) => ({ id: `h${n}`, availableFromS: 0, setup: null })); // prettier-ignore
const peopleOf = (many: number, shifts = [{ fromS: 0, toS: 1000 * H }]): ScheduleTask['people'] => Array.from({ length: many }, (_, n) => ({ id: `p${n}`, shifts })); // prettier-ignore
const days = (many: number, from = 8, to = 17) => Array.from({ length: many }, (_, d) => ({ fromS: (24 * d + from) * H, toS: (24 * d + to) * H })); // prettier-ignore

function planned(change: Partial<ScheduleTask>, most = 400): Schedule & { task: ScheduleTask } {
  const task = { ...TASK, ...change };
  const found = scheduleBatch(task, looks(most));
  if (!found.ok) throw new Error(found.problem.message);
  const what = JSON.stringify(task);
  expect(broken(task, found.value), what).to.deep.equal([]);
  expect(found.value.bound.finishS, what).to.be.at.most(found.value.finishS + 1e-6);
  return { ...found.value, task };
}
const code = (change: Partial<ScheduleTask>) => {
  const found = scheduleBatch({ ...TASK, ...change }, looks(1));
  return found.ok ? '' : found.problem.code;
};
/** Anything, small. */
function anyTask(dice: Dice): Partial<ScheduleTask> {
  const [heads, words] = [headsOf(dice.whole(1, 3)), ['white', 'coral', 'slate']];
  const kinds = ['square', 'round'];
  return {
    heads: heads.map((h) => ({ ...h, availableFromS: dice.chance(0.3) ? dice.whole(0, 9000) : 0, setup: dice.chance(0.5) ? dice.pick(words) : null })), // prettier-ignore
    people: peopleOf(dice.whole(1, 3), dice.chance(0.5) ? days(30) : undefined),
    frames: dice.chance(0.5) ? kinds.map((kind) => ({ kind, count: dice.whole(1, 3) })) : null,
    setupSeconds: dice.pick([0, 300, 900]),
    machineRunsAlone: dice.chance(0.5),
    hoopings: Array.from({ length: dice.whole(1, 9) }, (_, n) => {
      const seconds = () => (dice.chance(0.05) ? 0 : dice.between(5, 2000));
      const steps = Array.from({ length: dice.whole(1, 7) }, (_, s): ScheduleStep => {
        const kind = dice.pick(['needle', 'needle', 'hand', 'hand', 'wait'] as const);
        return { ...step(`s${s}`, kind, seconds(), kind === 'needle' || dice.chance(0.3)), attended: kind === 'needle' && dice.chance(0.3), cv: dice.pick([0, 0.25]) }; // prettier-ignore
      });
      return hooping(`i${n}`, steps, {
        heads: dice.chance(0.3) ? [dice.pick(heads).id] : null,
        frameKind: dice.pick(kinds),
        dueS: dice.chance(0.4) ? dice.whole(-100, 30_000) : null,
        releaseS: dice.chance(0.2) ? dice.whole(0, 20_000) : 0,
        setup: dice.pick(words),
      });
    }),
  };
}

describe('a batch on heads and hands', () => {
  it('keeps every rule, whatever is sent, and no bound is above a plan', () => {
    const dice = new Dice(18);
    let late = 0;
    for (let n = 0; n < 250; n++) late += planned(anyTask(dice), 30).lateS;
    expect(late).to.be.above(0);
  });
  it('worked out by hand: two patches, one head, one pair of hands', () => {
    const patch = (id: string) => hooping(id, [step('hoop', 'hand', 100), step('sew', 'needle', 600), step('off', 'hand', 50, true), step('trim', 'hand', 200)]); // prettier-ignore
    // a: hooped 0-100, sewn to 700, off 750. b is hooped meanwhile, sewn 750-1350, off 1400, trimmed 1600; a trimmed on the way.
    const { finishS, tasks, bound } = planned({ hoopings: [patch('a'), patch('b')] });
    expect(finishS).to.equal(1600);
    expect(bound).to.deep.equal({ finishS: 1600, because: 'Petrel alone has 21:40 min to sew; no plan ends sooner.' }); // prettier-ignore
    expect(tasks.filter((t) => t.personId === null).map((t) => t.startS).sort((x, y) => x - y)).to.deep.equal([100, 750]); // prettier-ignore
  });
  it('two in turn, hands then needle: as S. M. Johnson’s rule of 1954 orders them', () => {
    const dice = new Dice(54);
    for (let n = 0; n < 40; n++) {
      const jobs = Array.from({ length: dice.whole(2, 9) }, () => [dice.whole(10, 900), dice.whole(10, 900)] as const); // prettier-ignore
      const first = jobs.filter(([a, b]) => a < b).sort((x, y) => x[0] - y[0]);
      const then = jobs.filter(([a, b]) => a >= b).sort((x, y) => y[1] - x[1]);
      let [hands, needle] = [0, 0];
      for (const [a, b] of [...first, ...then]) needle = Math.max((hands += a), needle) + b;
      const { finishS } = planned({ hoopings: jobs.map(([a, b], i) => hooping(`j${i}`, [step('hoop', 'hand', a), step('sew', 'needle', b)])) }, 3000); // prettier-ignore
      expect(finishS, JSON.stringify(jobs)).to.be.within(needle - 1e-6, needle * 1.01);
    }
  });
  it('fills heads that work side by side within 1 % of a plan that is known', () => {
    const dice = new Dice(7);
    for (let n = 0; n < 12; n++) {
      // Each of three heads is cut into pieces that fill it to the same end.
      const hoopings = [0, 1, 2].flatMap((h) => {
        const cuts = [0, ...Array.from({ length: dice.whole(3, 6) }, () => dice.whole(1, 9999)).sort((a, b) => a - b), 10_000]; // prettier-ignore
        return cuts.slice(1).flatMap((to, i) => (to > cuts[i]! ? [hooping(`${h}.${i}`, [step('sew', 'needle', to - cuts[i]!)])] : [])); // prettier-ignore
      });
      expect(planned({ heads: headsOf(3), hoopings }, 4000).finishS).to.be.within(10_000 - 1e-6, 10_100);
    }
  });
  it('nobody is in two places, an attended block has somebody by it, and a night is nobody’s', () => {
    const watched = { ...step('sew', 'needle', 4 * H), attended: true };
    const two = ['a', 'b'].map((id) => hooping(id, [watched]));
    // One person, nine hours a day from eight: four and four, the second on the same day; two people: at once.
    const alone = planned({ heads: headsOf(2), people: peopleOf(1, days(3)), hoopings: two });
    expect(alone.finishS / H).to.equal(16);
    expect(planned({ heads: headsOf(2), people: peopleOf(2, days(3)), hoopings: two }).finishS / H).to.equal(12); // prettier-ignore
    // What nobody needs to stay with may go on past five only where the machine may run alone.
    const long = [hooping('c', [step('hoop', 'hand', 6 * H), step('sew', 'needle', 4 * H)])];
    expect(planned({ people: peopleOf(1, days(3)), hoopings: long }).finishS / H).to.equal(36);
    expect(planned({ people: peopleOf(1, days(3)), hoopings: long, machineRunsAlone: true }).finishS / H).to.equal(18); // prettier-ignore
    // Two shifts that touch are one: work goes on from the first into the second.
    const joined = peopleOf(1, [{ fromS: 0, toS: H }, { fromS: H, toS: 2 * H }]); // prettier-ignore
    expect(planned({ people: joined, hoopings: [hooping('e', [step('trim', 'hand', 1.5 * H)])] }).finishS / H).to.equal(1.5); // prettier-ignore
    // Drying goes on at night: trimmed at five, dry at nine in the evening, ironed in the morning.
    const dried = [hooping('d', [step('trim', 'hand', 9 * H), step('dry', 'wait', 4 * H), step('iron', 'hand', H)])]; // prettier-ignore
    expect(planned({ people: peopleOf(1, days(3)), hoopings: dried }).finishS / H).to.equal(33);
  });
  it('sets a head up only where its word changes, and gathers what is alike', () => {
    const words = ['white', 'coral', 'white', 'coral', 'white', 'coral'];
    const hoopings = words.map((setup, n) => hooping(`i${n}`, [step('sew', 'needle', 1000)], { setup }));
    const one = planned({ hoopings, setupSeconds: 600 });
    expect([one.setups.length, one.finishS]).to.deep.equal([1, 6600]);
    // Two heads, each for its own: none at all. A head that is set up for a third word needs one.
    const two = planned({ hoopings, setupSeconds: 600, heads: headsOf(2) });
    expect([two.setups.length, two.finishS]).to.deep.equal([0, 3000]);
    const set = planned({ hoopings: hoopings.slice(0, 1), setupSeconds: 600, heads: [{ id: 'h', availableFromS: 50, setup: 'sand' }] }); // prettier-ignore
    expect(set.setups).to.deep.equal([{ headId: 'h', personId: 'Una', startS: 50, endS: 650, setup: 'white' }]); // prettier-ignore
  });
  it('what is due first is sewn first, and frames that are few are waited for', () => {
    const hoopings = [9000, 2000, 4000].map((dueS, n) => hooping(`i${n}`, [step('sew', 'needle', 2000)], { dueS })); // prettier-ignore
    expect(planned({ hoopings }).lateS).to.equal(0);
    // One frame: the second is hooped when the first is off, though the head of its own is free.
    const framed = ['a', 'b'].map((id) => hooping(id, [step('hoop', 'hand', 100), step('sew', 'needle', 500)], { frameKind: 'round' })); // prettier-ignore
    const frames = (count: number) => planned({ heads: headsOf(2), hoopings: framed, frames: [{ kind: 'round', count }] }).finishS; // prettier-ignore
    expect([frames(1), frames(2)]).to.deep.equal([1200, 700]);
  });
  it('holds a head no longer than its work takes: what can wait until the hands come begins late', () => {
    const shifts = [{ fromS: 0, toS: 100 }, { fromS: 1000, toS: 2000 }]; // prettier-ignore
    const steps = [step('hoop', 'hand', 10), step('sew', 'needle', 20), step('off', 'hand', 200, true)];
    const { tasks } = planned({ people: peopleOf(1, shifts), machineRunsAlone: true, hoopings: [hooping('a', steps)] }); // prettier-ignore
    // Off at 1000 at the earliest: sewn right before, hooped at the end of the shift before that.
    expect(tasks.map((t) => t.startS)).to.deep.equal([90, 980, 1000]);
    const begun = planned({ people: peopleOf(1, shifts), machineRunsAlone: true, hoopings: [hooping('a', steps, { isBegun: true })] }); // prettier-ignore
    expect(begun.tasks.map((t) => t.startS)).to.deep.equal([0, 10, 1000]);
  });
  it('is as sure as its steps are: half and nine weeks of ten, by the law of their spread', () => {
    const sew = { ...step('sew', 'hand', 1000, true), cv: 0.25 };
    const one = planned({ hoopings: [hooping('a', [sew], { dueS: 1000 })] }, 4000).spread!;
    // Log-normal with mean 1000 and cv 0.25: median 1000 / √1.0625 = 970.1, 90 % at that · exp(1.2816 · 0.2462) = 1330.
    expect(one.p50S).to.be.closeTo(970.1, 20);
    expect(one.p90S).to.be.closeTo(1330, 35);
    // In time where the normal one is below ln(1000 / 970.1) / 0.2462 = 0.123: 54.9 %.
    expect(one.onTime).to.be.closeTo(0.549, 0.035);
    // Many in turn even out: the middle comes near the mean.
    const many = planned({ hoopings: Array.from({ length: 40 }, (_, n) => hooping(`i${n}`, [sew])) }, 12_000).spread!; // prettier-ignore
    expect(many.p50S / 40_000).to.be.closeTo(1, 0.02);
    expect(many.p90S / 40_000).to.be.closeTo(1 + (1.2816 * 0.25) / Math.sqrt(40), 0.02);
  });
  it('says what cannot be planned, in a sentence', () => {
    const sew = (seconds: number) => [hooping('tabs', [step('sew', 'needle', seconds)])];
    expect(code({ people: peopleOf(1, days(2)), hoopings: sew(10 * H) })).to.equal('no-shift');
    expect(code({ people: [], hoopings: sew(10) })).to.equal('no-shift');
    expect(code({ people: [], hoopings: sew(10), machineRunsAlone: true })).to.equal('');
    const full = scheduleBatch({ ...TASK, people: peopleOf(1, days(1)), hoopings: [0, 1, 2].map((n) => hooping(`tabs ${n}`, [step('sew', 'needle', 4 * H)])) }, looks(5)); // prettier-ignore
    expect(full.ok ? '' : full.problem.message).to.match(/^All shifts together have no room for step “sew” of tabs \d\.$/); // prettier-ignore
    expect(code({ hoopings: [hooping('a', sew(5)[0]!.steps as ScheduleStep[], { heads: ['Gannet'] })] })).to.equal('unknown-head'); // prettier-ignore
  });
});
