<script lang="ts">
  import Dialog from '../kit/Dialog.svelte';
  import { PLACES } from './places';

  // What the keys do, and what the words mean.
  let { open = $bindable(false) }: { open: boolean } = $props();

  const KEYS: readonly (readonly [where: string, keys: readonly (readonly [key: string, does: string])[]])[] =
    [
      [
        'Everywhere',
        [
          ['Ctrl + K', 'find a command, a place or a build'],
          ...PLACES.map((p) => [p.key.toUpperCase(), p.name] as const),
          ['U', 'millimetres or inches'],
          ['Ctrl + Z', 'undo the last change'],
          ['Ctrl + Shift + Z', 'redo it'],
          ['?', 'this list'],
        ],
      ],
      [
        'In a build',
        [
          ['← →', 'a step back or on'],
          ['Alt + ← →', 'move a hand step'],
          ['Home, End', 'the first step, the last'],
          ['I', 'put in a hand step before this one'],
          ['Delete', 'take a hand step out'],
          ['R', 'begin a run'],
        ],
      ],
      [
        'In Run',
        [
          ['Space, Enter, →', 'done: on to the next step'],
          ['←', 'back'],
          ['T', 'trouble'],
          ['N', 'a note or a picture'],
          ['P', 'pause'],
          ['S', 'skip this step'],
        ],
      ],
    ];
  const WORDS: readonly (readonly [word: string, means: string])[] = [
    ['tape', 'The stitch file: needle moves and stops, no colours, no words.'],
    ['block', 'What is sewn between two stops, in one go. The needle’s work is counted in blocks.'],
    ['stop', 'Where the machine halts or asks for another thread. Stop 3 comes after block 3.'],
    [
      'hand',
      'One thing that hands do at a stop: lay, trim, fold, turn the hoop. Several may come at one stop.',
    ],
    ['placement', 'A line on the base that shows where a piece is to lie.'],
    ['tack-down', 'A line that holds a piece which was just laid.'],
    ['cover', 'Stitches over an edge that hide it: a satin border, mostly.'],
    ['opening', 'Where a seam is left out, to turn the work through.'],
    [
      'hooping',
      'Everything that is sewn from one hooping up to unhooping: one item, or several side by side.',
    ],
    ['base', 'What is hooped and carries the stitches: stabiliser, or cloth.'],
    ['build', 'A design with all that you decided about it: how it is made, pieces, threads, order.'],
  ];
</script>

<Dialog bind:open title="Keys and words">
  <div class="flex max-h-[70vh] flex-col gap-5 overflow-y-auto pr-2" data-testid="keys-and-words">
    {#each KEYS as [where, keys], place (place)}
      <section>
        <h3 class="mb-1 text-lg">{where}</h3>
        <dl class="grid grid-cols-[9rem_1fr] gap-x-3 gap-y-1">
          {#each keys as [key, does], place (place)}
            <dt><kbd class="font-sans font-bold">{key}</kbd></dt>
            <dd>{does}</dd>
          {/each}
        </dl>
      </section>
    {/each}
    <section>
      <h3 class="mb-1 text-lg">Words</h3>
      <dl class="grid grid-cols-[9rem_1fr] gap-x-3 gap-y-1">
        {#each WORDS as [word, means], place (place)}
          <dt class="font-bold">{word}</dt>
          <dd>{means}</dd>
        {/each}
      </dl>
    </section>
  </div>
  <p class="mt-4 flex justify-end">
    <button type="button" class="btn" onclick={() => (open = false)}>Close</button>
  </p>
</Dialog>
