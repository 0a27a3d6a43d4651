<script lang="ts">
  import { resolve } from '$app/paths';
  import { count } from '$lib/core/base';
  import { goesOn } from '$lib/core/workshop';
  import Radios from '$lib/ui/kit/Radios.svelte';
  import Select from '$lib/ui/kit/Select.svelte';
  import { theme, type ThemeChoice } from '$lib/ui/state/theme.svelte';
  import { workroom } from '$lib/ui/state/workroom.svelte';
  import FirstVisit from '$lib/ui/workshop/FirstVisit.svelte';

  const rename = (name: string) => workroom.saveWorkshop((w) => ({ ...w, name: name || w.name }));
  const themes: [ThemeChoice, string][] = [
    ['device', 'as the device'],
    ['light', 'light'],
    ['dark', 'dark'],
  ];
  const { workshop } = $derived(workroom);
  const usual = $derived(workshop.usual);
  const machines = $derived(workshop.machines.map((m): [string, string] => [m.id, m.name]));
  const machineId = $derived(
    workshop.machines.find((m) => m.id === usual.machineId)?.id ?? workshop.machines[0]?.id ?? '',
  );
  const hoops = $derived<[string, string][]>([
    ['', 'the smallest that fits'],
    ...workshop.hoops.filter((h) => goesOn(h, machineId)).map((h): [string, string] => [h.id, h.name]),
  ]);
  const hoopId = $derived(hoops.find(([id]) => id === usual.hoopId)?.[0] ?? '');
  const setUsual = (change: Partial<typeof usual>) =>
    void workroom.saveWorkshop((w) => ({ ...w, usual: { ...w.usual, ...change } }));

  const named = new Intl.DisplayNames('en-GB', { type: 'currency' });
  const currencies: [string, string][] = [
    ['', 'amounts without a sign'],
    ...Intl.supportedValuesOf('currency')
      .map((code): [string, string] => [code, `${named.of(code) ?? code} (${code})`])
      .sort(([, a], [, b]) => a.localeCompare(b)),
  ];
  const told = $derived([
    {
      href: '/workshop/machines' as const,
      name: 'Machines and hoops',
      has: `${count(workshop.machines.length, 'machine')}, ${count(workshop.hoops.length, 'hoop')}`,
    },
    {
      href: '/workshop/people' as const,
      name: 'People',
      has: workshop.people.length ? workshop.people.map((p) => p.name).join(', ') : 'nobody told yet',
    },
    {
      href: '/workshop/thread' as const,
      name: 'Thread',
      has: `${count(workshop.threads.length, 'thread')}, ${count(
        workshop.bobbins.reduce((sum, b) => sum + b.count, 0),
        'wound bobbin',
      )}, ${count(
        workshop.needles.reduce((sum, n) => sum + n.count, 0),
        'needle',
      )}`,
    },
    {
      href: '/workshop/stock' as const,
      name: 'Stock',
      has: workshop.stock.length
        ? count(workshop.stock.length, 'kind of cloth', 'kinds of cloth')
        : 'the shelf is empty',
    },
    {
      href: '/workshop/numbers' as const,
      name: 'Numbers',
      has: Object.keys(workshop.numbers).length
        ? `${Object.keys(workshop.numbers).length} of your own`
        : 'as they ship',
    },
  ]);
</script>

<FirstVisit />
<section class="mb-9 flex flex-wrap items-end gap-6">
  <label class="flex flex-col gap-1"
    ><span class="label">Name of the workroom</span><input
      value={workshop.name}
      maxlength="120"
      class="w-72"
      onchange={(e) => rename(e.currentTarget.value.trim())}
    /></label
  >
  <div class="flex flex-col gap-1">
    <span class="label">Unit (key U)</span>
    <Radios
      label="Unit (key U)"
      value={workroom.unit}
      options={[
        ['mm', 'mm'],
        ['inch', 'inch'],
      ]}
      onchange={(unit) => void workroom.saveWorkshop((w) => ({ ...w, unit }))}
    />
  </div>
  <div class="flex flex-col gap-1">
    <span class="label">Look</span>
    <Radios label="Look" value={theme.choice} options={themes} onchange={(look) => theme.set(look)} />
  </div>
</section>

<section class="mb-9">
  <h2 class="mb-2 text-2xl">Money</h2>
  <div class="flex flex-wrap items-start gap-6">
    <label class="flex flex-col gap-1"
      ><span class="label">Currency</span><Select
        class="w-64"
        label="Currency"
        value={workshop.currency ?? ''}
        options={currencies}
        onchange={(code) => void workroom.saveWorkshop((w) => ({ ...w, currency: code || null }))}
      /></label
    >
    <label class="flex min-w-72 flex-1 flex-col gap-1"
      ><span class="label">Your terms, as they stand on a quote</span><textarea
        rows="3"
        maxlength={3000}
        class="max-w-2xl"
        value={workshop.terms}
        onchange={(e) => {
          const terms = e.currentTarget.value.trim();
          void workroom.saveWorkshop((w) => ({ ...w, terms }));
        }}></textarea></label
    >
  </div>
</section>

<section class="mb-9">
  <h2 class="mb-2 text-2xl">What a new build is sewn on</h2>
  <div class="flex flex-wrap items-end gap-4">
    <label class="flex flex-col gap-1"
      ><span class="label">Usual machine</span><Select
        class="w-56"
        label="Usual machine"
        value={machineId}
        options={machines}
        onchange={(id) => setUsual({ machineId: id })}
      /></label
    >
    <label class="flex flex-col gap-1"
      ><span class="label">Usual hoop, where the design fits it</span><Select
        class="w-64"
        label="Usual hoop"
        value={hoopId}
        options={hoops}
        onchange={(id) => setUsual({ hoopId: id || null })}
      /></label
    >
  </div>
</section>

<section>
  <h2 class="mb-2 text-2xl">What is told</h2>
  <ul class="max-w-2xl divide-y divide-rule border-y border-rule">
    {#each told as { href, name, has }, place (place)}
      <li>
        <a class="flex min-h-12 items-center gap-4 px-2 hover:bg-paper" href={resolve(href)}>
          <strong class="w-48">{name}</strong><span class="flex-1 text-quiet">{has}</span><span
            aria-hidden="true">→</span
          >
        </a>
      </li>
    {/each}
  </ul>
</section>
