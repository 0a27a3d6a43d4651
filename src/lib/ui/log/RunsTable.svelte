<script lang="ts">
  import Guard from '../kit/Guard.svelte';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import ChevronUp from '@lucide/svelte/icons/chevron-up';
  import {
    createSortedRowModel,
    createTable,
    rowSortingFeature,
    sortFn_alphanumeric,
    tableFeatures,
  } from '@tanstack/svelte-table';
  import { count, formatDuration, formatNumber } from '$lib/core/base';
  import { goodShare, logRow, type LogRow } from '$lib/core/log';
  import type { KnownRun } from '../state/known-run';
  import RunDetail from './RunDetail.svelte';

  // The runs as rows, in the order of any heading; each opens to its steps.
  let { runs }: { runs: readonly KnownRun[] } = $props();
  interface Row extends LogRow {
    known: KnownRun;
    result: string;
  }
  const STATUS: Record<LogRow['status'], string> = {
    finished: 'finished',
    'given-up': 'given up',
    running: 'under way',
    paused: 'paused',
    interrupted: 'interrupted',
    ready: 'not begun',
  };
  const aside = (r: LogRow) =>
    [
      r.second > 0 && count(r.second, 'second'),
      r.ruined > 0 && `${r.ruined} ruined`,
      r.breaks > 0 && count(r.breaks, 'break'),
      r.ranOut > 0 && 'bobbin ran out',
      r.redos > 0 && count(r.redos, 'redo'),
      r.notes > 0 && count(r.notes, 'note'),
      r.photos > 0 && count(r.photos, 'picture'),
      r.simulated && 'simulated',
    ].filter(Boolean);
  const rows = $derived(
    runs.map((known): Row => {
      const row = logRow(known);
      return { ...row, known, result: STATUS[row.status] };
    }),
  );

  /** Headings, and how each column stands: narrow screens keep the item, the result and what it came to. */
  const WIDE = 'hidden sm:table-cell';
  const FIGURE = 'pl-3 text-right whitespace-nowrap';
  const COLUMNS: { id: string; header: string; of: (row: Row) => string | number; place?: string }[] = [
    { id: 'name', header: 'Item', of: (r) => r.name },
    { id: 'begun', header: 'Begun', of: (r) => r.begun, place: WIDE },
    { id: 'machine', header: 'Machine', of: (r) => r.machine, place: WIDE },
    { id: 'result', header: 'Result', of: (r) => r.result },
    { id: 'good', header: 'Good', of: goodShare, place: FIGURE },
    { id: 'took', header: 'Took', of: (r) => r.seconds, place: FIGURE },
    { id: 'planned', header: 'Planned', of: (r) => r.planned, place: `${WIDE} ${FIGURE}` },
  ];
  const features = tableFeatures({
    rowSortingFeature,
    sortedRowModel: createSortedRowModel(),
    sortFns: { alphanumeric: sortFn_alphanumeric },
  });
  const table = createTable<typeof features, Row>({
    features,
    columns: COLUMNS.map(({ id, header, of }) => ({ id, header, accessorFn: of })),
    get data() {
      return rows;
    },
    initialState: { sorting: [{ id: 'begun', desc: true }] },
    getRowId: (row) => row.id,
  });
  const sorted = $derived(table.getRowModel().rows);

  const AT_A_TIME = 100;
  let most = $state(AT_A_TIME);
  let open = $state<string | null>(null);
  const minute = { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' } as const;
  const thisYear = new Intl.DateTimeFormat('en-GB', minute);
  const anyYear = new Intl.DateTimeFormat('en-GB', { ...minute, year: 'numeric' });
  const when = (ms: number) =>
    (new Date(ms).getFullYear() === new Date().getFullYear() ? thisYear : anyYear).format(ms);
</script>

<table class="w-full text-left" data-testid="log">
  <thead class="label border-b border-rule">
    <tr>
      {#each COLUMNS as { id, header, place } (id)}
        {@const column = table.getColumn(id)}
        {@const way = column?.getIsSorted()}
        <th
          class={['font-normal', place]}
          scope="col"
          aria-sort={way === 'asc' ? 'ascending' : way === 'desc' ? 'descending' : 'none'}
          ><button
            type="button"
            class={[
              'inline-flex min-h-11 items-center gap-1 hover:underline print:min-h-0',
              way && 'text-ink',
            ]}
            onclick={() => column?.toggleSorting()}
            >{header}{#if way === 'asc'}<ChevronUp size={14} />{:else if way === 'desc'}<ChevronDown
                size={14}
              />{/if}</button
          ></th
        >
      {/each}
    </tr>
  </thead>
  <tbody class="divide-y divide-rule">
    {#each sorted.slice(0, most) as { original: row } (row.id)}<Guard what="This run of {row.name}" table>
        <tr class={open === row.id ? 'bg-needle-soft' : ''}>
          <td class="py-1 pr-3"
            ><button
              type="button"
              class="min-h-11 text-left font-bold underline decoration-dotted print:min-h-0"
              aria-expanded={open === row.id}
              onclick={() => (open = open === row.id ? null : row.id)}>{row.name}</button
            ><span class="label block sm:hidden">{when(row.begun)}</span></td
          >
          <td class={[WIDE, 'text-quiet']}>{when(row.begun)}</td>
          <td class={[WIDE, 'text-quiet']}>{row.machine}</td>
          <td
            >{row.result}{#if aside(row).length}<span class="text-quiet">, {aside(row).join(', ')}</span
              >{/if}</td
          >
          <td class={FIGURE}>{row.good} of {row.items}</td>
          <td class={FIGURE}>{formatDuration(row.seconds)}</td>
          <td class={[WIDE, FIGURE, 'text-quiet']}>{formatDuration(row.planned)}</td>
        </tr>
        {#if open === row.id}
          <tr><td colspan={COLUMNS.length} class="pb-6"><RunDetail known={row.known} /></td></tr>
        {/if}</Guard
      >
    {/each}
  </tbody>
</table>
{#if rows.length > most}
  <p class="mt-4 flex items-center gap-4">
    <button type="button" class="btn" onclick={() => (most += AT_A_TIME)}>Show more runs</button>
    <span class="text-quiet">{formatNumber(most)} of {formatNumber(rows.length)} are shown.</span>
  </p>
{/if}
