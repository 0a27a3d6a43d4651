<script lang="ts">
  import { limitsOf } from '$lib/core/base';
  import Fold from '../kit/Fold.svelte';
  import {
    SOLD_KEYS,
    soldSchema,
    soldAs,
    soldName,
    soldUnit,
    usuallySold,
    type Sold,
    type SoldKey,
  } from '$lib/core/catalogue';
  import NumberField from '../kit/NumberField.svelte';
  import LengthField from '../kit/LengthField.svelte';
  import { workroom } from '../state/workroom.svelte';

  // How things are sold where the maker buys, and what they cost there.
  const own = $derived(workroom.workshop.sold);
  const changed = $derived(Object.keys(own).length);
  const set = (key: SoldKey, change: Partial<Sold> | null) =>
    workroom.saveWorkshop((w) => {
      const { [key]: said, ...others } = w.sold;
      return { ...w, sold: change ? { ...others, [key]: { ...said, ...change } } : others };
    });
  /** what the price is of */
  const each = (sold: Sold, key: SoldKey) =>
    sold.pack !== undefined
      ? sold.pack === 1
        ? `a ${{ piece: 'piece', m: 'metre' }[soldUnit(key)] ?? soldUnit(key)}`
        : 'a pack'
      : sold.sheetMm !== undefined
        ? 'a sheet'
        : 'a metre off the width';
</script>

<section class="mt-10">
  <div class="mb-2 flex flex-wrap items-baseline gap-4">
    <h2 class="text-2xl">How things are sold</h2>
    <p class="flex-1 text-quiet">
      For what the shelf does not hold: Shopping and its costs go by it. What the shelf’s own stock cost
      stands before it.
    </p>
    {#if changed}<button
        type="button"
        class="btn btn-small"
        onclick={() => workroom.saveWorkshop((w) => ({ ...w, sold: {} }))}
        >All {changed} back to default</button
      >{/if}
  </div>
  <Fold class="border-t border-rule py-1"
    >{#snippet title()}<span class="flex min-h-10 items-center gap-2 text-lg font-bold"
        >Widths, packs, prices <span class="label font-normal">{SOLD_KEYS.length}</span></span
      >{/snippet}
    <ul class="divide-y divide-rule" data-testid="sold">
      {#each SOLD_KEYS as key (key)}
        {@const sold = soldAs(key, own)}
        {@const name = soldName(key)}
        {@const length = (what: 'widthMm' | 'sheetMm', label: string) => ({
          label: `${label} of ${name}`,
          labelled: 'hidden' as const,
          valueMm: sold[what] ?? 0,
          limits: limitsOf(soldSchema.shape[what]),
          onchange: (mm: number) => void set(key, { [what]: mm }),
        })}
        <li class="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5">
          <span class={['w-48', own[key] && 'font-bold']}>{name}</span>
          <span class="flex w-80 flex-wrap items-center gap-2">
            {#if sold.pack !== undefined}<span class="label w-16">in packs of</span><NumberField
                label="Pack of {name}"
                labelled="hidden"
                value={sold.pack}
                limits={limitsOf(soldSchema.shape.pack)}
                step="any"
                suffix={soldUnit(key) === 'piece' && sold.pack !== 1 ? 'pieces' : soldUnit(key)}
                onchange={(v) => set(key, { pack: v })}
              />{:else}<span class="label w-16"
                >{sold.sheetMm === undefined ? 'off a width' : 'sheets of'}</span
              ><LengthField
                {...length('widthMm', 'Width')}
                suffix={sold.sheetMm === undefined ? undefined : '×'}
              />
              {#if sold.sheetMm !== undefined}<LengthField {...length('sheetMm', 'Height')} />{/if}{/if}
          </span>
          <NumberField
            label="Price of {name}"
            labelled="hidden"
            value={sold.price}
            limits={limitsOf(soldSchema.shape.price)}
            step="any"
            suffix={each(sold, key)}
            onchange={(v) => set(key, { price: v })}
          />
          {#if own[key]}<button
              type="button"
              class="btn btn-small ml-auto"
              onclick={() => set(key, null)}
              title="{usuallySold(key).price} by default"
              aria-label="{name}: back to the default">Default</button
            >{/if}
        </li>
      {/each}
    </ul>
  </Fold>
</section>
