<script lang="ts">
  import { boutsText } from '@jovet/core/bakehouse';
  import { inWeighingOrder } from '@jovet/core/formula/scale';
  import { HOLD_BACK, type MixAnswer } from '@jovet/core/mix';
  import { useUnits } from '../settings';

  /** What is weighed for this mix, step by step, in weighing order; the water as it is poured. */
  let { answer }: { answer: MixAnswer } = $props();
  const units = useUnits();
  const poured = $derived(answer.water.poured.portions);
  /** What is poured is told in portions, unless the step has water of its own temperature. */
  const steps = $derived(
    answer.scaled.steps.map((step) => ({
      ...step,
      lines: inWeighingOrder(step.lines).map((line) => ({
        ...line,
        portions:
          line.ingredient.slug === answer.masses.liquid.slug &&
          step.kind !== 'autolyse' &&
          !(step.kind === 'hold-back' && answer.known.has(HOLD_BACK))
            ? poured.map(({ name, mass }) => ({ name, mass: (mass / answer.mix.water) * line.mass }))
            : [],
      })),
    })),
  );
</script>

{#each steps as step (step.slug)}
  {#if step.lines.length + step.holds.length > 0}
    <table class="figures" aria-label={step.name}>
      <thead>
        <tr><th colspan="2" scope="colgroup">{step.name}</th></tr>
      </thead>
      <tbody>
        {#each step.holds as hold (hold.slug)}
          <tr><th scope="row">{hold.name}</th><td>{units.mass(hold.weighed)}</td></tr>
        {/each}
        {#each step.lines as line (line.ingredient.slug)}
          {#if line.portions.length > 1}
            {#each line.portions as portion (portion.name)}
              <tr
                ><th scope="row">{line.ingredient.name}, {portion.name}</th><td
                  >{units.mass(portion.mass, line.ingredient.scaleStep)}</td
                ></tr
              >
            {/each}
          {:else}
            <tr
              ><th scope="row"
                >{line.ingredient.name}{line.portions[0] ? `, ${line.portions[0].name}` : ''}</th
              ><td>{units.mass(line.weighed, line.ingredient.scaleStep)}</td></tr
            >
          {/if}
        {/each}
      </tbody>
    </table>
  {/if}
{/each}
<table class="figures" aria-label="Dough">
  <tbody>
    <tr class="total"><th scope="row">Dough</th><td>{units.mass(answer.doc.dough)}</td></tr>
  </tbody>
</table>
{#if answer.doc.programme.bouts.length > 0}
  <p class="bouts">{answer.doc.programme.name}: {boutsText(answer.doc.programme.bouts)}</p>
{/if}

<style>
  .bouts {
    margin-top: 0.5rem;
  }
  thead th {
    padding-top: 0.5rem;
    font-size: 0.8125rem;
    font-weight: 700;
  }
</style>
