<script lang="ts" generics="Name extends ListName">
  import Download from '@lucide/svelte/icons/download';
  import FileUp from '@lucide/svelte/icons/file-up';
  import { count } from '$lib/core/base';
  import { listCsv, readList, type ListName, type ReadList, type RowOf } from '$lib/core/lists';
  import Dialog from '../kit/Dialog.svelte';
  import { saveAs } from '../kit/save-as';
  import { newId } from '../state/ids';
  import { showProblem } from '../state/notices';
  import { takeList } from '../state/shelf';
  import { workroom } from '../state/workroom.svelte';

  // A list out as a table, and in again: what would change is told first.
  let { name, what }: { name: Name; what: string } = $props();
  let read = $state.raw<ReadList<RowOf<Name>> | null>(null);
  let open = $state(false);
  let input: HTMLInputElement;
  const MOST_TOLD = 12;

  async function look() {
    const [file] = input.files ?? [];
    if (!file) return;
    const result = readList(name, await file.text(), workroom.workshop, newId);
    input.value = '';
    if (!result.ok) return showProblem(result.problem);
    read = result.value;
    open = true;
  }
  const nameOf = (row: RowOf<Name>) => ('name' in row ? row.name : `${row.kind} ${row.size}`);
</script>

<button
  type="button"
  class="btn btn-small"
  title="Save {what} as a table (CSV)"
  onclick={() => saveAs(`${what}.csv`, 'text/csv', listCsv(name, workroom.workshop))}
  ><Download size={15} />Save as table</button
>
<button
  type="button"
  class="btn btn-small"
  title="Read {what} from a table (CSV); what would change is told first"
  onclick={() => input.click()}><FileUp size={15} />Read a table</button
>
<input
  bind:this={input}
  type="file"
  class="hidden"
  accept=".csv,.txt,text/csv"
  aria-label="Table of {what}"
  data-testid="table-{name}"
  onchange={look}
/>

<Dialog bind:open title="What the table would change" asks wide>
  {#if read}
    {@const { fresh, changed, same, notUnderstood, unknown } = read}
    <div class="flex flex-col gap-3" data-testid="table-told">
      <p>
        <strong>{count(fresh.length, 'new row')}</strong>, <strong>{changed.length} changed</strong>, {same} as
        they are{#if notUnderstood.length}, <strong class="text-madder"
            >{count(notUnderstood.length, 'line')} not understood</strong
          >{/if}. What the table does not name stays.
      </p>
      {#if fresh.length}
        <p class="text-sm">
          New: {fresh.slice(0, MOST_TOLD).map(nameOf).join(', ')}{fresh.length > MOST_TOLD ? ' …' : '.'}
        </p>
      {/if}
      {#if changed.length}
        <ul class="text-sm">
          {#each changed.slice(0, MOST_TOLD) as { before, columns }, place (place)}
            <li><strong>{nameOf(before)}</strong>: {columns.join(', ')}</li>
          {/each}
        </ul>
      {/if}
      {#if unknown.length}<p class="text-sm">Columns that nothing is known by: {unknown.join(', ')}.</p>{/if}
      {#if notUnderstood.length}
        <ul class="max-h-48 overflow-y-auto text-sm">
          {#each notUnderstood as { line, because, text }, place (place)}
            <li>
              Line {line}: {because} <span class="text-quiet">{text}</span>
            </li>
          {/each}
        </ul>
      {/if}
      <div class="mt-2 flex justify-end gap-2">
        <button type="button" class="btn" onclick={() => (open = false)}>Leave all as it is</button>
        <button
          type="button"
          class="btn btn-strong"
          disabled={!fresh.length && !changed.length}
          onclick={() => {
            if (read) void takeList(name, read);
            open = false;
          }}>Take it over</button
        >
      </div>
    </div>
  {/if}
</Dialog>
