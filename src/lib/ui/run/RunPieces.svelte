<script lang="ts">
  import { actionOf } from '$lib/core/catalogue';
  import type { HandStep } from '$lib/core/score';
  import { piecesEach } from '$lib/core/run';
  import type { MaterialKind } from '$lib/core/catalogue';
  import { count, formatRoughly, formatSize } from '$lib/core/base';
  import Swatch from '../cut/Swatch.svelte';
  import type { RunSession } from '../state/run-session.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { HOOP, signOfPlace, SIGNS, type Sign } from './signs';

  // What is in the hands at this step: the piece at its size, which way, where, how held, the hoop, the tools.
  let { session, step }: { session: RunSession; step: HandStep } = $props();
  /** of each piece: one for every item, but for what is done to the hoop */
  const times = $derived(session.run ? piecesEach(session.run, step) : 1);
  const laid = $derived(actionOf(step).effect === 'put');
  /** what decides whether the piece must be ripped out again: read from two metres away */
  const signs = $derived(
    [
      laid && step.face && { label: 'right side', word: step.face, drawing: SIGNS[step.face] },
      signOfPlace(step),
      step.hoop && { ...HOOP[step.hoop], label: 'hoop' },
    ].filter((s): s is Sign => typeof s === 'object' && s !== null),
  );
  const facts = $derived(
    [
      step.tapeSides > 0 && `tape ${count(step.tapeSides, 'side')}`,
      (session.run?.waits[step.id] ?? 0) > 0 &&
        `then ${formatRoughly(session.run?.waits[step.id] ?? 0)} by itself`,
    ].filter((f): f is string => typeof f === 'string'),
  );
  // "tape 2 sides" says it already.
  const tools = $derived(step.tools.filter((tool) => tool !== 'tape' || !step.tapeSides));
</script>

<ul class="flex flex-wrap gap-2" data-testid="signs">
  {#each signs as { label, word, drawing }, place (place)}
    <li class="flex items-center gap-3 rounded-lg bg-hands-soft px-3 py-1.5 sm:pr-5">
      <svg viewBox="0 0 40 40" class="h-12 w-12 shrink-0 lg:h-14 lg:w-14" aria-hidden="true">
        {#each drawing as { d, filled }, place (place)}<path
            {d}
            fill={filled ? 'var(--hands)' : 'none'}
            stroke={filled ? 'none' : 'currentColor'}
            stroke-width="2.4"
            stroke-linecap="round"
            stroke-linejoin="round"
          />{/each}
      </svg>
      <span class="flex flex-col"
        ><span class="text-base leading-tight text-quiet lg:text-lg">{label}</span><strong class="run-sign"
          >{word}</strong
        ></span
      >
    </li>
  {/each}
</ul>
<ul class="flex flex-wrap items-center gap-2 text-xl">
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
{#if step.hoop === 'stay' && step.hoopBecause}<p class="text-xl">Stays on: {step.hoopBecause}</p>{/if}
