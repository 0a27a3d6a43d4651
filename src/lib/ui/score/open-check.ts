import type { BuildEditor } from '../state/editor.svelte';
import { needleSecondsOf } from '../state/needle-seconds';
import { PlanCheck } from '../state/plan-check.svelte';
import { workroom } from '../state/workroom.svelte';

/** The check of what is open in an editor. */
export const openCheck = (editor: BuildEditor): PlanCheck =>
  new PlanCheck({
    build: () => editor.build,
    plan: () => editor.plan,
    workshop: () => workroom.workshop,
    needleSeconds: needleSecondsOf,
  });
