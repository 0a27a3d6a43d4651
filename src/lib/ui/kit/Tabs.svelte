<script lang="ts" generics="Name extends string">
  import type { Snippet } from 'svelte';

  // A row of tabs over the panel of the one that is chosen; arrows go along them, as the pattern of the ARIA authoring guide has it.
  // A badge tells how many things wait behind one, and whether they are grave. By hand: it stands on pages that hold nothing else of
  // the component library, where that would be a thirtieth of all code.
  interface Props {
    views: readonly (readonly [Name, string])[];
    value: Name;
    label: string;
    badge?: (name: Name) => { text: string; grave: boolean } | null;
    /** in the row of the tabs, behind them */
    beside?: Snippet;
    children: Snippet;
    rowClass?: string;
    panelClass?: string;
  }
  let {
    views,
    value = $bindable(),
    label,
    badge,
    beside,
    children,
    rowClass = '',
    panelClass = '',
  }: Props = $props();
  const id = $props.id();
  let list: HTMLElement;
  function onkeydown(event: KeyboardEvent) {
    if (event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return;
    const [at, last] = [views.findIndex(([name]) => name === value), views.length - 1];
    const to = { ArrowLeft: at > 0 ? at - 1 : last, ArrowRight: at < last ? at + 1 : 0, Home: 0, End: last }[
      event.key
    ];
    const next = to === undefined ? undefined : views[to];
    if (!next) return;
    event.preventDefault();
    [value] = next;
    list.querySelectorAll<HTMLElement>('[role=tab]')[to ?? 0]?.focus();
  }
</script>

<div class={['flex flex-wrap items-center gap-x-8 gap-y-2', rowClass]}>
  <div
    bind:this={list}
    class="flex flex-wrap gap-1"
    role="tablist"
    aria-label={label}
    tabindex="-1"
    {onkeydown}
  >
    {#each views as [name, title], place (place)}
      {@const mark = badge?.(name)}
      {@const chosen = name === value}
      <button
        type="button"
        role="tab"
        id="{id}-{name}"
        aria-selected={chosen}
        aria-controls={chosen ? `${id}-panel` : undefined}
        tabindex={chosen ? 0 : -1}
        class={[
          'min-h-11 border-b-3 px-3',
          chosen ? 'border-needle font-bold' : 'border-transparent hover:border-rule',
        ]}
        onclick={() => (value = name)}
        >{title}{#if mark}
          <span
            class={[
              'ml-1 rounded-full px-1.5 text-sm',
              mark.grave ? 'bg-madder-soft text-madder' : 'bg-hands-soft text-hands',
            ]}>{mark.text}</span
          >{/if}</button
      >
    {/each}
  </div>
  {@render beside?.()}
</div>
<div
  role="tabpanel"
  id="{id}-panel"
  aria-labelledby="{id}-{value}"
  tabindex="0"
  class={['outline-offset-4', panelClass]}
>
  {@render children()}
</div>
