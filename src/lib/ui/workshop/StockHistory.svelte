<script lang="ts">
  import Fold from '../kit/Fold.svelte';
  import type { Movement, StockChange } from '$lib/core/stock';
  import { count, formatLength, formatSize } from '$lib/core/base';
  import { workroom } from '../state/workroom.svelte';

  // What left the shelf and what came onto it, newest first; each can be undone.
  const SHOWN = 30;
  let all = $state(false);
  const list = $derived(all ? workroom.movements : workroom.movements.slice(0, SHOWN));
  const NAMES: Record<Movement['kind'], string> = {
    cut: 'Cut',
    'put back': 'Put back',
    added: 'Put on the shelf',
    removed: 'Taken off the shelf',
    corrected: 'Corrected',
  };
  const when = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  const told = ({ item, by, amount }: StockChange) => {
    const sign = amount < 0 ? '−' : '+';
    const much = by === 'length' ? formatLength(Math.abs(amount), workroom.unit) : String(Math.abs(amount));
    const size = item.form === 'offcut' ? ` ${formatSize(item.widthMm, item.heightMm, workroom.unit)}` : '';
    return `${sign}${much}${by === 'count' ? ' ×' : ' of'} ${item.name}${size}`;
  };
</script>

<Fold class="mt-4" testid="stock-history"
  >{#snippet title()}<span class="flex min-h-10 items-center gap-2 font-bold"
      >What left and what came <span class="label font-normal"
        >{count(workroom.movements.length, 'movement')}</span
      ></span
    >{/snippet}
  <ul class="divide-y divide-rule text-sm">
    {#each list as m (m.id)}
      <li class={['flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5', m.undone && 'text-quiet']}>
        <span class="label w-36">{when.format(m.at)}</span>
        <strong class="w-36">{NAMES[m.kind]}</strong>
        <span class="flex-1">{m.what} <span class="label">{m.changes.map(told).join('; ')}</span></span>
        {#if m.kind !== 'put back'}
          {#if m.undone}<span class="label">undone</span>{:else}<button
              type="button"
              class="btn btn-small"
              onclick={() => workroom.undoMovement(m.id)}>Undo</button
            >{/if}
        {/if}
      </li>
    {:else}
      <li class="py-2 text-quiet">Nothing has moved yet.</li>
    {/each}
  </ul>
  {#if workroom.movements.length > SHOWN && !all}<button
      type="button"
      class="btn btn-small mt-2"
      onclick={() => (all = true)}>Show all</button
    >{/if}
</Fold>
