<script lang="ts">
  /** The keys of a room, and where programs find the same numbers. */
  let { keys }: { keys: readonly (readonly [key: string, what: string])[] } = $props();
</script>

<table class="keys">
  <tbody>
    {#each keys as [key, what] (key)}<tr><th scope="row"><kbd>{key}</kbd></th><td>{what}</td></tr>{/each}
  </tbody>
</table>
<p class="api">For programs: <a href="/api">what Jovet reckons over HTTP</a>.</p>

<style>
  .keys {
    width: 100%;
  }
  .keys th {
    text-align: left;
    padding: 0.3rem 1rem 0.3rem 0;
    white-space: nowrap;
  }
  .api {
    margin-top: 1rem;
    font-size: 0.875rem;
  }
  .api a {
    text-decoration: underline;
  }
  kbd {
    font-family: var(--figures);
  }
</style>
