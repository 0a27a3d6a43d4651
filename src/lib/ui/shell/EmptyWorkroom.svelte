<script lang="ts">
  import { resolve } from '$app/paths';
  import PickFile from './PickFile.svelte';
  import { workroom } from '../state/workroom.svelte';
  let filling = $state(false);
</script>

<section class="max-w-2xl rounded-lg border-2 border-dashed border-rule bg-paper p-8">
  <h2 class="mb-2 text-2xl">Drop a stitch tape here to begin.</h2>
  <p class="mb-5">
    Jolt Step reads its stitches and works out what happens at each stop: what to lay, how large to cut it,
    how long it takes. Your files stay in this browser.
  </p>
  <div class="flex flex-wrap gap-3">
    <PickFile strong />
    <button
      type="button"
      class="btn"
      disabled={filling}
      onclick={async () => {
        filling = true;
        await workroom.fillWithDemo();
        filling = false;
      }}>{filling ? 'Setting it up …' : 'Look round the sample workroom'}</button
    >
    <a class="btn" href={resolve('/workshop')}>Set up your workroom</a>
  </div>
</section>
