/**
 * The blocks of a build in the order with the fewest changes of thread: what lies on top, what hands do and what is cut stay as they
 * are, and each is looked at afterwards. In: a build with its tape. Out: a tape, and the build on it.
 */
import { bestOrder, fail, itemAt, ok, type Result } from '../base';
import type { Build } from '../build';
import { layOn, planBuild, type BuildPlan, type NewTape } from '../plan';
import type { Reading, RoleOverrides } from '../reading';
import type { StopOrder } from '../stop-order';
import { readTape, tapeIdOf, writeTape, type Tape } from '../tape';
import { readDesign } from '../techniques';
import { hiddenTakeWhatIsOn, threadList } from '../thread';
import { layInOrder, prepare, type Planned, type Prepared } from './lay';
import { merged } from './merge';
import { otherThan, sameOnTop, type Differs } from './proof';
import { sectionsOf, type Hands, type Section } from './sections';
import { bestOrderOf, touchingIn } from './solve';
import { tapeInOrder } from './tape';

export type { Planned } from './lay';

/** A build that is planned, and the tape that it is sewn from. */
export interface ReorderTask extends Planned {
  tape: Tape;
}

interface Figures {
  /** of thread, within one item */
  changes: number;
  /** halts of the machine */
  stops: number;
  /** of one item */
  seconds: number;
}
/** A build in the order with the fewest changes. */
export interface Reordered {
  build: Build;
  /** null: the tape stays, at most what nobody sees takes another thread */
  tape: { id: string; bytes: Uint8Array } | null;
  /** blocks of the tape before, in their new order; those of one group are sewn without a stop between them */
  groups: number[][];
  /** blocks that stand elsewhere, by their number on the tape before */
  moved: number[];
  before: Figures;
  after: Figures;
  /** no order has fewer changes than so many; on many needles: fewer re-threadings first */
  least: number;
  isLeast: boolean;
  /** on many needles: so many of them are threaded anew; null: there is one */
  rethreads: number | null;
  /** what keeps its place, since beside others it would be taken for something else; by its title */
  kept: string[];
  /** places of half a millimetre at which the same block is on top */
  places: number;
}

/**
 * @param left the share of the time that is left, 1 to 0
 * @returns the problem where no thread is named, or there is no tape
 */
export function fewestChanges(task: ReorderTask, left: () => number): Result<Reordered> {
  const { build, own } = task;
  if (build.typed)
    return fail(
      'no-tape',
      'This build has no tape: where its blocks lie is not known, so none can change places.',
      'Take in the tape of the design first.',
    );
  const prepared = prepare(task);
  const { plan, bare } = prepared;
  const rows = rowsOf(plan);
  if (!rows.some(({ thread }) => thread))
    return fail(
      'no-threads',
      'No thread of this build is named yet.',
      'Say what its blocks are sewn in first.',
    );
  const sections = sectionsOf({ score: plan.score, plain: bare.plain });
  const known: Known = { ...prepared, tape: task.tape, sections, hidden: withHidden(task, plan) };
  const order = { machine: plan.machine, rows, sections, touching: touchingIn(sections, own, task.tape) };
  const pinned = new Set<number>();
  const kept = new Set<string>();
  let free: StopOrder | null = null;
  for (let n = 1; ; n++) {
    const solved = bestOrderOf(order, pinned, left);
    if (!solved.ok) return solved;
    const { found } = solved.value;
    const made = inOrder(known, solved.value.order);
    free ??= found;
    if (!('differs' in made))
      return made.ok ? ok({ ...made.value, ...boundOf(found, free), kept: [...kept] }) : made;
    // What would be another beside others keeps its place; in the end all do.
    const stays =
      n < MOST_TRIES && !made.differs.blocks.every((b) => pinned.has(b))
        ? made.differs.blocks
        : own.blocks.map(({ index }) => index);
    kept.add(made.differs.what);
    for (const block of stays) pinned.add(block);
  }
}
/** More often no other order is tried. */
const MOST_TRIES = 5;
/** A build with all that every try goes by. */
interface Known extends Prepared {
  tape: Tape;
  sections: readonly Section[];
  /** in its own order, with what nobody sees in the thread that is on */
  hidden: ReturnType<typeof withHidden>;
}
/** The blocks in an order, as few stops as can be between them. */
function inOrder(known: Known, order: readonly number[]): Made {
  const { plan, sections, build } = known;
  const groups = order.map((block) => [block]);
  const joined = plan.machine.kind === 'one-needle' ? merged(groups, sections, plan, build) : groups;
  const made = taken(known, joined);
  // Blocks that are one now may be read as something else; each by itself they may not.
  return 'differs' in made && joined.length < groups.length ? taken(known, groups) : made;
}
const isAsBefore = (groups: readonly (readonly number[])[]) =>
  groups.every((group, n) => group.length === 1 && group[0] === n);
const rowsOf = (plan: BuildPlan) => threadList({ ...plan, reading: plan.design.reading });

