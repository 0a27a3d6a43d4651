<script lang="ts">
  import { stepRows } from '$lib/core/log';
  import { AT_END, troubleFlow } from '$lib/core/run';
  import { itemAt, formatDuration, formatNumber } from '$lib/core/base';
  import type { KnownRun } from '../state/known-run';
  import RunPhoto from './RunPhoto.svelte';
  import Select from '../kit/Select.svelte';
  import { workroom } from '../state/workroom.svelte';

  // One run, step by step, with all that happened at each, and beside another run of the same build.
  let { known }: { known: KnownRun } = $props();
  const { run, state: s } = $derived(known);
  const happened = (id: string): string[] => [
    ...s.breaks.filter((b) => b.stepId === id).map((b) => `thread broke at stitch ${formatNumber(b.stitch)}`),
    ...s.bobbins
      .filter((b) => b.stepId === id)
      .map((b) => (b.ranOut ? `bobbin ran out at stitch ${formatNumber(b.stitch)}` : 'fresh bobbin')),
    ...s.threads.filter((t) => t.stepId === id).map((t) => `“${t.name}” put on the needle`),
    ...s.troubles
      .filter((t) => t.stepId === id)
      .map((t) => `${troubleFlow(t.kind).title.toLowerCase()}${t.text ? `: ${t.text}` : ''}`),
    ...s.interruptions
      .filter((i) => (run.score.steps[i.index]?.id ?? AT_END) === id)
      .map((i) =>
        [
          i.stitch === null ? 'left here' : `left at stitch ${formatNumber(i.stitch)}`,
          i.reason && `“${i.reason}”`,
        ]
          .filter(Boolean)
          .join(': '),
      ),
    ...s.notes.filter((n) => n.stepId === id).map((n) => `“${n.text}”`),
  ];
  const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
  const others = $derived(
    workroom.log.all.filter(
      (k) => k.run.buildId === run.buildId && k.run.id !== run.id && k.run.items === run.items,
    ),
  );
  let besideId = $state('');
  const beside = $derived(others.find((k) => k.run.id === besideId));
  /** by step, s */
  const then = $derived(new Map((beside ? stepRows(beside) : []).map((r) => [r.id, r.taken])));
  const difference = (now: number | null, before: number | null | undefined) =>
    now === null || before == null
      ? '–'
      : `${now < before ? '−' : '+'}${formatDuration(Math.abs(now - before))}`;
  const atEnd = $derived([...happened(AT_END), ...s.photos.filter((p) => p.stepId === AT_END)].length > 0);
  const results = $derived(Object.entries(s.results).filter(([, r]) => r.result !== 'good'));
</script>

{#snippet told(id: string, name: string)}
  {#each happened(id) as what, k (k)}<span class="text-quiet">{` · ${what}`}</span>{/each}
  {#each s.photos.filter((p) => p.stepId === id) as { photoId }, place (place)}<RunPhoto
      id={photoId}
      {name}
    />{/each}
{/snippet}

<section class="mt-8 max-w-4xl" aria-label="Steps of the run">
  <h2 class="mb-1 text-2xl">{run.buildName}, step by step</h2>
  <p class="label mb-2">
    {[
      run.machine && `${run.machine.name}, ${run.machine.speed} a minute`,
      run.hoop && `hoop ${run.hoop}`,
      `tape ${run.tapeId.slice(0, 8)}`,
      run.buildVersion && `build of ${run.buildVersion.slice(0, 10)}`,
      s.rate > 1 && `simulated, ${s.rate} times as fast`,
    ]
      .filter(Boolean)
      .join(' · ')}
  </p>
  {#if others.length}
    <p class="mb-2 flex flex-wrap items-center gap-2">
      <span class="label">Beside the run of</span>
      <Select
        label="Beside another run"
        value={besideId}
        options={[
          ['', 'none'] as const,
          ...others.map(
            (k) => [k.run.id, `${day.format(k.run.createdAt)}, ${k.run.machine?.name ?? ''}`] as const,
          ),
        ]}
        onchange={(id) => (besideId = id)}
      />
    </p>
  {/if}
  {#each results as [n, r], place (place)}
    <p class="mb-1 border-l-4 border-madder bg-madder-soft px-3 py-1">
      Item {Number(n) + 1}: {r.result === 'second' ? 'a second' : 'ruined'}{r.reason ? `. ${r.reason}` : '.'}
    </p>
  {/each}
  {#if s.reason}<p class="mb-1 border-l-4 border-madder bg-madder-soft px-3 py-1">
      Given up: {s.reason}
    </p>{/if}
  <table class="w-full text-left">
    <thead class="label border-b border-rule">
      <tr
        ><th class="font-normal" scope="col">Step</th><th class="font-normal" scope="col"
          ><span class="sr-only">What</span></th
        ><th class="pl-3 text-right font-normal" scope="col">Took</th><th
          class="pl-3 text-right font-normal"
          scope="col">Planned</th
        >{#if beside}<th class="pl-3 text-right font-normal" scope="col">Then</th><th
            class="hidden pl-3 text-right font-normal sm:table-cell"
            scope="col">Longer or shorter</th
          >{/if}</tr
      >
    </thead>
    <tbody class="divide-y divide-rule">
      {#each stepRows(known) as row, i (row.id)}
        {@const step = itemAt(run.score.steps, i)}
        {@const slow =
          row.taken !== null &&
          row.planned > 0 &&
          row.taken > 2 * row.planned &&
          row.taken > row.planned + 60}
        <tr>
          <td class={['w-20 py-0.5', row.kind === 'hand' ? 'text-hands' : 'text-needle']}
            >{step.kind === 'hand' ? `hand ${step.hand}` : `block ${step.block + 1}`}</td
          >
          <td
            >{row.title}{row.skipped ? ', passed over' : ''}{row.times > 1
              ? `, done ${row.times} times`
              : ''}{@render told(row.id, row.title)}</td
          >
          <td class={['pl-3 text-right whitespace-nowrap', slow && 'font-bold text-madder']}
            >{row.taken === null ? '–' : formatDuration(row.taken)}</td
          >
          <td class="pl-3 text-right whitespace-nowrap text-quiet">{formatDuration(row.planned)}</td>
          {#if beside}
            {@const before = then.get(row.id)}
            <td class="pl-3 text-right whitespace-nowrap">{before == null ? '–' : formatDuration(before)}</td
            ><td class="hidden pl-3 text-right whitespace-nowrap text-quiet sm:table-cell"
              >{difference(row.taken, before)}</td
            >
          {/if}
        </tr>
      {/each}
      {#if atEnd}
        <tr
          ><td></td><td class="py-0.5">At the end{@render told(AT_END, 'At the end')}</td><td></td><td
          ></td></tr
        >
      {/if}
    </tbody>
  </table>
</section>
