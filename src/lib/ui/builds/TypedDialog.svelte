<script lang="ts">
  import { ROLE_NAMES } from '../kit/names';
  import LengthField from '../kit/LengthField.svelte';
  import Select from '../kit/Select.svelte';
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { readStopList } from '$lib/core/exchange';
  import type { Role } from '$lib/core/reading';
  import { count, formatDuration, formatNumber, limitsOf } from '$lib/core/base';
  import { typedSideSchema } from '$lib/core/build';
  import Dialog from '../kit/Dialog.svelte';
  import { keepTyped } from '../state/import';
  import { showProblem } from '../state/notices';

  let { open = $bindable(false) }: { open: boolean } = $props();
  const SAMPLE = '1 placement white 0:40\n2 tack-down white 0:35\n3 satin border navy 6:20';
  let name = $state('');
  let text = $state('');
  const NO_SIZE = { widthMm: null, heightMm: null };
  let size = $state<Record<keyof typeof NO_SIZE, number | null>>(NO_SIZE);
  const side = (which: keyof typeof NO_SIZE) => ({
    class: 'w-28',
    valueMm: size[which],
    limits: limitsOf(typedSideSchema),
    onchange: (mm: number) => void (size = { ...size, [which]: mm }),
    onclear: () => void (size = { ...size, [which]: null }),
  });
  /** roles set by hand, by line of the list */
  let roles = $state<Record<number, Role>>({});
  const read = $derived(text.trim() ? readStopList(text) : null);
  const stops = $derived(
    read?.ok ? read.value.stops.map((s, i) => ({ ...s, role: roles[i] ?? s.role })) : [],
  );

  async function save(event: SubmitEvent) {
    event.preventDefault();
    if (!stops.length) return;
    const kept = await keepTyped(name.trim(), { stops, ...size });
    if (!kept.ok) return showProblem(kept.problem);
    open = false;
    text = name = '';
    size = NO_SIZE;
    roles = {};
    await goto(resolve('/builds/[id]', { id: kept.value.id }));
  }
</script>

<Dialog bind:open title="Type the stops" wide>
  <form onsubmit={save} class="flex flex-col gap-3">
    <p class="text-quiet">
      No tape at hand? One stop a line, as your sheet or the machine’s screen has it: what it is, the thread,
      its minutes or stitches. A whole pasted sheet will do.
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
        bind:value={text}
        rows="6"
        maxlength="40000"
        placeholder={SAMPLE}></textarea></label
    >
    <div class="flex flex-wrap items-end gap-3">
      <LengthField label="Finished width" {...side('widthMm')} />
      <LengthField label="and height" {...side('heightMm')} />
      <span class="label flex-1">With a size, pieces get theirs too; without, only steps and times.</span>
    </div>
    {#if read && !read.ok}
      <p class="text-madder" role="alert">{read.problem.message} {read.problem.next}</p>
    {:else if stops.length}
      <table class="w-full text-sm" data-testid="typed-stops">
        <tbody>
          {#each stops as stop, i (i)}
            <tr class="border-t border-rule"
              ><td class="py-1 pr-2 text-right text-quiet">{i + 1}</td><td>{stop.title}</td><td
                ><Select
                  label="What stop {i + 1} is for"
                  value={stop.role}
                  options={ROLE_NAMES}
                  onchange={(role) => (roles = { ...roles, [i]: role })}
                /></td
              ><td>{stop.thread}</td><td class="text-right whitespace-nowrap"
                >{stop.seconds !== null
                  ? formatDuration(stop.seconds)
                  : `${formatNumber(stop.stitches ?? 0)} stitches`}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
      {#if read?.ok && read.value.skipped.length}
        <p class="label">
          {count(read.value.skipped.length, 'line')} without a time or stitches left out: {read.value.skipped.join(
            ', ',
          )}.
        </p>
      {/if}
    {/if}
    <div class="mt-1 flex justify-end gap-2">
      <button type="button" class="btn" onclick={() => (open = false)}>Leave it</button>
      <button class="btn btn-strong" disabled={!stops.length}>Make the score</button>
    </div>
  </form>
</Dialog>
