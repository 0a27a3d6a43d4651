<script lang="ts">
  import { notYetSaid, type RehearsalAnswer, type RehearsalQuestion } from '$lib/core/rehearsal';

  // What do the hands do now? Keys 1 to 4 answer, Space goes on.
  interface Props {
    question: RehearsalQuestion;
    given: RehearsalAnswer | null;
    onanswer: (answer: RehearsalAnswer) => void;
    ongo: () => void;
  }
  let { question, given, onanswer, ongo }: Props = $props();
  const right = $derived(question.answers.find((a) => a.right));

  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const chosen = question.answers[Number(event.key) - 1];
    if (chosen && !given) onanswer(chosen);
    else if (given && (event.key === ' ' || event.key === 'Enter')) {
      event.preventDefault();
      ongo();
    }
  }
</script>

<svelte:window {onkeydown} />

<p class="text-xl text-hands">
  {question.after ? `Stop ${question.stop}, after “${question.after}”` : 'Before the first stitch'}
</p>
<h1 class="text-4xl lg:text-5xl">What do your hands do now?</h1>
<ol class="flex max-w-3xl flex-col gap-2">
  {#each question.answers as answer, i (i)}
    <li>
      <button
        type="button"
        class={[
          'btn min-h-16 w-full justify-start text-left text-lg whitespace-normal',
          given && answer.right && 'border-2 border-needle bg-needle-soft',
          given === answer && !answer.right && 'border-2 border-madder bg-madder-soft',
        ]}
        disabled={given !== null && given !== answer && !answer.right}
        onclick={() => onanswer(answer)}
        ><strong class="w-6 shrink-0 text-quiet">{i + 1}</strong><span>{answer.text}</span></button
      >
    </li>
  {/each}
</ol>
{#if given}
  <div
    role="status"
    class={['max-w-3xl border-l-8 px-4 py-2 text-lg', given.right ? 'border-needle' : 'border-madder']}
  >
    <strong>{given.right ? 'Right.' : 'That would go wrong.'}</strong>
    {given.because}
    {#if !given.right && right?.because}<p class="mt-1 text-quiet">
        Instead: {right.text}. {notYetSaid(right.because, given.because)}
      </p>{/if}
  </div>
  <button type="button" class="btn btn-strong min-h-16 w-fit px-8 text-xl" onclick={ongo} data-testid="go-on"
    >On</button
  >
{/if}
