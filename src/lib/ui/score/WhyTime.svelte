<script lang="ts">
  import type { StepTime } from '$lib/core/time';
  import { formatDuration } from '$lib/core/base';
  import Fold from '../kit/Fold.svelte';
  import Part from '../kit/Part.svelte';

  // A time, and behind it the sum that it comes from.
  let { time, isShared = false }: { time: StepTime; isShared?: boolean } = $props();
</script>

<Fold class="text-sm" testid="why-time">
  {#snippet title()}<strong>{formatDuration(time.seconds)}</strong>
    <span class="text-needle underline">why?</span>{/snippet}
  <Part load={() => import('./TimeTerms.svelte')}>
    {#snippet children({ default: TimeTerms })}<TimeTerms {time} {isShared} />{/snippet}
  </Part>
</Fold>
