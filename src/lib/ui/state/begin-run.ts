import { goto } from '$app/navigation';
import { resolve } from '$app/paths';
import type { Build } from '$lib/core/build';
import { showProblem } from './notices';
import { readPlan } from './read-build.svelte';
import { workroom } from './workroom.svelte';

/** Begins a hooping of a build as it stands now, and goes to the machine with it. */
export async function beginRun(build: Build): Promise<void> {
  const read = await readPlan(build);
  if (!read.ok) {
    showProblem(read.problem);
    return;
  }
  const id = await workroom.startRun(build, read.value.plan);
  if (id) await goto(resolve('/run/[id]', { id }));
}
