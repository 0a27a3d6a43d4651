<script lang="ts">
  import type { ComponentProps } from 'svelte';
  import type { Limits } from '$lib/core/base';
  import { workroom } from '../state/workroom.svelte';
  import { fromShownMm, shownMm } from './lengths';
  import NumberField from './NumberField.svelte';

  // A length, typed in the unit on screen and kept in mm; taken when the field is left.
  interface Props extends Omit<
    ComponentProps<typeof NumberField>,
    'value' | 'limits' | 'step' | 'onchange' | 'live'
  > {
    valueMm: number | null;
    /** mm */
    limits: Limits;
    onchange: (mm: number) => void;
  }
  let { valueMm, limits, suffix, onchange, ...rest }: Props = $props();
  const unit = $derived(workroom.unit);
  const clamped = (mm: number) => Math.min(limits.max, Math.max(limits.min, mm));
</script>

<NumberField
  {...rest}
  live={false}
  step="any"
  value={valueMm === null ? null : shownMm(valueMm, unit)}
  limits={{ min: shownMm(limits.min, unit), max: shownMm(limits.max, unit) }}
  suffix={suffix ?? (unit === 'mm' ? 'mm' : 'in')}
  onchange={(typed) => onchange(clamped(fromShownMm(typed, unit)))}
/>
