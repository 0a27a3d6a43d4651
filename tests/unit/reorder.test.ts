import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import { itemAt, type Path } from '$lib/core/base';
import { threadsOf, type Build } from '$lib/core/build';
import { rectangle, tatami } from '$lib/core/outline';
import { layOn, planBuild, type BuildPlan } from '$lib/core/plan';
import { fewestChanges, inEarlierOrder, type Reordered } from '$lib/core/reorder';
import { prepare } from '$lib/core/reorder/lay';
import { sameOnTop } from '$lib/core/reorder/proof';
import { sectionsOf } from '$lib/core/reorder/sections';
import { readTape, STITCH, tapeBlocks, type Block, type Tape } from '$lib/core/tape';
import { newWorkshop } from '$lib/core/workshop';
import { crewPatch, tailTab } from '$lib/demo';
import { sewn } from '../support/copies';
import { Dice } from '../support/labelled/types';
import { example, readAs } from '../support/examples';

const COLOURS: Record<string, string> = { r: '#cc2222', b: '#2233cc', g: '#22aa44', y: '#ddcc22' };
const inThreads = (letters: string): Build['threads'] =>
  [...letters].map((name) => ({ name, colour: itemAt(COLOURS, name) }));
const field = (x: number, width = 12): Path[] => tatami(rectangle({ x, y: 0 }, width, 12), 0.4, 4);
const many = (needles: number) => {
  const shop = newWorkshop();
  const [machine] = shop.machines;
  return { ...shop, machines: [{ ...machine!, kind: 'multi-needle' as const, needles }] };
};

/** Steps are counted, not seconds: a slow machine finds the same. */
const tried = (most = 4000) => {
  let n = 0;
  return () => Math.max(0, 1 - n++ / most);
};
function reordered(tape: Tape, change: Partial<Build>, workshop = newWorkshop()) {
  const { build, reading, plan } = example(tape, change, workshop);
  const answer = fewestChanges({ build, own: reading, tape, workshop, inserted: {} }, tried());
  return { build, reading, plan, workshop, tape, answer };
}
function found(...args: Parameters<typeof reordered>) {
  const all = reordered(...args);
  if (!all.answer.ok) throw new Error(all.answer.problem.message);
  const made = all.answer.value;
  return { ...all, made, now: onNew(made, all.workshop) };
}
/** The build as the application reads it again. */
function onNew({ tape, build }: Reordered, workshop = newWorkshop()) {
  if (!tape) return null;
  const read = readTape(tape.bytes);
  if (!read.ok) throw new Error(read.problem.message);
  const reading = readAs(read.value, build.roles);
  return { tape: read.value, reading, plan: planBuild(build, reading, workshop) };
}
/** Drawn by another hand. */
const strangers = (...names: string[]): Record<string, Tape> =>
  Object.fromEntries(
    names.map((name) => {
      const read = readTape(new Uint8Array(readFileSync(`tests/fixtures/strangers/${name}.dst`)));
      if (!read.ok) throw new Error(read.problem.message);
      return [name, read.value];
    }),
  );
const plain = { technique: 'as-read', techniqueBy: 'maker' as const };
const hands = ({ score }: BuildPlan) =>
  score.steps.flatMap((s) =>
    s.kind === 'hand' && s.action !== 'thread' ? [`${s.title} ${s.pieces.join()}`] : [],
  );
/** Of each block that is the first to hold a piece, the blocks that are sewn before it. */
function beforeHolding({ score }: BuildPlan): number[][] {
  const held = new Set<string>();
  const sewnYet: number[] = [];
  return score.steps.flatMap((step) => {
    if (step.kind === 'hand') return [];
    const first = step.holds.filter((id) => !held.has(id));
    for (const id of first) held.add(id);
    const all = first.length ? [[...sewnYet].sort((a, b) => a - b)] : [];
    sewnYet.push(step.block);
    return all;
  });
}
const points = ({ kind, x, y }: Tape, { from, to }: Block) => {
  const all: string[] = [];
  for (let i = from; i < to; i++) if (kind[i] === STITCH) all.push(`${x[i]} ${y[i]}`);
  return all;
};

