<script lang="ts" generics="Name extends string">
  import { Tabs } from 'bits-ui';
  import type { Snippet } from 'svelte';

  // A row of tabs over the panel of the one that is chosen; arrows go along them. A badge tells how many things wait behind
  // one, and whether they are grave.
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
</script>

<Tabs.Root bind:value={() => value, (chosen) => (value = chosen as Name)} class="contents">
  <div class={['flex flex-wrap items-center gap-x-8 gap-y-2', rowClass]}>
    <Tabs.List class="flex flex-wrap gap-1" aria-label={label}>
      {#each views as [name, title], place (place)}
        {@const mark = badge?.(name)}
        <Tabs.Trigger
          value={name}
          class="min-h-10 border-b-3 border-transparent px-3 hover:border-rule data-[state=active]:border-needle data-[state=active]:font-bold"
          >{title}{#if mark}
            <span
              class={[
                'ml-1 rounded-full px-1.5 text-sm',
                mark.grave ? 'bg-madder-soft text-madder' : 'bg-hands-soft text-hands',
              ]}>{mark.text}</span
            >{/if}</Tabs.Trigger
        >
      {/each}
    </Tabs.List>
    {@render beside?.()}
  </div>
  <Tabs.Content {value} class={['outline-offset-4', panelClass]}>{@render children()}</Tabs.Content>
</Tabs.Root>
