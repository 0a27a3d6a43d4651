<script lang="ts">
  import { Slider } from 'bits-ui';

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
  <Slider.Root
    type="single"
    min={0}
    max={100}
    step={1}
    bind:value={() => shown, (v) => (shown = v)}
    onValueCommit={(v) => onchange(v / 100)}
    class="relative flex h-11 w-56 touch-none items-center"
  >
    <span class="relative h-1.5 w-full grow rounded-full bg-rule"
      ><Slider.Range class="absolute h-full rounded-full bg-needle" /></span
    >
    <Slider.Thumb
      index={0}
      aria-label={label}
      aria-valuetext={words}
      class="block size-6 cursor-grab rounded-full border-2 border-needle bg-paper"
    />
  </Slider.Root>
  <span class="label w-20">{shown} %</span>
</div>
