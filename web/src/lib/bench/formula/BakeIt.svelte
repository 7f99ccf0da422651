<script lang="ts">
  import DateField from '../DateField.svelte';
  import { onDestroy, untrack } from 'svelte';
  import type { Formula } from '@jovet/core/formula';
  import type { Learned } from '@jovet/core/learned';
  import { bakeDough, BakeDraft, openingBake, readBake } from '@jovet/core/plan';
  import type { BakehouseNow } from '../../server/database/bakehouse';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Panel from '../../ui/Panel.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import DayPicture from '../day/DayPicture.svelte';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';
  import WeighList from '../water/WeighList.svelte';
  import BakeClock from './BakeClock.svelte';
  import PutIntoOrders from './PutIntoOrders.svelte';
  import type { Workings } from '@jovet/core/working';

  interface Props {
    slug: string;
    formula: Formula;
    house: BakehouseNow;
    /** What records teach of its culture, itself and the mixers. */
    learned: Learned;
    /** Tomorrow, on the bakehouse clock. */
    date: string;
    /** It is published: only then can it be ordered. */
    orderable: boolean;
    onworkings: (open: () => Workings) => void;
  }

  /** One dough by itself: how much of it and when the van leaves, and everything follows. */
  let { slug, formula, house, learned, date, orderable, onworkings }: Props = $props();
  const units = useUnits();
  const { zone, usual } = untrack(() => house.bakehouse);

  const KEY = `jovet.bake.${untrack(() => slug)}`;
  const kept = (): BakeDraft | null => {
    const text = sessionStorage.getItem(KEY);
    const read = text === null ? null : BakeDraft.safeParse(JSON.parse(text));
    return read?.success ? read.data : null;
  };
  let draft = $state.raw(untrack(() => kept() ?? openingBake(formula, date, usual, units.unit)));
  /** What it comes to follows when typing pauses: a figure on its way (7 before 72) is not planned. */
  let calm = $state.raw(untrack(() => draft));
  let calming: ReturnType<typeof setTimeout> | undefined;
  const PAUSE_MS = 120;
  function type(change: Partial<BakeDraft>) {
    draft = { ...draft, ...change };
    sessionStorage.setItem(KEY, JSON.stringify(draft));
    clearTimeout(calming);
    calming = setTimeout(() => (calm = draft), PAUSE_MS);
  }
  onDestroy(() => clearTimeout(calming));

  const ask = $derived(readBake(calm, formula, units.unit));
  const answer = $derived(ask.ok ? bakeDough(slug, formula, ask.value, house, learned) : ask);
  const baked = $derived(answer.ok ? answer.value : null);
  const problems = $derived(
    answer.ok
      ? {}
      : Object.fromEntries(answer.problems.map((each) => [each.path, `${each.problem} ${each.remedy}`])),
  );
  /** Problems that belong to no field. */
  const above = $derived(Object.entries(problems).filter(([path]) => !(path in FIELDS) && !/\./.test(path)));
  const FIELDS: Readonly<Record<string, string>> = {
    room: 'Room', flour: 'Flour', bowl: 'Bowl', ddt: 'Dough wanted', time: 'Van leaves', date: 'Day', mixer: 'Mixer',
  }; // prettier-ignore
  $effect(() => onworkings(baked?.workings ?? (() => ({}))));

  let selected = $state<number | null>(null);
  let wide = $state(900);
  let ordering = $state(false);
  const van = $derived(baked?.day.view.lastDrop ?? 0);
  const view = $derived(baked && { ...baked.day.view, strips: [] });
  const nameOf = (part: string) => formula.doc.parts.find((each) => each.slug === part)?.name ?? part;
</script>

