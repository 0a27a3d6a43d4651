<script lang="ts">
  import LengthField from '../kit/LengthField.svelte';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { limitsOf } from '$lib/core/base';
  import { typedSideSchema } from '$lib/core/build';
  import Dialog from '../kit/Dialog.svelte';
  import { keepTyped } from '../state/import';
  import { showProblem } from '../state/notices';
  import { PastedSheet } from '../state/pasted-sheet.svelte';
  import SheetTable from './SheetTable.svelte';

  let { open = $bindable(false) }: { open: boolean } = $props();
  const SAMPLE = '1 placement white 0:40\n2 tack-down white 0:35\n3 satin border navy 6:20';
  let name = $state('');
  let sheet = $state.raw(new PastedSheet());
  const NO_SIZE = { widthMm: null, heightMm: null };
  let size = $state<Record<keyof typeof NO_SIZE, number | null>>(NO_SIZE);
  const side = (which: keyof typeof NO_SIZE) => ({
    class: 'w-28',
    valueMm: size[which],
    limits: limitsOf(typedSideSchema),
    onchange: (mm: number) => void (size = { ...size, [which]: mm }),
    onclear: () => void (size = { ...size, [which]: null }),
  });
  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (!sheet.stops.length) return;
    const kept = await keepTyped(name.trim(), { stops: sheet.stops, ...size }, sheet.told);
    if (!kept.ok) return showProblem(kept.problem);
    open = false;
    name = '';
    sheet = new PastedSheet();
    size = NO_SIZE;
    await goto(resolve('/builds/[id]', { id: kept.value.id }));
  }
</script>

<Dialog bind:open title="Type the stops" wide>
  <form onsubmit={save} class="flex flex-col gap-3">
    <p class="text-quiet">
      No tape at hand? One stop a line, as your sheet or the machine’s screen has it: what it is, the thread,
      its minutes or stitches. A whole pasted sheet will do, a table too; without times only the steps are
      known.
    </p>
    <label class="flex flex-col gap-1"
      ><span class="label">Name</span><input
        bind:value={name}
        maxlength="120"
        placeholder="Storm lantern tag"
      /></label
    >
    <label class="flex flex-col gap-1"
      ><span class="label">Stops</span><textarea
        bind:value={sheet.text}
        rows="6"
        maxlength="40000"
        placeholder={SAMPLE}></textarea></label
    >
    <div class="flex flex-wrap items-end gap-3">
      <LengthField label="Finished width" {...side('widthMm')} />
      <LengthField label="and height" {...side('heightMm')} />
      <span class="label flex-1">With a size, pieces get theirs too; without, only steps and times.</span>
    </div>
    <SheetTable {sheet} />
    <div class="sticky -bottom-6 -mx-6 -mb-6 flex justify-end gap-2 border-t border-rule bg-paper px-6 py-3">
      <button type="button" class="btn" onclick={() => (open = false)}>Leave it</button>
      <button class="btn btn-strong" disabled={!sheet.stops.length}>Make the score</button>
    </div>
  </form>
</Dialog>
