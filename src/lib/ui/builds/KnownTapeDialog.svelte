<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { count } from '$lib/core/base';
  import type { Build } from '$lib/core/build';
  import { techniqueById } from '$lib/core/techniques';
  import TapePicture from '../hoop/TapePicture.svelte';
  import Dialog from '../kit/Dialog.svelte';
  import type { KnownTape } from '../state/import';
  import { showProblem } from '../state/notices';

  // A tape that is here already: the build of it, or one more.
  interface Props {
    tape: KnownTape;
    onmade: (build: Build) => Promise<void>;
    onclose: () => void;
  }
  let { tape, onmade, onclose }: Props = $props();
  let open = $state(true);
  let busy = $state(false);
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' });
  $effect(() => {
    if (!open) onclose();
  });

  async function show({ id }: Build) {
    open = false;
    await goto(resolve('/builds/[id]', { id }));
  }
  async function makeSecond() {
    busy = true;
    const made = await tape.makeSecond();
    busy = false;
    if (!made.ok) return showProblem(made.problem);
    open = false;
    await onmade(made.value);
  }
</script>

<Dialog bind:open title="This tape is here already">
  <p class="mb-3 text-quiet">
    {tape.fileName} has the same needle points as {tape.builds.length > 1 ? 'these builds' : 'this build'}.
    Nothing was changed.
  </p>
  <ul class="divide-y divide-rule border-y border-rule" data-testid="known">
    {#each tape.builds as build (build.id)}
      <li class="flex items-center gap-4 py-2">
        <TapePicture {build} size={64} />
        <span class="min-w-0 flex-1"
          ><strong class="block truncate">{build.name}</strong>
          <span class="block text-sm text-quiet"
            >{techniqueById(build.technique).name}, {count(build.order.quantity, 'item')}</span
          ><span class="label">changed {day.format(new Date(build.changedAt))}</span></span
        >
        <button type="button" class="btn" onclick={() => show(build)}>Open it</button>
      </li>
    {/each}
  </ul>
  <div class="mt-4 flex flex-wrap justify-end gap-2">
    <button type="button" class="btn" onclick={() => (open = false)}>Leave it</button>
    <button type="button" class="btn" disabled={busy} onclick={makeSecond}>Make a second build</button>
  </div>
</Dialog>
