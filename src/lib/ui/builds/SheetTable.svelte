<script lang="ts">
  import { ROLE_NAMES } from '../kit/names';
  import Select from '../kit/Select.svelte';
  import { count, formatDuration, formatNumber } from '$lib/core/base';
  import type { PastedSheet } from '../state/pasted-sheet.svelte';

  // A pasted sheet as it was understood, line beside line.
  let { sheet }: { sheet: PastedSheet } = $props();
</script>

{#if sheet.lines.length}
  <table class="w-full text-sm" data-testid="typed-stops">
    <tbody>
      {#each sheet.lines as { line, key, stop, stopNumber }, place (place)}
        <tr class="border-t border-rule" data-kind={stop ? 'stop' : line.is}>
          {#if stop}
            <td class="py-1 pr-2 text-right text-quiet">{stopNumber}</td>
            <td class="pr-2"
              ><input
                class="w-full min-w-36"
                aria-label="What line {line.n} is called"
                maxlength="80"
                value={stop.title}
                onchange={(e) => sheet.set(key, { title: e.currentTarget.value.trim() || `Stop ${line.n}` })}
              /></td
            >
            <td class="pr-2"
              ><Select
                label="What line {line.n} is for"
                value={stop.role}
                options={ROLE_NAMES}
                onchange={(role) => sheet.set(key, { role })}
              /></td
            >
            <td class="pr-2"
              ><input
                class="w-full min-w-28"
                aria-label="Thread of line {line.n}"
                maxlength="60"
                placeholder="not named"
                value={stop.thread}
                onchange={(e) => sheet.set(key, { thread: e.currentTarget.value.trim() })}
              /></td
            >
            <td class="pr-2 text-quiet">{stop.threadNumber ?? ''}</td>
            <td class="text-right whitespace-nowrap"
              >{stop.seconds !== null
                ? formatDuration(stop.seconds)
                : stop.stitches !== null
                  ? `${formatNumber(stop.stitches)} stitches`
                  : ''}</td
            >
            <td class="pl-2 text-right"
              ><button type="button" class="btn btn-small" onclick={() => sheet.leaveOut(key)}
                >Leave out</button
              ></td
            >
          {:else}
            <td></td>
            <td class="py-1 text-quiet" colspan="5"
              >{line.text.trim()}
              <span class="label">{line.is === 'hand' ? '(a step for hands)' : '(left out)'}</span></td
            >
            <td class="pl-2 text-right"
              ><button type="button" class="btn btn-small" onclick={() => sheet.set(key, {})}
                >It is sewn</button
              ></td
            >
          {/if}
        </tr>
      {/each}
    </tbody>
  </table>
  {#if sheet.unread}
    <p class="label">{count(sheet.unread, 'line')} left out: neither a stop nor work for the hands.</p>
  {/if}
{/if}
