<script lang="ts">
  import Calendar from '@lucide/svelte/icons/calendar';
  import X from '@lucide/svelte/icons/x';
  import Part from './Part.svelte';

  // A day in words; the month to choose it from is fetched when it is pressed.
  interface Props {
    label: string;
    /** an ISO date, as 2026-11-28; null: none */
    value: string | null;
    /** it is only read out */
    isLabelHidden?: boolean;
    onchange: (value: string | null) => void;
  }
  let { label, value, isLabelHidden = false, onchange }: Props = $props();
  let isAsked = $state(false);
  const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }); // prettier-ignore
  const words = $derived(value ? day.format(new Date(value)) : 'Choose a day');
</script>

<div class="flex flex-col gap-1">
  {#if !isLabelHidden}<span class="label" aria-hidden="true">{label}</span>{/if}
  <div class="flex items-center gap-1">
    {#if isAsked}
      <Part load={() => import('./DayPicker.svelte')}>
        {#snippet children({ default: DayPicker })}<DayPicker {label} {value} {onchange} />{/snippet}
      </Part>
    {:else}
      <button
        type="button"
        class="btn min-w-48 justify-start"
        aria-label="{label}: {words}"
        onclick={() => (isAsked = true)}><Calendar size={18} />{words}</button
      >
    {/if}
    {#if value}<button
        type="button"
        class="btn btn-small"
        aria-label="No date for {label}"
        onclick={() => onchange(null)}><X size={15} /></button
      >{/if}
  </div>
</div>
