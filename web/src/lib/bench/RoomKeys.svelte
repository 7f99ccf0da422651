<script lang="ts">
  /** The keys of the room, and where programs find the same numbers. */
  const KEYS = [
    ['Enter', 'next field; with Shift the one before'],
    ['Ctrl S', 'save the day'],
    ['Ctrl Z', 'undo'],
    ['Ctrl Shift Z', 'redo'],
    ['Ctrl P', 'print the scale sheet'],
    ['Tab, Enter', 'reach any computed number and show its working'],
    ['?', 'these keys'],
  ];
</script>

<table class="keys">
  <tbody>
    {#each KEYS as [key, what] (key)}<tr><th scope="row"><kbd>{key}</kbd></th><td>{what}</td></tr>{/each}
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
