<script lang="ts" generics="Value extends string | number">
  import type { ClassValue } from 'svelte/elements';

  // One of a few. The device's own list: on a phone and a tablet it is the one that fingers know.
  interface Props {
    value: Value;
    /** what may be chosen, with what it is called */
    options: readonly (readonly [value: Value, name: string])[];
    onchange: (value: Value) => void;
    /** what it is called where no words stand beside it */
    label?: string;
    class?: ClassValue;
    testid?: string;
  }
  let { value, options, onchange, label, class: own, testid }: Props = $props();
</script>

<select
  class={own}
  aria-label={label}
  data-testid={testid}
  {value}
  onchange={(e) => {
    const chosen = options[e.currentTarget.selectedIndex];
    if (chosen) onchange(chosen[0]);
  }}
>
  {#each options as [each, name], place (place)}<option value={each}>{name}</option>{/each}
</select>
