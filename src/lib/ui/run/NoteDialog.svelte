<script lang="ts">
  import { count } from '$lib/core/base';
  import { showNote, showProblem } from '../state/notices';
  import type { RunSession } from '../state/run-session.svelte';
  import { smallPhoto } from './photo';
  import RunDialog from './RunDialog.svelte';

  // Words or a picture at this step; or the end of it.
  let { open = $bindable(), session }: { open: boolean; session: RunSession } = $props();
  let text = $state('');
  let giving = $state(false);
  $effect(() => {
    if (!open) giving = false;
  });

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    // What could not be kept stays on the screen.
    const kept = await (giving ? session.giveUp(text) : session.note(text));
    if (kept === false) return;
    text = '';
    open = false;
  }
  async function take(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    event.currentTarget.value = '';
    if (!file) return;
    const photo = await smallPhoto(file);
    if (!photo.ok) return showProblem(photo.problem);
    if (await session.photo(photo.value.bytes, photo.value.type))
      showNote('The picture is kept with this step.');
  }
</script>

<RunDialog bind:open title={giving ? 'Give up this item?' : 'Note at this step'}>
  <form onsubmit={keep} class="flex flex-col gap-3">
    <label class="flex flex-col gap-1"
      >{#if giving}<span class="label">What happened? The log keeps it, so that it happens once.</span>{/if}
      <!-- svelte-ignore a11y_autofocus -->
      <textarea
        bind:value={text}
        rows="4"
        maxlength={giving ? 400 : 4000}
        aria-label={giving ? 'What happened?' : 'Note'}
        autofocus></textarea></label
    >
    {#each session.state?.notes ?? [] as note, place (place)}<p class="text-sm text-quiet">
        “{note.text}”
      </p>{/each}
    {#if session.state?.photos.length}<p class="text-sm text-quiet">
        {count(session.state.photos.length, 'picture')} kept; see them in the log.
      </p>{/if}
    <div class="flex flex-wrap justify-end gap-2">
      {#if giving}
        <button type="button" class="btn" onclick={() => (giving = false)}>Go on sewing</button>
        <button class="btn border-madder text-madder">Give it up</button>
      {:else}
        <button type="button" class="btn mr-auto text-madder" onclick={() => (giving = true)}
          >Give up this item</button
        >
        <label class="btn cursor-pointer"
          >Picture …<input
            type="file"
            accept="image/*"
            capture="environment"
            class="sr-only"
            onchange={take}
          /></label
        >
        <button type="button" class="btn" onclick={() => (open = false)}>Close</button>
        <button class="btn btn-strong">Keep the note</button>
      {/if}
    </div>
  </form>
</RunDialog>
