<script lang="ts">
  // A hoop from above within a drawing to scale: the frame, and the field within it. mm
  interface Props {
    /** of the field, and of the frame round it */
    width: number;
    height: number;
    outerWidth: number;
    outerHeight: number;
    /** a line about this wide is seen */
    line: number;
    /** held by magnets, drawn by a broken edge */
    magnetic?: boolean;
    /** round as its sides say */
    oval?: boolean;
  }
  let { width, height, outerWidth, outerHeight, line, magnetic = false, oval = false }: Props = $props();
  const MAGNETIC_DASH = [4, 2];
  const ring = $derived(Math.min(outerWidth - width, outerHeight - height));
</script>

<rect
  x={-outerWidth / 2}
  y={-outerHeight / 2}
  width={outerWidth}
  height={outerHeight}
  rx={oval ? outerWidth / 2 : 0.4 * ring}
  ry={oval ? outerHeight / 2 : 0.4 * ring}
  fill="var(--rule)"
/>
<rect
  x={-width / 2}
  y={-height / 2}
  {width}
  {height}
  rx={oval ? width / 2 : 0.2 * ring}
  ry={oval ? height / 2 : 0.2 * ring}
  fill="var(--paper)"
  stroke={magnetic ? 'var(--needle)' : 'var(--quiet)'}
  stroke-width={line}
  stroke-dasharray={magnetic ? MAGNETIC_DASH.map((part) => part * line).join(' ') : undefined}
/>
