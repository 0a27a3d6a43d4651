import { itemAt } from '../base';
import { threadWords, UNNAMED, type Build } from '../build';
import type { BuildPlan } from '../plan';
import type { Step } from '../score';
import { planNeedles, threadList } from '../thread';
import { freeOf, hoopingSeconds } from '../time';
import type { Machine, Workshop } from '../workshop';
import { sewnSteps } from './hooping';
import type { RunRecord } from './record';

const NO_THREAD = { ...UNNAMED, name: 'thread', metallic: false };

/** A run of one hooping as it is begun. */
export function newRun(
  build: Build,
  plan: BuildPlan,
  workshop: Workshop,
  {
    id: runId,
    now,
    madeBefore,
    together = null,
  }: { id: string; now: number; madeBefore: number; together?: RunRecord['together'] },
): RunRecord {
  const items = Math.max(1, build.order.repeats);
  const all = Object.entries(plan.time.steps);
  const machine = workshop.machines.find((m) => m.id === plan.machine.id) ?? plan.machine;
  return {
    id: runId,
    buildId: build.id,
    buildName: build.name,
    tapeId: build.tapeId,
    createdAt: now,
    buildVersion: build.changedAt,
    machine: {
      id: machine.id,
      name: machine.name,
      kind: machine.kind,
      speed: machine.speed,
      speedShare: machine.speedShare,
      startSeconds: machine.startSeconds,
    },
    numbers: workshop.numbers,
    hoop: plan.hooping.hoop.name,
    items,
    inTape: plan.order.inTape,
    repeats: plan.hooping.repeats,
    together,
    centres: centresOf(plan),
    needles: machine.kind === 'one-needle' ? {} : needlesOf(plan, machine, workshop),
    madeBefore,
    score: plan.score,
    planned: Object.fromEntries(all.map(([step, t]) => [step, hoopingSeconds(t, items)])),
    free: Object.fromEntries(
      plan.score.steps.map((s) => [
        s.id,
        s.kind === 'needle'
          ? freeOf(s, hoopingSeconds(itemAt(plan.time.steps, s.id), items), plan.numbers)
          : 0,
      ]),
    ),
    waits: Object.fromEntries(all.flatMap(([step, t]) => (t.waitSeconds ? [[step, t.waitSeconds]] : []))),
    terms: Object.fromEntries(
      all.map(([step, t]) => {
        const byNumber: Record<string, number> = {};
        for (const term of t.terms) {
          const number = term.number ?? 'stitching';
          byNumber[number] = (byNumber[number] ?? 0) + hoopingSeconds({ ...t, terms: [term] }, items);
        }
        return [step, byNumber];
      }),
    ),
    blocks: plan.score.steps.reduce<RunRecord['blocks']>(
      (blocks, step) => {
        if (step.kind === 'needle') blocks[step.block] = blockOf(step, plan);
        return blocks;
      },
      plan.design.reading.blocks.map(() => ({ ...EMPTY_BLOCK, thread: NO_THREAD })),
    ),
    pieces: plan.cut.pieces.map((p) => ({
      id: p.id,
      name: p.name,
      material: p.material,
      colour: p.colour,
      widthMm: p.width.cutMm,
      heightMm: p.height.cutMm,
    })),
    bobbinHoldsM: plan.thread.bobbinHoldsM,
    bobbinSwaps: [...new Set(plan.thread.bobbins.swaps.map((s) => s.stepId))],
  };
}
const needlesOf = (plan: BuildPlan, machine: Machine, { threads }: Workshop): RunRecord['needles'] =>
  Object.fromEntries(
    planNeedles(threadList({ ...plan, reading: plan.design.reading }), machine, threads).needleOf,
  );
/** By needle step, where the hoop hangs. */
export function centresOf({
  score,
  hooping: { over },
}: Pick<BuildPlan, 'score' | 'hooping'>): Record<string, number> {
  if (!over) return {};
  return Object.fromEntries(
    sewnSteps({ score }).flatMap((step, n) => {
      const at = over.at[n];
      return at == null ? [] : [[step.id, itemAt(over.centres, at)]];
    }),
  );
}
const EMPTY_BLOCK = {
  stitches: 0,
  stitchSeconds: 0,
  starts: 0,
  floats: 0,
  openMm: 0,
  meanStitchMm: 0,
  topM: 0,
  bobbinM: 0,
};

function blockOf(step: Extract<Step, { kind: 'needle' }>, plan: BuildPlan) {
  const block = itemAt(plan.design.reading.blocks, step.block);
  const time = itemAt(plan.time.steps, step.id);
  const thread = step.thread ?? plan.threads[step.block];
  return {
    stitches: block.stitches,
    stitchSeconds: time.terms.find((t) => !t.number)?.seconds ?? 0,
    starts: 1 + block.trims,
    floats: block.floats,
    openMm: block.openings.reduce((sum, o) => sum + o.lengthMm, 0),
    meanStitchMm: block.stitches ? block.sewnLengthMm / block.stitches : 0,
    thread: thread
      ? { name: threadWords(thread), colour: thread.colour, metallic: thread.metallic ?? false }
      : NO_THREAD,
    topM: plan.thread.steps[step.id]?.topM ?? 0,
    bobbinM: plan.thread.steps[step.id]?.bobbinM ?? 0,
  };
}
