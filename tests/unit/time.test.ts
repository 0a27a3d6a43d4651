import { expect } from 'chai';
import { numberDef } from '$lib/core/number-words';
import { isNumberId, type NumberId } from '$lib/core/numbers';
import { planBuild, type BuildPlan } from '$lib/core/plan';
import { readDesign } from '$lib/core/techniques';
import { readTape } from '$lib/core/tape';
import type { Workshop } from '$lib/core/workshop';
import { demoWorkroom } from '$lib/demo';

const { builds, workshop } = demoWorkroom(Date.UTC(2026, 4, 1));
const read = (bytes: Uint8Array) => {
  const tape = readTape(bytes);
  if (!tape.ok) throw new Error(tape.problem.message);
  return readDesign(tape.value, { trimJumps: 3 });
};
const known = builds.map(({ build, tapes }) => ({
  build,
  own: read(tapes[0].bytes),
  inserted: Object.fromEntries(build.insertions.map((i, k) => [i.id, read(tapes[k + 1].bytes)])),
}));
const plansWith = (shop: Workshop): BuildPlan[] =>
  known.map(({ build, own, inserted }) => planBuild(build, own, shop, inserted));
const plans = plansWith(workshop);
/** Seconds that all steps of all sample builds lay to each figure of the table. */
function byNumber(list: BuildPlan[]): Map<NumberId, number> {
  const sums = new Map<NumberId, number>();
  for (const plan of list)
    for (const time of Object.values(plan.time.steps))
      for (const { number, seconds } of time.terms)
        if (number) sums.set(number, (sums.get(number) ?? 0) + seconds);
  return sums;
}

describe('where time comes from', () => {
  it('every step’s seconds are the sum that is shown, and every figure in it is a row of the table', () => {
    for (const plan of plans)
      for (const step of plan.score.steps) {
        const { seconds, terms } = plan.time.steps[step.id];
        expect(
          terms.reduce((sum, t) => sum + t.seconds, 0),
          `${step.title}`,
        ).to.be.closeTo(seconds, 1e-9);
        for (const t of terms) {
          expect(t.seconds, t.label).to.be.at.least(0);
          if (t.number) expect(isNumberId(t.number), t.number).to.equal(true);
        }
        // A maker's own time, and stitching, stand on no row; all else does.
        const bare = terms.filter((t) => !t.number).length;
        expect(bare, step.title).to.be.at.most(1);
      }
  });

  it('a figure that is asked for and changed changes just the seconds that were laid to it, in its proportion', () => {
    const before = byNumber(plans);
    expect(before.size).to.be.at.least(25);
    for (const [id, seconds] of before) {
      const { value, min, max } = numberDef(id);
      const now = workshop.numbers[id] ?? value;
      const changed = Math.min(max, Math.max(min, now * 1.25));
      if (changed === now || seconds === 0) continue;
      const after = byNumber(plansWith({ ...workshop, numbers: { ...workshop.numbers, [id]: changed } }));
      // Jumps are faster, not slower, when their share of the speed grows.
      const share = id === 'stitch.jumpSpeed' ? now / changed : changed / now;
      expect((after.get(id) ?? 0) / seconds, id).to.be.closeTo(share, 1e-9);
      for (const [other, was] of before)
        if (other !== id) expect(after.get(other), `${other} when ${id} changes`).to.be.closeTo(was, 1e-9);
    }
  });

  it('a machine that the log found slower takes longer for its stitches alone', () => {
    const slow = plansWith({
      ...workshop,
      machines: workshop.machines.map((m) => ({ ...m, speedShare: 0.8 })),
    });
    const stitching = (list: BuildPlan[]) =>
      list.map((p) =>
        Object.values(p.time.steps)
          .flatMap((t) => t.terms.filter((x) => !x.number))
          .reduce((s, t) => s + t.seconds, 0),
      );
    const own = plans.map((p) => p.score.steps.some((s) => s.kind === 'hand' && s.ownSeconds !== null));
    stitching(slow).forEach((seconds, i) => {
      if (!own[i]) expect(seconds / stitching(plans)[i], known[i].build.name).to.be.closeTo(1 / 0.8, 1e-9);
    });
    expect(byNumber(slow)).to.deep.equal(byNumber(plans));
    expect(own.filter(Boolean).length).to.be.below(plans.length);
  });

  it('one item is needle and hands, and what passes by itself is neither', () => {
    for (const {
      time: { item, steps: times },
      score,
    } of plans) {
      const of = (kind: string) =>
        score.steps.filter((s) => s.kind === kind).reduce((sum, s) => sum + times[s.id].seconds, 0);
      expect(item.needleSeconds).to.be.closeTo(of('needle'), 1e-9);
      expect(item.handSeconds).to.be.closeTo(of('hand'), 1e-9);
      expect(item.itemSeconds).to.be.closeTo(item.needleSeconds + item.handSeconds, 1e-9);
      expect(item.screenSeconds).to.be.below(item.needleSeconds);
      const waits = score.steps.reduce((sum, s) => sum + times[s.id].waitSeconds, 0);
      expect(item.passiveSeconds).to.equal(waits);
    }
    expect(plans.some((p) => p.time.item.passiveSeconds > 0)).to.equal(true);
  });
});
