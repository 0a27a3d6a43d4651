<script lang="ts">
  import Dialog from '../kit/Dialog.svelte';
  import { conflicts, valueWords } from '../state/conflicts.svelte';

  // Two tabs changed the same: both are shown, and the maker says which one stands.
  let mine = $state.raw<ReadonlySet<string>>(new Set());
  const of = $derived([...new Set(conflicts.open.map((c) => c.of))].join(', '));
  function choose(id: string, isMine: boolean) {
    mine = new Set(isMine ? [...mine, id] : [...mine].filter((m) => m !== id));
  }
  function settle(taken: ReadonlySet<string>) {
    conflicts.settle(taken);
    mine = new Set();
  }
</script>

<Dialog
  bind:open={() => conflicts.open.length > 0, (open) => open || settle(new Set())}
  title="Changed in two tabs: {of}"
  wide
>
  <p class="mb-4">
    The same was changed here and in another tab. Nothing is lost: say which one stands. All other changes of
    both are kept.
  </p>
  <div class="flex flex-col gap-4" data-testid="conflicts">
    {#each conflicts.open as clash (clash.id)}
      <fieldset>
        <legend class="label mb-1">{clash.of}: {clash.what}</legend>
        {#each [false, true] as isMine, place (place)}
          <label class="flex min-h-11 items-baseline gap-3 border-b border-rule py-1">
            <input
              type="radio"
              name="conflict-{clash.id}"
              checked={mine.has(clash.id) === isMine}
              onchange={() => choose(clash.id, isMine)}
            />
            <span class="w-32 shrink-0 text-quiet">{isMine ? 'in this tab' : 'in the other tab'}</span>
            <span class="max-h-40 min-w-0 flex-1 overflow-auto break-words whitespace-pre-wrap"
              >{valueWords(isMine ? clash.mine : clash.theirs)}</span
            >
          </label>
        {/each}
      </fieldset>
    {/each}
  </div>
  <div class="mt-4 flex flex-wrap justify-end gap-2">
    <button type="button" class="btn" onclick={() => settle(new Set(conflicts.open.map((clash) => clash.id)))}
      >All from this tab</button
    >
    <button type="button" class="btn btn-strong" onclick={() => settle(mine)}>Keep what is chosen</button>
  </div>
</Dialog>
