<script lang="ts">
  import { resolve } from '$app/paths';
  import { page } from '$app/state';
</script>

<section class="m-8 max-w-xl">
  <h1 class="mb-3 text-3xl">
    {page.status === 404 ? 'There is no such page.' : 'Something went wrong on this page.'}
  </h1>
  <p class="mb-4">{page.error?.next ?? 'Your builds and runs are safe in this browser.'}</p>
  <a class="btn" href={resolve('/')}>To the bench</a>
</section>
