<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { sheetType, type Bundle, type BundleEntry } from '$lib/core/exchange';
  import type { Reading } from '$lib/core/reading';
  import { weighBundle, type BundleChoice } from '$lib/core/plan';
  import { count, formatDuration, formatNumber, formatSize } from '$lib/core/base';
  import Dialog from '../kit/Dialog.svelte';
  import { newId } from '../state/ids';
  import { readBytes, takeTape, type KnownTape } from '../state/import';
  import { jobs } from '../state/jobs.svelte';
  import { showNote, showProblem } from '../state/notices';
  import { workroom } from '../state/workroom.svelte';

  interface Props {
    name: string;
    bundle: Bundle;
    /** the chosen tape is here already */
    onknown: (tape: KnownTape) => void;
    onclose: () => void;
  }
  let { name, bundle, onknown, onclose }: Props = $props();
  let open = $state(true);
  /** one for each of those that could be read */
  let choices = $state.raw<BundleChoice[]>([]);
  let tapes = $state.raw<BundleEntry[]>([]);
  let unreadable = $state.raw<string[]>([]);
  let proposed = $state(-1);
  let because = $state('');
  let chosen = $state(-1);
  let busy = $state(true);

  $effect(() => {
    if (!open) onclose();
  });

  const fileOf = ({ path, name }: BundleEntry) => path.split('/').pop() ?? name;
  void weigh();
  async function weigh() {
    const versions = await jobs.watch(`Reading ${name}`, async (tell, signal) => {
      const read: { entry: BundleEntry; name: string; reading: Reading }[] = [];
      for (const [i, entry] of bundle.tapes.entries()) {
        if (signal.aborted) break;
        const { bytes } = entry;
        const name = fileOf(entry);
        const answer = await readBytes(bytes, name);
        if (answer.ok) read.push({ entry, name, reading: answer.value.reading });
        else unreadable = [...unreadable, `${name}: ${answer.problem.message}`];
        tell((i + 1) / bundle.tapes.length);
      }
      return read;
    });
    tapes = versions.map((v) => v.entry);
    ({ choices, proposed, because } = weighBundle(versions, workroom.workshop));
    chosen = Math.max(0, proposed);
    busy = false;
  }

  async function take(event: SubmitEvent) {
    event.preventDefault();
    const tape = tapes[chosen];
    if (!tape) return;
    busy = true;
    const sheets = bundle.documents.map(({ name, bytes }) => ({
      id: newId(),
      name,
      bytes,
      type: sheetType(name) ?? 'text/plain',
    }));
    const taken = await takeTape(tape.bytes, fileOf(tape), sheets, tape.label);
    busy = false;
    if (!taken.ok) return showProblem(taken.problem);
    open = false;
    if (taken.value.kind === 'known') onknown(taken.value);
    if (taken.value.kind !== 'build') return;
    const { build } = taken.value;
    showNote(
      `${build.name} is here.`,
      sheets.length ? `${count(sheets.length, 'sheet')} kept with it, under Notes.` : undefined,
    );
    await goto(resolve('/builds/[id]', { id: build.id }));
  }
</script>

<Dialog bind:open title="What is in {name}" wide>
  <form onsubmit={take}>
    {#if choices.length}
      <p class="mb-2 text-quiet">{because} One is taken; the sheets come with it.</p>
      <table class="w-full" data-testid="bundle">
        <thead
          ><tr class="text-left text-sm text-quiet"
            ><th class="py-1 font-normal">Version</th><th class="pl-4 text-right font-normal">Size</th><th
              class="pl-4 text-right font-normal">Stops</th
            ><th class="pl-4 text-right font-normal">Stitches</th><th class="pl-4 text-right font-normal"
              >Stitching</th
            ><th class="pl-4 font-normal">Fits hoop</th></tr
          ></thead
        >
        <tbody>
          {#each choices as choice, i (i)}
            <tr class={['border-t border-rule', i === chosen && 'bg-needle-soft']}>
              <td class="py-1"
                ><label class="flex min-h-11 items-center gap-2"
                  ><input
                    type="radio"
                    name="version"
                    checked={i === chosen}
                    onchange={() => (chosen = i)}
                    {@attach (radio) => {
                      if (i === Math.max(0, proposed)) radio.focus();
                    }}
                  />
                  <span
                    >{choice.name}{#if tapes[i]?.label}<span class="label block">{tapes[i].label}</span
                      >{/if}{#if i === proposed}<strong class="block text-sm text-needle">proposed</strong
                      >{/if}</span
                  ></label
                ></td
              >
              <td class="pl-4 text-right whitespace-nowrap"
                >{formatSize(choice.width, choice.height, workroom.unit)}</td
              >
              <td class="pl-4 text-right">{choice.stops}</td>
              <td class="pl-4 text-right">{formatNumber(choice.stitches)}</td>
              <td class="pl-4 text-right whitespace-nowrap">{formatDuration(choice.seconds)}</td>
              <td class="pl-4">{choice.hoops.join(', ') || 'none of yours'}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    {:else if busy}
      <p role="status">Reading its tapes …</p>
    {:else}
      <p role="alert">None of its tapes could be read.</p>
    {/if}
    {#each unreadable as line, place (place)}<p class="mt-1 text-sm text-madder">{line}</p>{/each}
    {#if bundle.documents.length}
      <p class="mt-3 text-sm text-quiet">Sheets: {bundle.documents.map((d) => d.name).join(', ')}</p>
    {/if}
    <div class="mt-4 flex justify-end gap-2">
      <button type="button" class="btn" onclick={() => (open = false)}>Leave it</button>
      <button class="btn btn-strong" disabled={busy || chosen < 0 || !choices.length}>Take this one</button>
    </div>
  </form>
</Dialog>
