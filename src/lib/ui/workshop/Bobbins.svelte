<script lang="ts">
  import { limitsOf } from '$lib/core/base';
  import { waitingBobbins } from '$lib/core/log';
  import { BOBBIN_KINDS, woundBobbinSchema } from '$lib/core/workshop';
  import ColourField from '../kit/ColourField.svelte';
  import NameField from '../kit/NameField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Select from '../kit/Select.svelte';
  import { setRow } from '../state/shelf';
  import { workroom } from '../state/workroom.svelte';
  import ShelfList from './ShelfList.svelte';
  import { BOBBIN_NAMES } from './shelf-words';

  // Bobbins that are wound and wait, by colour.
  const { count } = woundBobbinSchema.shape;
  const waiting = $derived(waitingBobbins(workroom.workshop, workroom.log.all));
  const taken = (id: string) => waiting.find((b) => b.id === id)?.taken ?? 0;
</script>

<ShelfList
  name="bobbins"
  title="Bobbins, wound and waiting"
  add="Put bobbins there"
  first={{ name: 'white', countedAt: Date.now() }}
  empty="None is wound. How many a build takes stands in its score."
  calledOf={(b) => `bobbins, ${b.name}`}
>
  {#snippet row(b)}
    <ColourField
      label="Colour of bobbins, {b.name}"
      value={b.colour}
      onchange={(colour) => void setRow('bobbins', b.id, { colour })}
    />
    <NameField
      class="w-44"
      label="Thread on bobbins, {b.name}"
      most={60}
      value={b.name}
      onchange={(name) => void setRow('bobbins', b.id, { name })}
    />
    <Select
      class="w-44"
      label="Kind of bobbins, {b.name}"
      value={b.kind}
      options={BOBBIN_NAMES}
      onchange={(kind) => void setRow('bobbins', b.id, { kind })}
    />
    <NumberField
      class="w-18"
      label="How many bobbins, {b.name}"
      labelled="hidden"
      value={b.count}
      limits={limitsOf(count)}
      onchange={(n) => void setRow('bobbins', b.id, { count: n, countedAt: Date.now() })}
    />
    <span class="label"
      >of {workroom.numbers[BOBBIN_KINDS[b.kind].holds]} m{taken(b.id)
        ? `; ${taken(b.id)} went into machines since they were counted`
        : ''}</span
    >
  {/snippet}
</ShelfList>
