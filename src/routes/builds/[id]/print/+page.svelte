<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import { gatherFindings } from '$lib/core/check';
  import { stopList } from '$lib/core/score';
  import { count, formatDuration, formatSize } from '$lib/core/base';
  import ThreadTable from '$lib/ui/cut/ThreadTable.svelte';
  import CutList from '$lib/ui/cut/CutList.svelte';
  import Paper from '$lib/ui/kit/Paper.svelte';
  import RunSheet from '$lib/ui/score/RunSheet.svelte';
  import { openCheck } from '$lib/ui/score/open-check';
  import { openEditor } from '$lib/ui/score/open-editor';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const editor = openEditor();
  const check = openCheck(editor);
  onMount(() => void editor.load(page.params.id ?? ''));
</script>

<svelte:head><title>{editor.build?.name ?? 'Sheet'} · run and cut sheet</title></svelte:head>

{#if editor.problem}
  <p class="p-8" role="alert">{editor.problem.message} {editor.problem.next}</p>
{:else if editor.plan && editor.build && editor.reading && editor.tape}
  {@const plan = editor.plan}
  {@const drawing = { plan, reading: editor.reading, tape: editor.tape }}
  {@const id = editor.build.id}
  <Paper>
    {#snippet actions()}<a class="btn" href={resolve('/builds/[id]', { id })}>Back to the build</a>{/snippet}
    <h1 class="text-2xl">{editor.build.name}</h1>
    <p>
      {formatSize(plan.design.size.width, plan.design.size.height, workroom.unit)} · hoop {plan.hooping.hoop
        .name} on
      {plan.machine.name} · {formatDuration(plan.time.item.itemSeconds)}
      {plan.order.inTape > 1 ? `for the ${plan.order.inTape} in it` : 'an item'} · {plan.order.load} to load in
      {count(plan.order.hoopings, 'hooping')}
    </p>
    <p class="label mb-3">
      The machine’s manual, product-safety law and a licensed technician come first. Jolt Step certifies
      nothing.
    </p>
    {#if check.findings.length}
      <h2 class="mt-4 mb-1 text-xl">Before the first stitch</h2>
      <ul>
        {#each gatherFindings(check.findings) as { finding, also }, i (i)}<li class="break-inside-avoid">
            <strong>{{ stop: 'Ruins it:', mind: 'Mind:', tip: 'Tip:' }[finding.severity]}</strong>
            {[finding, ...also].map((f) => f.message).join(' ')}
            <span class="text-quiet">{finding.because}</span>
          </li>{/each}
      </ul>
    {/if}
    {#if plan.machine.kind === 'multi-needle'}
      {@const halts = stopList(plan.score).filter((s) => s.hands.length)}
      {#if halts.length}<p class="mt-2">
          Halts to programme on {plan.machine.name}: after blocks
          <strong>{halts.map((h) => h.stop).join(', ')}</strong>.
        </p>{/if}
    {/if}
    <h2 class="mt-4 mb-1 text-xl">Run sheet</h2>
    <RunSheet {drawing} />
    <div class="break-before-page"></div>
    <h2 class="mt-6 mb-1 text-xl">Cut sheet</h2>
    <CutList pieces={plan.cut.pieces} scorePieces={plan.score.pieces} order={plan.order} />
    <ThreadTable thread={plan.thread} order={plan.order} />
    {#if editor.build.notes}<h2 class="mt-6 mb-1 text-xl">Notes</h2>
      <p class="whitespace-pre-wrap">{editor.build.notes}</p>{/if}
  </Paper>
{:else}
  <p class="p-8" role="status">Reading the tape …</p>
{/if}
