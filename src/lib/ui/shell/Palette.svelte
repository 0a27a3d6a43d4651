<script lang="ts">
  import { goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { Command as Palette } from 'bits-ui';
  import Dialog from '../kit/Dialog.svelte';
  import { theme } from '../state/theme.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { commands, type Command } from './commands.svelte';
  import { PLACES } from './places';

  /** more than anybody looks through */
  const MOST_SHOWN = 40;
  let { open = $bindable(false), onhelp }: { open: boolean; onhelp: () => void } = $props();
  let wanted = $state('');

  const all = $derived<Command[]>([
    ...commands.offered(),
    ...PLACES.map((p) => ({
      name: `Go to ${p.name}`,
      key: p.key.toUpperCase(),
      also: `${p.what} ${p.also}`,
      run: () => void goto(resolve(p.href)),
    })),
    {
      name: 'Prepare the day’s orders',
      also: 'ready thread needles bobbins wind pieces lay today',
      run: () => void goto(resolve('/prepare')),
    },
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
      name: 'Keys and words',
      key: '?',
      also: 'help shortcuts keyboard glossary stop block hand meaning',
      run: onhelp,
    },
    {
      name: theme.current === 'dark' ? 'Light look' : 'Dark look',
      run: () => theme.set(theme.current === 'dark' ? 'light' : 'dark'),
    },
  ]);
  const words = $derived(wanted.toLowerCase().split(/\s+/).filter(Boolean));
  const found = $derived(
    all
      .filter(({ name, also = '' }) => words.every((w) => `${name} ${also}`.toLowerCase().includes(w)))
      .slice(0, MOST_SHOWN),
  );

  $effect(() => {
    if (open) wanted = '';
  });
  function run(command: Command) {
    open = false;
    // After the dialog has given the focus back.
    setTimeout(command.run);
  }
</script>

<Dialog bind:open title="What do you want to do?">
  <Palette.Root shouldFilter={false} label="Commands" loop>
    <Palette.Input
      class="mb-2 w-full"
      aria-label="Find a command"
      placeholder="A few letters of it"
      bind:value={wanted}
      data-testid="palette"
    />
    <Palette.List class="max-h-[50vh] overflow-y-auto" aria-label="Commands">
      {#each found as command, i (i)}
        <Palette.Item
          value="{i} {command.name}"
          onSelect={() => run(command)}
          class="flex min-h-11 cursor-pointer items-center justify-between rounded px-2 data-selected:bg-needle-soft"
          ><span>{command.name}</span>{#if command.key}<kbd class="label">{command.key}</kbd
            >{/if}</Palette.Item
        >
      {:else}
        <p class="px-2 py-3 text-quiet">Nothing is called that.</p>
      {/each}
    </Palette.List>
  </Palette.Root>
</Dialog>
