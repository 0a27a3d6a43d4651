<script lang="ts">
  import Layers from '@lucide/svelte/icons/layers-2';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import Select from '../kit/Select.svelte';
  import { addHooping } from '../state/shared-hoopings';
  import { workroom } from '../state/workroom.svelte';

  // What lies in the hoop: one build, or several together.
  let { value }: { value: { build: string } | { hooping: string } } = $props();
  const query = (of: typeof value) =>
    'build' in of ? `build=${encodeURIComponent(of.build)}` : `together=${encodeURIComponent(of.hooping)}`;
  const options = $derived([
    ...workroom.builds.map((b) => [query({ build: b.id }), b.name] as const),
    ...workroom.workshop.hoopings.map((h) => [query({ hooping: h.id }), `Together: ${h.name}`] as const),
  ]);
  const show = (asked: string) => void goto(resolve(`/hoop?${asked}`));
  async function begin() {
    const hooping = await addHooping('build' in value ? value.build : null);
    show(query({ hooping }));
  }
</script>

<Select class="min-w-48" label="What lies in the hoop" value={query(value)} {options} onchange={show} />
<button type="button" class="btn" onclick={() => void begin()}><Layers size={16} />Several together</button>
