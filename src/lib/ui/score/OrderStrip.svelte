<script lang="ts">
  // Blocks in the order in which they are sewn, each in its thread; those of one group are sewn without a stop.
  export interface StripBlock {
    /** as it is counted on the tape that it came on, from 1 */
    number: number;
    title: string;
    colour: string | null;
    standsOut: boolean;
  }
  let { label, groups }: { label: string; groups: readonly (readonly StripBlock[])[] } = $props();
</script>

<div class="flex flex-col gap-1">
  <p class="label">{label}</p>
  <ol class="flex flex-wrap gap-x-1.5 gap-y-1.5" aria-label={label}>
    {#each groups as group, place (place)}
      <li class="flex">
        {#each group as { number, title, colour, standsOut } (number)}
          <span
            class={[
              'flex h-9 w-8 flex-col overflow-hidden border bg-paper text-center text-sm first:rounded-l last:rounded-r [&:not(:first-child)]:border-l-0',
              standsOut ? 'border-needle font-semibold text-needle' : 'border-rule',
            ]}
            role="img"
            aria-label="{title}, block {number}{standsOut ? ', moved' : ''}"
          >
            <span class="h-3.5 border-b border-rule" style:background={colour ?? 'transparent'}></span>
            <span class="leading-5">{number}</span>
          </span>
        {/each}
      </li>
    {/each}
  </ol>
</div>
