<script lang="ts">
  import { count } from '$lib/core/base';
  import Guard from '../kit/Guard.svelte';
  import { cutting } from './cutting.svelte';
  import CuttingOrder from './CuttingOrder.svelte';
  import GroupLayout from './GroupLayout.svelte';
  import MaterialIndex from './MaterialIndex.svelte';

  // All materials that are laid out: how their pieces lie, or the cuts in their order.
  let { show }: { show: 'layout' | 'order' } = $props();
</script>

{#if cutting.status === 'idle' && cutting.laid.length && (cutting.outdated || cutting.missing)}
  <p class="mb-3 border-l-4 border-hands bg-hands-soft px-3 py-1">
    {cutting.outdated
      ? 'Something changed since this was laid out: lay it out again.'
      : `${count(cutting.missing, 'material')} not laid out yet.`}
  </p>
{/if}
{#if show === 'layout' && cutting.laid.length > 1}<MaterialIndex />{/if}
{#each cutting.laid as laid (laid.id)}
  <Guard what={laid.group.name} row
    >{#if show === 'layout'}<GroupLayout {laid} />{:else}<CuttingOrder {laid} />{/if}</Guard
  >
{:else}
  <p class="text-quiet">Nothing is laid out yet: press Lay it out.</p>
{/each}
