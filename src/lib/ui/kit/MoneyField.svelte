<script lang="ts">
  import { formatMoney, inMain, inSmallest, moneyDigits } from '$lib/core/base';
  import { workroom } from '../state/workroom.svelte';
  import NumberField from './NumberField.svelte';

  // An amount in the maker's currency; kept in its smallest unit. Emptied, it is as worked out.
  interface Props {
    label: string;
    /** null: nothing is agreed */
    value: number | null;
    /** what stands there until something is typed */
    usual: number | null;
    onchange: (value: number | null) => void;
  }
  let { label, value, usual, onchange }: Props = $props();
  const currency = $derived(workroom.workshop.currency);
  const MOST = 1_000_000_000;
</script>

<NumberField
  {label}
  labelled="hidden"
  class="w-28"
  value={value === null ? null : inMain(value, currency)}
  limits={{ min: 0, max: MOST }}
  step="any"
  live={false}
  placeholder={usual === null ? '' : inMain(usual, currency).toFixed(moneyDigits(currency))}
  onchange={(v) => onchange(Math.round(inSmallest(v, currency)))}
  onclear={() => onchange(null)}
/>
{#if value !== null && usual !== null && value !== usual}<span class="label"
    >worked out {formatMoney(usual, currency)}</span
  >{/if}
