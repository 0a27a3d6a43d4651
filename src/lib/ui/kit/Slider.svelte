<script lang="ts">
  // A share, 0-1, that is pushed between two ends; arrows move it by hundredths.
  interface Props {
    label: string;
    value: number;
    /** what it means where it stands */
    words: string;
    onchange: (value: number) => void;
  }
  let { label, value, words, onchange }: Props = $props();
  // As it is dragged; what stands on it follows when it is left.
  let shown = $derived(Math.round(100 * value));
</script>

<div class="flex items-center gap-3">
  <input
    type="range"
    min="0"
    max="100"
    bind:value={shown}
    onchange={() => onchange(shown / 100)}
    aria-label={label}
    aria-valuetext={words}
    class="h-11 w-56 cursor-grab accent-needle"
  />
  <span class="label w-20">{shown} %</span>
</div>
