<script lang="ts">
  import { hoursAWeek, WEEKDAYS, type Person } from '$lib/core/workshop';
  import NameField from '../kit/NameField.svelte';
  import Select from '../kit/Select.svelte';
  import Switch from '../kit/Switch.svelte';
  import { setRow } from '../state/shelf';
  import { workroom } from '../state/workroom.svelte';
  import ShelfList from './ShelfList.svelte';

  // Who works here, and when.
  const DOES = [
    ['all', 'everything'],
    ['table', 'table work only'],
  ] as const;
  const toggled = ({ days }: Person, day: (typeof WEEKDAYS)[number]) =>
    WEEKDAYS.filter((d) => (d === day ? !days.includes(d) : days.includes(d)));
  const hours = (p: Person) => {
    const a = hoursAWeek(p);
    return a === 0 ? 'no hours' : `${Math.round(a * 10) / 10} h a week`;
  };
</script>

<div class="mb-3">
  <Switch
    checked={workroom.workshop.runsAlone}
    onchange={(runsAlone) => void workroom.saveWorkshop((w) => ({ ...w, runsAlone }))}
    >A machine may sew on where nobody is at work</Switch
  >
</div>
<ShelfList
  name="people"
  title="People"
  add="Add somebody"
  first={{ name: 'New person' }}
  empty="Nobody is told: plans reckon with one pair of hands, all day."
  calledOf={(p) => p.name}
>
  {#snippet row(p)}
    <NameField
      class="w-40"
      label="Name of {p.name}"
      most={60}
      value={p.name}
      onchange={(name) => void setRow('people', p.id, { name })}
    />
    <Select
      class="w-40"
      label="What {p.name} does"
      value={p.does}
      options={DOES}
      onchange={(does) => void setRow('people', p.id, { does })}
    />
    <div class="flex gap-1" role="group" aria-label="Days of {p.name}">
      {#each WEEKDAYS as day, place (place)}
        <button
          type="button"
          aria-pressed={p.days.includes(day)}
          class={[
            'tap min-h-9 min-w-11 justify-center rounded border px-1.5 text-sm',
            p.days.includes(day) ? 'border-needle bg-needle-soft font-semibold' : 'border-rule text-quiet',
          ]}
          onclick={() => void setRow('people', p.id, (row) => ({ days: toggled(row, day) }))}>{day}</button
        >
      {/each}
    </div>
    <span class="flex items-center gap-1.5">
      <input
        type="time"
        class="w-36"
        aria-label="{p.name} from"
        value={p.from}
        onchange={(e) =>
          e.currentTarget.value && void setRow('people', p.id, { from: e.currentTarget.value })}
      />
      <span class="label">to</span>
      <input
        type="time"
        class="w-36"
        aria-label="{p.name} to"
        value={p.to}
        onchange={(e) => e.currentTarget.value && void setRow('people', p.id, { to: e.currentTarget.value })}
      />
    </span>
    <span class="label">{hours(p)}{p.to < p.from ? ', past midnight' : ''}</span>
  {/snippet}
</ShelfList>
