<script lang="ts">
  import type { ComponentProps } from 'svelte';
  import { workroom } from '../state/workroom.svelte';
  import { fromShownMm, shownMm } from './lengths';
  import NumberField from './NumberField.svelte';

  // A length, typed in the unit on screen and kept in mm; taken when the field is left.
  interface Props extends Omit<
    ComponentProps<typeof NumberField>,
    'value' | 'min' | 'max' | 'step' | 'onchange' | 'live'
  > {
    valueMm: number | null;
    minMm: number;
    maxMm: number;
    onchange: (mm: number) => void;
  }
  let { valueMm, minMm, maxMm, suffix, onchange, ...rest }: Props = $props();
  const unit = $derived(workroom.unit);
  const clamped = (mm: number) => Math.min(maxMm, Math.max(minMm, mm));
</script>

<NumberField
  {...rest}
  live={false}
  step="any"
  value={valueMm === null ? null : shownMm(valueMm, unit)}
  min={shownMm(minMm, unit)}
  max={shownMm(maxMm, unit)}
  suffix={suffix ?? (unit === 'mm' ? 'mm' : 'in')}
  onchange={(typed) => onchange(clamped(fromShownMm(typed, unit)))}
/>
