<script lang="ts">
  import Check from '../kit/Check.svelte';
  import { count, formatLength } from '$lib/core/base';
  import type { LaidGroup } from '../state/cut-layouts.svelte';
  import { shapeOf, cutting } from './cutting.svelte';
  import { workroom } from '../state/workroom.svelte';
  import SheetDrawing from './SheetDrawing.svelte';
  import { sheetsOf } from './sheets';

  // Straight cuts in their order, for a ruler and a rotary cutter: each measured from the last edge.
  let { laid, plain = false }: { laid: LaidGroup; plain?: boolean } = $props();
  const sheets = $derived(sheetsOf(laid, cutting.edgeToEdge));
  /** over the width of the cloth, or with its length, however it is drawn */
  const WORDS = { across: 'across', down: 'along' };
  const id = (key: string, cut: number) => `cut:${key}:${cut}`;
</script>

{#each sheets as shown (shown.key)}
  <section class="mb-5 break-inside-avoid border-t border-rule pt-2" aria-label="Cuts of {shown.item.name}">
    <h3 class="font-bold">
      {laid.group.name}: {shown.item.name}{#if shown.roll}, {formatLength(shown.heightMm, workroom.unit)} off it{/if}
    </h3>
    <p class="label mb-1">
      {shown.count > 1
        ? `${count(shown.count, 'sheet')} alike, ${shown.goes > 1 ? `in ${shown.goes} stacks of up to ${shown.atOnce}` : 'in one stack'}. `
        : ''}{shown.roll ? `First cut ${formatLength(shown.heightMm, workroom.unit)} off the roll. ` : ''}
      {shown.plan?.cuts.length
        ? 'Across goes over the width, along with the length. Each is measured, from the side of the corner marked 0, from the edge of what lies under the ruler; strips, in bold, come first.'
        : shown.plan
          ? 'Nothing more to cut.'
          : 'Nested freely: cut round the pieces, or use the template.'}
    </p>
    <div class="flex flex-wrap gap-5">
      <SheetDrawing
        sheet={shown.sheet}
        group={laid.group}
        {shapeOf}
        widthMm={shown.item.widthMm}
        heightMm={shown.heightMm}
        name={shown.item.name}
        cuts={shown.plan?.cuts}
        hasDirection={shown.item.directional}
        done={(n) => cutting.ticks.includes(id(shown.key, n))}
      />
      {#if shown.plan?.cuts.length}
        <ol class="min-w-64 flex-1 columns-2 text-sm" aria-label="Cuts in order">
          {#each shown.plan.cuts as cut (cut.number)}
            {@const done = cutting.ticks.includes(id(shown.key, cut.number))}
            <li class="break-inside-avoid">
              <Check
                class={['min-h-7', done && !plain && 'text-quiet line-through']}
                checked={done}
                onchange={(on) => cutting.tick(id(shown.key, cut.number), on)}
                top
                ><span
                  ><strong>{cut.number}.</strong>
                  <span class={[cut.level === 0 && 'font-bold']}
                    >{WORDS[cut.direction]}, {formatLength(cut.atMm, workroom.unit)}</span
                  >{#if cut.stack.length > 1}, {cut.stack.length} stacked{/if}</span
                ></Check
              >
            </li>
          {/each}
        </ol>
      {/if}
    </div>
  </section>
{/each}
