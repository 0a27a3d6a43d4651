<script lang="ts">
  import type { Build } from '$lib/core/build';
  import type { Finding, Severity } from '$lib/core/check';
  import type { BuildEditor } from '../state/editor.svelte';

  interface Props {
    editor: BuildEditor;
    build: Build;
    finding: Finding;
    /** the same of other places */
    also?: Finding[];
    onshow?: (finding: Finding) => void;
  }
  let { editor, build, finding, also = [], onshow }: Props = $props();
  let asking = $state(false);
  let reason = $state('');

  const WORDS: Record<Severity, string> = { stop: 'Ruins it', mind: 'Mind this', tip: 'Tip' };
  // Told by shape as well as by colour: filled square, half, outline.
  const MARK: Record<Severity, string> = {
    stop: 'border-madder bg-madder-soft',
    mind: 'border-hands bg-hands-soft',
    tip: 'border-rule border-dashed bg-paper',
  };
  function quiet(event: SubmitEvent) {
    event.preventDefault();
    if (!reason.trim()) return;
    editor.change({ silenced: { ...build.silenced, [finding.id]: reason.trim().slice(0, 300) } });
    asking = false;
  }
</script>

<article class={['border-l-4 px-3 py-2', MARK[finding.severity]]} data-finding={finding.id}>
  <p>
    <strong class={finding.severity === 'stop' ? 'text-madder' : ''}>{WORDS[finding.severity]}:</strong>
    {finding.message}
  </p>
  {#each also as other, place (place)}
    <p>
      {other.message}
      {#if onshow}<button
          type="button"
          class="tap text-sm text-needle underline"
          onclick={() => onshow(other)}>Show it</button
        >{/if}
    </p>
  {/each}
  <p class="text-sm text-quiet">{finding.because}</p>
  <div class="mt-1 flex flex-wrap items-center gap-2">
    {#if finding.fix}
      {@const { label, change } = finding.fix}
      <button type="button" class="btn btn-small" onclick={() => editor.choose(label, change)}>{label}</button
      >
    {/if}
    {#if onshow && finding.stepId}<button type="button" class="btn btn-small" onclick={() => onshow(finding)}
        >Show the step</button
      >{/if}
    {#if asking}
      <form class="flex flex-1 flex-wrap gap-2" onsubmit={quiet}>
        <!-- svelte-ignore a11y_autofocus -->
        <input
          class="min-w-48 flex-1"
          aria-label="Why it may stay quiet"
          placeholder="Why it may stay quiet"
          maxlength="300"
          bind:value={reason}
          autofocus
        />
        <button class="btn btn-small" disabled={!reason.trim()}>Keep quiet</button>
      </form>
    {:else}
      <button
        type="button"
        class="tap px-2 py-1 text-sm text-needle underline"
        onclick={() => (asking = true)}>Keep quiet …</button
      >
    {/if}
  </div>
</article>
