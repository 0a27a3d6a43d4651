<script lang="ts">
  import { describeStack, type Stack } from '$lib/core/score';
  import { MATERIALS } from '$lib/core/techniques';
  import { layoutCrossSection } from './cross-section';

  let { stack, large = false }: { stack: Stack; large?: boolean } = $props();
  let width = $state(360);
  let room = $state(260);
  const LABELS = $derived(large ? 190 : 150);
  const layout = $derived(layoutCrossSection(stack, 26, Math.max(140, width - LABELS), room));
  const text = $derived(describeStack(stack));
  const right = $derived(Math.max(140, width - LABELS));
  const hasBase = $derived(layout.bands.some((b) => b.layer.side === 'base'));
</script>

<figure class="flex min-h-0 flex-1 flex-col" bind:clientWidth={width}>
  <div class={['relative flex-1', large ? 'min-h-64' : 'min-h-52']} bind:clientHeight={room}>
    {#if layout.bands.length}
      <svg
        viewBox="0 0 {width} {layout.height}"
        class="absolute inset-0 h-full w-full"
        role="img"
        aria-label={text}
        preserveAspectRatio="xMidYMid meet"
      >
        {#each layout.bands as band (band.layer.pieceId)}
          {@const { layer } = band}
          {@const middle = (band.left + band.right) / 2}
          {@const mid = band.y + band.height / 2}
          <g class={layer.now ? 'now' : ''}>
            {#if layer.open}
              <rect
                x={band.left}
                y={band.y}
                width={middle - 12 - band.left}
                height={band.height}
                rx="2"
                fill={layer.colour}
              />
              <rect
                x={middle + 12}
                y={band.y}
                width={band.right - middle - 12}
                height={band.height}
                rx="2"
                fill={layer.colour}
              />
              <rect
                x={band.left}
                y={band.y}
                width={middle - 12 - band.left}
                height={band.height}
                rx="2"
                fill="url(#mat-{layer.material})"
              />
              <rect
                x={middle + 12}
                y={band.y}
                width={band.right - middle - 12}
                height={band.height}
                rx="2"
                fill="url(#mat-{layer.material})"
              />
            {:else}
              <rect
                x={band.left}
                y={band.y}
                width={band.right - band.left}
                height={band.height}
                rx="2"
                fill={layer.colour}
              />
              <rect
                x={band.left}
                y={band.y}
                width={band.right - band.left}
                height={band.height}
                rx="2"
                fill="url(#mat-{layer.material})"
              />
            {/if}
            <rect
              x={band.left}
              y={band.y}
              width={band.right - band.left}
              height={band.height}
              rx="2"
              fill="none"
              stroke={layer.now ? 'var(--hands)' : 'var(--ink)'}
              stroke-width={layer.now ? 2.5 : 0.8}
              stroke-dasharray={layer.held ? undefined : '6 4'}
            />
            {#if layer.folded}
              <path
                d="M{band.left} {band.y} q-9 {band.height / 2} 0 {band.height}"
                fill="none"
                stroke="var(--ink)"
                stroke-width="1.4"
              />
            {/if}
            {#if layer.held && layer.side !== 'base'}
              {#each [0.12, 0.88] as t (t)}
                {@const x = band.left + (band.right - band.left) * t}
                <path d="M{x} {band.y - 2}v{band.height + 4}" stroke="var(--needle)" stroke-width="2.2" />
              {/each}
            {/if}
            {#if layer.trimmed}
              <path
                d="M{band.left} {band.y}l-5 4 5 4-5 4 5 4M{band.right} {band.y}l5 4-5 4 5 4-5 4"
                fill="none"
                stroke="var(--ink)"
                stroke-width="1.2"
              />
            {/if}
            {#if layer.side !== 'base' && !MATERIALS[layer.material].twoSided}
              <path
                d={band.up ? `M${middle - 7} ${mid + 4}l7-9 7 9z` : `M${middle - 7} ${mid - 4}l7 9 7-9z`}
                fill="var(--paper)"
                stroke="var(--ink)"
                stroke-width="1.2"
              />
            {/if}
            <path d="M{band.right} {mid}H{right + 22}" stroke="var(--quiet)" stroke-width="0.8" />
            <text
              x={right + 26}
              y={mid + 4}
              class={large ? 'name-large' : 'name'}
              fill="var(--ink)"
              font-weight={layer.now ? 700 : 400}>{layer.name}</text
            >
          </g>
        {/each}
        {#if stack.hooped && hasBase}
          {#each [4, right - 2] as x (x)}
            <rect
              {x}
              y={layout.ringY - 16}
              width="22"
              height="32"
              rx="5"
              fill="var(--quiet)"
              stroke="var(--ink)"
            />
            <path d="M{x + 4} {layout.ringY}h14" stroke="var(--paper)" stroke-width="2" />
          {/each}
        {/if}
      </svg>
    {:else}
      <p class="px-2 py-8 text-quiet">Nothing is in the hoop yet.</p>
    {/if}
  </div>
  <figcaption class="label mt-1 px-1">
    {stack.turned
      ? 'Turned right side out.'
      : stack.hooped
        ? `The ${stack.view} lies up.`
        : 'Out of the hoop.'}
    Arrows point to the right side; dashed is loose, blue ticks are sewn.
  </figcaption>
</figure>

<style>
  .name {
    font-size: 13px;
  }
  .name-large {
    font-size: 17px;
  }
  .now {
    animation: slide-in 0.35s ease-out;
  }
  @keyframes slide-in {
    from {
      transform: translateX(40px);
      opacity: 0.3;
    }
  }
</style>