describe('the blocks of a build in the order with the fewest changes', () => {
  it('sews what lies apart thread by thread; on one needle without a stop between blocks of one thread', () => {
    const tape = sewn(field(0), field(20), field(40), field(60));
    const { made, now } = found(tape, { ...plain, threads: inThreads('rbrb') });
    expect(made.groups).to.deep.equal([[0, 2], [1, 3]]); // prettier-ignore
    expect([made.before.changes, made.after.changes, made.least, made.isLeast]).to.deep.equal([
      3,
      1,
      1,
      true,
    ]);
    expect([made.before.stops, made.after.stops]).to.deep.equal([3, 1]);
    expect(threadsOf(made.build).map((t) => t?.name)).to.deep.equal(['r', 'b']);
    expect(made.moved).to.have.length(1);
    expect(now?.reading.blocks).to.have.length(2);
    // Each change takes its time by hand; that much is gained, less two cuts of the thread.
    expect(made.before.seconds - made.after.seconds).to.be.above(60);
    // Six needles change by themselves, and stop nowhere.
    const six = found(tape, { ...plain, threads: inThreads('rbrb') }, many(6)).made;
    expect([six.groups, six.rethreads]).to.deep.equal([[[0], [2], [1], [3]], 0]);
  });
  it('leaves the order and the tape where nothing is gained', () => {
    for (const letters of ['rrb', 'rbb', 'rgb'])
      for (const needles of [2, 6]) {
        const { made } = found(sewn(field(0), field(20), field(40)), { ...plain, threads: inThreads(letters) }, many(needles)); // prettier-ignore
        expect([made.tape, made.groups], `${letters} on ${needles}`).to.deep.equal([null, [[0], [1], [2]]]);
      }
    // Three threads on two needles: one is threaded anew, where as they came two or more were.
    const row = sewn(field(0), field(20), field(40), field(60), field(80), field(100));
    const { made } = found(row, { ...plain, threads: inThreads('rgbrgb') }, many(2));
    expect([made.after.changes, made.rethreads]).to.deep.equal([2, 1]);
  });
  it('leaves what lies on something else on it, and edges that meet as they meet', () => {
    // Each over the one before: nothing can change places.
    const over = found(sewn(field(0), field(8), field(16), field(24)), {
      ...plain,
      threads: inThreads('rbrb'),
    }).made;
    expect([over.tape, over.after.changes, over.isLeast]).to.deep.equal([null, 3, true]);
    // 0.3 mm apart they meet, 2 mm apart they do not.
    const [meets, apart] = [12.3, 14].map(
      (x) => found(sewn(field(0), field(x), field(2 * x)), { ...plain, threads: inThreads('rbr') }).made,
    );
    expect([meets?.after.changes, apart?.after.changes]).to.deep.equal([2, 1]);
    // Apart in threads, and through a third one: red and red lie apart, and green lies between on both.
    const bridge = found(sewn(field(0), field(14, 20), field(30)), {
      ...plain,
      threads: inThreads('rgr'),
    }).made;
    expect(bridge.after.changes).to.equal(2);
  });
  it('says where something else would be on top', () => {
    const tape = sewn(field(0), field(8));
    const blocks = tapeBlocks(tape);
    const other = sewn(field(8), field(0));
    expect(sameOnTop(tape, blocks, tape, [0, 1])).to.have.property('ok', true);
    const told = sameOnTop(tape, blocks, other, [1, 0]);
    expect(told.ok ? '' : told.problem.code).to.equal('other-on-top');
  });
  it('lets hidden lines take what is on, and counts no change for them', () => {
    // Placement and tack-down in threads of their own: two changes of four are for what nobody sees.
    const threads = inThreads('yygggrrbbb');
    const { made } = found(crewPatch(), { threads });
    expect(made.after.changes).to.be.below(made.before.changes);
    expect(made.after.changes).to.equal(made.least);
  });
  it('keeps every needle point, what hands do, sizes, roles and threads, whatever the threads are', () => {
    const tapes = {
      crewPatch: crewPatch(),
      tailTab: tailTab(),
      ...strangers('a1-round-patch', 'b1-key-tab', 'c2-small-pouch', 'g2-pieces-then-covers'),
    };
    let moves = 0;
    const dice = new Dice(4);
    for (const [name, tape] of Object.entries(tapes))
      for (const letters of ['rb', 'rgb', 'rgby']) {
        const blocks = tapeBlocks(tape);
        const threads = inThreads(blocks.map(() => dice.pick([...letters])).join(''));
        const { made, now, plan, reading } = found(tape, { threads });
        const what = `${name} in ${letters}`;
        expect(made.after.changes, what).to.be.at.most(made.before.changes);
        if (made.isLeast) expect(made.after.changes, what).to.equal(made.least);
        if (!now) continue;
        moves += made.moved.length;
        expect(
          made.groups.flat().toSorted((a, b) => a - b),
          what,
        ).to.deep.equal(blocks.map((_, i) => i));
        expect(hands(now.plan), what).to.deep.equal(hands(plan));
        // Nothing is sewn before a piece is held that was sewn after it, nor the other way round.
        const wasHeld = beforeHolding(plan);
        const isHeld = beforeHolding(now.plan).map((all) => all.flatMap((b) => made.groups[b] ?? []));
        expect(
          isHeld.map((all) => all.toSorted((a, b) => a - b)),
          what,
        ).to.deep.equal(wasHeld);
        const sizes = ({ cut }: BuildPlan) => cut.pieces.map((p) => [p.id, p.width.cutMm, p.height.cutMm]);
        expect(sizes(now.plan), what).to.deep.equal(sizes(plan));
        made.groups.forEach((group, at) => {
          const sewnNow = points(now.tape, itemAt(now.reading.blocks, at));
          expect(sewnNow, what).to.deep.equal(group.flatMap((b) => points(tape, itemAt(blocks, b))));
          for (const b of group)
            expect(itemAt(now.reading.blocks, at).role.value, what).to.equal(
              itemAt(reading.blocks, b).role.value,
            );
        });
      }
    expect(moves).to.be.above(0);
  });
  it('takes what the maker has said along, and back to the tape that it came on', () => {
    const tape = sewn(field(0), field(20), field(40), field(60));
    const change = {
      ...plain,
      threads: inThreads('rbrb'),
      roles: { '3': 'quilting' as const },
      edits: [
        { kind: 'rename' as const, stepId: 'n2', title: 'Second sail', text: '' },
        {
          kind: 'insert' as const,
          stepId: 'own:1',
          before: 'n3',
          title: 'Vacuum',
          text: '',
          side: 'front' as const,
          seconds: 30,
        },
      ],
    };
    // The own step stands before the last block: that one stays behind it, and the others go together.
    const { made, now, build, reading, workshop, plan } = found(tape, change);
    expect(made.groups).to.deep.equal([[0], [2], [1], [3]]);
    expect(now?.plan.score.steps.map((s) => s.title)).to.include('Second sail');
    const titles = (p: BuildPlan | undefined) =>
      p?.score.steps.filter((s) => s.kind === 'needle' || s.own).map((s) => s.title);
    expect(titles(now?.plan)).to.deep.equal(['Design', 'Second sail', 'Design', 'Vacuum', 'Quilting']);
    expect(made.build.roles).to.deep.include({ '3': 'quilting' });
    expect(made.build.earlier).to.deep.include({ tapeId: build.tapeId, blocks: made.groups });
    const back = inEarlierOrder(
      { build: made.build, own: now?.reading ?? reading, inserted: {}, workshop },
      readAs(tape, build.roles),
    );
    expect({ ...back, roles: build.roles }).to.deep.equal(build);
    expect(titles(planBuild(back, readAs(tape, back.roles), workshop))).to.deep.equal(titles(plan));
    // What is one block now is all of its blocks there.
    const merged = found(tape, { ...plain, threads: inThreads('rbrb') });
    const after = { ...merged.made.build, roles: { '1': 'quilting' as const } };
    const apart = inEarlierOrder(
      { build: after, own: merged.now!.reading, inserted: {}, workshop },
      readAs(tape),
    );
    expect(apart.roles).to.deep.equal({ '1': 'quilting', '3': 'quilting' });
    expect(threadsOf(apart).map((t) => t?.name)).to.deep.equal(['r', 'b', 'r', 'b']);
  });
  it('keeps a block by itself that first holds a piece, and one that another place would make something else', () => {
    const { plan, build, reading, workshop } = example(crewPatch());
    const { bare } = prepare({ build, own: reading, inserted: {}, workshop });
    const sections = sectionsOf({ score: plan.score, plain: bare.plain });
    // Placement and tack-down of the blank and of two pieces each for itself; one cover, then all that lies on the patch.
    expect(sections.map((s) => s.map(({ block }) => block))).to.deep.equal([[0], [1], [2], [3], [4], [5], [6, 7, 8, 9, 10]]); // prettier-ignore
    const { 'a3-shield-patch': shield, 'g2-pieces-then-covers': covers } = strangers('a3-shield-patch', 'g2-pieces-then-covers'); // prettier-ignore
    // Two in green are one block now, which is read otherwise: it is told what it is.
    const { made, now } = found(shield!, { threads: inThreads('grggg') });
    expect(made.groups).to.deep.equal([[0], [1], [2, 3], [4]]); // prettier-ignore
    expect(made.build.roles).to.deep.equal({ 2: 'decoration' });
    expect(now?.reading.blocks[2]?.role.value).to.equal('decoration');
    expect(readAs(now!.tape).blocks[2]?.role.value).not.to.equal('decoration');
    // What is sewn once more at the end stays by itself, and does not keep others apart.
    const again = { kind: 'again' as const, stepId: 'again:1', of: 'n1', thread: null };
    const row = sewn(field(0), field(20), field(40), field(60));
    expect(found(row, { ...plain, threads: inThreads('rrbb'), edits: [again] }).made.groups).to.deep.equal([[0], [1], [2, 3]]); // prettier-ignore
    // Covers of different pieces are told of each alone, in one thread too.
    expect(found(covers!, { threads: inThreads('r'.repeat(10)) }).made.tape).to.equal(null);
  });
  it('leaves a step before what is sewn next where that was the first of several that changed places', () => {
    const before = { kind: 'insert' as const, stepId: 'own:1', before: 'n2', title: 'Vacuum', text: '', side: 'front' as const, seconds: 30 }; // prettier-ignore
    const { made, now } = found(sewn(field(0), field(20), field(40), field(60)), {
      ...plain,
      threads: inThreads('rbrb'),
      edits: [before],
    });
    expect(made.groups).to.deep.equal([[0], [1], [3], [2]]);
    const titles = now?.plan.score.steps.filter((s) => s.kind === 'needle' || s.own).map((s) => s.title);
    expect(titles).to.deep.equal(['Design', 'Design', 'Vacuum', 'Design', 'Design']);
    // A hand step that has another name there keeps what was said of it.
    const said = example(tailTab(), {
      edits: [{ kind: 'rename', stepId: 'b4:flip', title: 'Over', text: '' }],
    });
    const same = said.reading.blocks.map((_, n) => [n]);
    const name = { tapeId: said.build.tapeId, fileName: said.build.fileName };
    const names = { hands: new Map([['b4:flip', 'a3:flip']]), before: () => null };
    expect(layOn(said.build, said.reading, name, same, names).build.edits).to.deep.equal([
      { kind: 'rename', stepId: 'a3:flip', title: 'Over', text: '' },
    ]);
  });
  it('says what it needs: a thread by name, and a tape', () => {
    const code = ({ answer }: ReturnType<typeof reordered>) => (answer.ok ? '' : answer.problem.code);
    const tape = sewn(field(0), field(20));
    expect(code(reordered(tape, plain))).to.equal('no-threads');
    const stop = { title: 'Sail', role: 'decoration' as const, thread: 'r', seconds: null, stitches: 900 };
    const typed = { stops: [stop], widthMm: null, heightMm: null };
    expect(code(reordered(tape, { ...plain, typed, threads: inThreads('rb') }))).to.equal('no-tape');
  });
});
