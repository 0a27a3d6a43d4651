<script lang="ts">
  import { formatDuration } from '$lib/core/base';
  import Portion from '../kit/Portion.svelte';
  import Select from '../kit/Select.svelte';
  import { personName } from './plan.svelte';
  import type { BatchLayout, CallBar } from './score-layout';
  import { dayWords } from './words';

  // The score as a list: who does what, in the order of time.
  interface Props {
    layout: BatchLayout;
    /** ms since 1970: second 0 */
    from: number;
    chosen: string | null;
    onchoose: (hoopingId: string) => void;
  }
  let { layout, from, chosen, onchoose }: Props = $props();
  const people = $derived(layout.staves.filter(({ kind }) => kind === 'person'));
  let who = $state('');
  const calls = $derived(
    layout.calls
      .filter((c) => (chosen ? c.hoopingId === chosen : !who || c.personId === who))
      .sort((a, b) => a.startS - b.startS),
  );
  const by = (c: CallBar) => (c.personId === null ? 'nobody' : personName(c.personId));
</script>

<section class="mt-6" aria-label="Who does what when">
  <h3 class="mb-2 flex flex-wrap items-center gap-3 text-xl font-bold">
    Who does what when
    {#if chosen}<span class="label font-normal">of the chosen hooping</span
      >{:else if people.length > 1}<Select
        label="Of whom"
        value={who}
        options={[['', 'everybody'], ...people.map(({ id, name }) => [id, name] as const)]}
        onchange={(id) => (who = id)}
      />{/if}
  </h3>
  <div class="relative overflow-x-auto">
    <table class="w-full min-w-160 text-left">
      <thead class="label">
        <tr>
          {#each ['When', 'Who', 'Where', 'What'] as title (title)}<th class="pr-4 font-normal" scope="col"
              >{title}</th
            >{/each}
          <th class="text-right font-normal" scope="col">Takes</th>
        </tr>
      </thead>
      <tbody class="divide-y divide-rule border-y border-rule">
        <Portion items={calls} size={25}>
          {#snippet children(shown)}
            {#each shown as call, n (n)}
              <tr class="align-top">
                <td class="py-1.5 pr-4 whitespace-nowrap">{dayWords(from + 1000 * call.startS)}</td>
                <td class="py-1.5 pr-4">{by(call)}</td>
                <td class="py-1.5 pr-4 whitespace-nowrap">{call.headId ?? (call.personId ? 'table' : '')}</td>
                <td class="py-1.5 pr-4">
                  {#if call.hoopingId}<button
                      type="button"
                      class="tap font-bold hover:underline"
                      onclick={() => onchoose(call.hoopingId)}>{call.name}</button
                    >:
                  {/if}{call.title}
                </td>
                <td class="py-1.5 text-right whitespace-nowrap">{formatDuration(call.endS - call.startS)}</td>
              </tr>
            {/each}
          {/snippet}
        </Portion>
      </tbody>
    </table>
  </div>
</section>
