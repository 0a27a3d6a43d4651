<script lang="ts">
  import { MATERIALS } from '$lib/core/catalogue';
  import { CLOTHS, recipeById, RECIPES } from '$lib/core/recipe';
  import Check from '../kit/Check.svelte';
  import Select from '../kit/Select.svelte';
  import type { Outlining } from '../state/outlining.svelte';
  import { lookOf } from './looks';
  import RowFigures from './RowFigures.svelte';

  // The lines in the order of their stops; one that is pressed shows its figures.
  let { outlining }: { outlining: Outlining } = $props();
  const recipes = RECIPES.map((id) => [id, recipeById(id).name] as const);
  const cloths = CLOTHS.map((kind) => [kind, MATERIALS[kind].name] as const);
  const { recipe, rows, draft } = $derived(outlining);
  const stitched = (row: (typeof rows)[number]) => {
    const { part, role, places } = row;
    if (role === null) return draft.tapeId ? 'as it came' : 'none yet';
    if (row.letters) return `“${row.letters.text}”`;
    if (part.kind === 'basting') return 'long stitches';
    if (places) return part.ringMm ? `ring of ${part.ringMm} mm` : 'crosses';
    return part.widthMm ? `${part.stitch}, ${part.widthMm} mm` : part.stitch.replace('-', ' ');
  };
  const choose = (id: string) => (outlining.chosenId = outlining.chosenId === id ? null : id);
</script>

<section aria-label="Recipe" class="flex flex-col gap-2">
  <label class="flex flex-col gap-1"
    ><span class="label">What it becomes</span><Select
      value={draft.recipe}
      options={recipes}
      onchange={(id) => outlining.takeRecipe(id)}
      class="w-full"
      testid="recipe"
    /></label
  >
  <p class="label">{recipe.summary}</p>
  <label class="flex items-center gap-2"
    ><span class="label">In</span><Select
      value={recipe.cloth}
      options={cloths}
      onchange={(cloth) => outlining.takeCloth(cloth)}
      testid="cloth"
    /></label
  >
  <ol class="divide-y divide-rule border-y border-rule" data-testid="rows">
    {#each outlining.stops as { row, stop, mayJoin }, n (row.id)}
      {#if n > 0 && row.hooping !== rows[n - 1]?.hooping}
        <li class="label bg-ground px-1 py-1 font-bold" role="presentation">
          Next hooping: {recipe.hoopings[row.hooping]?.name}
        </li>
      {/if}
      <li class={['py-0.5', outlining.chosenId === row.id && 'bg-paper']}>
        <div class="flex items-center gap-2">
          <Check
            checked={row.isOn}
            label="Sew {row.name}"
            onchange={(isOn) => outlining.setPart(row.id, { isOn })}
            class="p-2"
          />
          <button
            type="button"
            class={['flex min-h-11 min-w-0 flex-1 items-center gap-2 text-left', !row.isOn && 'text-quiet']}
            aria-expanded={outlining.chosenId === row.id}
            onclick={() => choose(row.id)}
          >
            <span class="w-5 text-right text-quiet tabular-nums">{stop ?? ''}</span>
            <svg width="26" height="10" aria-hidden="true"
              ><path
                d="M1 5H25"
                stroke={lookOf(row).colour}
                stroke-dasharray={lookOf(row).dash}
                stroke-width={row.part.widthMm ? 6 : 2.5}
              /></svg
            >
            <span class="min-w-0 flex-1 truncate font-bold">{row.name}</span>
            <span class="label shrink-0">{stitched(row)}</span>
          </button>
        </div>
        {#if outlining.chosenId === row.id}
          <RowFigures {outlining} {row} {mayJoin} />
        {:else if row.hands && row.isOn}
          <p class="label pb-1 pl-17 text-hands">{row.hands}</p>
        {/if}
      </li>
    {/each}
  </ol>
</section>
