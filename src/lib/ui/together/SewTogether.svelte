<script lang="ts">
  import Play from '@lucide/svelte/icons/play';
  import { formatDuration, formatSize } from '$lib/core/base';
  import { hoopedPieces, secondsTogether } from '$lib/core/together';
  import type { SharedHooping } from '$lib/core/workshop';
  import OneTape from '../hoop/OneTape.svelte';
  import { beginTogether } from '../state/begin-run';
  import type { Together } from '../state/together.svelte';
  import { workroom } from '../state/workroom.svelte';

  // What is hooped once for all of them, how long it takes, and its runs.
  let { together, hooping }: { together: Together; hooping: SharedHooping } = $props();
  const [first] = $derived(together.planned);
  const base = $derived(first ? hoopedPieces(first) : []);
  const seconds = $derived(secondsTogether(together.planned));
  const parts = $derived(together.taped());
  const isTyped = $derived(together.planned.some(({ build }) => build.typed));
</script>

<section class="flex flex-col gap-2 border-t border-rule pt-3" aria-label="To be sewn">
  {#each base as { name, width, height, layers }, n (n)}
    <p>
      Hooped once for all: {name.toLowerCase()}
      {formatSize(width.cutMm, height.cutMm, workroom.unit)}{layers > 1 ? `, ${layers} layers` : ''}.
    </p>
  {/each}
  <p>{formatDuration(seconds)} at machine and table together.</p>
  <button type="button" class="btn btn-strong" onclick={() => void beginTogether(hooping, 0)}
    ><Play size={16} />Sew this hooping</button
  >
  <p class="label">
    Each build is a run of its own, in this order; only the first hoops up and only the last takes the hoop
    off.
  </p>
  {#if !isTyped && together.items.length > 1}<OneTape {parts} name={hooping.name} />{/if}
</section>
