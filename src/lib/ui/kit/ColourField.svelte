<script lang="ts">
  // A colour, chosen from the device's own palette.
  interface Props {
    label: string;
    /** "#rrggbb" */
    value: string;
    onchange: (colour: string) => void;
  }
  let { label, value, onchange }: Props = $props();
</script>

<input
  type="color"
  class="h-9 w-9 p-0.5"
  aria-label={label}
  {value}
  onchange={(e) => onchange(e.currentTarget.value)}
/>
