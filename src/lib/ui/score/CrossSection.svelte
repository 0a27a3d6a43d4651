<script lang="ts">
  import { describeStack, type Stack, type Step } from '$lib/core/score';
  import type { CutPiece } from '$lib/core/cut';
  import { layoutCrossSection, motionOf, RING } from './cross-section';
  import { sectionOf } from './side-by-side';

  interface Props {
    stack: Stack;
    /** where they lie, so that what lies side by side is drawn so */
    pieces?: readonly CutPiece[];
    step?: Step;
    /** on paper: as wide as it is given, at rest, its words beside it left out */
    size?: 'usual' | 'large' | 'paper';
  }
  let { stack, pieces = [], step, size = 'usual' }: Props = $props();
  // Only what moves in the hands moves here: laid pieces slide in, folds swing, cuts close in, the hoop turns over.
  const isPaper = $derived(size === 'paper');
  const motion = $derived(isPaper ? 'none' : motionOf(step));
  /** px of the drawing on paper, made as small as its place there */
  const PAPER = { width: 280, room: 110 };
  let shownWidth = $state(360);
  let shownRoom = $state(260);
  const width = $derived(isPaper ? PAPER.width : shownWidth);
  const room = $derived(isPaper ? PAPER.room : shownRoom);
  const labels = $derived({ usual: 150, large: 190, paper: 134 }[size]);
  const right = $derived(Math.max(140, width - labels));
  const section = $derived(sectionOf(pieces));
  const layout = $derived(layoutCrossSection(stack, 26, right, room, section));
  const text = $derived(describeStack(stack));
</script>

<figure class="flex min-h-0 flex-1 flex-col" bind:clientWidth={shownWidth}>
  <div
    class={isPaper ? undefined : ['relative flex-1', size === 'large' ? 'min-h-48' : 'min-h-52']}
    bind:clientHeight={shownRoom}
  >
    {#if layout.bands.length}
      <svg
        viewBox="0 0 {width} {layout.height}"
        class={isPaper ? 'block w-full' : 'absolute inset-0 h-full w-full'}
        role="img"
        aria-label={text}
      >
        {#key step?.id}<g class={motion}>
            {#each layout.bands as { layer, y, height, left, right: end, parts, ticks, arrow, edges }, place (place)}
              <g class={layer.now ? 'now' : ''}>
                {#each parts as part, place (place)}
                  {#each [layer.colour, `url(#mat-${layer.material})`] as fill (fill)}
                    <rect x={part.x} {y} width={part.width} {height} rx="2" {fill} />
                  {/each}
                {/each}
                <rect
                  x={left}
                  {y}
                  width={end - left}
                  {height}
                  rx="2"
                  fill="none"
                  stroke={layer.now ? 'var(--hands)' : 'var(--ink)'}
                  stroke-width={layer.now ? 2.5 : 0.8}
                  stroke-dasharray={layer.held ? undefined : '6 4'}
                />
                <path d={edges} fill="none" stroke="var(--ink)" stroke-width="1.3" />
                {#each ticks as x, place (place)}
                  <path d="M{x} {y - 2}v{height + 4}" stroke="var(--needle)" stroke-width="2.2" />
                {/each}
                <path d={arrow} fill="var(--paper)" stroke="var(--ink)" stroke-width="1.2" />
              </g>
            {/each}
          </g>{/key}
        {#each layout.bands as { layer, leader, nameY }, place (place)}
          <path d={leader} fill="none" stroke="var(--quiet)" stroke-width="0.8" />
          <text
            x={right + 26}
            y={nameY + 4}
            class={size === 'large' ? 'name-large' : 'name'}
            fill="var(--ink)"
            font-weight={layer.now ? 700 : 400}>{layer.name}</text
          >
        {/each}
        {#if stack.hooped}
          <text x="4" y={layout.words.up} class="name" fill="var(--quiet)">{stack.view}</text>
          <text x="4" y={layout.words.down} class="name" fill="var(--quiet)"
            >{stack.view === 'front' ? 'back' : 'front'}</text
          >
        {/if}
        {#if layout.ringY !== null}
          {#each [4, right - 2] as x (x)}
            <rect
              {x}
              y={layout.ringY - RING}
              width="22"
              height={2 * RING}
              rx="5"
              fill="var(--quiet)"
              stroke="var(--ink)"
            />
            <path d="M{x + 4} {layout.ringY}h14" stroke="var(--paper)" stroke-width="2" />
          {/each}
        {/if}
      </svg>
    {:else}
      <p
        class={[
          'grid h-full place-content-center px-2 text-center text-quiet',
          size === 'large' && 'text-lg',
        ]}
      >
        {text}
      </p>
    {/if}
  </div>
  {#if !isPaper}<figcaption class="label mt-1 px-1">
      {stack.turned
        ? 'Turned right side out.'
        : stack.hooped
          ? `The ${stack.view} lies up.`
          : 'Out of the hoop.'}
      {#if section && stack.layers.length}Cut {section.axis === 'y'
          ? 'from the lower edge, left, to the upper one'
          : 'across'}.{/if}
      {#if stack.layers.length}Arrows point to the right side; dashed is loose, blue ticks are sewn.{/if}
    </figcaption>{/if}
</figure>

<style>
  .name {
    font-size: 13px;
  }
  .name-large {
    font-size: 17px;
  }
  g {
    transform-box: fill-box;
    transform-origin: center;
  }
  .lay .now {
    animation: slide-in 0.4s ease-out;
  }
  .fold .now {
    transform-origin: left center;
    animation: swing 0.5s ease-in-out;
  }
  .cut .now {
    animation: close-in 0.5s ease-out;
  }
  .flip {
    animation: turn-over 0.6s ease-in-out;
  }
  .off {
    animation: lift 0.4s ease-out;
  }
  @keyframes slide-in {
    from {
      transform: translateX(70px);
      opacity: 0.2;
    }
  }
  @keyframes swing {
    from {
      transform: scaleX(-0.9);
    }
  }
  @keyframes close-in {
    from {
      transform: scaleX(1.14);
    }
  }
  @keyframes turn-over {
    from {
      transform: scaleY(-1);
    }
  }
  @keyframes lift {
    from {
      transform: translateY(14px);
    }
  }
</style>
