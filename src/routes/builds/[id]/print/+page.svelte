<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import { gatherFindings } from '$lib/core/check';
  import { stepFacts } from '$lib/core/plan';
  import { stopList } from '$lib/core/score';
  import { CAUTIONS } from '$lib/core/catalogue';
  import { count, itemAt, formatDuration, formatSize } from '$lib/core/base';
  import { durationWords } from '$lib/ui/kit/names';
  import ThreadTable from '$lib/ui/cut/ThreadTable.svelte';
  import CutList from '$lib/ui/cut/CutList.svelte';
  import { openEditor } from '$lib/ui/score/open-editor';
  import { workroom } from '$lib/ui/state/workroom.svelte';

  const editor = openEditor();
  onMount(() => void editor.load(page.params.id ?? ''));
</script>

<svelte:head><title>{editor.build?.name ?? 'Sheet'} · run and cut sheet</title></svelte:head>

{#if editor.problem}
  <p class="p-8" role="alert">{editor.problem.message} {editor.problem.next}</p>
{:else if editor.plan && editor.build && editor.reading}
  {@const plan = editor.plan}
  <div class="mx-auto max-w-[190mm] p-6 text-[13px] print:max-w-none print:p-0">
    <p class="no-print mb-4 flex gap-2">
      <button type="button" class="btn btn-strong" onclick={() => print()}>Print</button>
      <a class="btn" href={resolve('/builds/[id]', { id: editor.build.id })}>Back to the build</a>
    </p>
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
    {#if editor.findings.length}
      <h2 class="mt-4 mb-1 text-xl">Before the first stitch</h2>
      <ul>
        {#each gatherFindings(editor.findings) as { finding, also }, i (i)}<li class="break-inside-avoid">
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
    <table class="w-full text-left">
      <thead class="label border-b border-rule"
        ><tr
          ><th class="w-8 font-normal" scope="col">✓</th><th class="w-16 font-normal" scope="col">Hand</th><th
            class="w-14 font-normal"
            scope="col">Stop</th
          ><th class="font-normal" scope="col">What</th><th class="w-16 text-right font-normal" scope="col"
            >Time</th
          ></tr
        ></thead
      >
      <tbody class="divide-y divide-rule">
        {#each plan.score.steps as step (step.id)}
          <tr class="break-inside-avoid align-top">
            <td class="py-0.5"><span class="inline-block h-3 w-3 border border-ink"></span></td>
            {#if step.kind === 'hand'}
              <td class="font-bold">{step.hand}</td><td>{step.stop}</td>
              <td
                ><strong>{step.title}.</strong>
                {step.text}
                <span class="block text-quiet"
                  >{stepFacts(step, plan, workroom.unit).join(' · ')}{step.hoop === 'stay'
                    ? `: ${step.hoopBecause}`
                    : ''}</span
                >
                {#each step.cautions as caution, place (place)}<em class="block">Care: {CAUTIONS[caution]}</em
                  >{/each}</td
              >
            {:else}
              <td class="text-quiet">needle</td><td>{step.stop}</td>
              <td
                >{step.inserted ? '' : `Block ${step.block + 1}: `}{step.title}
                <span class="text-quiet">{stepFacts(step, plan, workroom.unit).join(' · ')}</span></td
              >
            {/if}
            <td class="text-right whitespace-nowrap">{durationWords(itemAt(plan.time.steps, step.id))}</td>
          </tr>
        {/each}
      </tbody>
    </table>
    <div class="break-before-page"></div>
    <h2 class="mt-6 mb-1 text-xl">Cut sheet</h2>
    <CutList pieces={plan.cut.pieces} scorePieces={plan.score.pieces} order={plan.order} />
    <ThreadTable thread={plan.thread} order={plan.order} />
    {#if editor.build.notes}<h2 class="mt-6 mb-1 text-xl">Notes</h2>
      <p class="whitespace-pre-wrap">{editor.build.notes}</p>{/if}
  </div>
{:else}
  <p class="p-8" role="status">Reading the tape …</p>
{/if}
