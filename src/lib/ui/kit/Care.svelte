<script lang="ts">
  import { CAUTIONS, type CautionKey } from '$lib/core/catalogue';

  // The usual caution, at the step itself.
  let { cautions, large = false }: { cautions: readonly CautionKey[]; large?: boolean } = $props();
</script>

{#each cautions as caution, place (place)}
  <p class={['border-madder', large ? 'border-l-8 pl-3 text-xl lg:text-2xl' : 'border-l-4 pl-2 text-sm']}>
    <strong class="text-madder">Care:</strong>
    {CAUTIONS[caution]}
  </p>
{/each}
