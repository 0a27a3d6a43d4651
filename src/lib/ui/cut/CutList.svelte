<script lang="ts">
  import {
    explainDimension,
    formatNotion,
    orderedNotions,
    type CutPiece,
    type NotionNeed,
  } from '$lib/core/cut';
  import type { Build } from '$lib/core/build';
  import { needOf, type OrderPlan } from '$lib/core/order';
  import type { Design, ScorePiece } from '$lib/core/score';
  import { MATERIALS } from '$lib/core/catalogue';
  import { formatLength, formatSize, itemAt } from '$lib/core/base';
  import { pieceShape, pieceTemplate } from '$lib/core/template';
  import PieceFacts from './PieceFacts.svelte';
  import PieceSketch from './PieceSketch.svelte';
  import TemplateButtons from './TemplateButtons.svelte';
  import Swatch from './Swatch.svelte';
  import WhySize from './WhySize.svelte';
  import { workroom } from '../state/workroom.svelte';

  interface Props {
    pieces: readonly CutPiece[];
    /** items to load, and hoopings they take */
    order: Pick<OrderPlan, 'load' | 'designs' | 'hoopings' | 'spare' | 'inTape'>;
    /** with what the maker knows about each; left out where nothing can be changed */
    scorePieces?: readonly ScorePiece[];
    /** to draw the pieces from */
    design?: Design;
    /** zips, snaps and the like, of one item */
    notions?: readonly NotionNeed[];
    onmaterial?: (id: string, change: Build['materials'][string]) => void;
  }
  let { pieces, scorePieces, order, design, notions = [], onmaterial }: Props = $props();
  const ordered = $derived(orderedNotions(notions, order));
  let shown = $state<string | null>(null);
  const template = (piece: CutPiece) =>
    pieceTemplate(
      pieceShape(piece, design as Design, workroom.numbers),
      piece.purpose,
      formatSize(piece.width.cutMm, piece.height.cutMm, workroom.unit),
    );
  const factsOf = (id: string) => scorePieces?.find((p) => p.id === id);
  /** what differs from plain, in a few words */
  const facts = (p: ScorePiece | undefined) =>
    p
      ? [
          p.layers > 1 && `${p.layers} layers`,
          ...p.traits,
          p.fusible !== 'none' && `${p.fusible} fusible`,
          p.interfacing && 'interfacing',
          p.prewashed && 'prewashed',
        ].filter(Boolean)
      : [];
</script>

{#if pieces.length === 0}
  <p class="py-6 text-quiet">
    No block of this tape places or holds a piece, so there is nothing to cut but the base.
  </p>
{:else}
  <table class="w-full text-left" data-testid="cut-list">
    <thead class="label border-b border-rule">
      <tr>
        <th class="w-14 py-1 font-normal" scope="col"><span class="sr-only">Swatch</span></th>
        <th class="py-1 font-normal" scope="col">Piece</th>
        <th class="py-1 text-right font-normal" scope="col">Width</th>
        <th class="py-1 text-right font-normal" scope="col">Height</th>
        <th class="py-1 pl-6 font-normal" scope="col">Where the size comes from</th>
        <th class="py-1 text-right font-normal" scope="col"
          >{order.load > 1 ? `For ${order.load}` : 'Count'}</th
        >
      </tr>
    </thead>
    <tbody class="divide-y divide-rule">
      {#each pieces as piece (piece.id)}
        <tr>
          <td class="py-1.5">
            {#if onmaterial && piece.times === null}
              <label class="block cursor-pointer" title="Change the colour">
                <Swatch colour={piece.colour} material={piece.material} />
                <input
                  type="color"
                  class="sr-only"
                  aria-label="Colour of {piece.name}"
                  value={piece.colour}
                  onchange={(e) => onmaterial(piece.id, { colour: e.currentTarget.value })}
                />
              </label>
            {:else}<Swatch colour={piece.colour} material={piece.material} />{/if}
          </td>
          <td class="py-1.5 pr-2">
            <strong>{piece.name}</strong><br /><span class="label"
              >{[
                MATERIALS[piece.material].name,
                piece.purpose,
                ...(piece.perHooping && piece.times === null && order.hoopings < order.designs
                  ? ['one a hooping']
                  : []),
                ...facts(factsOf(piece.id)),
              ].join(', ')}</span
            >
            {#if onmaterial && factsOf(piece.of ?? piece.id) && !piece.of}<button
                type="button"
                class="ml-1 text-sm text-needle underline"
                aria-expanded={shown === piece.id}
                onclick={() => (shown = shown === piece.id ? null : piece.id)}>what and why …</button
              >{/if}
          </td>
          <td class="text-right text-lg whitespace-nowrap"
            >{formatLength(piece.width.cutMm, workroom.unit)}</td
          >
          <td class="pl-4 text-right text-lg whitespace-nowrap"
            >{formatLength(piece.height.cutMm, workroom.unit)}</td
          >
          <td class="label py-1.5 pl-6">
            {explainDimension(piece.width, workroom.unit)}<br />{explainDimension(
              piece.height,
              workroom.unit,
            )}{piece.preCut ? ' · cut to the line from this' : ''}
          </td>
          <td class="text-right text-lg">{needOf(piece, order)}</td>
        </tr>
        {@const known = factsOf(piece.id)}
        {#if shown === piece.id && known && onmaterial}
          <tr class="bg-paper"
            ><td colspan="6"
              ><div class="flex flex-wrap gap-6 p-3">
                {#if design}<PieceSketch
                    {piece}
                    template={pieceShape(piece, design, workroom.numbers)}
                  />{/if}
                <div class="min-w-80 flex-1">
                  <PieceFacts
                    piece={known}
                    preCut={piece.preCut}
                    mayTurn={piece.mayTurn}
                    hooped={piece.flat === null}
                    onmaterial={(change) => onmaterial(piece.id, change)}
                  />
                  {#if piece.prewash === 'first'}<p class="text-hands">
                      Prewash it: the item will be washed, and {MATERIALS[piece.material].name} shrinks.
                    </p>{/if}
                  {#if design && piece.preCut}<TemplateButtons
                      name={piece.name}
                      drawing={() => template(piece)}
                    />{/if}
                  <WhySize {piece} />
                </div>
              </div></td
            ></tr
          >
        {/if}
      {/each}
    </tbody>
  </table>
{/if}
{#if notions.length}
  <section class="mt-6" aria-label="Small parts" data-testid="notions">
    <h2 class="mb-1 text-xl">Small parts and adhesives</h2>
    <ul class="max-w-xl divide-y divide-rule">
      {#each notions as need, place (place)}
        <li class="flex gap-4 py-1">
          <span class="flex-1"
            >{formatNotion(need.notion, need.amount)}{need.lengthMm
              ? `, at least ${formatLength(need.lengthMm, workroom.unit)}`
              : ''} <span class="label">{need.because}</span></span
          >{#if order.designs > 1}<span class="label"
              >for {need.afterwards ? order.load - order.spare : order.load}: {formatNotion(
                need.notion,
                itemAt(ordered, place).amount,
              )}</span
            >{/if}
        </li>
      {/each}
    </ul>
  </section>
{/if}
