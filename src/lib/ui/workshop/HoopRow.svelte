<script lang="ts">
  import Trash from '@lucide/svelte/icons/trash-2';
  import { limitsOf } from '$lib/core/base';
  import { hoopSchema, type Hoop } from '$lib/core/workshop';
  import Check from '../kit/Check.svelte';
  import HoopFrame from '../hoop/HoopFrame.svelte';
  import LengthField from '../kit/LengthField.svelte';
  import NameField from '../kit/NameField.svelte';
  import { removeHoop, setHoop } from '../state/equipment';

  // A hoop with its picture, to one scale with the others.
  let { hoop, largest }: { hoop: Hoop; largest: number } = $props();
  const { widthMm, heightMm } = hoopSchema.shape;
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
    />
  </svg>
  <NameField
    class="w-34"
    label="Name of hoop {hoop.name}"
    most={60}
    value={hoop.name}
    onchange={(name) => void setHoop(hoop, { name })}
  />
  <LengthField
    class="w-18"
    label="Width of the field of hoop {hoop.name}"
    labelled="hidden"
    valueMm={hoop.widthMm}
    limits={limitsOf(widthMm)}
    suffix="×"
    onchange={(mm) => void setHoop(hoop, { widthMm: mm })}
  />
  <LengthField
    class="w-18"
    label="Height of the field of hoop {hoop.name}"
    labelled="hidden"
    valueMm={hoop.heightMm}
    limits={limitsOf(heightMm)}
    onchange={(mm) => void setHoop(hoop, { heightMm: mm })}
  />
  <Check checked={hoop.magnetic} onchange={(on) => void setHoop(hoop, { magnetic: on })}>magnetic</Check>
  <button
    type="button"
    class="btn btn-small ml-auto"
    aria-label="Take out hoop {hoop.name}"
    onclick={() => void removeHoop($state.snapshot(hoop))}><Trash size={15} /></button
  >
</li>
