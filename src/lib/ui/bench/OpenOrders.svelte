<script lang="ts">
  import { resolve } from '$app/paths';
  import { count } from '$lib/core/base';
  import type { OpenOrder } from '$lib/core/batch';
  import { orderName } from '../batch/words';
  import { dueOn, isPast } from '../builds/due';
  import ItemPicture from './ItemPicture.svelte';
  import Guard from '../kit/Guard.svelte';
  import { workroom } from '../state/workroom.svelte';

  // What is wanted, order by order, and how far each has come.
  let { orders }: { orders: readonly OpenOrder[] } = $props();
  /** runs that are not read yet may have made more of it */
  const isSure = ({ createdAt }: OpenOrder['order']) =>
    !workroom.log.olderCount || (workroom.log.all.at(-1)?.run.createdAt ?? Infinity) < createdAt;
  const now = Date.now();
</script>

{#each orders as { order, sums, lines } (order.id)}
  <Guard what="The order of {orderName(order)}" row>
    <section class="mb-6" aria-label="Order of {orderName(order)}">
      <h3 class="flex flex-wrap items-baseline gap-x-4 border-b border-rule pb-1">
        <strong class="text-lg">{orderName(order)}</strong>
        <span class="text-quiet"
          >{isSure(order) ? '' : 'at least '}{sums.done} of {count(sums.wanted, 'item')} done{sums.inWork
            ? `, ${sums.inWork} in work`
            : ''}</span
        >
        {#if sums.due}<span class={['ml-auto', isPast(sums.due, now) && 'font-bold text-madder']}
            >{dueOn(sums.due)}</span
          >{/if}
      </h3>
      <ul class="divide-y divide-rule">
        {#each lines as { line, done } (line.id)}
          {@const build = workroom.builds.find(({ id }) => id === line.buildId)}
          {#if build}
            <li>
              <a
                class="grid min-h-12 grid-cols-[2.75rem_minmax(0,1fr)_auto] items-center gap-x-4 px-2 py-1 hover:bg-paper sm:grid-cols-[2.75rem_minmax(0,1fr)_8rem_5.5rem]"
                href={resolve('/builds/[id]', { id: build.id })}
              >
                <ItemPicture {build} size={44} />
                <strong class={['truncate', done >= line.quantity && 'font-normal text-quiet']}
                  >{build.name}</strong
                >
                <progress
                  class="hidden h-2 w-full sm:block"
                  max={line.quantity}
                  value={Math.min(done, line.quantity)}
                  aria-label="{build.name}: {done} of {line.quantity} done"
                ></progress>
                <span class="text-right {done >= line.quantity ? 'text-quiet' : ''}"
                  >{done >= line.quantity ? 'done' : `${done} of ${line.quantity}`}</span
                >
              </a>
            </li>
          {/if}
        {/each}
      </ul>
    </section>
  </Guard>
{/each}
