<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { resolve } from '$app/paths';
  import { limitsOf, percent } from '$lib/core/base';
  import { lineKey, surenessOfLine, type LineProgress } from '$lib/core/batch';
  import { orderQuantitySchema } from '$lib/core/workshop';
  import DateField from '../kit/DateField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import { changeLine, removeLine } from '../state/orders';
  import { workroom } from '../state/workroom.svelte';
  import { plan } from './plan.svelte';
  import { dayWords, STATE_WORDS } from './words';

  // A line of an order: how many by when, what has become of it, and how sure it is.
  let { progress }: { progress: LineProgress } = $props();
  const { order, line, done, inWork, rejected } = $derived(progress);
  const is = $derived(progress.state);
  const build = $derived(workroom.builds.find(({ id }) => id === line.buildId));
  const name = $derived(build?.name ?? 'A build that is gone');
  const [day, hour] = $derived(line.due?.split('T') ?? [null, '']);
  const set = (change: Parameters<typeof changeLine>[2]) => void changeLine(order.id, line.id, change);
  const isOver = $derived(line.due !== null && Date.parse(line.due) < Date.now() && is !== 'done');
  const sure = $derived(
    plan.batch && plan.sureness ? surenessOfLine(plan.batch, plan.sureness, lineKey(progress)) : null,
  );
  const isWorkedOut = $derived(
    !plan.problem && !plan.sureness && build !== undefined && order.closedAt === null,
  );
  let hasNames = $state(false);
  const USUAL_HOUR = '17:00';
</script>

<div
  class="relative grid gap-x-5 gap-y-2 py-3 md:grid-cols-[minmax(10rem,1fr)_auto_minmax(0,26rem)_auto] md:items-start"
>
  <div class="max-md:pr-12">
    {#if build}<a
        class="tap text-lg font-bold hover:underline"
        href={resolve('/builds/[id]', { id: build.id })}>{name}</a
      >{:else}<strong class="text-lg text-madder">{name}</strong>{/if}
    <p>
      <span
        class={[
          'rounded px-1.5 text-sm',
          is === 'done'
            ? 'bg-needle-soft text-needle'
            : is === 'waiting'
              ? 'text-quiet'
              : 'bg-hands-soft text-hands',
          is === 'waiting' && 'pl-0',
        ]}>{STATE_WORDS[is]}</span
      >
      <span class="label"
        >{done} of {line.quantity} done{inWork ? `, ${inWork} in work` : ''}{rejected
          ? `, ${rejected} spoiled`
          : ''}</span
      >
      {#if !line.names.length}<button
          type="button"
          class="tap label ml-2 underline"
          onclick={() => (hasNames = !hasNames)}>names …</button
        >{/if}
    </p>
    {#if isOver}<p class="text-sm text-madder">
        The day it is due is over: it is late whatever is done. Agree on another day, or take the line out.
      </p>{/if}
    <!-- It stands from the first on, so that nothing moves when its words come. -->
    {#if is !== 'done' && (sure || isWorkedOut)}<p class="label">
        {#if sure}Done {dayWords(sure.doneBy)} in nine weeks of ten{#if sure.inTime !== null}, enough good
            ones in time in
            <strong class={['whitespace-nowrap', sure.inTime < 0.5 && 'text-madder']}
              >{percent(sure.inTime)}</strong
            >{/if}
        {:else}Working out by when it is done in nine weeks of ten, and how often in time …{/if}
      </p>{/if}
  </div>
  <NumberField
    label="Good items of {name}"
    labelled="hidden"
    value={line.quantity}
    limits={limitsOf(orderQuantitySchema)}
    suffix={line.quantity === 1 ? 'item' : 'items'}
    live={false}
    onchange={(quantity) => set({ quantity })}
  />
  <div class="flex flex-wrap items-center gap-2">
    <span class="label">due</span>
    <DateField
      isLabelHidden
      label="{name} due on"
      value={day ?? null}
      onchange={(to) => set({ due: to === null ? null : `${to}T${hour || USUAL_HOUR}` })}
    />
    {#if day}<input
        type="time"
        class="min-h-11 w-32"
        aria-label="{name} due at"
        value={hour}
        onchange={(e) => e.currentTarget.value && set({ due: `${day}T${e.currentTarget.value}` })}
      />{/if}
  </div>
  <button
    type="button"
    class="btn btn-small min-h-11 justify-self-start max-md:absolute max-md:top-3 max-md:right-0"
    aria-label="Take {name} out of the order"
    onclick={() => void removeLine(order.id, line.id, name)}><X size={16} /></button
  >
  {#if hasNames || line.names.length}<div class="md:col-span-4">
      <textarea
        class="mt-1 w-72"
        rows={Math.min(8, Math.max(3, line.names.length + 1))}
        aria-label="Names for {name}, one a line"
        value={line.names.join('\n')}
        onchange={(e) => {
          const names = e.currentTarget.value.split('\n').flatMap((n) => n.trim().slice(0, 60) || []);
          set({
            names: names.slice(0, 2000),
            ...(names.length > line.quantity && { quantity: names.length }),
          });
        }}></textarea>
      {#if line.names.length && line.names.length < line.quantity}<p class="label">
          {line.quantity - line.names.length} of them have no name yet.
        </p>{/if}
    </div>{/if}
</div>
