<script lang="ts">
  import NameField from '../kit/NameField.svelte';
  import Select from '../kit/Select.svelte';
  import { resolve } from '$app/paths';
  import Download from '@lucide/svelte/icons/download';
  import FileUp from '@lucide/svelte/icons/file-up';
  import MessageCircleQuestion from '@lucide/svelte/icons/message-circle-question-mark';
  import Play from '@lucide/svelte/icons/play';
  import Printer from '@lucide/svelte/icons/printer';
  import { count, formatDuration, formatSize, percent } from '$lib/core/base';
  import type { Build } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import type { Reading } from '$lib/core/reading';
  import { isToldShare } from '$lib/core/techniques';
  import { machineFor } from '$lib/core/hoop';
  import { goesOn } from '$lib/core/workshop';
  import UndoButtons from '../kit/UndoButtons.svelte';
  import type { BuildEditor } from '../state/editor.svelte';
  import { workroom } from '../state/workroom.svelte';

  let {
    editor,
    plan,
    reading,
    build,
    onrun,
    onnewer,
    onexport,
  }: {
    editor: BuildEditor;
    plan: BuildPlan;
    reading: Reading;
    build: Build;
    onrun: () => void;
    onnewer: () => void;
    onexport: () => void;
  } = $props();

  function setHoop(id: string) {
    const [machineId, hoopId] = id.split(' ');
    if (machineId && hoopId) editor.change({ machineId, hoopId });
  }
  const on = $derived(machineFor(plan.hooping.hoop, workroom.workshop, plan.machine.id) ?? plan.machine);
  const inTape = $derived(plan.order.inTape);
</script>

<header class="flex flex-wrap items-center gap-x-3 gap-y-2">
  <div class="min-w-0 flex-1 basis-64">
    <h1 class="sr-only">{build.name}</h1>
    <NameField
      class="-ml-1 w-full border-transparent! bg-transparent! px-1! py-0! font-display text-2xl"
      label="Name of the build"
      most={120}
      value={build.name}
      onchange={(name) => editor.change({ name })}
    />
  </div>
  <Select
    class="min-h-11 max-w-80"
    label="Technique"
    value={build.technique}
    options={editor.ranking.map((ranked) => {
      const { id, name } = ranked.technique;
      // What the maker has said needs no share.
      const isSaid = build.techniqueBy === 'maker' && id === build.technique;
      return [id, isToldShare(ranked) && !isSaid ? `${name} (${percent(ranked.share)})` : name] as const;
    })}
    onchange={(technique) => editor.change({ technique, techniqueBy: 'maker' })}
  />
  <select
    class="min-h-11 max-w-48"
    aria-label="Machine and hoop"
    value="{on.id} {plan.hooping.hoop.id}"
    onchange={(e) => setHoop(e.currentTarget.value)}
  >
    {#each workroom.workshop.machines as machine (machine.id)}
      <optgroup label={machine.name}>
        {#each workroom.workshop.hoops.filter((h) => goesOn(h, machine.id)) as hoop (hoop.id)}<option
            value="{machine.id} {hoop.id}">{hoop.name}</option
          >{/each}
      </optgroup>
    {/each}
  </select>
  <div class="flex flex-wrap gap-1.5">
    <UndoButtons {editor} />
    <a
      class="btn px-2.5"
      href={resolve('/builds/[id]/print', { id: build.id })}
      aria-label="Print sheet"
      title="Print sheet"><Printer size={18} /></a
    >
    <button
      type="button"
      class="btn px-2.5"
      onclick={onexport}
      aria-label="Export the build"
      title="Export the build with its tape"><Download size={18} /></button
    >
    <button
      type="button"
      class="btn px-2.5"
      onclick={onnewer}
      aria-label="Newer tape"
      title="Lay this build onto a newer tape of its design"><FileUp size={18} /></button
    >
    <a
      class="btn px-2.5"
      href={resolve('/rehearse/[id]', { id: build.id })}
      aria-label="Rehearse"
      title="Rehearse: what do the hands do at each stop?"><MessageCircleQuestion size={18} /></a
    >
    <button type="button" class="btn btn-strong" onclick={onrun} title="Begin a run (R)"
      ><Play size={18} />Run</button
    >
  </div>
  <span class="sr-only" role="status"
    >{editor.saved === 'saving' ? 'Saving' : editor.saved === 'failed' ? 'Not saved' : 'Saved'}</span
  >
  <p class="-mt-2 basis-full text-sm text-quiet">
    {formatSize(plan.design.size.width, plan.design.size.height, workroom.unit)} · {count(
      reading.stitches,
      'stitch',
      'stitches',
    )} · {count(reading.stops, 'stop')} · {inTape > 1 ? `${inTape} items in it take` : 'one item takes'}
    <strong class="text-ink" data-testid="item-time">{formatDuration(plan.time.item.itemSeconds)}</strong>:
    <span class="text-needle">needle {formatDuration(plan.time.item.needleSeconds)}</span>
    ({formatDuration(plan.time.item.screenSeconds)} on the machine’s screen),
    <span class="text-hands">hands {formatDuration(plan.time.item.handSeconds)}</span>{plan.time.item
      .passiveSeconds
      ? `, then waits ${formatDuration(plan.time.item.passiveSeconds)}`
      : ''}
  </p>
</header>
