<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import type { TemplateDrawing } from '$lib/core/template';
  import { saveAs, saveBytesAs } from '../kit/save-as';

  // Templates at true scale, to be drawn round or sent to a plotter.
  let { name, drawing }: { name: string; drawing: () => TemplateDrawing | Promise<TemplateDrawing> } =
    $props();
  async function svg() {
    const { templateSvg } = await import('$lib/core/template');
    saveAs(`${name}.svg`, 'image/svg+xml', templateSvg(await drawing()));
  }
  async function pdf(paper: 'A4' | 'Letter') {
    const { templatesPdf } = await import('$lib/core/pdf');
    saveBytesAs(`${name} ${paper}.pdf`, await templatesPdf([await drawing()], paper), 'application/pdf');
  }
</script>

<span class="flex flex-wrap items-center gap-1.5">
  <span class="label flex items-center gap-1"><Download size={14} />Template, true size</span>
  <button type="button" class="btn btn-small" onclick={svg}>SVG</button>
  <button type="button" class="btn btn-small" onclick={() => pdf('A4')}>PDF A4</button>
  <button type="button" class="btn btn-small" onclick={() => pdf('Letter')}>PDF Letter</button>
</span>
