<script lang="ts">
  import Shapes from '@lucide/svelte/icons/shapes';
  import { count } from '$lib/core/base';
  import Select from '../kit/Select.svelte';
  import { TURN_OPTIONS } from '../hoop/turn-options';
  import type { Arranging } from '../state/arranging.svelte';
  import type { Together } from '../state/together.svelte';

  // Places found by outlines, for what lies there or for all that is still to be made.
  let { together, search }: { together: Together; search: Arranging } = $props();
</script>

<div class="flex flex-col gap-2 border-t border-rule pt-3">
  <label class="flex items-center gap-2"
    ><span class="label">May be turned</span><Select
      value={together.mayTurn}
      options={TURN_OPTIONS}
      onchange={(turns) => (together.mayTurn = turns)}
    /></label
  >
  {#if search.working}
    <p class="label" role="status">
      Looking for places: {count(search.found?.placements.length ?? 0, 'item')} so far …
    </p>
    <div class="flex gap-2">
      <button type="button" class="btn" onclick={() => search.enough()}>That will do</button>
      <button type="button" class="btn" onclick={() => search.stop()}>Leave it as it was</button>
    </div>
  {:else}
    <button type="button" class="btn" onclick={() => void together.layBest()}
      ><Shapes size={16} />Lay them best</button
    >
    <button
      type="button"
      class="btn"
      title="As many of each as its order still waits for, as far as there is room"
      onclick={() => void together.fill()}>Fill up with what is to be made</button
    >
  {/if}
</div>
