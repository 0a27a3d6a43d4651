<script lang="ts">
  import { buildSchema, type Build } from '$lib/core/build';
  import { orderReason } from '$lib/core/order';
  import type { BuildPlan } from '$lib/core/plan';
  import { count, formatDuration, limitsOf } from '$lib/core/base';
  import { resolve } from '$app/paths';
  import { workroom } from '../state/workroom.svelte';
  import NumberInPlace from '../kit/NumberInPlace.svelte';
  import NumberField from '../kit/NumberField.svelte';

  let {
    build,
    plan,
    onchange,
  }: { build: Build; plan: BuildPlan; onchange: (order: Build['order']) => void } = $props();
  const { quantity, repeats } = buildSchema.shape.order.shape;
  const order = $derived(plan.order);
  const shared = $derived(
    workroom.workshop.hoopings.filter(({ times, parts }) => times && parts.some(({ id }) => id === build.id)),
  );
</script>

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
        {order.spare} more than wanted: with <NumberInPlace id="order.rejectRate" /> spoiled, the order is met
        <NumberInPlace id="order.confidence" /> of the time.
      </dd>
    {/if}
    <dt class="text-quiet">Hoopings</dt>
    <dd class="text-right text-xl">{order.hoopings}</dd>
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
