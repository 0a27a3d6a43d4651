<script lang="ts">
  import '../app.css';
  import { afterNavigate, beforeNavigate, goto } from '$app/navigation';
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import MaterialPatterns from '$lib/ui/score/MaterialPatterns.svelte';
  import JobBar from '$lib/ui/shell/JobBar.svelte';
  import FileDrop from '$lib/ui/shell/FileDrop.svelte';
  import { isPlain } from '$lib/ui/shell/keys';
  import { PLACES } from '$lib/ui/shell/places';
  import Rail from '$lib/ui/shell/Rail.svelte';
  import Guard from '$lib/ui/kit/Guard.svelte';
  import { conflicts } from '$lib/ui/state/conflicts.svelte';
  import { watchFaults } from '$lib/ui/state/faults';
  import { theme } from '$lib/ui/state/theme.svelte';
  import { prepareNotices } from '$lib/ui/state/notices';
  import { leaveField } from '$lib/ui/state/typing';
  import { isOfThisVersion, offerUpdate, takeUpdate, watchForUpdates } from '$lib/ui/state/update';
  import { workroom } from '$lib/ui/state/workroom.svelte';
  import { isWriting } from '$lib/ui/state/write-queue';

  /** From the first screen to looking for the day's backup. */
  const FOLDER_MS = 2000;
  /** When nothing else is loading any more. */
  const NOTICES_MS = 10_000;
  let { children } = $props();
  onMount(() => {
    watchFaults();
    if ('serviceWorker' in navigator) void watchForUpdates();
  });
  // After the first screen: a backup of the day, where the maker has a folder for it.
  $effect(() => {
    if (workroom.status === 'ready')
      setTimeout(async () => {
        if (!(await workroom.store.folder())) return;
        const { backupFolder } = await import('$lib/ui/state/folder.svelte');
        await backupFolder.start();
      }, FOLDER_MS);
  });
  // What shows notices must be there when the server is not.
  onMount(() => {
    const fetched = setTimeout(prepareNotices, NOTICES_MS);
    return () => clearTimeout(fetched);
  });
  // What is being typed is taken over; a page that would be gone asks as long as something is on its way to the disk.
  beforeNavigate(({ type, cancel }) => {
    leaveField();
    if (type === 'leave' && isWriting()) cancel();
  });
  // A run that was left may have been the last thing that an update waited for.
  afterNavigate(() => void offerUpdate());
  theme.start();
  void isOfThisVersion().then((may) => (may ? workroom.open() : undefined));
  // At the machine nothing but the step is on the screen.
  let asking = $state(false);
  let helping = $state(false);
  const bare = $derived(
    page.route.id === '/run/[id]' ||
      page.route.id === '/rehearse/[id]' ||
      page.route.id === '/builds/[id]/print',
  );

  function onkeydown(event: KeyboardEvent) {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k' && !bare) {
      event.preventDefault();
      asking = !asking;
      return;
    }
    if (!isPlain(event) || bare) return;
    const key = event.key.toLowerCase();
    const place = PLACES.find((p) => p.key === key);
    if (place) void goto(resolve(place.href));
    else if (key === 'u') void workroom.toggleUnit();
    else if (key === '?') helping = true;
  }
</script>

<svelte:window {onkeydown} />
<svelte:head><title>{workroom.workshop.name} · Jolt Step</title></svelte:head>

{#if !bare}<a
    href="#work"
    class="btn sr-only focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-50"
    >Past the places, to the work</a
  >{/if}
<MaterialPatterns />
<FileDrop />
<JobBar />
{#if asking}
  {#await import('$lib/ui/shell/Palette.svelte') then { default: Palette }}<Palette
      bind:open={asking}
      onhelp={() => (helping = true)}
    />{/await}
{/if}
{#if helping}
  {#await import('$lib/ui/shell/KeysAndWords.svelte') then { default: KeysAndWords }}<KeysAndWords
      bind:open={helping}
    />{/await}
{/if}
{#if conflicts.open.length}
  {#await import('$lib/ui/shell/Conflicts.svelte') then { default: Conflicts }}<Conflicts />{/await}
{/if}
{#if workroom.lost}
  <p
    class="fixed inset-x-0 top-0 z-50 flex flex-wrap items-center gap-3 border-b-4 border-madder bg-madder-soft px-4 py-2"
    role="alert"
    data-testid="lost-database"
  >
    <span class="flex-1"><strong>{workroom.lost.message}</strong> {workroom.lost.next}</span>
    <button type="button" class="btn btn-strong" onclick={() => takeUpdate({ lost: true })}
      >{workroom.lost.code === 'store-newer' ? 'Get the newer version' : 'Reload'}</button
    >
  </p>
{/if}
<div class={bare ? '' : 'flex h-dvh flex-col md:flex-row print:block print:h-auto'}>
  {#if !bare}<Rail />{/if}
  <main
    id="work"
    tabindex="-1"
    class={bare ? '' : 'min-h-0 min-w-0 flex-1 overflow-y-auto print:overflow-visible'}
  >
    {#if workroom.status === 'closed' && workroom.problem}
      <div class="m-8 max-w-xl" role="alert">
        <h1 class="mb-2 text-2xl text-madder">{workroom.problem.message}</h1>
        <p class="mb-4">{workroom.problem.next}</p>
        <button type="button" class="btn btn-strong" onclick={() => takeUpdate({ lost: true })}
          >{workroom.problem.code === 'store-newer' ? 'Get the newer version' : 'Reload'}</button
        >
      </div>
    {:else if workroom.status === 'ready'}
      {#key page.url.pathname}<Guard what="This place">{@render children()}</Guard>{/key}
    {:else if workroom.status === 'putting back'}
      <div class="max-w-xl p-8" role="status">
        <p class="mb-2">This browser has lost its database. The workroom comes back from the second copy …</p>
        <progress class="w-full" value={workroom.putBack} aria-label="Of the second copy"></progress>
      </div>
    {:else}
      <p class="p-8 text-quiet" role="status">Opening the workroom …</p>
    {/if}
  </main>
</div>
