<script lang="ts">
  import NumberField from '../kit/NumberField.svelte';
  import Switch from '../kit/Switch.svelte';
  import { LEAST_SPEED, MAX_RATE, MOST_SPEED } from '$lib/core/machine';
  import type { Problem } from '$lib/core/base';
  import { handStops, hoopingTape } from '$lib/core/run';
  import { ServerMachine } from '$lib/machines';
  import { newId } from '../state/ids';
  import { showProblem } from '../state/notices';
  import { readRun } from '../state/read-plan';
  import type { FollowedMachine } from '../state/run-machine.svelte';
  import type { RunSession } from '../state/run-session.svelte';
  import { runWays, type RunKey } from '../state/run-ways.svelte';
  import { canSpeak } from './call';
  import RunDialog from './RunDialog.svelte';

  let {
    open = $bindable(),
    session,
    machine,
  }: { open: boolean; session: RunSession; machine: FollowedMachine } = $props();
  const KEYS: [RunKey, string][] = [
    ['forward', 'Forward'],
    ['back', 'Back'],
    ['trouble', 'Trouble'],
  ];
  const TOKEN_KEY = 'jolt-head-token';
  let learning = $state<RunKey | null>(null);
  let rate = $state(20);
  let seed = $state(1);
  let connecting = $state(false);
  const run = $derived(session.run);
  const head = $derived(
    (run?.machine?.name ?? 'machine')
      .toLowerCase()
      .replaceAll(/[^a-z0-9]+/g, '-')
      .slice(0, 40),
  );

  function learn(event: KeyboardEvent) {
    if (!learning) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key !== 'Escape') runWays.set({ keys: { ...runWays.keys, [learning]: event.code } });
    learning = null;
  }
  /** Says that a head is this tab's, also after the page was loaded again. */
  function ownToken(): string {
    const known = sessionStorage.getItem(TOKEN_KEY);
    const token = known ?? newId();
    if (!known) sessionStorage.setItem(TOKEN_KEY, token);
    return token;
  }
  const changed: Problem = {
    code: 'no-run-tape',
    message:
      'What this run sews is not on a tape here: it was typed, its build was changed since, or its items do not fit the hoop. The run is kept.',
    next: 'Go on by hand, or begin a new run to follow a machine.',
  };
  async function connect() {
    if (!run) return;
    connecting = true;
    const read = await readRun(run);
    const tape = read.ok && hoopingTape(run, { tape: read.value.tape, blocks: read.value.reading.blocks });
    if (!read.ok) showProblem(read.problem);
    else if (!tape) showProblem(changed);
    else {
      const link = new ServerMachine(head, ownToken(), {
        seed,
        rate,
        kind: run.machine?.kind ?? 'one-needle',
        speed: run.machine?.speed,
        bobbinM: run.bobbinHoldsM || undefined,
        // It runs through its stops unless it is told to halt where hands are needed.
        halts: run.machine?.kind === 'multi-needle' ? handStops(run) : undefined,
      });
      if (await machine.connect(link, tape, run.buildName, rate)) open = false;
    }
    connecting = false;
  }
</script>

<svelte:window onkeydowncapture={learn} />

{#snippet way(key: 'mirrored' | 'taps' | 'sound' | 'speech', name: string)}
  <Switch checked={runWays[key]} onchange={(on) => runWays.set({ [key]: on })}>{name}</Switch>
{/snippet}

<RunDialog bind:open title="How Run works for you">
  <div class="flex flex-col gap-4">
    {@render way('mirrored', 'Left-handed: the forward button on the left')}
    {@render way('taps', `A finger anywhere on the ${runWays.mirrored ? 'left' : 'right'} half goes on`)}
    {@render way('sound', 'A soft sound before the next stop')}
    {#if canSpeak()}{@render way('speech', 'Read each step aloud')}{/if}
    <fieldset class="flex flex-wrap gap-2">
      <legend class="label mb-1">Pedal or page-turner: press a button here, then the pedal</legend>
      {#each KEYS as [key, name] (key)}
        <button
          type="button"
          class={['btn', learning === key && 'btn-strong']}
          aria-pressed={learning === key}
          onclick={() => (learning = key)}
          >{name}: {learning === key ? 'press it now …' : (runWays.keys[key] ?? 'usual keys')}</button
        >
      {/each}
    </fieldset>
    <section class="border-t border-rule pt-3">
      <h3 class="mb-1 font-bold">The machine</h3>
      {#if machine.link}
        <p class="mb-2">
          Following {machine.link.name}, {rate > 1
            ? `${machine.rate} times as fast as life`
            : 'as fast as life'}.
        </p>
        <div class="flex flex-wrap items-end gap-3">
          <button type="button" class="btn" disabled={machine.sewing} onclick={() => machine.trace()}
            >Trace the outline, without sewing</button
          >
          <NumberField
            class="w-28"
            label="Stitches a minute"
            value={machine.now?.speed ?? null}
            limits={{ min: LEAST_SPEED, max: MOST_SPEED }}
            step={10}
            live={false}
            onchange={(speed) => machine.setSpeed(speed)}
          />
          <button type="button" class="btn" onclick={() => machine.disconnect()}>Go on by hand</button>
        </div>
      {:else}
        <p class="label mb-2">
          By hand: you say when it stopped. A simulated machine on this server sews the tape as a real one
          would, and says it by itself.
        </p>
        <div class="flex flex-wrap items-end gap-3">
          <NumberField
            label="Times as fast"
            value={rate}
            limits={{ min: 1, max: MAX_RATE }}
            step="any"
            onchange={(v) => (rate = v)}
          />
          <NumberField
            label="Luck (same number, same breaks)"
            value={seed}
            limits={{ min: 0, max: 1e9 }}
            onchange={(v) => (seed = v)}
          />
          <button type="button" class="btn btn-strong" disabled={connecting} onclick={connect}
            >Follow the simulated machine</button
          >
        </div>
      {/if}
    </section>
  </div>
</RunDialog>
