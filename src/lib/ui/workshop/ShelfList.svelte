<script lang="ts" generics="Name extends ShelfName">
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import type { Snippet } from 'svelte';
  import type { RowOf } from '$lib/core/lists';
  import Guard from '../kit/Guard.svelte';
  import { addRow, removeRow, type ShelfName } from '../state/shelf';
  import { workroom } from '../state/workroom.svelte';
  import TableInOut from './TableInOut.svelte';

  // A list of the shelf: its rows, one more, out as a table and in again.
  interface Props {
    name: Name;
    title: string;
    /** of a new row */
    first: Partial<RowOf<Name>>;
    add: string;
    /** what it is for, where nothing stands in it */
    empty: string;
    calledOf: (row: RowOf<Name>) => string;
    row: Snippet<[RowOf<Name>]>;
    /** a line under the title */
    sum?: Snippet;
  }
  let { name, title, first, add, empty, calledOf, row, sum }: Props = $props();
  const rows = $derived(workroom.workshop[name] as RowOf<Name>[]);
</script>

<section data-testid={name} class="mb-9">
  <div class="mb-1 flex flex-wrap items-center gap-2">
    <h2 class="flex-1 text-2xl">{title}</h2>
    <TableInOut {name} what={title} />
    <button type="button" class="btn btn-small" onclick={() => void addRow(name, first)}
      ><Plus size={15} />{add}</button
    >
  </div>
  {@render sum?.()}
  <ul class="divide-y divide-rule border-y border-rule">
    {#each rows as each (each.id)}
      <li class="flex flex-wrap items-center gap-x-2 gap-y-1.5 py-1.5">
        <Guard what={calledOf(each)} row>
          {@render row(each)}
          <button
            type="button"
            class="btn btn-small ml-auto"
            aria-label="Take out {calledOf(each)}"
            onclick={() => void removeRow(name, each.id, calledOf(each))}><Trash size={15} /></button
          >
        </Guard>
      </li>
    {:else}
      <li class="py-3 text-quiet">{empty}</li>
    {/each}
  </ul>
</section>
