<script lang="ts">
  import {
    boxOf,
    formatLength,
    formatSize,
    lyingPath,
    middleOf,
    turnedPath,
    type Path,
  } from '$lib/core/base';
  import { fitIn, hoopBase, hoopField, machineFor, type HoopFit } from '$lib/core/hoop';
  import { numbersWith } from '$lib/core/numbers';
  import { fieldAtOnce, type Hoop, type Machine } from '$lib/core/workshop';
  import { svgPath } from '../kit/svg-path';
  import { workroom } from '../state/workroom.svelte';
  import HoopFrame from './HoopFrame.svelte';

  // Every hoop that is owned, to one scale, with the design in it as it fits best.
  interface Props {
    outline: Path;
    hoopId: string;
    machineId: string;
    onchoose: (hoop: Hoop, machine: Machine, fit: HoopFit) => void;
  }
  let { outline, hoopId, machineId, onchoose }: Props = $props();
  const unit = $derived(workroom.unit);
  const length = (mm: number) => formatLength(Math.round(mm), unit);

  const hoops = $derived.by(() => {
    const { workshop } = workroom;
    const numbers = numbersWith(workshop.numbers);
    return workshop.hoops
      .flatMap((hoop) => {
        const machine = machineFor(hoop, workshop, machineId);
        if (!machine) return [];
        const field = hoopField(hoop, machine, numbers, { width: 0, height: 0 });
        const fit = fitIn(outline, { ...fieldAtOnce(hoop), oval: field.oval }, field.inset);
        // Longer than one position, and not than all together.
        const whole = hoop.positions && !fit.fits ? fitIn(outline, hoop, field.inset) : null;
        const overPositions = whole?.fits === true && whole.turnDeg % 90 === 0;
        return [{ hoop, machine, field, fit, overPositions, base: hoopBase(hoop, machine, numbers) }];
      })
      .sort((a, b) => a.hoop.widthMm * a.hoop.heightMm - b.hoop.widthMm * b.hoop.heightMm);
  });
  const largest = $derived(
    Math.max(...hoops.map(({ field }) => Math.max(field.outerWidth, field.outerHeight))),
  );
  const smallest = $derived(hoops.find(({ fit }) => fit.fits)?.hoop.id);
  const how = ({ turnDeg }: HoopFit) =>
    turnDeg === 0 ? 'as it lies' : turnDeg === 90 ? 'a quarter turned' : `turned to ${turnDeg}°`;
  /** as it fits best, its middle in the middle of the hoop */
  const drawn = ({ turnDeg }: HoopFit) => {
    const { x, y } = middleOf(boxOf(turnedPath(outline, turnDeg)));
    return svgPath(lyingPath(outline, { x: -x, y: -y, turnDeg }));
  };
</script>

<ul class="flex flex-col gap-1.5" aria-label="Hoops">
  {#each hoops as { hoop, machine, field, fit, base, overPositions } (hoop.id)}
    {@const isIn = hoop.id === hoopId}
    <li>
      <button
        type="button"
        aria-pressed={isIn}
        class={[
          'flex w-full items-center gap-3 rounded-lg border-2 bg-paper p-2 text-left',
          isIn ? 'border-needle' : 'border-rule hover:border-quiet',
        ]}
        onclick={() => onchoose(hoop, machine, fit)}
      >
        <svg
          class="size-14 shrink-0"
          viewBox="{-largest / 2} {-largest / 2} {largest} {largest}"
          aria-hidden="true"
        >
          <HoopFrame
            {...field}
            width={hoop.widthMm}
            height={hoop.heightMm}
            line={largest / 120}
            magnetic={hoop.magnetic}
          />
          <path
            d={drawn(fit)}
            fill={fit.fits || overPositions ? 'var(--needle-soft)' : 'var(--madder-soft)'}
            stroke={fit.fits || overPositions ? 'var(--needle)' : 'var(--madder)'}
            stroke-width={largest / 60}
          />
        </svg>
        <span class="min-w-0 flex-1">
          <strong class="font-semibold">{hoop.name}</strong>
          {#if hoop.id === smallest}<span class="label">the smallest</span>{/if}
          <span class={['block text-sm', !fit.fits && !overPositions && 'text-madder']}
            >{overPositions
              ? `Fits over its ${hoop.positions?.count} positions.`
              : fit.fits
                ? `Fits ${how(fit)}: ${length(fit.clearMm)} clear.`
                : fit.clearMm < 0
                  ? `Too small by ${length(-2 * fit.clearMm)}.`
                  : `${length(2 * (field.inset - fit.clearMm))} short of room for the foot.`}</span
          >
          <span class="label block"
            >{machine.name} · base {formatSize(base.widthMm, base.heightMm, unit)}</span
          >
        </span>
      </button>
    </li>
  {/each}
</ul>
