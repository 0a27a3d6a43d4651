<script lang="ts">
  import Trash from '@lucide/svelte/icons/trash-2';
  import Ellipsis from '@lucide/svelte/icons/ellipsis';
  import { formatSize, limitsOf } from '$lib/core/base';
  import { hoopSchema, type Hoop } from '$lib/core/workshop';
  import HoopFrame from '../hoop/HoopFrame.svelte';
  import LengthField from '../kit/LengthField.svelte';
  import NameField from '../kit/NameField.svelte';
  import Select from '../kit/Select.svelte';
  import { workroom } from '../state/workroom.svelte';
  import HoopMore from './HoopMore.svelte';
  import { words } from './shelf-words';
  import { removeHoop, setHoop } from '../state/equipment';

  // A hoop with its picture, to one scale with the others.
  let { hoop, largest }: { hoop: Hoop; largest: number } = $props();
  const { widthMm, heightMm } = hoopSchema.shape;
  const HELD_BY = ['screw', 'spring', 'magnets'] as const;
  let isOpen = $state(false);
  const hints = $derived([
    ...(workroom.unit === 'inch' ? [formatSize(hoop.widthMm, hoop.heightMm, 'inch')] : []),
    ...(hoop.owned > 1 ? [`${hoop.owned} alike`] : []),
    ...(hoop.positions ? [`hung in at ${hoop.positions.count} places`] : []),
    ...hoop.alsoOn.flatMap((id) => {
      const machine = workroom.workshop.machines.find((m) => m.id === id);
      return machine ? [`goes on ${machine.name} too`] : [];
    }),
  ]);
  // Every frame is as wide here: how large the field is, is what is seen.
  const ring = $derived(largest / 10);
  const room = $derived(largest + 2 * ring);
</script>

<li class="flex flex-wrap items-center gap-1.5">
  <svg class="size-10 shrink-0" viewBox="{-room / 2} {-room / 2} {room} {room}" aria-hidden="true">
    <HoopFrame
      width={hoop.widthMm}
      height={hoop.heightMm}
      outerWidth={hoop.widthMm + 2 * ring}
      outerHeight={hoop.heightMm + 2 * ring}
      line={room / 40}
      magnetic={hoop.magnetic}
      oval={hoop.shape === 'oval'}
    />
  </svg>
  <NameField
    class="w-26"
    label="Name of hoop {hoop.name}"
    most={60}
    value={hoop.name}
    onchange={(name) => void setHoop(hoop, { name })}
  />
  <LengthField
    class="w-17"
    label="Width of the field of hoop {hoop.name}"
    labelled="hidden"
    valueMm={hoop.widthMm}
    limits={limitsOf(widthMm)}
    suffix="×"
    onchange={(mm) => void setHoop(hoop, { widthMm: mm })}
  />
  <LengthField
    class="w-17"
    label="Height of the field of hoop {hoop.name}"
    labelled="hidden"
    valueMm={hoop.heightMm}
    limits={limitsOf(heightMm)}
    onchange={(mm) => void setHoop(hoop, { heightMm: mm })}
  />
  <Select
    class="w-24"
    label="What holds the cloth in hoop {hoop.name}"
    value={hoop.magnetic ? 'magnets' : hoop.closing}
    options={words(HELD_BY)}
    onchange={(by) =>
      void setHoop(hoop, by === 'magnets' ? { magnetic: true } : { magnetic: false, closing: by })}
  />
  <button
    type="button"
    class="btn btn-small ml-auto"
    aria-expanded={isOpen}
    aria-label="More about hoop {hoop.name}"
    title="Shape, outer size, how many, places, machines"
    onclick={() => (isOpen = !isOpen)}><Ellipsis size={15} /></button
  >
  <button
    type="button"
    class="btn btn-small"
    aria-label="Take out hoop {hoop.name}"
    onclick={() => void removeHoop(hoop)}><Trash size={15} /></button
  >
  {#if hints.length}<p class="label ml-11 basis-full">{hints.join(' · ')}</p>{/if}
</li>
{#if isOpen}<li><HoopMore {hoop} /></li>{/if}
