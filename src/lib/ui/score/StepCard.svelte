<script lang="ts">
  import ArrowLeft from '@lucide/svelte/icons/arrow-left';
  import ArrowRight from '@lucide/svelte/icons/arrow-right';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { isQuestion, ROLES, type Role } from '$lib/core/reading';
  import { CAUTIONS } from '$lib/core/techniques';
  import { formatDuration, formatLength, formatNumber } from '$lib/core/units';
  import { NO_THREAD, type BuildEditor } from '../state/editor.svelte';
  import { workroom } from '../state/workroom.svelte';
  import { isPlain } from '../shell/keys';
  import StepDialog from './StepDialog.svelte';

  let { editor }: { editor: BuildEditor } = $props();
  const step = $derived(editor.step);
  const time = $derived(step && editor.plan?.times[step.id]);
  const block = $derived(step?.kind === 'needle' ? editor.reading?.blocks[step.block] : undefined);
  const thread = $derived((step?.kind === 'needle' && editor.build?.threads[step.block]) || null);
  const read = $derived(block?.role.by === 'reading' ? block.role : undefined);
  const article = (role: Role) => `${/^[aeiou]/.test(role) ? 'an' : 'a'} ${role.replace('-', ' ')}`;
  let dialog = $state<'rename' | 'insert' | null>(null);

  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 'i' || !isPlain(event)) return;
    event.preventDefault();
    dialog = 'insert';
  }
</script>

<svelte:window {onkeydown} />

