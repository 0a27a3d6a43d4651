<script lang="ts">
  import type { Snippet } from 'svelte';
  import { report } from '../state/or-fault';

  // What cannot be shown is one sentence in its place: the rest of the page stays, nothing that is stored is touched.
  interface Props {
    /** what it is, as the maker calls it: “The score of Tail tab” */
    what: string;
    /** a row among others: one line, no heading */
    row?: boolean;
    /** a row of a table */
    table?: boolean;
    /** ways back beside trying again, as taking the last change back */
    ways?: readonly { name: string; run: () => void }[];
    children: Snippet;
  }
  let { what, table = false, row = table, ways = [], children }: Props = $props();
</script>

<svelte:boundary onerror={(error) => report(error, what)}>
  {@render children()}
  {#snippet failed(_error, again)}
    {#if table}<tr><td colspan="99">{@render words(again)}</td></tr>{:else}{@render words(again)}{/if}
  {/snippet}
</svelte:boundary>

{#snippet words(again: () => void)}
  <div
    class={['border-l-4 border-madder bg-madder-soft', row ? 'px-3 py-1 text-sm' : 'm-4 max-w-2xl p-4']}
    role="alert"
    data-testid="fault"
  >
    <p class={row ? 'inline' : 'mb-1 font-display text-xl'}>{what} cannot be shown just now.</p>
    <p class={row ? 'inline' : 'mb-3'}>What is stored is untouched.</p>
    <span class="inline-flex flex-wrap gap-2">
      {#each ways as way, place (place)}
        <button type="button" class="btn btn-small" onclick={() => (way.run(), again())}>{way.name}</button>
      {/each}
      <button type="button" class="btn btn-small" onclick={again}>Try again</button>
    </span>
  </div>
{/snippet}