type Made = Result<Omit<Reordered, 'kept' | keyof ReturnType<typeof boundOf>>> | { differs: Differs };
/** @param free where no block keeps its place for what it would be read as: no order has fewer than the bound of that one */
const boundOf = ({ changes, threading, rethreads, optimal }: StopOrder, free: StopOrder) => ({
  least: free.lowerBound,
  isLeast: optimal && changes === free.changes && rethreads === free.rethreads && free.optimal,
  rethreads: threading ? rethreads : null,
});
const figuresOf = (plan: BuildPlan, changes: number): Figures => ({
  changes,
  stops: plan.score.steps.filter((s) => s.kind === 'needle').length - 1,
  seconds: plan.time.item.itemSeconds,
});
/** With what nobody sees in the thread that is on. */
function withHidden(
  task: Planned,
  plan: BuildPlan,
): { build: Build; plan: BuildPlan; before: number; after: number } {
  const rows = rowsOf(plan);
  const { threads, before, after } = hiddenTakeWhatIsOn(rows, task.build, plan.design.reading.blocks.length);
  const isFewer = after < before;
  const build = isFewer ? { ...task.build, threads } : task.build;
  return {
    build,
    plan: isFewer ? planBuild(build, task.own, task.workshop, task.inserted) : plan,
    before,
    after: Math.min(before, after),
  };
}
/** The build on the tape in its new order, if all else is as it was. */
function taken(known: Known, groups: number[][]): Made {
  const { build, own, tape, plan, bare, hidden } = known;
  const figures = (changed: ReturnType<typeof withHidden>) => ({
    build: changed.build,
    before: figuresOf(plan, hidden.before),
    after: figuresOf(changed.plan, changed.after),
  });
  if (isAsBefore(groups)) return ok({ ...figures(hidden), tape: null, groups, moved: [], places: 0 });
  const bytes = writeTape(tapeInOrder(tape, own.blocks, groups));
  const read = readTape(bytes);
  if (!read.ok) return read;
  const id = tapeIdOf(bytes);
  const became = own.blocks.map((_, block) => groups.findIndex((group) => group.includes(block)));
  const laid = laidOn(known, read.value, { tapeId: id, fileName: build.fileName }, became);
  if ('differs' in laid) return laid;
  const after = planBuild(laid.build, laid.own, laid.workshop, laid.inserted);
  const differs = otherThan({ ...plan, plain: bare.plain }, { ...after, plain: laid.bare.plain }, became);
  if (differs) return { differs };
  const order = groups.flat();
  const places = sameOnTop(tape, own.blocks, read.value, order);
  if (!places.ok) return places;
  const came = build.earlier;
  const earlier = {
    tapeId: came?.tapeId ?? build.tapeId,
    fileName: came?.fileName ?? build.fileName,
    blocks: groups.map((group) => (came ? group.flatMap((b) => itemAt(came.blocks, b)) : group)),
  };
  const made = figures(withHidden(laid, after));
  const kept = bestOrder(order.length, order.length, (i, j) => (order[j] === i ? 1 : 0));
  return ok({
    ...made,
    build: { ...made.build, earlier },
    tape: { id, bytes },
    groups,
    moved: kept.flatMap((at, block) => (at === null ? [block] : [])),
    places: places.value,
  });
}

/** Back on the tape that it came on, with all that its maker has said since. @param came reading of that tape */
export function inEarlierOrder(planned: Planned, came: Reading): Build {
  const { build } = planned;
  if (!build.earlier) return build;
  const { blocks, tapeId, fileName } = build.earlier;
  const tape = { tapeId, fileName };
  const laid = layInOrder(prepare(planned), came, tape, blocks);
  // Where hands would do something else there, steps are found by their blocks alone.
  return laid.differs ? layOn(build, came, tape, blocks).build : laid.build;
}

/** More often it is not read again: then every block is told what it is. */
const MOST_READ = 3;
/** Blocks stay what they were read as: beside others a block may be read otherwise, and is told then. */
function laidOn(
  known: Known,
  tape: Tape,
  name: NewTape,
  became: readonly number[],
): (Planned & { bare: Hands }) | { differs: Differs } {
  const { plan, own: before, build, inserted, workshop } = known;
  const trimJumps = plan.numbers['reading.trimJumps'];
  const wanted: RoleOverrides = Object.fromEntries(
    before.blocks.map(({ role }, block) => [itemAt(became, block), role.value]),
  );
  const roles = Object.fromEntries(
    Object.entries(build.roles).map(([block, role]) => [itemAt(became, Number(block)), role]),
  );
  let own = readDesign(tape, { trimJumps, roles });
  for (let n = 0; n < MOST_READ; n++) {
    const isLast = n === MOST_READ - 1;
    const other = own.blocks.filter(({ index, role }) => role.value !== wanted[index]);
    if (!other.length) break;
    for (const { index } of isLast ? own.blocks : other) roles[index] = itemAt(wanted, index);
    own = readDesign(tape, { trimJumps, roles });
  }
  const laid = layInOrder(
    known,
    own,
    name,
    became.map((now) => [now]),
  );
  if (laid.differs) return laid;
  return { build: { ...laid.build, roles }, own, inserted, workshop, bare: laid.bare };
}
