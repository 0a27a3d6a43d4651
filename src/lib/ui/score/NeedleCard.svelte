<script lang="ts">
  import { ROLE_NAMES } from '../kit/names';
  import Select from '../kit/Select.svelte';
  import { isCutByBlade, isQuestion, type BlockReading, type Role } from '$lib/core/reading';
  import type { NeedleStep } from '$lib/core/score';
  import { formatDuration, formatLength, formatNumber, lengthsIn, percent } from '$lib/core/base';
  import type { BuildEditor } from '../state/editor.svelte';
  import { workroom } from '../state/workroom.svelte';
  import ThreadFields from './ThreadFields.svelte';

  interface Props {
    editor: BuildEditor;
    step: NeedleStep;
    block: BlockReading;
    freeSeconds: number;
  }
  let { editor, step, block, freeSeconds }: Props = $props();
  const read = $derived(block.role.by === 'reading' ? block.role : undefined);
  const used = $derived(editor.plan?.thread.steps[step.id]);
  const article = (role: Role) => `${/^[aeiou]/.test(role) ? 'an' : 'a'} ${role.replace('-', ' ')}`;
  /** what is surer than this needs no word against it */
  const NEARLY_SURE = 0.9;
  /** a runner-up less likely than this is not worth a maker's time */
  const WORTH_SAYING = 0.05;
  const why = $derived(read ? lengthsIn(read.because, workroom.unit) : '');
  const against = $derived(
    read?.against && (isQuestion(read) || read.confidence < NEARLY_SURE)
      ? `Against it: ${lengthsIn(read.against, workroom.unit)}.`
      : '',
  );
  const otherwise = $derived(
    read?.runnerUp && read.runnerUp.confidence > WORTH_SAYING
      ? `Otherwise ${article(read.runnerUp.value)} (${percent(read.runnerUp.confidence)}).`
      : '',
  );
  const answers = $derived(read ? [read.value, ...(read.runnerUp ? [read.runnerUp.value] : [])] : []);
  const name = (role: Role) => ROLE_NAMES.find(([r]) => r === role)?.[1] ?? role;
  const sewnAs = $derived.by(() => {
    const long = formatLength(block.sewnLengthMm, workroom.unit);
    if (isCutByBlade(block)) return `chops of a blade at ${block.bladeDeg}°, ${long} in all`;
    const how = block.blanket ? 'blanket stitch' : block.texture.replace('-', ' ');
    const wide = block.widthMm ? `, ${formatLength(block.widthMm, workroom.unit)} wide` : '';
    return `${how}${wide}, ${long} sewn`;
  });
</script>

<p>
  {formatNumber(block.stitches)} stitches{block.typed ? ', from your sheet' : `, ${sewnAs}`}{used?.topM
    ? ` · thread ${used.topM.toFixed(1)} m above, ${used.bobbinM.toFixed(1)} m below`
    : ''}.
</p>
<div class="flex flex-wrap items-end gap-3">
  {#if !step.inserted}
    <label class="flex flex-col gap-1">
      <span class="label">What it is for</span>
      <Select
        class="min-h-11"
        testid="role"
        value={block.role.value}
        options={ROLE_NAMES}
        onchange={(role) => editor.setRole(block.index, role)}
      />
    </label>
    {#if editor.build?.roles[String(block.index)]}
      <button type="button" class="btn btn-small" onclick={() => editor.setRole(block.index, null)}
        >Back to the reading</button
      >
    {/if}
  {/if}
  {#if !step.thread}<ThreadFields {editor} block={block.index} />{/if}
</div>
{#if read && isQuestion(read)}
  <div
    class="border-l-4 border-hands bg-hands-soft px-3 py-2"
    role="group"
    aria-label="A question about this block"
  >
    <p>
      <strong
        >Is this {article(read.value)}{read.runnerUp ? `, or ${article(read.runnerUp.value)}` : ''}?</strong
      >
      It looks like the first: {why}. {against}
    </p>
    <p class="mt-1 flex flex-wrap items-center gap-2">
      {#each answers as role, place (place)}
        <button type="button" class="btn btn-small" onclick={() => editor.setRole(block.index, role)}
          >{name(role)}</button
        >
      {/each}
      <span class="label">or choose above what it is for.</span>
    </p>
  </div>
{:else if step.inserted}
  <p class="text-quiet">Block {step.inserted.n} of {step.inserted.of} of {step.inserted.name}.</p>
{:else if read}
  <p class="text-quiet">
    The reading: {why} <span class="whitespace-nowrap">({percent(read.confidence)} sure)</span>. {against}
    {otherwise}
  </p>
{:else if block.typed}
  <p class="text-quiet">Typed from your sheet.</p>
{:else}
  <p class="text-quiet">You set this; the rest was read around it.</p>
{/if}
{#if step.skipped}<p><strong>Passed over</strong> on the machine.</p>
{:else if freeSeconds > 30}<p class="text-hands">
    <strong>Free for {formatDuration(freeSeconds)}</strong> once it runs.
  </p>{/if}
