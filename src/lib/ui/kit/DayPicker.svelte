<script lang="ts">
  import { CalendarDate, parseDate, type DateValue } from '@internationalized/date';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import Calendar from '@lucide/svelte/icons/calendar';
  import { DatePicker } from 'bits-ui';

  // A day, typed part by part or chosen from the month that opens with it; the week begins on Monday, whatever the device thinks.
  interface Props {
    label: string;
    /** an ISO date, as 2026-11-28; null: none */
    value: string | null;
    onchange: (value: string | null) => void;
  }
  let { label, value, onchange }: Props = $props();
  let isOpen = $state(true);
  const LOCALE = 'en-GB';
  const day = $derived(value ? parseDate(value) : undefined);
  const now = new Date();
  const today = new CalendarDate(now.getFullYear(), now.getMonth() + 1, now.getDate());
  const choose = (chosen: DateValue | undefined) => {
    const next = chosen?.toString() ?? null;
    if (next !== value) onchange(next);
  };
</script>

<DatePicker.Root
  bind:open={isOpen}
  value={day}
  onValueChange={choose}
  placeholder={day ?? today}
  locale={LOCALE}
  weekStartsOn={1}
  fixedWeeks
>
  <DatePicker.Label class="sr-only">{label}</DatePicker.Label>
  <DatePicker.Input
    class="flex min-h-11 min-w-48 items-center rounded border border-rule bg-paper px-2 focus-within:outline-2 focus-within:outline-needle"
  >
    {#snippet children({ segments })}
      {#each segments as { part, value: text }, i (i)}
        <DatePicker.Segment
          {part}
          class={part === 'literal'
            ? 'text-quiet'
            : 'rounded px-0.5 focus:bg-needle-soft focus:outline-none aria-[valuetext=Empty]:text-quiet'}
          >{text}</DatePicker.Segment
        >
      {/each}
      <DatePicker.Trigger
        class="tap ml-auto inline-flex size-9 items-center justify-center rounded"
        aria-label="Choose a day"><Calendar size={18} /></DatePicker.Trigger
      >
    {/snippet}
  </DatePicker.Input>
  <DatePicker.Content
    sideOffset={6}
    class="z-50 rounded-lg border border-rule bg-paper p-3 text-ink shadow-xl"
  >
    <DatePicker.Calendar>
      {#snippet children({ months, weekdays })}
        <DatePicker.Header class="flex items-center justify-between pb-2">
          <DatePicker.PrevButton class="btn btn-small"><ChevronLeft size={16} /></DatePicker.PrevButton>
          <DatePicker.Heading class="font-bold" />
          <DatePicker.NextButton class="btn btn-small"><ChevronRight size={16} /></DatePicker.NextButton>
        </DatePicker.Header>
        {#each months as month, i (i)}
          <DatePicker.Grid>
            <DatePicker.GridHead>
              <DatePicker.GridRow class="flex">
                {#each weekdays as name, i (i)}<DatePicker.HeadCell class="label w-11 font-normal"
                    >{name}</DatePicker.HeadCell
                  >{/each}
              </DatePicker.GridRow>
            </DatePicker.GridHead>
            <DatePicker.GridBody>
              {#each month.weeks as week, i (i)}
                <DatePicker.GridRow class="flex">
                  {#each week as date, i (i)}
                    <DatePicker.Cell {date} month={month.value} class="p-0">
                      <DatePicker.Day
                        class="inline-flex size-11 cursor-pointer items-center justify-center rounded hover:bg-needle-soft data-outside-month:text-quiet/60 data-selected:bg-needle data-selected:text-paper data-today:font-bold data-today:underline"
                      />
                    </DatePicker.Cell>
                  {/each}
                </DatePicker.GridRow>
              {/each}
            </DatePicker.GridBody>
          </DatePicker.Grid>
        {/each}
      {/snippet}
    </DatePicker.Calendar>
  </DatePicker.Content>
</DatePicker.Root>
