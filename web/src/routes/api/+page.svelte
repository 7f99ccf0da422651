<script lang="ts">
  let { data } = $props();
</script>

<svelte:head><title>API · Jovet</title></svelte:head>

<article>
  <h1>The API</h1>
  <p>
    {data.description} Bodies and answers are JSON. What cannot be done is answered with 4xx and a list of problems,
    each with its path, what is wrong and the remedy. The whole of it in OpenAPI 3.1:
    <a href="/api/v1/openapi.json">openapi.json</a>.
  </p>
  {#each data.operations as { path, method, summary, description, example } (method + path)}
    <section>
      <h2><code>{method} {path}</code></h2>
      <p><b>{summary}.</b> {description}</p>
      {#if example}<pre>{JSON.stringify(example, null, 2)}</pre>{/if}
    </section>
  {/each}
</article>

<style>
  article {
    max-width: 52rem;
    padding: 1rem 1.5rem 3rem;
  }
  h1 {
    font-size: 1.5rem;
    font-weight: 700;
  }
  h2 {
    font-size: 1.0625rem;
    margin-top: 1.75rem;
  }
  code,
  pre {
    font-family: var(--figures);
  }
  pre {
    font-size: 0.8125rem;
    line-height: 1.4;
    overflow-x: auto;
    padding: 0.75rem 1rem;
    margin-top: 0.4rem;
    background: light-dark(var(--color-surface-100), var(--color-surface-900));
  }
  a {
    text-decoration: underline;
  }
</style>
