<script lang="ts">
  import { untrack } from 'svelte';
  import type { FollowedMachine } from '../state/run-machine.svelte';
  import type { RunSession } from '../state/run-session.svelte';
  import RunDialog from './RunDialog.svelte';

  // What went onto the machine otherwise than planned: another thread or spool, a full bobbin before its time.
  interface Props {
    open: boolean;
    session: RunSession;
    machine: FollowedMachine;
  }
  let { open = $bindable(), session, machine }: Props = $props();
  let name = $state('');
  let colour = $state('#777777');
  const now = $derived(session.threads?.now ?? null);
  const own = $derived([...new Map((session.run?.blocks ?? []).map(({ thread }) => [thread.name, thread]))]);
  $effect(() => {
    if (!open) return;
    // Once, as it opens: what is typed must not be overwritten by what happens meanwhile.
    untrack(() => {
      name = now?.name ?? '';
      colour = now?.colour ?? '#777777';
    });
  });

  /** A thread of this run brings its colour along. */
  function typed() {
    colour = own.find(([n]) => n === name.trim())?.[1].colour ?? colour;
  }
  async function thread(event: SubmitEvent) {
    event.preventDefault();
    if (await session.changeThread(name, colour)) open = false;
  }
  async function bobbin() {
    if (!(await session.freshBobbin())) return;
    await machine.freshBobbin();
    open = false;
  }
</script>

<RunDialog bind:open title="What is on the machine now?">
  <div class="flex flex-col gap-5">
    {#if now}
      <ul class="grid grid-cols-[repeat(auto-fill,minmax(9rem,1fr))] gap-2" aria-label="Threads of this run">
        {#each own as [known, of], place (place)}
          <li>
            <button
              type="button"
              class={[
                'btn min-h-14 w-full justify-start text-lg',
                known === name.trim() && 'border-2 border-needle',
              ]}
              aria-pressed={known === name.trim()}
              onclick={() => ([name, colour] = [known, of.colour])}
              ><span
                class="inline-block h-7 w-9 shrink-0 rounded-sm border border-ink"
                style:background={of.colour}
              ></span><span class="truncate">{known}</span></button
            >
          </li>
        {/each}
      </ul>
      <form class="flex flex-wrap items-end gap-3" onsubmit={thread}>
        <label class="flex min-w-0 flex-1 flex-col gap-1"
          ><span class="label">Thread on the needle, or another</span><input
            bind:value={name}
            oninput={typed}
            maxlength="120"
            required
            class="min-h-14 text-lg"
          /></label
        >
        <label class="flex flex-col gap-1"
          ><span class="label">Looks like</span><input
            type="color"
            bind:value={colour}
            class="h-14 w-16"
          /></label
        >
        <button class="btn btn-strong min-h-14 grow justify-center text-lg"
          >{name.trim() === now.name ? 'A new spool of it is on' : 'It is on'}</button
        >
      </form>
      <p class="label">
        From this step on, as long as the plan asks for the same. Breaks are counted under its name.
      </p>
    {/if}
    {#if session.bobbin}
      <button type="button" class="btn min-h-14 justify-center text-lg" onclick={bobbin}
        >A full bobbin is in</button
      >
    {/if}
  </div>
</RunDialog>
