<script lang="ts">
  import Fold from '../kit/Fold.svelte';
  import Check from '../kit/Check.svelte';
  import {
    fitFigures,
    isNews,
    sureness,
    takeFigures,
    undoFigures,
    type Suggestion,
  } from '$lib/core/calibration';
  import { count } from '$lib/core/base';
  import { newId } from '../state/ids';
  import { workroom } from '../state/workroom.svelte';

  // What the log says of this workroom's own figures: old beside new, taken or not, and the way back.
  const all = $derived(fitFigures(workroom.log.all, workroom.workshop));
  const news = $derived(all.filter(isNews).sort((a, b) => b.observations - a.observations));
  // What is sure is ticked beforehand; all else is the maker's to believe.
  let said = $state.raw<Readonly<Record<string, boolean>>>({});
  const isTaken = (s: Suggestion) => said[s.key] ?? sureness(s) === 'sure';
  const chosen = $derived(news.filter(isTaken));
  const figure = (v: number | null) => (v === null ? 'as the table' : String(Number(v.toPrecision(3))));
  const day = new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
  const take = () => workroom.saveWorkshop((w) => takeFigures(w, chosen, { id: newId(), at: Date.now() }));
  const goBack = (id: string) => workroom.saveWorkshop((w) => undoFigures(w, id));
</script>

<section class="flex flex-col gap-4" data-testid="corrections">
  <p class="max-w-3xl">
    {#if !all.length}
      The log says nothing yet: after the first runs it shows here where your hands and machines differ from
      the table.
    {:else if !news.length}
      The plans already use what your log says. {count(all.length, 'figure')} looked at.
    {:else}
      Your log would set {count(news.length, 'figure')} otherwise. What is sure is ticked; take what else you believe.
      Plans follow at once, and it can be undone.
    {/if}
  </p>
  {#if news.length}
    <table class="w-full text-left max-sm:block">
      <thead class="label border-b border-rule max-sm:hidden">
        <tr>
          <th class="w-10 py-1 font-normal" scope="col"><span class="sr-only">Take</span></th>
          <th class="font-normal" scope="col">Figure</th>
          <th class="text-right font-normal" scope="col">Now</th>
          <th class="text-right font-normal" scope="col">Your log</th>
          <th class="pl-2 font-normal" scope="col"><span class="sr-only">Unit</span></th>
          <th class="hidden text-right font-normal sm:table-cell" scope="col">Nine in ten between</th>
          <th class="pl-6 font-normal" scope="col">Rests on</th>
        </tr>
      </thead>
      <tbody class="divide-y divide-rule max-sm:block">
        {#each news as s (s.key)}
          <!-- On a phone a figure is a card: its name, then what it is and would be, then what that rests on. -->
          <tr
            class="max-sm:grid max-sm:grid-cols-[2.75rem_auto_auto_1fr] max-sm:items-baseline max-sm:gap-x-3 max-sm:py-2"
          >
            <td class="py-1.5 max-sm:row-span-3"
              ><Check
                checked={isTaken(s)}
                onchange={(on) => (said = { ...said, [s.key]: on })}
                label="Take {s.label}"
                large
              /></td
            >
            <td class="max-sm:col-span-3">{s.label}<span class="label block max-w-96">{s.because}</span></td>
            <td class="text-right text-quiet"><span class="sm:hidden">now&nbsp;</span>{figure(s.from)}</td>
            <td class="text-right font-bold"
              ><span class="font-normal text-quiet sm:hidden">your log&nbsp;</span>{figure(s.to)}</td
            >
            <td class="pl-2 text-quiet max-sm:pl-0">{s.unit}</td>
            <td class="hidden text-right text-quiet sm:table-cell">{figure(s.low)} – {figure(s.high)}</td>
            <td class="pl-6 max-sm:col-span-3 max-sm:pl-0"
              >{sureness(s)},
              <span class="text-quiet">{count(s.runs, 'run')}, {count(s.observations, 'time')}</span></td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    <div class="sticky bottom-0 flex flex-wrap items-center gap-3 border-t border-rule bg-ground py-3">
      <button type="button" class="btn btn-strong" disabled={!chosen.length} onclick={take}
        >Take {count(chosen.length, 'figure')}</button
      >
      {#if chosen.length < news.length}<button
          type="button"
          class="btn"
          onclick={() => (said = Object.fromEntries(news.map((s) => [s.key, true])))}>Tick all</button
        >{/if}
    </div>
  {/if}
  {#if workroom.workshop.corrections.length}
    <h2 class="text-xl">Taken before</h2>
    <ul class="max-w-3xl divide-y divide-rule">
      {#each workroom.workshop.corrections as c (c.id)}
        <li class="flex flex-wrap items-baseline gap-3 py-2">
          <Fold class="flex-1"
            >{#snippet title()}{day.format(c.at)}, {count(c.changes.length, 'figure')}{/snippet}
            <ul class="label">
              {#each c.changes as f, place (place)}<li>
                  {f.label}: {figure(f.from)} → {figure(f.to)}
                </li>{/each}
            </ul>
          </Fold>
          <button type="button" class="btn btn-small" onclick={() => goBack(c.id)}>Undo</button>
        </li>
      {/each}
    </ul>
  {/if}
</section>
