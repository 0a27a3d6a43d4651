<script lang="ts">
  import { limitsOf } from '$lib/core/base';
  import { stepSecondsSchema } from '$lib/core/build';
  import Dialog from '../kit/Dialog.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import type { BuildEditor } from '../state/editor.svelte';

  let { editor, kind = $bindable() }: { editor: BuildEditor; kind: 'rename' | 'insert' | null } = $props();
  const step = $derived(editor.step);
  let title = $state('');
  let text = $state('');
  let seconds = $state(30);

  let open = $state(false);
  $effect(() => {
    if (!kind) return;
    const rename = kind === 'rename' && step?.kind === 'hand';
    title = rename ? step.title : '';
    text = rename ? step.text : '';
    seconds = rename ? Math.round(editor.plan?.time.steps[step.id]?.seconds ?? 30) : 30;
    open = true;
  });
  $effect(() => {
    if (!open) kind = null;
  });

  function save(event: SubmitEvent) {
    event.preventDefault();
    if (!step || !title.trim()) return;
    if (kind === 'rename') {
      editor.rename(step.id, title.trim(), text.trim());
      if (step.kind === 'hand' && seconds !== Math.round(editor.plan?.time.steps[step.id]?.seconds ?? 0))
        editor.edit({ kind: 'time', stepId: step.id, seconds });
    } else editor.insert(editor.cursor, title.trim(), text.trim(), seconds);
    open = false;
  }
</script>

<Dialog bind:open title={kind === 'rename' ? 'Reword this step' : 'Put in a hand step'}>
  <form onsubmit={save} class="flex flex-col gap-3">
    <label class="flex flex-col gap-1"
      ><span class="label">In a few words</span><input bind:value={title} maxlength="80" required /></label
    >
    <label class="flex flex-col gap-1"
      ><span class="label">What to do</span><textarea bind:value={text} rows="3" maxlength="600"
      ></textarea></label
    >
    <NumberField
      label="How long"
      value={seconds}
      limits={limitsOf(stepSecondsSchema)}
      suffix="seconds"
      onchange={(v) => (seconds = v)}
    />
    <div class="mt-2 flex justify-end gap-2">
      <button type="button" class="btn" onclick={() => (open = false)}>Leave as it was</button>
      <button class="btn btn-strong">{kind === 'rename' ? 'Reword' : 'Put it in'}</button>
    </div>
  </form>
</Dialog>
