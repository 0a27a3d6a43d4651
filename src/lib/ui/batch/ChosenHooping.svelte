<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { resolve } from '$app/paths';
  import { count, formatDuration } from '$lib/core/base';
  import type { BatchHooping } from '$lib/core/batch';
  import Select from '../kit/Select.svelte';
  import { plan } from './plan.svelte';
  import type { BatchLayout } from './score-layout';
  import { dayWords, dueWords, orderName } from './words';

  // A hooping of the plan: what it is for, when, and where else it may be sewn.
  interface Props {
    hooping: BatchHooping;
    layout: BatchLayout;
    /** ms since 1970: second 0 */
    from: number;
    onclose: () => void;
  }
  let { hooping, layout, from, onclose }: Props = $props();
  const bar = $derived(layout.bars.find((b) => b.hoopingId === hooping.id));
  const head = $derived((bar && layout.staves[bar.stave]?.id) ?? '');
  const task = $derived(plan.batch?.task.hoopings.find(({ id }) => id === hooping.id));
  const endS = $derived(plan.schedule?.tasks.findLast((t) => t.hoopingId === hooping.id)?.endS ?? 0);
  const onHead = $derived(
    layout.bars.filter((b) => b.stave === bar?.stave).sort((a, b) => a.fromS - b.fromS),
  );
  const at = $derived(onHead.findIndex((b) => b.hoopingId === hooping.id));
  const before = $derived(onHead[at - 1]);
  const behind = $derived(onHead[at + 2]);
  const forWhom = $derived(
    plan.lines
      .filter(({ order, line }) => hooping.lines.includes(`${order.id}/${line.id}`))
      .map(({ order }) => orderName(order)),
  );
  const mayMove = $derived(bar !== undefined && hooping.runId === null);
</script>

<section
  class="mt-3 flex flex-wrap items-start gap-x-8 gap-y-2 rounded border border-rule bg-paper p-3"
  aria-label="Chosen hooping"
>
  <div>
    <h3 class="text-lg font-bold">{hooping.name}, {count(hooping.items, 'item')}</h3>
    <p class="label">
      {[...new Set(forWhom)].join(', ')}{hooping.due ? ` · due ${dueWords(hooping.due)}` : ''}
    </p>
    {#if hooping.names.length}<p class="label">{hooping.names.join(', ')}</p>{/if}
  </div>
  <p>
    {#if bar}{head}: {dayWords(from + 1000 * bar.fromS)}, {formatDuration(bar.toS - bar.fromS)}<br />{/if}
    <span class={bar?.isLate ? 'text-madder' : ''}>finished {dayWords(from + 1000 * endS)}</span>
  </p>
  <div class="ml-auto flex flex-wrap items-center gap-2">
    {#if mayMove && task?.heads && task.heads.length > 1}<Select
        label="Head for {hooping.name}"
        value={head}
        options={task.heads.map((id) => [id, id] as const)}
        onchange={(id) => void plan.move(hooping.id, id, bar?.fromS ?? 0)}
      />{/if}
    {#if mayMove}
      <button
        type="button"
        class="btn btn-small"
        disabled={!before || before.isBegun}
        onclick={() => before && void plan.move(hooping.id, head, before.fromS)}>Earlier</button
      >
      <button
        type="button"
        class="btn btn-small"
        disabled={at < 0 || at === onHead.length - 1}
        onclick={() => void plan.move(hooping.id, head, behind?.fromS ?? Infinity)}>Later</button
      >
    {/if}
    {#if hooping.runId}<a class="btn btn-small btn-strong" href={resolve('/run/[id]', { id: hooping.runId })}
        >Resume</a
      >{:else}<a class="btn btn-small" href={resolve('/builds/[id]', { id: hooping.buildId })}
        >Open the build</a
      >{/if}
    <button type="button" class="btn btn-small" aria-label="Close" onclick={onclose}><X size={16} /></button>
  </div>
</section>
