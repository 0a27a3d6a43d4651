<script lang="ts">
  import ThreadDot from '../kit/ThreadDot.svelte';
  import { threadWords, type Thread } from '$lib/core/build';
  import { waitingBobbins } from '$lib/core/log';
  import type { BuildPlan } from '$lib/core/plan';
  import { bobbinsForOrder, bobbinsToWind, freshBobbin, howThreadLasts } from '$lib/core/thread';
  import type { BuildEditor } from '../state/editor.svelte';
  import { workroom } from '../state/workroom.svelte';

  // How long the thread lasts, what is wound before the start, where the bobbin is best changed, and what is left on it.
  let { editor, plan }: { editor: BuildEditor; plan: BuildPlan } = $props();

  const threads = $derived(howThreadLasts(plan.thread, plan.order, workroom.workshop.threads));
  const { wind, swaps, left } = $derived(plan.thread.bobbins);
  const stock = $derived(
    bobbinsToWind(
      bobbinsForOrder(plan.thread, plan.order),
      plan.machine,
      waitingBobbins(workroom.workshop, workroom.log.all),
    ),
  );
  const wound = (thread: Thread | null) =>
    thread ? `wound with ${threadWords(thread)}` : 'of bobbin thread';
  const onShelf = ({ count, waiting, missing }: (typeof stock)[number]) =>
    waiting === 0
      ? ''
      : missing
        ? ` (${waiting} ${waiting > 1 ? 'wait' : 'waits'} on the shelf: wind ${missing})`
        : ` (${count > 1 ? 'they wait' : 'it waits'} on the shelf)`;
  /** Less is thrown away, m. */
  const WORTH_KEEPING = 1;
  const kept = $derived(left.filter(({ leftM }) => leftM >= WORTH_KEEPING));
</script>

{#if threads.length}
  <dl class="basis-full" aria-label="Thread for the order" data-testid="thread-lasts">
    <dt class="label">
      Thread for {plan.order.hoopings > 1 ? `all ${plan.order.hoopings} hoopings` : 'the order'}
    </dt>
    <dd class="flex flex-wrap gap-x-6">
      {#each threads as { name, colour, metres, onShelf, endsIn }, place (place)}
        <span class="flex items-center gap-2"
          ><ThreadDot {colour} />{name}
          {metres.toFixed(0)} m<span class={['label', (onShelf === null || endsIn !== null) && 'text-madder']}
            >{onShelf === null
              ? 'not on the shelf'
              : endsIn === null
                ? `of ${onShelf.toFixed(0)}`
                : `of ${onShelf.toFixed(0)}: ends in hooping ${endsIn}; put on a new one at the stop before`}</span
          ></span
        >
      {/each}
    </dd>
  </dl>
{/if}
{#if wind.length}
  <dl class="flex flex-wrap gap-x-8 gap-y-1" aria-label="Bobbins" data-testid="bobbin-plan">
    {#if plan.order.hoopings > 1}
      <div>
        <dt class="label">Full bobbins for a hooping</dt>
        <dd>{wind.map(({ thread, count }) => `${count} ${wound(thread)}`).join(', ')}</dd>
      </div>
    {/if}
    <div>
      <dt class="label">
        {plan.order.hoopings > 1 ? `For all ${plan.order.hoopings} hoopings` : 'Full bobbins'}
      </dt>
      <dd>
        {stock.map((w) => `${w.count} ${wound(w.thread)}${onShelf(w)}`).join('; ')}
      </dd>
    </div>
    {#if kept.length}
      <div>
        <dt class="label">Left after a hooping</dt>
        <dd>{kept.map(({ thread, leftM }) => `${leftM.toFixed(0)} m ${wound(thread)}`).join(', ')}</dd>
      </div>
    {/if}
    {#if swaps.length}
      <div class="basis-full">
        <dt class="label">Change the bobbin before</dt>
        {#each swaps as { stepId, item, because }, place (place)}
          <dd class="flex flex-wrap items-center gap-3">
            {because}
            {#if item === 0}
              <button
                type="button"
                class="btn btn-small"
                onclick={() => editor.edit(freshBobbin(stepId, plan.numbers['stop.bobbinFresh']))}
                >Make it a step</button
              >
            {/if}
          </dd>
        {/each}
      </div>
    {/if}
  </dl>
{/if}
