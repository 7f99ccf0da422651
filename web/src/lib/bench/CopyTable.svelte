<script lang="ts">
  /** Copies a list as a table, for a spreadsheet. */
  let { table }: { table: () => readonly (readonly string[])[] } = $props();
  let copied = $state('Copy as a table');

  async function copy() {
    try {
      await navigator.clipboard.writeText(table().map((row) => row.join('\t')).join('\n')); // prettier-ignore
      copied = 'Copied';
    } catch {
      // Browsers allow it on secure addresses only.
      copied = 'This browser does not allow copying';
    }
  }
</script>

<button type="button" onclick={copy}>{copied}</button>

<style>
  button {
    font-size: 0.875rem;
    cursor: pointer;
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
</style>
