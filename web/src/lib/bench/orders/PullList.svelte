<script lang="ts">
  import { doughsOf, pullListOf, type DayInput } from '@jovet/core/plan/demand';
  import { useUnits } from '../settings';
  import Problems from '../../ui/Problems.svelte';

  /** Everything that is taken from the shelves for a day, in the order in which it is weighed. */
  let { input, changed }: { input: DayInput; changed: boolean } = $props();
  const units = useUnits();
  const doughs = $derived(doughsOf(input));
  const list = $derived(doughs.ok ? pullListOf(doughs.value) : null);
</script>

{#if changed}<p class="notice" role="status">What was typed and not saved yet is not in this list.</p>{/if}
{#if !doughs.ok}
  <Problems problems={doughs.problems} />
{:else if list && list.lines.length === 0}
  <p>Nothing is ordered for this day.</p>
{:else if list}
  <table class="figures">
    <thead><tr><th>Dough</th><td>in all</td><td>batches</td></tr></thead>
    <tbody>
      {#each list.doughs as { name, mass, batches } (name)}
        <tr><th scope="row">{name}</th><td>{units.mass(mass)}</td><td>{batches}</td></tr>
      {/each}
    </tbody>
  </table>
  <table class="figures">
    <thead><tr><th>Made before</th><td>in all</td><td>kept back</td></tr></thead>
    <tbody>
      {#each list.parts as { dough, name, build, keepBack } (`${dough} ${name}`)}
        <tr
          ><th scope="row">{name} <span class="quiet">{dough}</span></th><td>{units.mass(build)}</td><td
            >{keepBack > 0 ? units.mass(keepBack) : ''}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
  <table class="figures">
    <thead><tr><th>From the shelves</th><td>weighed</td><td>bought</td><td>packs</td></tr></thead>
    <tbody>
      {#each list.lines as { ingredient, needed, bought, packs, doughs: by } (ingredient.slug)}
        <tr title={by.map(({ name, mass }) => `${name} ${units.mass(mass)}`).join(', ')}>
          <th scope="row">
            {ingredient.name}
            {#if ingredient.allergens.length > 0}<span class="quiet">{ingredient.allergens.join(', ')}</span
              >{/if}
          </th>
          <td>{units.mass(needed)}</td>
          <td>{ingredient.yield < 1 ? units.mass(bought) : ''}</td>
          <td>{packs ?? ''}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}

<style>
  table {
    margin-bottom: 1.25rem;
  }
  thead th {
    font-weight: 700;
  }
  th {
    line-height: 1.2;
    padding: 0.15rem 0;
  }
</style>