<div class="bake">
  <form {@attach enterMovesOn} onsubmit={(event) => event.preventDefault()}>
    {#each formula.doc.products as product (product.slug)}
      <Field
        label={product.name}
        name={`bake.pieces.${product.slug}`}
        value={draft.pieces[product.slug] ?? ''}
        unit={`× ${units.mass(product.scaledWeight)}`}
        placeholder="0"
        problem={problems[`pieces.${product.slug}`]}
        oninput={(text) => type({ pieces: { ...draft.pieces, [product.slug]: text } })}
      />
    {/each}
    <DateField
      label="Day"
      name="bake.date"
      value={draft.date}
      problem={problems['date']}
      onchange={(date) => type({ date })}
    />
    <Field
      label="Van leaves"
      name="bake.time"
      value={draft.time}
      problem={problems['time']}
      oninput={(text) => type({ time: text })}
    />
    {#each ['flour', 'room', 'bowl', 'ddt'] as const as name (name)}
      <Field
        label={FIELDS[name] ?? name}
        name={`bake.${name}`}
        value={draft[name]}
        unit={units.unit}
        problem={problems[name]}
        oninput={(text) => type({ [name]: text })}
      />
    {/each}
    {#each Object.keys(draft.stands) as part (part)}
      <Field
        label={`${nameOf(part)} stands at`}
        name={`bake.stands.${part}`}
        value={draft.stands[part] ?? ''}
        unit={units.unit}
        problem={problems[`stands.${part}`]}
        oninput={(text) => type({ stands: { ...draft.stands, [part]: text } })}
      />
    {/each}
    <Choice
      label="Mixer"
      name="bake.mixer"
      value={draft.mixer}
      problem={problems['mixer']}
      options={[
        { value: '', text: 'the one that fits' },
        ...house.mixers.map((each) => ({ value: each.slug, text: each.name })),
      ]}
      onchange={(mixer) => type({ mixer })}
    />
  </form>
  <Problems notice problems={above.map(([, text]) => text)} />
  {#if baked && view}
    {#each baked.cautions as caution (caution)}<p class="caution">{caution}</p>{/each}
    <div class="ways" aria-label="Water, three ways">
      {#each [['balance', 'Heat balance'], ['sum', 'Sum of factors'], ['base', 'Base number']] as const as [way, name] (way)}
        <p class:poured={baked.water.doc.method === way}>
          {name}
          <b
            ><Figure
              of={`water.${way}`}
              label={name}
              text={units.temperature(baked.water.water[way].temperature)}
            /></b
          >
        </p>
      {/each}
      <p>
        Dough to expect <b
          ><Figure
            of="water.fdt"
            label="Dough to expect"
            text={units.temperature(baked.water.water.fdt)}
          /></b
        >
      </p>
      <button
        type="button"
        class="btn preset-filled"
        disabled={!orderable}
        title={orderable ? undefined : 'Publish the formula first'}
        onclick={() => (ordering = true)}>Put it into a day’s orders</button
      >
    </div>
    <div class="picture" bind:clientWidth={wide}>
      <DayPicture
        width={wide}
        {view}
        {zone}
        look={null}
        {selected}
        faded={false}
        onselect={(index) => (selected = index)}
      />
    </div>
    <div class="parts">
      <BakeClock tasks={view.tasks} {zone} {van} />
      <section aria-labelledby="bake-weigh">
        {#each baked.network.doughs[0]?.scaled.parts ?? [] as part (part.slug)}
          <table class="figures" aria-label={part.name}>
            <thead><tr><th colspan="2" scope="colgroup">{part.name}</th></tr></thead>
            <tbody>
              {#if part.seed}<tr><th scope="row">Seed, ripe</th><td>{units.mass(part.seed.weighed)}</td></tr
                >{/if}
              {#each part.holds as hold (hold.slug)}
                <tr><th scope="row">{hold.name}</th><td>{units.mass(hold.weighed)}</td></tr>
              {/each}
              {#each part.lines as { ingredient, weighed } (ingredient.slug)}
                <tr
                  ><th scope="row">{ingredient.name}</th><td>{units.mass(weighed, ingredient.scaleStep)}</td
                  ></tr
                >
              {/each}
            </tbody>
          </table>
        {/each}
        <h2 id="bake-weigh">
          Weigh for the mix{baked.mixes.length > 1 ? `, for each of ${baked.mixes.length} mixes` : ''}
        </h2>
        <WeighList answer={baked.water} />
      </section>
    </div>
  {/if}
</div>

<Panel open={ordering} title="Put it into a day’s orders" onclose={() => (ordering = false)}>
  {#if ask.ok}<PutIntoOrders ask={ask.value} {formula} onclose={() => (ordering = false)} />{/if}
</Panel>

<style>
  .bake {
    display: grid;
    gap: 0.9rem;
  }
  form {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(8.5rem, 1fr));
    gap: 0.6rem 0.9rem;
    align-items: start;
  }
  .ways {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem 1.75rem;
    align-items: center;
  }
  .ways b {
    font-size: 1.375rem;
    margin-left: 0.3rem;
  }
  .poured {
    font-weight: 700;
  }
  .ways button {
    margin-left: auto;
  }
  .caution {
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
  }
  .picture {
    overflow-x: auto;
  }
  .parts {
    display: grid;
    grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
    gap: 2rem;
    align-items: start;
  }
  h2,
  thead th {
    font-weight: 700;
  }
  thead th {
    padding-top: 0.3rem;
    text-align: left;
  }
  @media (max-width: 900px) {
    .parts {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
