<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import X from '@lucide/svelte/icons/x';
  import { count } from '$lib/core/base';
  import Question from '$lib/ui/rehearse/Question.svelte';
  import CrossSection from '$lib/ui/score/CrossSection.svelte';
  import { Rehearsal } from '$lib/ui/state/rehearsal.svelte';

  const rehearsal = new Rehearsal();
  const id = page.params.id ?? '';
  onMount(() => {
    void rehearsal.load(id);
    return () => rehearsal.close();
  });
  const missed = $derived(rehearsal.answers.filter((a) => !a.answer.right));
</script>

<div class="flex h-dvh flex-col overflow-hidden" data-testid="rehearsal">
  <header class="flex shrink-0 items-center gap-3 border-b border-rule px-4 py-2 text-lg">
    <a class="btn px-3" href={resolve('/builds/[id]', { id })} aria-label="Back to the build"
      ><X size={22} /></a
    >
    <span class="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-3">
      <span class="max-w-full truncate font-display">{rehearsal.build?.name ?? ''}</span>
      <span class="text-quiet max-sm:text-sm sm:ml-auto">a rehearsal: nothing goes into the log</span>
    </span>
    {#if rehearsal.answers.length}<strong class="whitespace-nowrap" title="Right so far"
        >{rehearsal.right} of {rehearsal.answers.length}</strong
      >{/if}
  </header>
  {#if rehearsal.missing}
    <p class="m-8" role="alert">
      This build or its tape is not in this browser. Go back to Builds, or import its file.
    </p>
  {:else if rehearsal.over}
    <section class="mx-auto w-full max-w-3xl overflow-y-auto p-8">
      <h1 class="mb-2 text-5xl">{rehearsal.right} of {rehearsal.questions.length} right.</h1>
      <p class="mb-6 text-xl">
        {missed.length
          ? `${count(missed.length, 'stop')} to look at once more:`
          : 'You know what your hands do at every stop.'}
      </p>
      <ul class="mb-6 flex flex-col gap-3">
        {#each missed as { question, answer }, place (place)}
          <li class="border-l-4 border-madder pl-3">
            <strong>Stop {question.stop}: {question.answers.find((a) => a.right)?.text}.</strong>
            <p class="text-quiet">Not “{answer.text}”: {answer.because}</p>
          </li>
        {/each}
      </ul>
      <a class="btn btn-strong" href={resolve('/builds/[id]', { id })}>Back to the build</a>
    </section>
  {:else}
    <div class="grid min-h-0 flex-1 overflow-y-auto lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <section class="flex min-w-0 flex-col justify-center gap-4 px-5 py-4 lg:px-10">
        {#if rehearsal.asked}
          {#key rehearsal.asked.at}<Question
              question={rehearsal.asked}
              given={rehearsal.given}
              onanswer={(a) => rehearsal.answer(a)}
              ongo={() => rehearsal.advance()}
            />{/key}
        {:else if rehearsal.step?.kind === 'needle'}
          <p class="text-xl text-needle">The needle sews</p>
          <h1 class="text-5xl">{rehearsal.step.title}</h1>
          <div
            class="h-4 max-w-xl overflow-hidden rounded-full bg-rule"
            role="progressbar"
            aria-label="Sewn of this block"
            aria-valuenow={Math.round(100 * rehearsal.share)}
          >
            <div class="h-full bg-needle" style:width="{100 * rehearsal.share}%"></div>
          </div>
        {:else}
          <p class="text-quiet" role="status">Threading up …</p>
        {/if}
      </section>
      <section
        class="flex h-96 flex-col border-t border-rule bg-paper p-4 lg:h-auto lg:min-h-0 lg:border-t-0 lg:border-l"
        aria-label="In the hoop"
      >
        {#if rehearsal.stack}<CrossSection stack={rehearsal.stack} size="large" />{/if}
      </section>
    </div>
  {/if}
</div>
