<script lang="ts">
  import type { MixAnswer } from '@jovet/core/mix';
  import { leversOf, WATER_METHODS, type WaterMethod } from '@jovet/core/water';
  import { formatNumber } from '@jovet/core/units';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';

  interface Props {
    answer: MixAnswer;
    method: WaterMethod;
    onmethod: (method: WaterMethod) => void;
  }

  /** The three ways with the numbers of this very mix, why they differ, and which one the bakehouse pours by. */
  let { answer, method, onmethod }: Props = $props();
  const units = useUnits();
  const water = $derived(answer.water);
  const WAYS: Record<WaterMethod, { name: string; what: string }> = {
    balance: {
      name: 'Heat balance',
      what: 'weighs how much of each there is and how much heat a kilogram of it holds; knows bowl, wetting and room',
    },
    sum: { name: 'Sum of factors', what: 'counts each temperature once, whatever its mass' },
    base: { name: 'Base number', what: 'counts flour and room only; everything else is in the number' },
  };
  const differs = $derived.by(() => {
    const { now, usual } = answer.question;
    return answer.question.factors
      .map((factor) => ({ factor, by: (now[factor] ?? now.room) - (usual[factor] ?? usual.room) }))
      .filter(({ by }) => Math.abs(by) >= 0.3);
  });
  const names = $derived(
    Object.fromEntries([
      ['flour', 'flour'],
      ['room', 'room'],
      ...answer.masses.holds.map(({ slug, name }) => [slug, name] as const),
    ]) as Record<string, string>,
  );
  const levers = $derived(leversOf(answer.mix).filter(({ share }) => share > 0.03));
</script>

<form>
  <table>
    <tbody>
      {#each WATER_METHODS as each (each)}
        <tr>
          <td
            ><input
              type="radio"
              class="radio"
              name="method"
              id={`method-${each}`}
              value={each}
              checked={method === each}
              onchange={() => onmethod(each)}
            /></td
          >
          <th scope="row"
            ><label for={`method-${each}`}
              ><b>{WAYS[each].name}</b><span class="quiet">{WAYS[each].what}</span></label
            ></th
          >
          <td class="value"
            ><Figure
              of={`water.${each}`}
              label={WAYS[each].name}
              text={units.temperature(water[each].temperature)}
            /></td
          >
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="quiet">
    What is chosen is poured by in this bakehouse; the dough to expect is always told by the balance.
  </p>
</form>
<h3>Why they differ here</h3>
{#if differs.length === 0}
  <p>Today is as usual, so the three agree but for the bowl: at the usual readings they were made to.</p>
{:else}
  <p>
    {#each differs as { factor, by }, index (factor)}{index > 0 ? '; ' : ''}{names[factor] ?? factor} is {formatNumber(
        Math.abs(units.unit === '°F' ? by * 1.8 : by),
        1,
      )}
      {units.unit === '°F' ? '°F' : 'K'}
      {by > 0 ? 'warmer' : 'colder'} than usual{/each}. The sum moves the water by as much for each, the other
    way. The balance moves it by what each weighs against the water:
  </p>
{/if}
<ul>
  {#each levers as { name, share, water: moves } (name)}
    <li>
      <b>{names[name] ?? name}</b> holds {formatNumber(share * 100, 0)} % of the heat of the dough: 1 K there is
      {formatNumber(moves, 2)} K of water.
    </li>
  {/each}
</ul>
<p class="quiet">
  The sum takes 1 K of each to be 1 K of water. Where that share is far from 1, or the day far from usual,
  trust the balance.
</p>

<style>
  table {
    width: 100%;
    margin-bottom: 0.5rem;
  }
  th {
    text-align: left;
    font-weight: 400;
    padding: 0.4rem 0.6rem;
  }
  label {
    display: block;
    min-height: 3rem;
    cursor: pointer;
  }
  label b,
  label span {
    display: block;
    line-height: 1.3;
  }
  .value {
    font-size: 1.25rem;
    text-align: right;
    white-space: nowrap;
  }
  h3 {
    font-weight: 700;
    margin: 0.9rem 0 0.3rem;
  }
  li {
    margin: 0.3rem 0 0.3rem 1.2rem;
    list-style: disc;
  }
</style>
