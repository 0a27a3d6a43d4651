<script lang="ts">
  import { formatNumber, type Limits } from '$lib/core/base';
  import type { ClassValue } from 'svelte/elements';

  interface Props {
    label: string;
    /** null: nothing is said yet */
    value: number | null;
    limits: Limits;
    step?: number | 'any';
    suffix?: string;
    /** where the label stands; hidden: it is only read out */
    labelled?: 'above' | 'beside' | 'hidden';
    placeholder?: string;
    /** each figure is taken as it is typed; false: once, when it is left */
    live?: boolean;
    class?: ClassValue;
    onchange: (value: number) => void;
    /** emptied; without it a figure is asked for */
    onclear?: () => void;
  }
  let {
    label,
    value,
    limits,
    step = 1,
    suffix,
    labelled = 'above',
    placeholder,
    live = true,
    class: own = 'w-24',
    onchange,
    onclear,
  }: Props = $props();
  const id = $props.id();
  const { min, max } = $derived(limits);
  let refused = $state('');

  // Absurd figures are refused at the field, in a sentence; the last good one stays in use.
  function take({
    currentTarget: { value: text, valueAsNumber: typed },
  }: {
    currentTarget: HTMLInputElement;
  }) {
    const isEmpty = text === '' && onclear !== undefined;
    const whole = step === 1 && !Number.isInteger(typed);
    refused = isEmpty
      ? ''
      : Number.isNaN(typed)
        ? 'Type a number.'
        : typed < min || typed > max
          ? `From ${formatNumber(min)} to ${formatNumber(max)}, please.`
          : whole
            ? 'Whole numbers only.'
            : '';
    if (refused) return;
    if (isEmpty) onclear?.();
    else if (typed !== value) onchange(typed);
  }
</script>

<div class={['flex', labelled === 'above' ? 'flex-col gap-1' : 'flex-wrap items-center gap-x-1.5']}>
  <label for={id} class={labelled === 'hidden' ? 'sr-only' : 'label'}>{label}</label>
  <span class="flex items-center gap-1.5">
    <input
      {id}
      type="number"
      class={['text-right', own]}
      {min}
      {max}
      {step}
      {placeholder}
      value={value ?? ''}
      aria-invalid={refused ? 'true' : undefined}
      aria-describedby={refused ? `${id}-refused` : undefined}
      oninput={live ? take : () => (refused = '')}
      onchange={live ? undefined : take}
    />
    {#if suffix}<span class="label">{suffix}</span>{/if}
  </span>
  {#if refused}<span id="{id}-refused" class="text-sm text-madder" role="alert">{refused}</span>{/if}
</div>
