<script lang="ts">
  import ThreadDot from '../kit/ThreadDot.svelte';
  import { resolve } from '$app/paths';
  import { count } from '$lib/core/base';
  import { threadWords } from '$lib/core/build';
  import type { MachineDay } from '$lib/core/demand';
  import Guard from '../kit/Guard.svelte';
  import NeedlesOfJob from './NeedlesOfJob.svelte';

  // What is made ready at one machine: bobbins for all its builds, then needles build by build.
  let { day }: { day: MachineDay } = $props();
  const { machine, heads, jobs, wind } = $derived(day);
  const many = $derived(machine.kind === 'multi-needle');
  const facts = $derived(
    [many && `${machine.needles} needles`, heads > 1 && `${heads} heads sew one design: thread each alike`]
      .filter(Boolean)
      .join(' · '),
  );
</script>

<section class="mb-7 break-inside-avoid" aria-label="At {machine.name}" data-testid="day-at-machine">
  <h2 class="mb-1 flex flex-wrap items-baseline gap-x-3 text-2xl">
    {machine.name}<span class="label font-sans">{facts}</span>
  </h2>
  <dl class="mb-2 flex flex-wrap gap-x-6 gap-y-1">
    <dt class="label">Full bobbins</dt>
    {#each wind as { thread, count: n, waiting, missing }, place (place)}
      <dd class="flex items-center gap-2">
        {#if thread}<ThreadDot colour={thread.colour} />{/if}<strong>{n}</strong>
        {thread ? threadWords(thread) : 'of bobbin thread'}
        <span class={['label', missing > 0 && 'text-madder']}
          >{waiting ? `${waiting} on the shelf` : 'none wound'}{missing ? `, wind ${missing}` : ''}</span
        >
      </dd>
    {/each}
  </dl>
  <ol class="divide-y divide-rule border-y border-rule">
    {#each jobs as { demand, needles }, n (demand.build.id)}<Guard what="What {demand.build.name} needs" row>
        <li class="grid gap-x-4 gap-y-1 py-2 sm:grid-cols-[16rem_1fr]">
          <span
            ><a
              class="tap font-bold hover:underline"
              href={resolve(`/builds/${demand.build.id}?view=thread` as `/builds/${string}`)}
              >{n + 1} {demand.build.name}</a
            ><span class="label block"
              >{count(demand.order.load, 'item')} in {count(demand.order.hoopings, 'hooping')}</span
            ></span
          >
          {#if many}
            <div>
              <NeedlesOfJob {needles} />
              <p class="label">
                Halts at {demand.sewing.halts.length
                  ? `${demand.sewing.halts.length > 1 ? 'stops' : 'stop'} ${demand.sewing.halts.join(', ')}`
                  : 'no stop: it sews through'}
              </p>
            </div>
          {:else}
            <p class="flex flex-wrap items-center gap-x-4 gap-y-1">
              {#each demand.threads as { name, colour }, place (place)}<span class="flex items-center gap-2"
                  ><ThreadDot {colour} />{name}</span
                >{:else}<span class="text-quiet">no thread is named</span>{/each}
            </p>
          {/if}
        </li></Guard
      >{/each}
  </ol>
</section>
