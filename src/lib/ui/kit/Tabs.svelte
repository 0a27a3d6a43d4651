<script lang="ts" generics="Name extends string">
  // A row of tabs; a badge tells how many things wait behind one, and whether they are grave.
  interface Props {
    views: readonly (readonly [Name, string])[];
    value: Name;
    label: string;
    badge?: (name: Name) => { text: string; grave: boolean } | null;
  }
  let { views, value = $bindable(), label, badge }: Props = $props();
</script>

<div class="flex flex-wrap gap-1" role="tablist" aria-label={label}>
  {#each views as [name, title], place (place)}
    {@const mark = badge?.(name)}
    <button
      type="button"
      role="tab"
      aria-selected={value === name}
      class={[
        'min-h-10 border-b-3 px-3',
        value === name ? 'border-needle font-bold' : 'border-transparent hover:border-rule',
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
