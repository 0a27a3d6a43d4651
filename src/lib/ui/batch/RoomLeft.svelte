<script lang="ts">
  import { resolve } from '$app/paths';
  import { count } from '$lib/core/base';
  import { roomLeft } from '$lib/core/batch';
  import { plan } from './plan.svelte';

  // Hoopings with room in them, and what else would go into it: one hooping less.
  const all = $derived(
    plan.batch ? roomLeft(plan.batch.hoopings, plan.input.demands, plan.workshop.machines) : [],
  );
</script>

{#if all.length}
  <section class="mt-6" aria-label="Room left">
    <h3 class="mb-1 text-xl font-bold">Room left</h3>
    <ul class="divide-y divide-rule border-y border-rule">
      {#each all as { hooping, room, others } (hooping.id)}
        <li class="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
          <span class="min-w-0 flex-1"
            >A hooping of <strong>{hooping.name}</strong> with {count(hooping.items, 'item')} has room for {room}
            more. On the same base, in the same threads:
            {others.map(({ name, items }) => `${name} (${items} to sew)`).join(', ')}.</span
          >
          <a class="btn btn-small no-print" href={resolve(`/hoop?build=${hooping.buildId}`)}
            >Fill it in Hoop</a
          >
        </li>
      {/each}
    </ul>
  </section>
{/if}
