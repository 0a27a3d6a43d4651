<script lang="ts">
  import { count, formatDuration, itemAt } from '$lib/core/base';
  import {
    latenessOf,
    nextOf,
    onHeads,
    plannedCalls,
    stretchesOf,
    workDays,
    type Batch,
  } from '$lib/core/batch';
  import type { Schedule } from '$lib/core/schedule';
  import { workroom } from '../state/workroom.svelte';
  import { personName, plan } from './plan.svelte';
  import LookingOn from './LookingOn.svelte';
  import { dayWords, dueWords, hourWords, orderName, STATE_WORDS, untilWords } from './words';

  // The batch on paper: what is wanted, what is sewn where when, who does what on which day, and what the next person must know.
  let { batch, schedule }: { batch: Batch; schedule: Schedule } = $props();
  const at = $derived((s: number) => batch.now + 1000 * s);
  const late = $derived(latenessOf(batch, schedule));
  const calls = $derived(plannedCalls(batch, schedule.tasks));
  const lines = $derived(plan.open.filter(({ done, line }) => done < line.quantity));
  const buildName = (id: string) => workroom.builds.find((b) => b.id === id)?.name ?? '';
  const bars = $derived(onHeads(batch, calls));
  const dayOf = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
  const days = $derived(workDays(stretchesOf(calls), batch.now));
  const ON_A_PAGE = 60;
  const linesOf = (of: typeof days) => of.reduce((sum, { stretches }) => sum + stretches.length, 0);
  // The last two days stay together: a last page of one line is a page wasted.
  const dayBlocks = $derived([...days.slice(0, -2).map((day) => [day]), days.slice(-2)]);
  const next = $derived(nextOf(batch, schedule, 0));
  const underWay = $derived(batch.hoopings.filter(({ runId }) => runId !== null));
  /** what was noted last, behind a space */
  const noteOf = (logged: ReturnType<typeof runOf>) => {
    const last = logged?.state.notes.at(-1);
    return last ? ` “${last.text}”` : '';
  };
  const runOf = (id: string | null) => workroom.log.all.find(({ run }) => run.id === id);
</script>

<h1 class="text-2xl">{workroom.workshop.name}: batch</h1>
<p class="mb-3">
  Planned {dayWords(batch.now)}. All done <strong>{dayWords(at(schedule.finishS))}</strong>{#if late.count}, {count(
      late.count,
      'hooping',
    )} late{/if}.
</p>

<section class="mb-4 break-inside-avoid">
  <h2 class="mb-1 text-lg">What is wanted</h2>
  <table class="w-full text-left">
    <thead class="label"
      ><tr
        >{#each ['For', 'Build', 'Due', 'State'] as title (title)}<th class="font-normal" scope="col"
            >{title}</th
          >{/each}<th class="text-right font-normal" scope="col">Done</th></tr
      ></thead
    >
    <tbody class="divide-y divide-rule border-y border-rule">
      {#each lines as { order, line, done, state }, n (n)}
        <tr>
          <td>{orderName(order)}</td>
          <td>{buildName(line.buildId)}</td>
          <td>{line.due ? dueWords(line.due) : ''}</td>
          <td>{STATE_WORDS[state]}</td>
          <td class="text-right">{done} of {line.quantity}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</section>

<section class="mb-4 break-inside-avoid" aria-label="Hand-over">
  <h2 class="mb-1 text-lg">For whoever goes on</h2>
  <ul class="list-disc pl-5">
    {#each underWay as { id, name, runId } (id)}
      {@const logged = runOf(runId)}
      {@const step = logged && logged.run.score.steps[logged.state.index]}
      <li>
        <strong>{name}</strong> is under way{logged?.run.machine ? ` on ${logged.run.machine.name}` : ''}{step
          ? `; next: ${step.title}`
          : ''}.{noteOf(logged)}
      </li>
    {/each}
    {#each next.waits as w, n (n)}<li>{w.name}: {w.title}, until {dayWords(at(w.endS))}.</li>{/each}
    {#each next.people as { id, call } (id)}{#if call}<li>
          {personName(id)} next: {call.name}, {call.title} ({dayWords(at(call.startS))}{call.headId
            ? `, ${call.headId}`
            : ''}).
        </li>{/if}{/each}
  </ul>
</section>

<section class="mb-4">
  <h2 class="mb-1 text-lg">What is sewn where</h2>
  {#each batch.heads as { id } (id)}
    {@const own = bars.filter(({ headId }) => headId === id)}
    {#if own.length}
      <h3 class="mt-2 font-bold">{id}</h3>
      <table class="w-full text-left">
        <tbody class="divide-y divide-rule border-y border-rule">
          {#each own as { hooping, fromS, toS } (hooping.id)}
            <tr class="break-inside-avoid align-top">
              <td class="w-36">{dayWords(at(fromS))}</td>
              <td class="w-40">to {untilWords(at(fromS), at(toS))}</td>
              <td
                >{hooping.name}, {count(hooping.items, 'item')}{#if hooping.names.length}: {hooping.names.join(
                    ', ',
                  )}{/if}</td
              >
              <td class="text-right">{hooping.due ? `due ${dueWords(hooping.due)}` : ''}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  {/each}
</section>

<section>
  <h2 class="mb-1 text-lg">Who does what</h2>
  <LookingOn />
  {#each dayBlocks as block, n (n)}
    <div class={linesOf(block) <= ON_A_PAGE ? 'break-inside-avoid' : ''}>
      {#each block as { personId, day, stretches }, n (n)}
        <h3 class="mt-2 break-after-avoid font-bold">{personName(personId)}, {dayOf.format(day)}</h3>
        <ul class="columns-2 gap-6">
          {#each stretches as s, n (n)}
            <li class="break-inside-avoid">
              <span class="inline-block w-12">{hourWords(at(s.startS))}</span>
              {s.name}: {s.calls.length === 1 ? itemAt(s.calls, 0).title : count(s.calls.length, 'call')}, {formatDuration(
                s.endS - s.startS,
              )}
            </li>
          {/each}
        </ul>
      {/each}
    </div>
  {/each}
</section>
