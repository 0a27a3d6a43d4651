<script lang="ts">
  import { count, limitsOf } from '$lib/core/base';
  import { metresAGram, THREAD_KINDS, threadStockSchema } from '$lib/core/workshop';
  import ColourField from '../kit/ColourField.svelte';
  import NameField from '../kit/NameField.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Select from '../kit/Select.svelte';
  import { setRow } from '../state/shelf';
  import { workroom } from '../state/workroom.svelte';
  import ShelfList from './ShelfList.svelte';
  import { METRES_OF, words } from './shelf-words';

  // Threads on the shelf. What is left is told in metres, or weighed: each follows the other.
  const { weight, count: counted, metres } = threadStockSchema.shape;
  const aGram = (weight: number) => metresAGram(weight, workroom.numbers);
  const gramLimits = (weight: number) => ({
    min: 0,
    max: Math.round(limitsOf(metres).max / aGram(weight)),
  });
  const total = $derived(workroom.workshop.threads.reduce((sum, t) => sum + t.metres, 0));
</script>

<ShelfList
  name="threads"
  title="Threads"
  add="Put a thread on the shelf"
  first={{ name: 'New thread' }}
  empty="No thread is on the shelf yet. Threads of a build can be named all the same; what is left of each is known here."
  calledOf={(t) => t.name}
>
  {#snippet sum()}
    {#if workroom.workshop.threads.length}<p class="label mb-1">
        {count(workroom.workshop.threads.length, 'thread')}, {Math.round(total).toLocaleString('en')} m in all.
        Weigh what is left without its spool: 40 weight runs about {Math.round(aGram(40))} m a gram.
      </p>{/if}
  {/snippet}
  {#snippet row(t)}
    <ColourField
      label="Colour of {t.name}"
      value={t.colour}
      onchange={(colour) => void setRow('threads', t.id, { colour })}
    />
    <NameField
      class="w-44"
      label="Name of thread {t.name}"
      most={60}
      value={t.name}
      onchange={(name) => void setRow('threads', t.id, { name })}
    />
    <Select
      class="w-30"
      label="Kind of {t.name}"
      value={t.kind}
      options={words(THREAD_KINDS)}
      onchange={(kind) => void setRow('threads', t.id, { kind })}
    />
    <NumberField
      class="w-16"
      label="Weight of {t.name}"
      labelled="hidden"
      value={t.weight}
      limits={limitsOf(weight)}
      suffix="wt"
      onchange={(weight) => void setRow('threads', t.id, { weight })}
    />
    <NumberField
      class="w-16"
      label="How many of {t.name}"
      labelled="hidden"
      value={t.count}
      limits={limitsOf(counted)}
      onchange={(n) => void setRow('threads', t.id, { count: n })}
    />
    <Select
      class="w-24"
      label="Form of {t.name}"
      value={t.form}
      options={[
        ['spool', t.count === 1 ? 'spool' : 'spools'],
        ['cone', t.count === 1 ? 'cone' : 'cones'],
      ]}
      onchange={(form) => void setRow('threads', t.id, { form })}
    />
    <NumberField
      class="w-24"
      label="Metres left of {t.name}"
      labelled="hidden"
      value={Math.round(t.metres)}
      limits={limitsOf(metres)}
      suffix="m"
      live={false}
      onchange={(metres) => void setRow('threads', t.id, { metres })}
    />
    <NumberField
      class="w-20"
      label="Weighed: {t.name}"
      labelled="hidden"
      value={Math.round(t.metres / aGram(t.weight))}
      limits={gramLimits(t.weight)}
      suffix="g"
      live={false}
      onchange={(grams) => void setRow('threads', t.id, { metres: grams * aGram(t.weight) })}
    />
    {#if t.metres < METRES_OF[t.form] / 10}<span class="text-sm font-semibold text-madder">nearly gone</span
      >{/if}
  {/snippet}
</ShelfList>
