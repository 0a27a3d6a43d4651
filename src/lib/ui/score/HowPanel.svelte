<script lang="ts">
  import Radios from '../kit/Radios.svelte';
  import Select from '../kit/Select.svelte';
  import Check from '../kit/Check.svelte';
  import DateField from '../kit/DateField.svelte';
  import { NEEDLES, type NeedleKind } from '$lib/core/build';
  import type { Build } from '$lib/core/build';
  import type { BuildPlan } from '$lib/core/plan';
  import { stopList } from '$lib/core/score';
  import { choicesOf, fitReason, isToldShare, techniqueById } from '$lib/core/techniques';
  import type { BuildEditor } from '../state/editor.svelte';
  import { percent } from '$lib/core/base';
  import Insertions from './Insertions.svelte';

  let { editor, build, plan }: { editor: BuildEditor; build: Build; plan: BuildPlan } = $props();

  const technique = $derived(techniqueById(build.technique));
  const match = $derived(editor.ranking.find((m) => m.technique.id === technique.id));
  const choices = $derived(match ? choicesOf(match) : (technique.choices ?? []));
  const other = $derived(editor.ranking.find((m) => m.technique.id !== technique.id && isToldShare(m)));
  const stops = $derived(stopList(plan.score));
  const halts = $derived(stops.filter((s) => s.hands.length));
  const byHand = $derived(plan.machine.kind === 'one-needle');
  const threads = $derived(stops.filter((s) => s.threadByHand));
  const plain = $derived(stops.filter((s) => !s.hands.length && !s.threadByHand));
  const numbers = (of: typeof stops) => of.map((s) => s.stop).join(', ');
  const NEEDLE_NAMES: Record<NeedleKind, string> = {
    embroidery: 'Embroidery 75/11',
    ballpoint: 'Ballpoint 75/11',
    sharp: 'Sharp 80/12',
    strong: 'Strong 90/14',
  };
  const choose = (choice: string, key: string, name: string) =>
    editor.choose(name, { schools: { ...build.schools, [choice]: key } });
</script>

<div class="grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
  <section class="flex flex-col gap-4" aria-label="Technique and its schools">
    <div>
      <h2 class="text-xl">{technique.name}</h2>
      <p>{technique.summary}</p>
      {#if match}
        <p class="text-quiet">
          {build.techniqueBy === 'maker' ? 'Your choice; by the tape alone ' : ''}{percent(match.share)}: {fitReason(
            match,
          )}.
          {#if other}
            Otherwise {other.technique.name} ({percent(other.share)}): {fitReason(other)}.
            <button
              type="button"
              class="text-needle underline"
              onclick={() =>
                editor.choose(other.technique.name, {
                  technique: other.technique.id,
                  techniqueBy: 'maker',
                })}>Take it instead</button
            >{/if}
        </p>
      {/if}
    </div>
    {#each choices as choice (choice.key)}
      <div class="grid gap-x-4 gap-y-1 border-t border-rule pt-2 sm:grid-cols-[10rem_1fr]">
        <span class="font-bold">{choice.label}</span>
        <Radios
          label={choice.label}
          class="flex flex-col"
          value={plan.score.schools[choice.key] ?? ''}
          options={choice.schools.map((s) => [s.key, s.name, s.because] as const)}
          onchange={(key) => choose(choice.key, key, choice.schools.find((s) => s.key === key)?.name ?? '')}
        />
      </div>
    {:else}
      <p class="label">Makers agree on how this one is done; there is nothing to choose.</p>
    {/each}
  </section>

  <div class="flex flex-col gap-5">
    <section class="flex flex-col gap-2" aria-label="What it is for">
      <h2 class="text-xl">What it is for</h2>
      <Check
        checked={build.use.washed}
        onchange={(on) => editor.change({ use: { ...build.use, washed: on } })}>It is washed</Check
      >
      <Check
        checked={build.use.forChild}
        onchange={(on) => editor.change({ use: { ...build.use, forChild: on } })}>It is for a child</Check
      >
      <div class="flex flex-wrap gap-4">
        <DateField
          label="Due"
          value={build.use.due}
          onchange={(due) => editor.change({ use: { ...build.use, due } })}
        />
        <label class="flex flex-col gap-1"
          ><span class="label">Needle</span><Select
            class="min-h-11"
            value={build.needle}
            options={NEEDLES.map((n) => [n, NEEDLE_NAMES[n]] as const)}
            onchange={(needle) => editor.change({ needle })}
          /></label
        >
      </div>
    </section>
    <Insertions {editor} {build} {plan} />
    <section aria-label="Stops">
      <h2 class="text-xl">Stops</h2>
      {#if halts.length}
        <p>
          Hands are needed at {halts.length} of {stops.length} stops: <strong>{numbers(halts)}</strong>.
          {#if !byHand}Programme these as halts on {plan.machine.name}.{/if}
        </p>
      {/if}
      {#if threads.length}
        <p>Thread is changed at <strong>{numbers(threads)}</strong>.</p>
      {/if}
      {#if plain.length}
        <p class="text-quiet">
          Nothing is done at {numbers(plain)}:
          {#if !byHand}it changes its needle by itself and runs through.
          {:else if halts.length || threads.length}the thread stays, start again.
          {:else}start again, or let it run through in one colour.{/if}
        </p>
      {/if}
    </section>
  </div>
</div>
