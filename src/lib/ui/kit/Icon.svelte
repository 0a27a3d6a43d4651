<script lang="ts">
  import type { ClassValue } from 'svelte/elements';
  import { iconPath, type IconNode } from './icon-path';

  // Draws an icon of the library; vite.config puts it in the place of the library's own.
  interface Props {
    icon: { node: IconNode };
    /** px */
    size?: number;
    class?: ClassValue;
  }
  let { icon, size = 24, class: classes }: Props = $props();
</script>

<svg
  class={classes}
  width={size}
  height={size}
  viewBox="0 0 24 24"
  fill="none"
  stroke="currentColor"
  stroke-width="2"
  stroke-linecap="round"
  stroke-linejoin="round"
  aria-hidden="true"><path d={iconPath(icon.node)} /></svg
>
