<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import Printer from '@lucide/svelte/icons/printer';
  import { resolve } from '$app/paths';
  import { orFault } from '../state/or-fault';
  import { workroom } from '../state/workroom.svelte';
  import { saveAs } from '../kit/save-as';
  import { personName, plan } from './plan.svelte';

  // The plan to take along: a calendar, a table, everything, paper.
  const KINDS = {
    Calendar: ['batch.ics', 'text/calendar'],
    CSV: ['batch.csv', 'text/csv'],
    JSON: ['batch.json', 'application/json'],
  } as const;
  async function save(kind: keyof typeof KINDS) {
    const { batch, schedule } = plan;
    if (!batch || !schedule) return;
    const files = await import('$lib/core/batch-file');
    const buildName = (id: string) => workroom.builds.find((b) => b.id === id)?.name ?? '';
    const all = { batch, schedule, lines: plan.open, buildName, personName };
    const write = { Calendar: files.planIcs, CSV: files.planCsv, JSON: files.planJson }[kind];
    const [name, type] = KINDS[kind];
    const text = orFault(null, 'The plan as a file', () => write(all));
    if (text !== null) saveAs(name, type, text);
  }
</script>

<div class="no-print mt-6 flex flex-wrap gap-2" role="group" aria-label="The plan to take along">
  <a class="btn btn-small" href={resolve('/batch/print')}><Printer size={16} />Batch sheet</a>
  <a class="btn btn-small" href={resolve('/prepare?of=plan')}>Prepare</a>
  <a class="btn btn-small" href={resolve('/run/watch')}>Watch the runs</a>
  {#each Object.keys(KINDS) as (keyof typeof KINDS)[] as kind, place (place)}
    <button type="button" class="btn btn-small" onclick={() => void save(kind)}
      ><Download size={16} />{kind}</button
    >
  {/each}
</div>
