<script lang="ts" generics="Value extends string">
  import { RadioGroup } from 'bits-ui';
  import type { ClassValue } from 'svelte/elements';

  // One of a few that are all seen; arrows go from one to the next.
  interface Props {
    /** what is chosen */
    label: string;
    value: Value;
    /** what may be chosen, what it is called, and why one would */
    options: readonly (readonly [value: Value, name: string, because?: string])[];
    onchange: (value: Value) => void;
    class?: ClassValue;
  }
  let { label, value, options, onchange, class: own = 'flex flex-wrap gap-x-4' }: Props = $props();
  // As it was pressed, at once.
  let shown = $derived<string>(value);
  const choose = (text: string) => {
    shown = text;
    const chosen = options.find(([each]) => each === text);
    if (chosen) onchange(chosen[0]);
  };
</script>

<RadioGroup.Root bind:value={() => shown, choose} aria-label={label} class={own}>
  {#each options as [each, name, because], place (place)}
    <label class={['flex gap-2', because ? 'items-start py-0.5' : 'min-h-11 items-center']}
      ><RadioGroup.Item
        value={each}
        class={[
          'group flex size-5 shrink-0 items-center justify-center rounded-full border-2 bg-paper',
          'data-[state=checked]:border-needle data-[state=unchecked]:border-quiet',
          because && 'mt-0.5',
        ]}><span class="size-2.5 rounded-full group-data-[state=checked]:bg-needle"></span></RadioGroup.Item
      ><span
        >{name}
        {#if because}<span class="label">{because}</span>{/if}</span
      ></label
    >
  {/each}
</RadioGroup.Root>
