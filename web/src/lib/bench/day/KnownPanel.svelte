<script lang="ts">
  import { knownDoughs, type LearnedVigour } from '@jovet/core/learned';
  import type { DayInput } from '@jovet/core/plan/demand';
  import { formatNumber } from '@jovet/core/units';
  import { upperFirst } from '../floor/floor-words';
  import Figure from '../Figure.svelte';

  /** What a plan goes by for each dough: what was learned of it, or what it is taken to be. */
  let { input }: { input: DayInput } = $props();
  const doughs = $derived(knownDoughs(input.formulas, input.learned));
  const learned = $derived(doughs.filter(({ cultures, pace }) => cultures.length > 0 || pace !== null));
  const other = $derived(doughs.filter((dough) => !learned.includes(dough)));
  const TREND: Readonly<Record<LearnedVigour['trend'], string>> = {
    livelier: ', livelier than before',
    steady: '',
    tiring: ', tiring',
    unknown: '',
  };
  const RATE: Readonly<Record<string, string>> = {
    feed: 'making a pre-ferment',
    soak: 'setting a soaker',
    weigh: 'weighing',
    fold: 'folding',
    'lock-in': 'locking in',
    turn: 'a turn',
    divide: 'dividing',
    shape: 'shaping',
    pack: 'packing',
  };
  const share = (value: number) => `${formatNumber(value * 100, 0)} %`;
</script>

<section aria-labelledby="known-title" data-known>
  <h2 id="known-title">What this plan knows of its doughs</h2>
  <table>
    <tbody>
      {#each learned as { formula, name, cultures, pace } (formula)}
        <tr data-dough={formula}>
          <th scope="row">{name}</th>
          <td>
            {#each cultures as culture (culture.slug)}
              <p>
                {culture.name} at <Figure
                  of={`learned.vigour.${culture.slug}`}
                  label={`vigour of ${culture.name}`}
                  text={share(culture.value)}
                /> of usual vigour{TREND[culture.trend]}: learned from {culture.builds.length}
                {culture.builds.length === 1 ? 'feeding' : 'feedings'}
              </p>
            {/each}
            {#if pace}
              <p>
                rises at <Figure
                  of={`learned.pace.${formula}`}
                  label={`pace of ${name}`}
                  text={share(pace.value)}
                /> of its forecast: learned from {pace.records.length}
                {pace.records.length === 1 ? 'batch' : 'batches'} looked at
              </p>
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#each input.learned.rates as { kind, value, records } (kind)}
    <p data-rate={kind}>
      {upperFirst(RATE[kind] ?? kind)} takes <Figure
        of={`learned.rate.${kind}`}
        label={`time for ${RATE[kind] ?? kind}`}
        text={share(value)}
      /> of what Bakehouse says: learned from {records.length} times
    </p>
  {/each}
  {#if other.length > 0}
    <p class="quiet">
      By what its formula and the bakehouse say, nothing learned yet: {other
        .map(({ name }) => name)
        .join(', ')}.
    </p>
  {/if}
</section>

<style>
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  th {
    font-weight: 600;
    text-align: left;
    white-space: nowrap;
    padding: 0.15rem 1rem 0.15rem 0;
    vertical-align: top;
  }
  td {
    padding: 0.15rem 0;
  }
</style>