{#if step && time}
  <article class="flex h-full flex-col gap-2" aria-live="polite" data-testid="step-card">
    <p class="flex items-baseline justify-between text-sm text-quiet">
      <span>
        {#if step.kind === 'hand'}<strong class="text-hands">hand {step.hand}</strong> · stop {step.stop}
        {:else}<strong class="text-needle">block {step.block + 1}</strong> · {step.stop === 0
            ? 'from the start'
            : `from stop ${step.stop}`}{/if}
      </span>
      <span>step {editor.cursor + 1} of {editor.steps.length}</span>
    </p>
    <h2 class="text-2xl">{step.title}</h2>
    {#if step.kind === 'hand'}
      <p class="text-[17px]">{step.text}</p>
      <p class="text-quiet">{step.because}</p>
      <ul class="flex flex-wrap gap-1.5 text-sm">
        {#if step.side !== 'off'}<li class="rounded bg-hands-soft px-2 py-0.5">{step.side} of the hoop</li>
        {:else}<li class="rounded bg-hands-soft px-2 py-0.5">at the table</li>{/if}
        {#if step.hoop === 'stay'}<li class="rounded bg-hands-soft px-2 py-0.5">hoop stays on</li>{/if}
        {#if step.hoop === 'off'}<li class="rounded bg-hands-soft px-2 py-0.5">hoop off</li>{/if}
        {#each step.tools as tool (tool)}<li class="rounded border border-rule px-2 py-0.5">{tool}</li>{/each}
      </ul>
      {#each step.cautions as caution (caution)}
        <p class="border-l-4 border-madder pl-2 text-sm">
          <strong class="text-madder">Care:</strong>
          {CAUTIONS[caution]}
        </p>
      {/each}
    {:else if block}
      <p>
        {formatNumber(block.stitches)} stitches, {block.texture.replace('-', ' ')}{block.widthMm
          ? `, ${formatLength(block.widthMm, workroom.unit)} wide`
          : ''},
        {formatLength(block.sewnLengthMm, workroom.unit)} of thread path.
      </p>
      <div class="flex flex-wrap items-end gap-3">
        <label class="flex flex-col gap-1">
          <span class="label">What it is for</span>
          <select
            class="min-h-11"
            value={block.role.value}
            onchange={(e) => editor.setRole(block.index, e.currentTarget.value as Role)}
            data-testid="role"
          >
            {#each ROLES as role (role)}<option value={role}>{role.replace('-', ' ')}</option>{/each}
          </select>
        </label>
        {#if editor.build?.roles[String(block.index)]}
          <button type="button" class="btn btn-small" onclick={() => editor.setRole(block.index, null)}
            >Back to the reading</button
          >
        {/if}
        <label class="flex flex-col gap-1">
          <span class="label">Thread</span>
          <span class="flex gap-1">
            <input
              type="color"
              class="h-11 w-11 p-1"
              aria-label="Thread colour"
              value={thread?.colour ?? NO_THREAD.colour}
              onchange={(e) =>
                editor.setThread(block.index, { ...(thread ?? NO_THREAD), colour: e.currentTarget.value })}
            />
            <input
              class="w-32"
              maxlength="60"
              placeholder="thread on hand"
              value={thread?.name ?? ''}
              onchange={(e) =>
                editor.setThread(block.index, { ...(thread ?? NO_THREAD), name: e.currentTarget.value })}
            />
          </span>
        </label>
      </div>
      {#if read && isQuestion(read)}
        <div
          class="border-l-4 border-hands bg-hands-soft px-3 py-2"
          role="group"
          aria-label="A question about this block"
        >
          <p><strong>Is this {article(read.value)}?</strong> It looks like it: {read.because}.</p>
          <p class="mt-1 flex flex-wrap items-center gap-2">
            <button
              type="button"
              class="btn btn-small"
              onclick={() => editor.setRole(block.index, read.value)}>Yes, it is</button
            >
            <span class="label">or choose above what it is for.</span>
          </p>
        </div>
      {:else if read}
        <p class="text-quiet">
          The reading: {read.because}
          <span class="whitespace-nowrap">({Math.round(read.confidence * 100)} % sure)</span>.
        </p>
      {:else}
        <p class="text-quiet">You set this; the rest was read around it.</p>
      {/if}
      {#if time.freeSeconds > 30}<p class="text-hands">
          <strong>Free for {formatDuration(time.freeSeconds)}</strong> once it runs.
        </p>{/if}
    {/if}
    {#if time.waitSeconds > 0}<p>
        <strong>Then it waits {formatDuration(time.waitSeconds)}</strong>, by itself.
      </p>{/if}
    <details class="text-sm">
      <summary class="cursor-pointer py-1"
        ><strong>{formatDuration(time.seconds)}</strong>
        <span class="text-needle underline">why?</span></summary
      >
      <table class="w-full">
        <tbody>
          {#each time.terms as term (term.label)}
            <tr
              ><td class="pr-2 text-quiet">{term.label}</td><td class="text-right whitespace-nowrap"
                >{term.seconds.toFixed(1)} s</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </details>
    <div class="mt-auto flex flex-wrap gap-1.5 pt-1">
      {#if step.kind === 'hand'}
        <button type="button" class="btn btn-small" onclick={() => (dialog = 'rename')}
          ><Pencil size={15} />Reword</button
        >
        <button
          type="button"
          class="btn btn-small"
          aria-label="Move earlier"
          title="Move earlier (Alt + ←)"
          onclick={() => editor.shift(step.id, -1)}><ArrowLeft size={15} /></button
        >
        <button
          type="button"
          class="btn btn-small"
          aria-label="Move later"
          title="Move later (Alt + →)"
          onclick={() => editor.shift(step.id, 1)}><ArrowRight size={15} /></button
        >
        <button
          type="button"
          class="btn btn-small"
          onclick={() => editor.remove(step.id)}
          title="Take out (Delete)"><Trash size={15} />Take out</button
        >
      {/if}
      <button
        type="button"
        class="btn btn-small"
        onclick={() => (dialog = 'insert')}
        title="Put in a hand step before this one (I)"><Plus size={15} />Step before</button
      >
    </div>
  </article>
  <StepDialog {editor} bind:kind={dialog} />
{/if}
