<script lang="ts">
  import type { MaterialKind } from '$lib/core/catalogue';
  let { colour, material }: { colour: string; material: MaterialKind } = $props();
</script>

<svg width="40" height="28" aria-hidden="true" class="block">
  <rect width="40" height="28" rx="3" fill={colour} /><rect
    width="40"
    height="28"
    rx="3"
    fill="url(#mat-{material})"
    stroke="var(--quiet)"
  />
</svg>
