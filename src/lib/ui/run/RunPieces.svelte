<script lang="ts">
  import { actionOf } from '$lib/core/catalogue';
  import { placeOf, type HandStep } from '$lib/core/score';
  import { piecesEach } from '$lib/core/run';
  import type { MaterialKind } from '$lib/core/catalogue';
  import { count, formatRoughly, formatSize } from '$lib/core/base';
  import Swatch from '../cut/Swatch.svelte';
  import type { RunSession } from '../state/run-session.svelte';
  import { workroom } from '../state/workroom.svelte';

  // What is in the hands at this step: the piece at its size, which way, where, how held, the hoop, the tools.
  let { session, step }: { session: RunSession; step: HandStep } = $props();
  /** of each piece: one for every item, but for what is done to the hoop */
  const times = $derived(session.run ? piecesEach(session.run, step) : 1);
  const laid = $derived(actionOf(step).effect === 'put');
  const facts = $derived(
    [
      laid && step.face && `right side ${step.face}`,
      placeOf(step),
      step.tapeSides > 0 && `tape ${count(step.tapeSides, 'side')}`,
      step.hoop === 'stay' && 'hoop stays on',
      step.hoop === 'off' && 'hoop off',
      step.hoop === 'may' && 'hoop may come off',
      (session.run?.waits[step.id] ?? 0) > 0 &&
        `then ${formatRoughly(session.run?.waits[step.id] ?? 0)} by itself`,
    ].filter((f): f is string => typeof f === 'string'),
  );
  // "tape 2 sides" says it already.
  const tools = $derived(step.tools.filter((tool) => tool !== 'tape' || !step.tapeSides));
</script>

<ul class="flex flex-wrap gap-2 text-lg">
  {#each session.pieces as piece (piece.id)}
    <li class="flex items-center gap-2 rounded bg-paper px-2 py-1">
      <Swatch colour={piece.colour} material={piece.material as MaterialKind} /><strong
        >{times > 1 ? `${times} × ` : ''}{piece.name}</strong
      >
      {formatSize(piece.widthMm, piece.heightMm, workroom.unit)}
    </li>
  {/each}
  {#each facts as fact, place (place)}<li class="rounded bg-hands-soft px-3 py-1">{fact}</li>{/each}
  {#each tools as tool, place (place)}<li class="rounded border border-quiet px-3 py-1">{tool}</li>{/each}
</ul>
{#if step.hoop === 'stay' && step.hoopBecause}<p class="text-lg">Stays on: {step.hoopBecause}</p>{/if}
