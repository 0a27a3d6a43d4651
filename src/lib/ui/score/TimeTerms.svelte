<script lang="ts">
  import { numberDef } from '$lib/core/number-words';
  import type { StepTime } from '$lib/core/time';
  import NumberInPlace from '../kit/NumberInPlace.svelte';

  // The sum behind a time; each figure of it can be changed where it stands. Shared: several items lie in one hooping.
  let { time, isShared = false }: { time: StepTime; isShared?: boolean } = $props();
</script>

<table class="w-full">
  <tbody>
    {#each time.terms as term, place (place)}
      <tr class="align-top"
        ><td class="py-0.5 pr-2">
          {term.label}{isShared && (time.perHooping || term.once) ? ' (once for the hooping)' : ''}
          {#if term.number}<span class="label block">{numberDef(term.number).because}</span>{/if}</td
        ><td class="py-0.5 pr-2 text-right"
          >{#if term.number}<NumberInPlace id={term.number} />{/if}</td
        ><td class="py-0.5 text-right whitespace-nowrap">{term.seconds.toFixed(1)} s</td></tr
      >
    {/each}
    <tr class="border-t border-rule font-bold"
      ><td class="py-0.5" colspan="2">together</td><td class="text-right">{time.seconds.toFixed(1)} s</td></tr
    >
  </tbody>
</table>
