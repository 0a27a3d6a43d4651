import { goto } from '$app/navigation';
import { resolve } from '$app/paths';
import type { Build } from '$lib/core/build';
import type { BuildPlan } from '$lib/core/plan';
import { newRun, type RunEvent } from '$lib/core/run';
import { newId } from './ids';
import { keep } from './keeping';
import { known } from './known-run';
import { showProblem } from './notices';
import { readPlan } from './read-build.svelte';
import { workroom } from './workroom.svelte';

/** Begins a hooping of a build as it stands now, and goes to the machine with it. */
export async function beginRun(build: Build): Promise<void> {
  const read = await readPlan(build);
  if (read.ok) await beginRunOf(build, read.value.plan);
  else showProblem(read.problem);
}
/** The same with the plan that is on screen. */
export async function beginRunOf(build: Build, plan: BuildPlan): Promise<void> {
  const now = Date.now();
  const { log } = workroom.store;
  const run = newRun(build, plan, workroom.workshopNow(), {
    id: newId(),
    now,
    madeBefore: await log.madeOf(build.id),
  });
  const started: RunEvent = { type: 'started', at: now };
  const written = await keep(() => log.start(run, started));
  if (!written.ok) return;
  workroom.noteRun(known({ run, events: [started], next: 1 }));
  await goto(resolve('/run/[id]', { id: run.id }));
}
