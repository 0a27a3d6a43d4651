import { goto } from '$app/navigation';
import { resolve } from '$app/paths';
import type { Build } from '$lib/core/build';
import type { BuildPlan } from '$lib/core/plan';
import { sewingNext } from '$lib/core/thing';
import { newRun, type RunEvent, type RunRecord } from '$lib/core/run';
import type { SharedHooping } from '$lib/core/workshop';
import { newId } from './ids';
import { keep } from './keeping';
import { known } from './known-run';
import { showProblem } from './notices';
import { readPlan } from './read-plan';
import { readTogether } from './read-together';
import { workroom } from './workroom.svelte';

/**
 * Begins a hooping of a build as it stands now, and goes to the machine with it: of a thing with several sewings the one that
 * comes next.
 */
export async function beginRun(build: Build): Promise<void> {
  const made = await workroom.store.log.madeOf(build.id);
  const read = await readPlan(build, sewingNext(build, made));
  if (read.ok) await begin(build, read.value.plan, made);
  else showProblem(read.problem);
}
/** A build of a shared hooping; the first is hooped up, each other comes into the same base. */
export async function beginTogether(hooping: SharedHooping, at: number): Promise<void> {
  const read = await readTogether(hooping, at);
  if (!read.ok) return showProblem(read.problem);
  const after = workroom.builds.find((b) => b.id === hooping.parts[at + 1]?.id);
  const made = await workroom.store.log.madeOf(read.value.build.id);
  await begin(read.value.build, read.value.plan, made, {
    id: hooping.id,
    name: hooping.name,
    next: after ? { id: after.id, name: after.name } : null,
  });
}
/** The build that comes into the hoop next, as the hooping is now. */
export async function beginNext({ together }: Pick<RunRecord, 'together'>): Promise<void> {
  const hooping = workroom.workshop.hoopings.find((h) => h.id === together?.id);
  const at = hooping?.parts.findIndex(({ id }) => id === together?.next?.id) ?? -1;
  if (hooping && at >= 0) return beginTogether(hooping, at);
  showProblem({
    code: 'no-hooping',
    message: `${together?.name ?? 'The hooping'} no longer has ${together?.next?.name ?? 'this build'} in it; nothing was begun.`,
    next: 'Look at it at the Hoop, and begin the run from there.',
  });
}
async function begin(
  build: Build,
  plan: BuildPlan,
  madeBefore: number,
  together: RunRecord['together'] = null,
): Promise<void> {
  const now = Date.now();
  const { log } = workroom.store;
  const run = newRun(build, plan, workroom.workshop, {
    id: newId(),
    now,
    madeBefore,
    together,
  });
  const started: RunEvent = { type: 'started', at: now };
  const written = await keep(() => log.start(run, started));
  if (!written.ok) return;
  workroom.log.note(known({ run, events: [started], next: 1 }));
  await goto(resolve('/run/[id]', { id: run.id }));
}
