<script lang="ts">
  import type { DoughOrder, DoughPlan, PlanInput } from '@jovet/core/day';
  import { formatDate, localTime } from '@jovet/core/time';
  import { useReading } from './settings';
  import { stepWords } from './words';

  /** The scale sheet on one page, black on white, for the bench. Hidden on the screen. */
  let { plan, input }: { plan: DoughPlan; input: PlanInput } = $props();
  const reading = useReading();
  const { order, formula, bakehouse } = $derived(input);
  const scaled = $derived(plan.scaled);
  const nameOf = (line: DoughOrder['order'][number]) =>
    formula.doc.products.find(({ slug }) => slug === line.product)?.name ?? line.product;
  const programme = $derived(bakehouse.programmes.find(({ slug }) => slug === order.programme));
  const clock = (epoch: number) => localTime(epoch, bakehouse.zone);
</script>

<section class="print-sheet" aria-hidden="true">
  <header>
    <h1>{formula.doc.name}</h1>
    <p>{bakehouse.name}, for {formatDate(order.dispatch.date)}, van {order.dispatch.time}</p>
  </header>
  <p class="pieces">
    {#each order.order.filter((line) => line.pieces > 0) as line (line.product)}
      <span>{line.pieces} × {reading.mass(line.scaledWeight)} {nameOf(line)}</span>
    {/each}
  </p>
  <div class="columns">
    <div>
      {#each scaled.parts as part (part.slug)}
        <h2>{part.name}</h2>
        <table>
          <tbody>
            {#if part.seed}{@render weigh('Seed, ripe', part.seed.weighed)}{/if}
            {#each part.holds as { slug, name, weighed } (slug)}{@render weigh(name, weighed)}{/each}
            {#each part.lines as line (line.ingredient.slug)}
              {@render weigh(line.ingredient.name, line.weighed, line.ingredient.scaleStep)}
            {/each}
            {@render weigh(part.name, part.build)}
          </tbody>
        </table>
      {/each}
      <h2>Final mix</h2>
      <table>
        <tbody>
          {#each scaled.finalMix.lines as line (line.ingredient.slug)}
            {@render weigh(line.ingredient.name, line.weighed, line.ingredient.scaleStep)}
          {/each}
          {#each scaled.finalMix.holds as { slug, name, weighed } (slug)}{@render weigh(name, weighed)}{/each}
          {@render weigh('Dough', scaled.dough)}
        </tbody>
      </table>
      <p class="water">
        {plan.water.poured.ice > 0 ? 'Water' : `Water at ${reading.temperature(plan.water.pour)}`}: {plan.water.poured.portions
          .map(({ mass, name }) => `${reading.mass(mass)} ${name}`)
          .join(' + ')}
      </p>
      <p>
        Flour {reading.temperature(order.readings.flour)}, room {reading.temperature(order.readings.room)},
        levain {reading.temperature(order.readings.levain)}, bowl {reading.temperature(order.readings.bowl)}
      </p>
      <p>
        {input.mixer.name}, {programme?.name}, {programme?.minutes} min; dough to {reading.temperature(
          order.ddt,
        )}
      </p>
    </div>
    <div>
      <h2>Clock</h2>
      <table>
        <thead
          ><tr><td></td><td>earliest</td><td>best</td><td>latest</td><td class="real">real</td></tr></thead
        >
        <tbody>
          {#each plan.steps as step (step.id)}
            <tr>
              <th>{stepWords(step.id)} <small>{clock(step.at).weekday.slice(0, 3)}</small></th>
              <td>{clock(step.earliest).time}</td>
              <td><b>{clock(step.at).time}</b></td>
              <td>{clock(step.latest).time}</td>
              <td class="real"></td>
            </tr>
          {/each}
        </tbody>
      </table>
      <p class="tick">Dough came out at ______ °</p>
      <p class="tick">☐ salt in &nbsp; ☐ seed kept back &nbsp; ☐ steam on</p>
    </div>
  </div>
  {#each plan.cautions as caution (caution)}<p class="caution">{caution}</p>{/each}
</section>

{#snippet weigh(name: string, mass: number, step = 0.001)}
  <tr><th>{name}</th><td>{reading.mass(mass, step)}</td><td class="box">☐</td></tr>
{/snippet}

<style>
  .print-sheet {
    display: none;
  }
  @media print {
    .print-sheet {
      display: block;
      color: #000;
      background: #fff;
      font-size: 11pt;
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: baseline;
      border-bottom: 1.5pt solid #000;
    }
    h1 {
      font-size: 20pt;
      font-weight: 700;
    }
    h2 {
      font-size: 12pt;
      font-weight: 700;
      margin-top: 9pt;
    }
    .pieces {
      display: flex;
      gap: 18pt;
      padding: 4pt 0;
      font-size: 13pt;
    }
    .columns {
      display: grid;
      grid-template-columns: 1fr 1.15fr;
      gap: 22pt;
    }
    table {
      width: 100%;
    }
    th {
      text-align: left;
      font-weight: 400;
      padding: 2.5pt 0;
    }
    tr {
      border-bottom: 0.4pt solid #999;
    }
    td {
      text-align: right;
      font-variant-numeric: tabular-nums;
      white-space: nowrap;
    }
    .box {
      width: 20pt;
    }
    .real {
      width: 48pt;
    }
    .water {
      margin: 8pt 0 4pt;
      font-size: 18pt;
      font-weight: 700;
    }
    .tick {
      margin-top: 10pt;
    }
    .caution {
      margin-top: 8pt;
      font-style: italic;
    }
  }
</style>
