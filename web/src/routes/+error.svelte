<script lang="ts">
  import { page } from '$app/state';
</script>

<svelte:head><title>Jovet</title></svelte:head>
<section>
  <h1>{page.error?.message}</h1>
  <p><a href="/plan/day">To the Day line</a></p>
</section>

<style>
  section {
    padding: 3rem 1.5rem;
  }
  h1 {
    font-size: 1.5rem;
    font-weight: 700;
  }
  a {
    text-decoration: underline;
  }
</style>
