<script lang="ts">
  import Guard from '../kit/Guard.svelte';
  import Part from '../kit/Part.svelte';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import type { GroupPiece } from '$lib/core/cut';
  import { pieceTemplate, type PieceShape } from '$lib/core/template';
  import { formatLength, formatSize } from '$lib/core/base';
  import { anyShape, cutting } from './cutting.svelte';
  import { workroom } from '../state/workroom.svelte';
  import PieceFacts from './PieceFacts.svelte';
  import PieceSketch from './PieceSketch.svelte';
  import Swatch from './Swatch.svelte';
  import TemplateButtons from './TemplateButtons.svelte';

  // Every piece of the chosen orders by what it is cut from; each opens to its sketch and its sum.
  let shown = $state<string | null>(null);
  const orderOf = (id: string) => cutting.orders.find(({ build }) => build.id === id);
  const notes = ({ mayTurn, cut }: GroupPiece) =>
    [
      !mayTurn && 'not turned',
      cut.preCut && 'cut to shape',
      cut.mirrored && 'mirrored',
      cut.prewash === 'first' && 'prewash first',
    ].filter(Boolean);
  const drawing = (p: GroupPiece, shape: PieceShape) =>
    pieceTemplate(shape, p.buildName, formatSize(p.widthMm, p.heightMm, workroom.unit));
  const cutBuilds = $derived(
    cutting.orders.filter(({ build }) =>
      Object.keys(cutting.already).some((id) => id.startsWith(`${build.id}:`)),
    ),
  );
</script>

{#each cutting.large as { piece, nearest, shortMm, turnHelps, marginMm } (piece.id)}
  <p class="mb-2 border-l-4 border-madder bg-madder-soft px-3 py-1" role="alert">
    {piece.name} of {piece.buildName} is larger than any of its stock: {nearest.name} comes nearest and is {formatLength(
      shortMm,
      workroom.unit,
    )} short.
    {[
      turnHelps && 'turned it would fit: allow that on the build',
      marginMm !== null && `with a margin of ${formatLength(marginMm, workroom.unit)} it would fit`,
      'else join two pieces, or buy a larger one',
    ]
      .filter(Boolean)
      .join('; ')}.
  </p>
{/each}
{#each cutBuilds as { build } (build.id)}
  <p class="mb-2 flex flex-wrap items-center gap-3 border-l-4 border-needle bg-needle-soft px-3 py-1">
    <span class="flex-1">Pieces of {build.name} are cut already and are not asked for again.</span>
    <button type="button" class="btn btn-small" onclick={() => cutting.cutAnew(build.id)}
      >A new order: cut them anew</button
    >
  </p>
{/each}
{#each cutting.groups as group (group.key)}<Guard what={group.name} row>
    <section class="mb-4" aria-label={group.name}>
      <h2 class="flex items-center gap-3 text-xl">
        <Swatch colour={group.colour} material={group.material} />{group.name}
      </h2>
      <p class="label">
        {group.stock.length
          ? `On the shelf: ${group.stock.map((s) => s.name).join(', ')}.`
          : 'None of it on the shelf.'}{group.plies > 1
          ? ` Up to ${group.plies} layers are cut at once.`
          : ' One layer at a time.'}
      </p>
      <table class="w-full max-w-4xl table-fixed">
        <tbody class="divide-y divide-rule">
          {#each group.pieces as piece (piece.id)}
            {@const shape = anyShape(piece.id)}
            {@const known = piece.cut.of
              ? undefined
              : orderOf(piece.buildId)?.scorePieces.find((p) => p.id === piece.cut.id)}
            <tr
              ><td class="py-1"
                ><button
                  type="button"
                  class="tap flex items-baseline gap-1 text-left hover:underline"
                  aria-expanded={shown === piece.id}
                  onclick={() => (shown = shown === piece.id ? null : piece.id)}
                  ><ChevronRight
                    size={14}
                    class={['shrink-0 self-center', shown === piece.id && 'rotate-90']}
                  /><span
                    >{piece.name}
                    <span class="label">{[piece.buildName, ...notes(piece)].join(' · ')}</span></span
                  ></button
                ></td
              ><td class="w-32 text-right whitespace-nowrap sm:w-40"
                >{formatSize(piece.widthMm, piece.heightMm, workroom.unit)}</td
              ><td class="w-14 text-right text-lg sm:w-20">{piece.quantity} ×</td></tr
            >
            {#if shown === piece.id && shape}
              <tr class="bg-paper"
                ><td colspan="3"
                  ><div class="flex flex-wrap gap-6 p-3">
                    <PieceSketch piece={piece.cut} template={shape} />
                    <div class="flex min-w-72 flex-1 flex-col gap-2">
                      {#if known}
                        <PieceFacts
                          piece={known}
                          preCut={piece.cut.preCut}
                          mayTurn={piece.mayTurn}
                          hooped={piece.cut.flat === null}
                          onmaterial={(change) => cutting.changePiece(piece.buildId, known.id, change)}
                        />
                      {/if}
                      {#if piece.cut.preCut}<TemplateButtons
                          name="{piece.buildName}, {piece.name}"
                          drawing={() => drawing(piece, shape)}
                        />{/if}
                      <Part load={() => import('./WhySize.svelte')}
                        >{#snippet children({ default: WhySize })}<WhySize
                            piece={piece.cut}
                          />{/snippet}</Part
                      >
                    </div>
                  </div></td
                ></tr
              >
            {/if}
          {/each}
        </tbody>
      </table>
    </section></Guard
  >
{:else}
  <p class="text-quiet">
    {cutting.chosen.length
      ? 'Everything for these orders is cut.'
      : 'Choose an order above to see what it needs.'}
  </p>
{/each}
