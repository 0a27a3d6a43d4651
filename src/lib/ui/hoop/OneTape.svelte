<script lang="ts">
  import { count } from '$lib/core/base';
  import Fold from '../kit/Fold.svelte';
  import Part from '../kit/Part.svelte';
  import { itemsOf, type SewnPart } from './one-tape';

  // All items of the hooping as one file, for a machine that is given one.
  interface Props {
    parts: readonly SewnPart[];
    name: string;
  }
  let { parts, name }: Props = $props();
  const items = $derived(itemsOf(parts));
</script>

<Fold class="border-t border-rule pt-1" testid="one-tape"
  >{#snippet title()}<span class="flex min-h-10 items-center font-bold"
      >{items > 1 ? `One tape of all ${count(items, 'item')}` : 'One tape of all positions'}</span
    >{/snippet}
  <Part load={() => import('./OneTapeOrders.svelte')}
    >{#snippet children({ default: OneTapeOrders })}<OneTapeOrders {parts} {name} />{/snippet}</Part
  >
</Fold>
