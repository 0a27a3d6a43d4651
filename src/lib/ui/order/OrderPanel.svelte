<script lang="ts">
  import { buildSchema, type Build } from '$lib/core/build';
  import { doubtfulDays, orderReason } from '$lib/core/order';
  import type { BuildPlan } from '$lib/core/plan';
  import { count, formatDuration, formatNumber, limitsOf } from '$lib/core/base';
  import { resolve } from '$app/paths';
  import { workroom } from '../state/workroom.svelte';
  import NumberInPlace from '../kit/NumberInPlace.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import WantedBy from './WantedBy.svelte';

  let {
    build,
    plan,
    onchange,
    onundo,
  }: {
    build: Build;
    plan: BuildPlan;
    onchange: (order: Build['order']) => void;
    /** takes the last change back; null: there is none */
    onundo: (() => void) | null;
  } = $props();
  const { quantity, repeats } = buildSchema.shape.order.shape;
  const order = $derived(plan.order);
  /** of which it was said that it is meant */
  let meant = $state<number | null>(null);
  const days = $derived(meant === build.order.quantity ? null : doubtfulDays(order));
  const shared = $derived(
    workroom.workshop.hoopings.filter(({ times, parts }) => times && parts.some(({ id }) => id === build.id)),
  );
</script>

{#if days}
  <section
    class="mb-4 max-w-4xl rounded-lg border-2 border-hands bg-hands-soft p-4"
    role="status"
    data-testid="doubt"
  >
    <p class="mb-3 text-lg">
      <strong>{formatNumber(build.order.quantity)} items: is that meant?</strong>
      They are {formatNumber(days)} working days of eight hours, on one head and with one pair of hands.
    </p>
    <p class="flex flex-wrap gap-2">
      {#if onundo}<button type="button" class="btn" onclick={onundo}>Undo</button>{/if}
      <button type="button" class="btn" onclick={() => (meant = build.order.quantity)}
        >Yes, it is meant</button
      >
      <a class="btn" href={resolve('/batch')}>Plan it on more heads</a>
    </p>
  </section>
{/if}
<div class="grid max-w-4xl gap-8 md:grid-cols-[14rem_1fr]">
  <form class="flex flex-col gap-4" onsubmit={(e) => e.preventDefault()}>
    <NumberField
      label="Good items wanted"
      value={build.order.quantity}
      limits={limitsOf(quantity)}
      onchange={(quantity) => onchange({ ...build.order, quantity })}
    />
    <NumberField
      label={order.inTape > 1 ? 'Times the tape in one hooping' : 'Repeats in one hooping'}
      value={build.order.repeats}
      limits={limitsOf(repeats)}
      onchange={(repeats) => onchange({ ...build.order, repeats })}
    />
    <p class="label">
      On one head of {plan.machine.name}, one pair of hands. At each stop all repeats are served before it
      goes on.
    </p>
  </form>
  <dl class="grid grid-cols-[1fr_auto] items-baseline gap-x-8 gap-y-2 self-start" data-testid="order-plan">
    <dt class="text-quiet">Load</dt>
    <dd class="text-right text-xl">{count(order.load, 'item')}</dd>
    {#if order.inTape > 1}
      <dd class="label col-span-2 -mt-2">
        The tape holds {order.inTape} of them and is sewn {count(order.designs, 'time')}.
      </dd>
    {/if}
    {#if order.spare >= order.inTape}
      <dd class="label col-span-2 -mt-2">
        {formatNumber(order.spare)} more than wanted: with <NumberInPlace id="order.rejectRate" /> spoiled, the
        order is met
        <NumberInPlace id="order.confidence" /> of the time.
      </dd>
    {/if}
    <dt class="text-quiet">Hoopings</dt>
    <dd class="text-right text-xl">{formatNumber(order.hoopings)}</dd>
    {#if order.hoopings > 1 && order.lastHooping < order.inHooping}
      <dd class="label col-span-2 -mt-2">The last one holds {count(order.lastHooping, 'item')}.</dd>
    {/if}
    {#if order.withOthers}
      <dd class="label col-span-2 -mt-2">
        {count(order.withOthers, 'item')} of them {order.withOthers > 1 ? 'come' : 'comes'} from hoopings with other
        builds:
        {#each shared as { id, name, times }, n (id)}{n ? ', ' : ''}<a
            class="text-needle underline"
            href={resolve(`/hoop?together=${id}`)}>{name}</a
          >{times > 1 ? ` (${times} times)` : ''}{/each}.
      </dd>
    {/if}
    <dt class="text-quiet">From first hooping to last stitch of handwork</dt>
    <dd class="text-right font-display text-3xl">{formatDuration(order.seconds)}</dd>
    <dd class="label col-span-2 -mt-2" data-testid="order-because">{orderReason(order)}</dd>
    <dt class="text-quiet">Needle at work</dt>
    <dd class="text-right">{formatDuration(order.needleSeconds)}</dd>
    <dt class="text-quiet">Hands at work</dt>
    <dd class="text-right">{formatDuration(order.handSeconds)}</dd>
    <dt class="text-quiet">of that while the needle ran by itself</dt>
    <dd class="text-right">{formatDuration(order.overlappedSeconds)}</dd>
  </dl>
</div>
<div class="mt-8"><WantedBy buildId={build.id} quantity={build.order.quantity} /></div>
