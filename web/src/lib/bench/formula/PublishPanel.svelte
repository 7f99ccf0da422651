<script lang="ts">
  import type { Ingredient } from '@jovet/core/formula';
  import type { Problem } from '@jovet/core/problem';
  import Field from '../../ui/Field.svelte';
  import Problems from '../../ui/Problems.svelte';

  interface Props {
    problems: readonly Problem[];
    corrected: readonly Ingredient[];
    adopted: ReadonlySet<string>;
    version: number;
    busy: boolean;
    onadopt: (slug: string, adopt: boolean) => void;
    onpublish: (note: string) => void;
  }

  /** Makes a version that never changes. */
  let { problems, corrected, adopted, version, busy, onadopt, onpublish }: Props = $props();
  let note = $state('');
</script>

<form
  class="publish"
  onsubmit={(event) => {
    event.preventDefault();
    onpublish(note);
  }}
>
  <p>This becomes version {version}. It never changes; plans and records point at it.</p>
  <Field
    label="What is different, and why"
    name="note"
    value={note}
    oninput={(text) => (note = text)}
    maxlength={500}
  />
  {#each corrected as each (each.slug)}
    <label class="adopt">
      <input
        type="checkbox"
        class="checkbox"
        checked={adopted.has(each.slug)}
        onchange={(event) => onadopt(each.slug, event.currentTarget.checked)}
      />
      {each.name} was corrected in the larder since. Take the correction over.
    </label>
  {/each}
  <Problems {problems} />
  <button type="submit" class="btn preset-filled" disabled={busy}>{busy ? 'Publishing…' : 'Publish'}</button>
</form>

<style>
  .publish {
    display: grid;
    gap: 0.9rem;
    justify-items: start;
  }
  .publish > :global(.field) {
    width: 100%;
  }
  .adopt {
    display: flex;
    gap: 0.5rem;
  }
</style>
