<script lang="ts">
  import type { CutPiece } from '$lib/core/cut';
  import { numberDef } from '$lib/core/number-words';
  import { formatLength } from '$lib/core/base';
  import NumberInPlace from '../kit/NumberInPlace.svelte';
  import { workroom } from '../state/workroom.svelte';

  // Both sizes of a piece with their sums; each figure behind them can be changed here.
  let { piece }: { piece: CutPiece } = $props();
  const sides = $derived([
    { name: 'Width', dimension: piece.width },
    { name: 'Height', dimension: piece.height },
  ]);
  const grid = $derived(workroom.unit === 'mm' ? 'cut.gridMm' : 'cut.gridInch');
</script>

<div class="flex flex-wrap gap-x-10 gap-y-2 pt-2 text-sm" data-testid="why-size">
  {#each sides as { name, dimension }, place (place)}
    <table>
      <tbody>
        {#each dimension.terms as term, place (place)}
          <tr class="align-top"
            ><td class="pr-3"
              >{term.times > 1 ? `${term.times} × ` : ''}{term.label}{#if term.number}<span
                  class="label block max-w-60">{numberDef(term.number).because}</span
                >{/if}</td
            ><td class="text-right"
              >{#if term.number}<NumberInPlace id={term.number} />{:else}{formatLength(
                  term.mm,
                  workroom.unit,
                )}{/if}</td
            ></tr
          >
        {/each}
        <tr class="border-t border-rule"
          ><td class="pr-3 font-bold">{name}, up to the grid of</td><td class="text-right"
            ><NumberInPlace id={grid} /></td
          ></tr
        >
        <tr><td></td><td class="text-right font-bold">{formatLength(dimension.cutMm, workroom.unit)}</td></tr>
      </tbody>
    </table>
  {/each}
</div>
