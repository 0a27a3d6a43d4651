<script lang="ts">
  import { percent } from '$lib/core/base';
  import type { Build } from '$lib/core/build';
  import type { BuildEditor } from '../state/editor.svelte';
  import { changeLines } from './change-lines';

  // One question at a time about how it is made, each answer a button, with what another answer would change: what the maker
  // has corrected may fit another technique clearly better; two may both be it; what is hooped no tape tells.
  let { editor }: { editor: BuildEditor } = $props();
  interface Question {
    asks: string;
    says: string;
    /** what it would change, and by which answer */
    other: { name: string; next: Partial<Build> } | null;
    answers: { id: string; name: string; take: () => void }[];
  }
  let kept = $state('');
  const changeTo = (technique: string): Partial<Build> => ({ technique, techniqueBy: 'maker' });
  const take = (id: string, name: string) => () =>
    id === editor.build?.technique
      ? editor.change({ techniqueBy: 'maker' })
      : editor.choose(name, changeTo(id));

  const fitsBetter = $derived.by((): Question | null => {
    const { better } = editor;
    if (!better || better.best.technique.id === kept) return null;
    const { id, name } = better.best.technique;
    return {
      asks: `${name} fits better now`,
      says: `(${percent(better.best.share)}; ${better.own.technique.name} ${percent(better.own.share)}).`,
      other: { name: 'It', next: changeTo(id) },
      answers: [
        { id, name: 'Take it', take: take(id, name) },
        { id: 'keep', name: 'Keep what it is', take: () => (kept = id) },
      ],
    };
  });
  const fitsAsWell = $derived.by((): Question | null => {
    const { eitherTechnique: either } = editor;
    if (!either) return null;
    const [a, b] = either;
    const other = either.find((m) => m.technique.id !== editor.build?.technique)?.technique;
    return {
      asks: `How is it made? It may be ${a.technique.name} or ${b.technique.name}`,
      says: `(${percent(a.share)}, ${percent(b.share)}).`,
      other: other ? { name: other.name, next: changeTo(other.id) } : null,
      answers: either.map(({ technique: { id, name } }) => ({ id, name, take: take(id, name) })),
    };
  });
  const unsaid = $derived.by((): Question | null => {
    const { openChoice, build } = editor;
    if (!openChoice || !build) return null;
    const { key, label, schools } = openChoice;
    const next = (school: string) => ({ schools: { ...build.schools, [key]: school } });
    return {
      asks: `${label}: ${schools.map((s) => s.name.toLowerCase()).join(' or ')}?`,
      says: `${schools.map((s) => `${s.name}: ${s.because}`).join(' ')}`,
      other: schools[1] ? { name: schools[1].name, next: next(schools[1].key) } : null,
      answers: schools.map(({ key: id, name }) => ({ id, name, take: () => editor.choose(name, next(id)) })),
    };
  });
  const question = $derived(fitsBetter ?? fitsAsWell ?? unsaid);
  const lines = $derived(question?.other ? changeLines(editor.wouldChange(question.other.next)) : []);
</script>

{#if question}
  <p
    class="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-l-4 border-needle bg-needle-soft px-3 py-1 text-sm"
    role="status"
    data-testid="technique-question"
  >
    <span class="flex-1 basis-80"
      ><strong>{question.asks}</strong>
      {question.says}
      {#if question.other && lines.length}<span class="max-sm:hidden"
          >{question.other.name} would change: {lines.join('. ')}.</span
        >{/if}</span
    >
    {#each question.answers as { id, name, take } (id)}
      <button type="button" class="btn btn-small" onclick={take}>{name}</button>
    {/each}
  </p>
{/if}
