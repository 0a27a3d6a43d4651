<script lang="ts">
  import type { BuildPlan } from '$lib/core/plan';
  import CutList from '../cut/CutList.svelte';
  import ThreadTable from '../cut/ThreadTable.svelte';
  import type { BuildEditor } from '../state/editor.svelte';

  // What to cut for this build, and the thread it takes.
  let { editor, plan }: { editor: BuildEditor; plan: BuildPlan } = $props();
</script>

<CutList
  pieces={plan.cut.pieces}
  scorePieces={plan.score.pieces}
  order={plan.order}
  design={plan.design}
  notions={plan.cut.notions}
  onmaterial={(id, change) => editor.setMaterial(id, change)}
/>
<ThreadTable thread={plan.thread} order={plan.order} />
