<script lang="ts">
  import { HOUSE_FIELDS, RATES, type FloorDraft } from '@jovet/core/bakehouse';
  import Field from '../../ui/Field.svelte';
  import FieldEntry from '../FieldEntry.svelte';

  interface Props {
    draft: FloorDraft;
    /** What is wrong, by the place of its field. */
    problems: Readonly<Record<string, string>>;
    onhouse: (name: string, text: string) => void;
    onrate: (path: string, text: string) => void;
  }

  /** What holds for all of the bakehouse, and how long hands take. */
  let { draft, problems, onhouse, onrate }: Props = $props();
</script>

<section>
  <h2>For all of it</h2>
  <div class="things">
    {#each HOUSE_FIELDS as each (each.name)}
      <FieldEntry
        field={each}
        name={`house.${each.name}`}
        value={draft.house[each.name] ?? ''}
        problem={problems[`house.${each.name}`]}
        onchange={(text) => onhouse(each.name, text)}
      />
    {/each}
  </div>
</section>

<details open={Object.keys(problems).some((path) => path.startsWith('rates.'))}>
  <summary><h2>How long hands take</h2></summary>
  <div class="things">
    {#each RATES as [path, name] (path)}
      <Field
        label={name}
        name={`rates.${path}`}
        unit="s"
        value={draft.rates[path] ?? ''}
        problem={problems[`rates.${path}`]}
        oninput={(text) => onrate(path, text)}
      />
    {/each}
  </div>
  <p class="quiet">Two people take 55 % of the time of one.</p>
</details>

<style>
  h2 {
    display: inline-block;
    font-size: 1.0625rem;
    font-weight: 700;
    margin: 1rem 0 0.4rem;
  }
  summary {
    cursor: pointer;
  }
  .things {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(12rem, 1fr));
    gap: 0.5rem 0.9rem;
    align-items: end;
  }
</style>
