<script lang="ts">
  import { MOST_THREAD, MOST_THREAD_NUMBER, UNNAMED, type Thread } from '$lib/core/build';
  import { COLOUR_WORDS, colourWordIn } from '$lib/core/plan';
  import Check from '../kit/Check.svelte';
  import Dialog from '../kit/Dialog.svelte';

  // A thread that neither the build nor the shelf has: its name, and how it looks, by keys or by hand.
  interface Props {
    open: boolean;
    /** what it is for */
    title: string;
    onthread: (thread: Thread) => void;
  }
  let { open = $bindable(), title, onthread }: Props = $props();
  let name = $state('');
  let number = $state('');
  let metallic = $state(false);
  let typed = $state('');
  let chosen = $state<string>('white');
  // Two words may stand for one colour.
  const swatches = [...new Map([...COLOUR_WORDS].map(([word, colour]) => [colour, word]))];
  const isHex = (text: string) => /^#[0-9a-f]{6}$/i.test(text);
  const colour = $derived(isHex(typed) ? typed.toLowerCase() : (COLOUR_WORDS.get(chosen) ?? UNNAMED.colour));

  function choose(word: string) {
    chosen = word;
    typed = '';
  }
  /** A name that says its colour is shown in it. */
  function nameIt() {
    const word = colourWordIn(name);
    if (word) choose(swatches.find(([hex]) => hex === COLOUR_WORDS.get(word))?.[1] ?? word);
  }
  function take(event: SubmitEvent) {
    event.preventDefault();
    onthread({
      name: name.trim() || chosen,
      colour,
      ...(number.trim() && { number: number.trim() }),
      ...(metallic && { metallic: true }),
    });
    open = false;
    [name, number, metallic, typed] = ['', '', false, ''];
  }
</script>

<Dialog bind:open {title}>
  <form onsubmit={take} class="flex flex-col gap-4">
    <div class="flex flex-wrap items-end gap-3">
      <label class="flex min-w-0 flex-1 flex-col gap-1"
        ><span class="label">Called</span><input
          bind:value={name}
          oninput={nameIt}
          maxlength={MOST_THREAD}
          placeholder={chosen}
        /></label
      >
      <label class="flex flex-col gap-1"
        ><span class="label">Its maker’s number</span><input
          class="w-28"
          bind:value={number}
          maxlength={MOST_THREAD_NUMBER}
        /></label
      >
      <Check checked={metallic} onchange={(on) => (metallic = on)}>metallic</Check>
    </div>
    <fieldset>
      <legend class="label mb-1">Looks like (arrow keys go from one to the next)</legend>
      <div class="flex flex-wrap gap-2">
        {#each swatches as [hex, word], place (place)}
          <label class="cursor-pointer" title={word}>
            <input
              type="radio"
              class="peer sr-only"
              name="looks"
              value={word}
              aria-label={word}
              checked={chosen === word && !isHex(typed)}
              onchange={() => choose(word)}
            />
            <span
              class="block h-9 w-9 rounded-full border border-ink outline-offset-2 peer-checked:outline-3 peer-checked:outline-ink peer-focus-visible:outline-3 peer-focus-visible:outline-needle"
              style:background={hex}
            ></span>
          </label>
        {/each}
      </div>
    </fieldset>
    <div class="flex flex-wrap items-end gap-3">
      <label class="flex flex-col gap-1"
        ><span class="label">Or its colour as figures</span><input
          class="w-28"
          bind:value={typed}
          maxlength="7"
          placeholder="#d9644a"
          aria-invalid={typed !== '' && !isHex(typed)}
        /></label
      >
      <span class="inline-block h-10 w-10 rounded-full border border-ink" style:background={colour}></span>
      {#if typed && !isHex(typed)}<span class="text-madder" role="status"
          ># and six of 0-9 and a-f; until then it is {chosen}.</span
        >{/if}
    </div>
    <div class="flex justify-end gap-2">
      <button type="button" class="btn" onclick={() => (open = false)}>Leave it</button>
      <button class="btn btn-strong">Sew in it</button>
    </div>
  </form>
</Dialog>
