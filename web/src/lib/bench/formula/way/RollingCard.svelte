<script lang="ts">
  import type { Formula } from '@jovet/core/formula';
  import { coilAcross, minutesUntil, type ProductSheets, type Rolling } from '@jovet/core/lamination';
  import { formatDuration, formatNumber } from '@jovet/core/units';
  import { useUnits } from '../../settings';
  import CutPicture from './CutPicture.svelte';
  import { inCentimetres, inHalves, rolledTo } from './rolling-view';
  import { STEP_WORDS } from './step-words';

  interface Props {
    formula: Formula;
    rolling: Rolling;
    /** °C of the bench. */
    bench: number;
  }

  /** How a dough is rolled and cut, sheet by sheet, as it hangs at the sheeter: on the screen and on paper. */
  let { formula, rolling, bench }: Props = $props();
  const units = useUnits();
  const { of, sheets, block, plastic } = $derived(rolling);
  const side = ({ length, width, thickness }: { length: number; width: number; thickness: number }) =>
    `${inCentimetres(length)} × ${inCentimetres(width)} cm, ${inHalves(thickness)} mm`;
  const titleOf = (index: number) => {
    const step = formula.doc.way[index];
    return step ? `${STEP_WORDS[step.kind]}${step.kind === 'turn' ? `, ${step.turn}` : ''}` : '';
  };
  const softFrom = (thickness: number) => minutesUntil(of, thickness, plastic.from, plastic.to, bench);
  const words = (minutes: number) =>
    minutes === Infinity ? 'stays firm' : formatDuration(Math.round(minutes) * 60);
  const left = ({ plan, trim, again }: ProductSheets) => {
    if (!plan || trim <= 0.0005) return 'Nothing is left.';
    const coils = Math.floor(trim / plan.mass + 1e-9);
    const more = trim - again;
    return [
      `${units.mass(trim, 0.005)} is left at the ends (${formatNumber((100 * trim) / (trim + plan.mass * plan.pieces * sheets), 1)} %):`,
      more > 0.005 ? `${units.mass(again, 0.005)} of it may go into the next dough` : 'it may go into the next dough',
      coils > 0 ? `, or ${coils} coils of ${units.mass(plan.mass)} are rolled up of it.` : '.',
    ].join(' ').replace(' ,', ',').replace(' .', '.');
  }; // prettier-ignore
</script>

<div class="rolling">
  <p>
    {sheets === 1 ? 'One sheet' : `${sheets} sheets, each`}: <b>{units.mass(of.dough, 0.005)}</b> of dough
    with
    <b>{units.mass(of.fat, 0.005)}</b>
    of {rolling.fat}. Rolled between {units.temperature(plastic.from)} and {units.temperature(plastic.to)}.
  </p>
  <p>Fat as a block: {side(block.fat)} thick. Dough rolled for it: {side(block.dough)}.</p>
  <table class="figures">
    <thead>
      <tr>
        <th scope="col">Step</th>
        <th scope="col">Rolled through, mm</th>
        <td>then</td>
        <td>folded to</td>
        <td>layers of fat</td>
        <td>fat soft after, at {units.temperature(bench)}</td>
      </tr>
    </thead>
    <tbody>
      {#each rolling.steps as step (step.slug)}
        <tr>
          <th scope="row">{titleOf(step.step)}</th>
          <th>{[step.from, ...step.passes].map(inHalves).join(' → ')}</th>
          <td>{inCentimetres(step.length)} × {inCentimetres(step.width)} cm</td>
          <td>{inHalves(step.folded)} mm</td>
          <td>{step.layers.fat}</td>
          <td>{words(softFrom(rolledTo(step)))}</td>
        </tr>
      {/each}
      {#each rolling.products as { plan, product, name }, index (product)}
        {#if plan}
          <tr>
            <th scope="row">{name}</th>
            <th
              >{[rolling.steps.at(-1)?.folded ?? 0, ...(rolling.last[index] ?? [])]
                .map(inHalves)
                .join(' → ')}</th
            >
            <td>{inCentimetres(plan.length)} × {inCentimetres(plan.width)} cm</td>
            <td>cut</td>
            <td>{rolling.steps.at(-1)?.layers.fat ?? ''}</td>
            <td>{words(softFrom(plan.thickness))}</td>
          </tr>
        {/if}
      {/each}
    </tbody>
  </table>
  <p>It springs back: stop, and let it rest in the cold. Never more than a third in one pass.</p>
  {#each rolling.products as one (one.product)}
    {#if one.plan}
      {@const { plan, top } = one}
      <section>
        <h3>{one.name}</h3>
        <p>
          {one.pieces}
          {plan.cut} of {formatNumber(plan.base * 100, 1)} × {formatNumber(plan.height * 100, 1)} cm and
          {units.mass(plan.mass)}, {formatNumber(plan.thickness, 1)} mm thick:
          {one.sheets === 1 ? '' : `${one.sheets} sheets of ${plan.pieces},`}
          {plan.strips === 1
            ? `${plan.eachStrip} in one strip`
            : `${plan.strips} strips of ${plan.eachStrip}`}.
          {plan.cut === 'coils'
            ? `Rolled up it is ${inCentimetres(coilAcross(plan.height, plan.thickness))} cm across.`
            : ''}
        </p>
        {#if top}
          <p>
            On top {units.mass(top.kilograms, 0.005)} of {top.dough}, {formatNumber(top.thickness, 1)} mm thick.
          </p>
        {/if}
        <CutPicture {plan} name={one.name} />
        <p>{left(one)}</p>
        {#if one.share > formula.doc.processLoss}
          <p class="wrong">
            The trim is {formatNumber(one.share, 1)} % of the dough, and its process loss {formatNumber(
              formula.doc.processLoss,
              1,
            )} %: raise the loss, or the dough falls short.
          </p>
        {/if}
      </section>
    {:else}
      <p>
        How {one.name} is cut is not said: set its shape to be cut out of a sheet, and the cuts are drawn here.
      </p>
    {/if}
  {/each}
</div>

<style>
  .rolling {
    display: grid;
    gap: 0.6rem;
  }
  table {
    max-width: 62rem;
    width: 100%;
  }
  th {
    text-align: left;
    font-weight: 400;
  }
  thead > tr > * {
    font-size: 0.8125rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  td {
    text-align: right;
  }
  section {
    display: grid;
    gap: 0.4rem;
    break-inside: avoid;
  }
  h3 {
    font-weight: 700;
  }
  .wrong {
    font-weight: 700;
  }
</style>
