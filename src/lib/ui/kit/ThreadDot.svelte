<script lang="ts">
  // A thread's colour as a dot that is printed too: a background is not.
  let { colour }: { colour: string | undefined } = $props();
</script>

<svg class="inline-block h-4 w-4 shrink-0 align-text-bottom" viewBox="0 0 16 16" aria-hidden="true">
  <circle cx="8" cy="8" r="7.4" fill={colour ?? 'none'} stroke="var(--ink)" stroke-width="1.2" />
</svg>
