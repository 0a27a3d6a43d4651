<script lang="ts">
  import ThreadDot from '../kit/ThreadDot.svelte';
  import { resolve } from '$app/paths';
  import { count } from '$lib/core/base';
  import { daysOf, demandsOf, onDay, readyByHooping, shortages } from '$lib/core/batch';
  import { prepareDay } from '$lib/core/demand';
  import { waitingBobbins } from '$lib/core/log';
  import { followBatch, plan } from '../batch/plan.svelte';
  import { dayWords, hourWords } from '../batch/words';
  import { cutting } from '../cut/cutting.svelte';
  import Check from '../kit/Check.svelte';
  import Guard from '../kit/Guard.svelte';
  import Select from '../kit/Select.svelte';
  import { workroom } from '../state/workroom.svelte';
  import LookingOn from '../batch/LookingOn.svelte';
  import DayAtMachine from './DayAtMachine.svelte';
  import DayThreads from './DayThreads.svelte';

  // A day of the plan: what lies ready for each hooping, in the order in which they are begun, and what will be short from when on.
  followBatch();
  const now = $derived(plan.batch?.now ?? 0);
  const demands = $derived(plan.demands.all);
  const ready = $derived(
    plan.batch && plan.schedule ? readyByHooping(plan.batch, plan.schedule, demands, workroom.unit) : null,
  );
  const days = $derived(daysOf(ready ?? [], now));
  let asked = $state<number | null>(null);
  const day = $derived(asked !== null && days.includes(asked) ? asked : (days[0] ?? 0));
  const own = $derived(onDay(ready ?? [], day, now));
  const short = $derived(
    plan.batch && plan.schedule
      ? shortages(plan.batch, plan.schedule, demands, workroom.workshop, cutting.already)
      : [],
  );
  const machines = $derived(
    prepareDay(
      demandsOf(own, demands),
      workroom.workshop,
      waitingBobbins(workroom.workshop, workroom.log.all),
    ),
  );
  const dayName = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
</script>

{#if plan.problem}
  <p class="border-l-4 border-madder bg-madder-soft px-3 py-2" role="alert">
    {plan.problem.message}
    {plan.problem.next}
  </p>
{:else if !ready}
  {#if plan.isReady && !plan.searching && plan.batch?.hoopings.length === 0}
    <p class="text-quiet">Nothing is left to plan: all that is wanted is done.</p>
  {:else}<p class="text-quiet" role="status">Working out what is begun when …</p>{/if}
{:else if !days.length}
  <p class="text-quiet">
    Nothing more is begun: what is under way has what it needs. <a
      class="text-needle underline"
      href={resolve('/batch?view=plan')}>The plan</a
    >
  </p>
{:else}
  <div class="mb-5 flex flex-wrap items-center gap-3">
    <Select
      class="no-print min-h-11"
      label="Day"
      value={String(day)}
      options={days.map((d) => [String(d), dayName.format(d)] as const)}
      onchange={(d) => (asked = Number(d))}
    />
    <strong class="hidden print:inline">{dayName.format(day)}</strong>
    <span class="label">{count(own.length, 'hooping')} begun that day</span>
    <LookingOn />
  </div>
  {#if short.length}
    <section class="mb-7 break-inside-avoid" aria-label="What is short">
      <h2 class="mb-1 text-2xl">What is short</h2>
      <ul class="divide-y divide-rule border-y border-rule">
        {#each short as { what, colour, needed, has, name, startS }, n (n)}
          <li class="grid items-baseline gap-x-4 py-1.5 sm:grid-cols-[14rem_18rem_1fr]">
            <strong class="flex items-center gap-2"
              >{#if colour}<ThreadDot {colour} />{/if}{what}</strong
            >
            <span>{needed} in all, {has} on the shelf</span>
            <span class="text-madder">needed by {dayWords(now + 1000 * startS)}, for {name}</span>
          </li>
        {/each}
      </ul>
      <p class="label mt-1">
        Cloth by its area alone: what is cut leaves something over, so look in Cut whether the pieces lie on
        it. <a class="no-print underline" href={resolve('/cut')}>To Cut</a>
      </p>
    </section>
  {/if}
  {#each machines.machines as at (at.machine.id)}<DayAtMachine day={at} />{/each}
  {#if machines.threads.length}<DayThreads threads={machines.threads} />{/if}
  <section aria-label="Hooping by hooping">
    <h2 class="mb-1 text-2xl">Hooping by hooping</h2>
    <ol class="divide-y divide-rule border-y border-rule">
      {#each own as { hooping, startS, headId, lines } (hooping.id)}<Guard
          what="What {hooping.name} needs"
          row
        >
          <li class="break-inside-avoid py-2" data-testid="ready-hooping">
            <p class="flex flex-wrap items-baseline gap-x-4">
              <strong>{hourWords(now + 1000 * startS)}</strong>
              <span>{headId ?? ''}</span>
              <strong>{hooping.name}, {count(hooping.items, 'item')}</strong>
              {#if hooping.names.length}<span class="text-quiet">{hooping.names.join(', ')}</span>{/if}
              <span class="label ml-auto">{cutting.readyWords(lines)}</span>
            </p>
            <ul class="columns-1 gap-8 sm:columns-2 xl:columns-3">
              {#each lines as { id, text, colour } (id)}
                <li class="break-inside-avoid">
                  <Check
                    class={['min-h-8', cutting.ticks.includes(id) && 'text-quiet line-through']}
                    checked={cutting.ticks.includes(id)}
                    onchange={(on) => cutting.tick(id, on)}
                    >{#if colour}<span class="mr-1.5"><ThreadDot {colour} /></span>{/if}{text}</Check
                  >
                </li>
              {/each}
            </ul>
          </li></Guard
        >{/each}
    </ol>
  </section>
{/if}
