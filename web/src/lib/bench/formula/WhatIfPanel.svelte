<script lang="ts">
  import { factsOf } from '@jovet/core/formula/facts';
  import {
    ferments,
    flourShareOf,
    scaleDough,
    splitFormula,
    type ScaledFormula,
  } from '@jovet/core/formula/scale';
  import type { Formula } from '@jovet/core/formula';
  import { whatIf, type WhatIf } from '@jovet/core/formula/sums';
  import Slide from '../../ui/Slide.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { useUnits } from '../settings';
  import { percentText } from './words';

  /** The formula as it would be. The sheet stays as it is until it is taken over. */
  let {
    formula,
    scaled,
    ontake,
  }: { formula: Formula; scaled: ScaledFormula; ontake: (formula: Formula) => void } = $props();
  const units = useUnits();
  const now = $derived(scaled.facts);
  const parts = $derived(
    scaled.split.parts.filter(
      (part) => ferments(part.kind) && !scaled.split.parts.some((other) => other.slug === part.into),
    ),
  );
  let asked = $state.raw<WhatIf>({});
  const changed = $derived(whatIf(formula, asked));
  const split = $derived(splitFormula(changed));
  const made = $derived(split.ok ? scaleDough(changed, split.value, scaled.dough) : null);
  const facts = $derived(split.ok ? factsOf(split.value) : null);
  const saltNow = $derived(
    scaled.split.overall.reduce(
      (sum, { ingredient, percent }) => sum + (ingredient.kind === 'salt' ? percent : 0),
      0,
    ),
  );
  const sliders = $derived([
    {
      key: 'hydration',
      label: 'Water added',
      value: asked.hydration ?? now.hydration,
      from: now.hydration,
      min: Math.max(0, Math.floor(now.hydration - 20)),
      max: Math.ceil(now.hydration + 20),
      step: 0.5,
      set: (value: number) => ({ ...asked, hydration: value }),
    },
    {
      key: 'salt',
      label: 'Salt',
      value: asked.salt ?? saltNow,
      from: saltNow,
      min: 0,
      max: 4,
      step: 0.05,
      set: (value: number) => ({ ...asked, salt: value }),
    },
    ...parts.map((part) => {
      const share = flourShareOf(part);
      return {
        key: part.slug,
        label: `${part.name}, share of flour`,
        value: asked.parts?.[part.slug] ?? share,
        from: share,
        min: 1,
        max: 60,
        step: 0.5,
        set: (value: number) => ({ ...asked, parts: { ...asked.parts, [part.slug]: value } }),
      };
    }),
  ]);
  const rows = $derived(
    scaled.split.overall.map(({ ingredient, percent }) => {
      const then = made?.split.overall.find((line) => line.ingredient.slug === ingredient.slug)?.percent ?? 0;
      return {
        ingredient,
        before: (percent * scaled.flour) / 100,
        then: made ? (then * made.flour) / 100 : null,
      };
    }),
  );
</script>

<div class="what-if">
  {#each sliders as each (each.key)}
    <div class="slide">
      <Slide
        label={each.label}
        value={each.value}
        min={each.min}
        max={each.max}
        step={each.step}
        onchange={(value) => (asked = each.set(value))}
      >
        {#snippet figure()}<span class="figure" data-what-if={each.key}
            >{percentText(Number(each.value.toFixed(2)))} %</span
          >{/snippet}
      </Slide>
    </div>
  {/each}

  {#if facts && made}
    <table class="figures" aria-label="Now and then">
      <thead><tr class="quiet"><th>For the same dough</th><td>now</td><td>then</td></tr></thead>
      <tbody>
        {#each rows as { ingredient, before, then } (ingredient.slug)}
          <tr class:moved={then !== null && Math.abs(then - before) > 0.0005}>
            <th scope="row">{ingredient.name}</th>
            <td>{units.mass(before, ingredient.scaleStep)}</td>
            <td>{then === null ? '' : units.mass(then, ingredient.scaleStep)}</td>
          </tr>
        {/each}
        <tr class="total"
          ><th scope="row">True hydration</th><td>{percentText(Number(now.trueHydration.toFixed(1)))} %</td
          ><td>{percentText(Number(facts.trueHydration.toFixed(1)))} %</td></tr
        >
        <tr
          ><th scope="row">Prefermented flour</th><td
            >{percentText(Number(now.prefermentedFlour.toFixed(1)))} %</td
          ><td>{percentText(Number(facts.prefermentedFlour.toFixed(1)))} %</td></tr
        >
      </tbody>
    </table>
  {:else if !split.ok}
    <Problems problems={split.problems} />
  {/if}
  <div class="foot">
    <button
      type="button"
      class="btn preset-filled"
      disabled={!made || Object.keys(asked).length === 0}
      onclick={() => ontake(changed)}>Take this into the sheet</button
    >
    <button type="button" class="btn preset-tonal" onclick={() => (asked = {})}>As it is now</button>
  </div>
</div>

<style>
  .what-if {
    display: grid;
    gap: 1rem;
  }
  .figure {
    font-family: var(--figures);
    font-weight: 700;
  }
  .moved > * {
    font-weight: 700;
  }
  .foot {
    display: flex;
    gap: 0.5rem;
  }
</style>
