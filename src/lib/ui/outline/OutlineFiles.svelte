<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import { formatSize } from '$lib/core/base';
  import { outlineShape, pieceTemplate } from '$lib/core/template';
  import { storedInWorker } from '$lib/workers';
  import type { WorkedOut } from '$lib/core/recipe';
  import TemplateButtons from '../cut/TemplateButtons.svelte';
  import Check from '../kit/Check.svelte';
  import { saveBytesAs } from '../kit/save-as';
  import { fileNameOf } from '../state/make-outline';
  import { showProblem } from '../state/notices';
  import type { Outlining } from '../state/outlining.svelte';
  import { workroom } from '../state/workroom.svelte';

  // What leaves the place as files: a tape for each hooping, and the shape that a piece is cut to.
  let { outlining, worked }: { outlining: Outlining; worked: WorkedOut } = $props();
  const { drawing } = $derived(worked);
  let isMirrored = $state(false);
  const name = $derived(outlining.draft.name.trim() || outlining.recipe.name);

  async function saveTape(hooping: WorkedOut['drawing']['hoopings'][number]) {
    const stored = await storedInWorker(hooping.tape);
    if (stored.ok) saveBytesAs(`${fileNameOf(outlining.draft, hooping)}.dst`, stored.value.bytes);
    else showProblem(stored.problem);
  }
  // A piece is cut to the line that places it; a raw edge where the thing ends.
  const template = () => {
    const shape = outlineShape(
      outlining.recipe.edge === 'raw' ? drawing.finished : drawing.rings,
      name,
      isMirrored,
    );
    return pieceTemplate(shape, 'Outline', formatSize(shape.widthMm, shape.heightMm, workroom.unit));
  };
</script>

<div class="flex flex-wrap items-center gap-x-5 gap-y-2">
  {#each drawing.hoopings as hooping, n (n)}
    <button type="button" class="btn btn-small" onclick={() => void saveTape(hooping)}
      ><Download size={14} />Tape{hooping.name ? `: ${hooping.name}` : ''}</button
    >
  {/each}
  <TemplateButtons {name} drawing={template} />
  <Check checked={isMirrored} onchange={(on) => (isMirrored = on)}>mirrored, to cut from the wrong side</Check
  >
</div>
