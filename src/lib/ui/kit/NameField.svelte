<script lang="ts">
  import type { ClassValue } from 'svelte/elements';

  // A name, taken when the field is left. Nothing is called by nothing: an emptied one shows the name that stays.
  interface Props {
    value: string;
    /** letters at most */
    most: number;
    label: string;
    class?: ClassValue;
    onchange: (name: string) => void;
  }
  let { value, most, label, class: own, onchange }: Props = $props();
</script>

<input
  class={own}
  aria-label={label}
  maxlength={most}
  {value}
  onchange={({ currentTarget: field }) => {
    const name = field.value.trim();
    if (name) onchange(name);
    else field.value = value;
  }}
/>
