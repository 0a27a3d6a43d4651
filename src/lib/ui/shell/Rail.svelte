<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import Frame from '@lucide/svelte/icons/frame';
  import CalendarClock from '@lucide/svelte/icons/calendar-clock';
  import Armchair from '@lucide/svelte/icons/armchair';
  import Layers from '@lucide/svelte/icons/layers-2';
  import Needle from '@lucide/svelte/icons/play';
  import Notebook from '@lucide/svelte/icons/notebook-pen';
  import Scissors from '@lucide/svelte/icons/scissors';
  import Sliders from '@lucide/svelte/icons/sliders-horizontal';
  import { workroom } from '../state/workroom.svelte';
  import { PLACES } from './places';

  const icons = {
    bench: Armchair,
    builds: Layers,
    cut: Scissors,
    hoop: Frame,
    batch: CalendarClock,
    run: Needle,
    log: Notebook,
    workshop: Sliders,
  };
  const here = (href: string) =>
    href === '/' ? page.url.pathname === '/' : page.url.pathname.startsWith(href);
</script>

<nav
  aria-label="Places"
  class="no-print flex shrink-0 border-b border-rule bg-paper px-1 py-2 md:w-[76px] md:flex-col md:gap-1 md:border-r md:border-b-0 md:p-2"
>
  {#each PLACES as place (place.id)}
    {@const Icon = icons[place.id]}
    <a
      href={resolve(place.href)}
      class={[
        'flex min-h-14 min-w-0 flex-1 flex-col items-center justify-center gap-1 rounded-md text-[10.5px] md:min-w-14 md:flex-none md:text-[12px]',
        here(place.href) ? 'bg-needle text-on-needle' : 'hover:bg-ground',
        place.id === 'workshop' && 'md:mt-auto',
      ]}
      aria-current={here(place.href) ? 'page' : undefined}
      title="{place.name}: {place.what} (key {place.key.toUpperCase()})"
    >
      <Icon size={20} aria-hidden="true" />
      {place.name}
    </a>
  {/each}
  <button
    type="button"
    class="flex min-h-14 min-w-9 flex-col items-center justify-center rounded-md text-[11px] hover:bg-ground md:min-w-14 md:text-[12px]"
    onclick={() => workroom.toggleUnit()}
    title="Change the unit (key U)"
    aria-label="Unit: {workroom.unit}. Change"
  >
    <strong>{workroom.unit === 'mm' ? 'mm' : 'inch'}</strong>
    <span class="text-quiet">unit</span>
  </button>
</nav>
