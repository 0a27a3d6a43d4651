<script lang="ts">
  import { HOOP_WORDS, placeOf, type HandStep } from '$lib/core/score';

  import { capital, formatLength } from '$lib/core/base';
  import Care from '../kit/Care.svelte';
  import { workroom } from '../state/workroom.svelte';

  /** length of the line along which is cut, mm */
  let { step, alongMm }: { step: HandStep; alongMm: number | null } = $props();
</script>

<p class="text-[17px]">{step.text}</p>
<p class="text-quiet">{step.because}</p>
<ul class="flex flex-wrap gap-1.5 text-sm">
  <li class="rounded bg-hands-soft px-2 py-0.5">
    {placeOf(step)}
  </li>
  {#if step.hoop}<li class="rounded bg-hands-soft px-2 py-0.5">
      {HOOP_WORDS[step.hoop]}
    </li>{/if}
  {#if alongMm}<li class="rounded bg-hands-soft px-2 py-0.5">
      {formatLength(alongMm, workroom.unit)} to cut along
    </li>{/if}
  {#each step.tools as tool, place (place)}<li class="rounded border border-rule px-2 py-0.5">
      {tool}
    </li>{/each}
</ul>
{#if step.hoop && step.hoopBecause}<p class="text-sm">
    <strong>{capital(HOOP_WORDS[step.hoop])}:</strong>
    {step.hoopBecause}
  </p>{/if}
<Care cautions={step.cautions} />
