<script lang="ts">
  import { count, formatDuration, limitsOf } from '$lib/core/base';
  import { needleSince } from '$lib/core/run';
  import {
    BOBBIN_KINDS,
    bobbinKindOf,
    machineSchema,
    NEEDLE_KINDS,
    NEEDLE_SIZES,
    withThread,
    type Machine,
  } from '$lib/core/workshop';
  import Check from '../kit/Check.svelte';
  import Fold from '../kit/Fold.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Select from '../kit/Select.svelte';
  import { setMachine } from '../state/equipment';
  import { workroom } from '../state/workroom.svelte';
  import { BOBBIN_NAMES, words } from './shelf-words';

  // What else is told of a machine: what it can do by itself, its bobbin, its needle, and what is threaded.
  let { machine }: { machine: Machine } = $props();
  const { topSpeed } = machineSchema.shape;
  const isMulti = $derived(machine.kind === 'multi-needle');
  const set = (change: Partial<Machine>) => void setMachine(machine, change);
  const NEW_NEEDLE = { kind: 'embroidery', size: '75/11' } as const;
  const sewn = $derived(machine.needle ? needleSince(workroom.log.all, machine, machine.needle.since) : 0);
  const isOld = $derived(sewn > workroom.numbers['stitch.needleHours'] * 3600);
  const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long' });

  const threads = $derived(workroom.workshop.threads);
  const options = $derived<[string, string][]>([
    ['', 'nothing known'],
    ...threads.map((t): [string, string] => [t.id, t.name]),
  ]);
  const onNeedle = (n: number) => threads.find((t) => t.id === machine.threaded[n]);
  const needles = $derived(Array.from({ length: machine.needles }, (_, n) => n));
  const known = $derived(needles.filter(onNeedle).length);
</script>

<div class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
  <NumberField
    label="Top speed"
    class="w-20"
    value={machine.topSpeed}
    limits={limitsOf(topSpeed.unwrap().unwrap())}
    step={10}
    placeholder="not told"
    live={false}
    suffix="a minute"
    onchange={(topSpeed) => set({ topSpeed })}
    onclear={() => set({ topSpeed: null })}
  />
  <label class="flex flex-col gap-1"
    ><span class="label">Bobbin</span>
    <Select
      class="w-44"
      label="Bobbin of {machine.name}"
      value={bobbinKindOf(machine)}
      options={BOBBIN_NAMES}
      onchange={(bobbin) => set({ bobbin })}
    /></label
  >
  <span class="label pb-2">{workroom.numbers[BOBBIN_KINDS[bobbinKindOf(machine)].holds]} m</span>
</div>
<div class="mt-2 flex flex-wrap gap-x-5 gap-y-1.5">
  <Check checked={machine.trims} onchange={(on) => set({ trims: on })}>cuts threads by itself</Check>
  {#if isMulti}<Check checked={machine.halts} onchange={(on) => set({ halts: on })}
      >can be told to halt at a stop</Check
    >{/if}
  {#if machine.heads > 1}<Check checked={machine.headsTogether} onchange={(on) => set({ headsTogether: on })}
      >{machine.heads === 2 ? 'both' : `all ${machine.heads}`} heads sew one design together</Check
    >{/if}
</div>
<div class="mt-2 flex flex-wrap items-center gap-2" role="group" aria-label="Needle in {machine.name}">
  <span class="label">Needle in</span>
  {#if machine.needle}
    {@const needle = machine.needle}
    <Select
      class="w-34"
      label="Point of the needle in {machine.name}"
      value={needle.kind}
      options={words(NEEDLE_KINDS)}
      onchange={(kind) => set({ needle: { ...needle, kind } })}
    />
    <Select
      class="w-24"
      label="Size of the needle in {machine.name}"
      value={needle.size}
      options={words(NEEDLE_SIZES)}
      onchange={(size) => set({ needle: { ...needle, size } })}
    />
    <span class={isOld ? 'font-semibold text-madder' : 'label'}
      >since {day.format(needle.since)}: {sewn < 60
        ? 'not sewn with yet'
        : `${formatDuration(sewn)} of sewing`}{isOld ? ', time for a new one' : ''}</span
    >
  {/if}
  <button
    type="button"
    class="btn btn-small"
    onclick={() => set({ needle: { ...(machine.needle ?? NEW_NEEDLE), since: Date.now() } })}
    >A new one is in</button
  >
</div>
{#if isMulti}
  <Fold class="mt-1" open={false}
    >{#snippet title()}<span class="flex min-h-10 items-center gap-1.5"
        >What is threaded
        <span class="flex gap-0.5" aria-hidden="true"
          >{#each needles as n, place (place)}{@const t = onNeedle(n)}{#if t}<span
                class="size-4 rounded-full border border-rule"
                style:background={t.colour}
              ></span>{/if}{/each}</span
        >
        <span class="label">{known} of {count(machine.needles, 'needle')}</span></span
      >{/snippet}
    <ol class="grid gap-x-4 gap-y-1.5 sm:grid-cols-2">
      {#each needles as n, place (place)}
        <li class="flex items-center gap-2">
          <span class="label w-5 text-right">{n + 1}</span>
          <span
            class="size-5 shrink-0 rounded-full border border-rule"
            style:background={onNeedle(n)?.colour ?? 'transparent'}
          ></span>
          <Select
            class="w-full"
            label="Needle {n + 1} of {machine.name}"
            value={onNeedle(n)?.id ?? ''}
            {options}
            onchange={(id) => set(withThread(machine, n, id || null))}
          />
        </li>
      {/each}
    </ol>
  </Fold>
{/if}
