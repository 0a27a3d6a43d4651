<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import Dialog from '../kit/Dialog.svelte';
  import { theme } from '../state/theme.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { commands, type Command } from './commands.svelte';
  import { PLACES } from './places';

  let { open = $bindable(false) }: { open: boolean } = $props();
  let wanted = $state('');
  let at = $state(0);

  const all = $derived<Command[]>([
    ...commands.offered(),
    ...PLACES.map((p) => ({
      name: `Go to ${p.name}`,
      key: p.key.toUpperCase(),
      run: () => void goto(resolve(p.href)),
    })),
    ...workroom.builds.map((b) => ({
      name: `Open ${b.name}`,
      run: () => void goto(resolve('/builds/[id]', { id: b.id })),
    })),
    {
      name: workroom.unit === 'mm' ? 'Lengths in inches' : 'Lengths in millimetres',
      key: 'U',
      run: () => void workroom.toggleUnit(),
    },
    {
      name: theme.current === 'dark' ? 'Light look' : 'Dark look',
      run: () => theme.set(theme.current === 'dark' ? 'light' : 'dark'),
    },
  ]);
  const words = $derived(wanted.toLowerCase().split(/\s+/).filter(Boolean));
  const found = $derived(
    all.filter((c) => words.every((w) => c.name.toLowerCase().includes(w))).slice(0, 40),
  );
  const chosen = $derived(Math.min(at, Math.max(0, found.length - 1)));

  $effect(() => {
    if (open) {
      wanted = '';
      at = 0;
    }
  });
  function run(command: Command | undefined) {
    if (!command) return;
    open = false;
    // After the dialog has given the focus back.
    setTimeout(command.run);
  }
  function onkeydown(event: KeyboardEvent) {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (by) {
      event.preventDefault();
      at = (chosen + by + found.length) % Math.max(1, found.length);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      run(found[chosen]);
    }
  }
</script>

<Dialog bind:open title="What do you want to do?">
  <input
    class="mb-2 w-full"
    type="text"
    role="combobox"
    aria-expanded="true"
    aria-controls="palette-list"
    aria-activedescendant={found.length ? `palette-${chosen}` : undefined}
    aria-label="Find a command"
    placeholder="A few letters of it"
    bind:value={wanted}
    oninput={() => (at = 0)}
    {onkeydown}
    data-testid="palette"
  />
  <ul id="palette-list" role="listbox" aria-label="Commands" class="max-h-[50vh] overflow-y-auto">
    {#each found as command, i (i)}
      <li
        id="palette-{i}"
        role="option"
        aria-selected={i === chosen}
        class={[
          'flex min-h-10 cursor-pointer items-center justify-between rounded px-2',
          i === chosen && 'bg-needle-soft',
        ]}
        onclick={() => run(command)}
        onkeydown={() => {}}
        onpointerenter={() => (at = i)}
      >
        <span>{command.name}</span>{#if command.key}<kbd class="label">{command.key}</kbd>{/if}
      </li>
    {:else}
      <li class="px-2 py-3 text-quiet">Nothing is called that.</li>
    {/each}
  </ul>
</Dialog>
