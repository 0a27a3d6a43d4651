<script lang="ts">
  interface Props {
    label: string;
    value: number;
    min: number;
    max: number;
    step?: number | 'any';
    suffix?: string;
    hideLabel?: boolean;
    onchange: (value: number) => void;
  }
  let { label, value, min, max, step = 1, suffix, hideLabel = false, onchange }: Props = $props();
  const id = $props.id();
  let refused = $state('');

  // Absurd figures are refused at the field, in a sentence; the last good one stays in use.
  function take(event: Event & { currentTarget: HTMLInputElement }) {
    const typed = event.currentTarget.valueAsNumber;
    const whole = step === 1 && !Number.isInteger(typed);
    refused = Number.isNaN(typed)
      ? 'Type a number.'
      : typed < min || typed > max
        ? `From ${min} to ${max}, please.`
        : whole
          ? 'Whole numbers only.'
          : '';
    if (!refused && typed !== value) onchange(typed);
  }
</script>

<div class="flex flex-col gap-1">
  <label for={id} class={hideLabel ? 'sr-only' : 'label'}>{label}</label>
  <span class="flex items-center gap-1.5">
    <input
      {id}
      type="number"
      class="w-24 text-right"
      {min}
      {max}
      {step}
      {value}
      aria-invalid={refused ? 'true' : undefined}
      aria-describedby={refused ? `${id}-refused` : undefined}
      oninput={take}
    />
    {#if suffix}<span class="label">{suffix}</span>{/if}
  </span>
  {#if refused}<span id="{id}-refused" class="text-sm text-madder" role="alert">{refused}</span>{/if}
</div>
