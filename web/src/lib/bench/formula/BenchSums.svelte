<script lang="ts">
  import { untrack } from 'svelte';
  import {
    bathOf,
    dividerHeads,
    doughForTin,
    LYE_CAUTION,
    redivide,
    substituteFlour,
    tinForDough,
    TIN_LITRES_PER_KILOGRAM,
    withAskedWater,
  } from '@jovet/core/formula/sums';
  import type { Formula, Ingredient, PieceOrder } from '@jovet/core/formula';
  import type { Result } from '@jovet/core/problem';
  import { formatNumber, parseCount, parseMass, parseNumber, parsePercent } from '@jovet/core/units';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { useUnits } from '../settings';
  import { useEditing } from './editing';

  interface Props {
    formula: Formula | null;
    order: readonly PieceOrder[];
    larder: readonly Ingredient[];
    /** Takes a changed formula over into the sheet. */
    ontake: (formula: Formula) => void;
  }

  /** The sums of the bench: dividing, tins, baths, another flour. */
  let { formula, order, larder, ontake }: Props = $props();
  const editing = useEditing();
  const units = useUnits();
  /** Reads fields that belong together; null while one of them is empty. */
  function all<T extends unknown[]>(...read: { [K in keyof T]: Result<T[K]> }): Result<T> {
    const bad = read.flatMap((each) => (each.ok ? [] : each.problems));
    return bad.length > 0
      ? { ok: false, problems: bad }
      : { ok: true, value: read.map((each) => each.ok && each.value) as T };
  }
  const nameOf = (slug: string) =>
    formula?.doc.products.find((product) => product.slug === slug)?.name ?? slug;

  const [first] = untrack(() => order);
  let heads = $state({
    pieces: String(first?.pieces ?? 100),
    weight: first ? `${first.scaledWeight * 1000} g` : '60 g',
    count: '30',
  });
  const divided = $derived.by(() => {
    const read = all<[number, number, number]>(
      parseCount(heads.pieces),
      parseMass(heads.weight),
      parseCount(heads.count),
    );
    return read.ok ? dividerHeads(...read.value) : read;
  });

  let there = $state('');
  const again = $derived.by(() => {
    if (there.trim() === '' || order.length === 0) return null;
    const mass = parseMass(there, 'kg');
    return mass.ok ? redivide(mass.value, order) : mass;
  });

  let tin = $state({ litres: '2.1', factor: '' });
  const usualFactor = $derived(TIN_LITRES_PER_KILOGRAM[editing.draft.type]);
  const factor = $derived.by(() => {
    const typed = parseNumber(tin.factor);
    return typed.ok && typed.value > 0 ? typed.value : usualFactor;
  });
  const tinMass = $derived.by(() => {
    const litres = parseNumber(tin.litres);
    return litres.ok && litres.value > 0 ? doughForTin(litres.value, factor) : null;
  });

  let bath = $state({ basis: 'water', percent: '4', purity: '98', given: 'water', mass: '5 kg' });
  const bathed = $derived.by(() => {
    const read = all<[number, number, number]>(
      parsePercent(bath.percent),
      parsePercent(bath.purity),
      parseMass(bath.mass, 'kg'),
    );
    if (!read.ok) return read;
    const [percent, purity, mass] = read.value;
    return bathOf({
      basis: bath.basis === 'solution' ? 'solution' : 'water',
      percent,
      purity: purity / 100,
      given: bath.given === 'solution' ? 'solution' : 'water',
      mass,
    });
  });

  const flours = $derived(
    (formula?.doc.lines ?? []).flatMap(({ ingredient }) => {
      const found = formula?.ingredients.find(({ slug }) => slug === ingredient);
      return found?.kind === 'flour' ? [{ value: found.slug, text: found.name }] : [];
    }),
  );
  const others = $derived(
    larder.filter(({ kind }) => kind === 'flour').map(({ slug, name }) => ({ value: slug, text: name })),
  );
  let swap = $state({ from: '', to: '', percent: '' });
  const from = $derived(
    flours.some(({ value }) => value === swap.from) ? swap.from : (flours[0]?.value ?? ''),
  );
  const to = $derived(swap.to || (others.find(({ value }) => value !== from)?.value ?? ''));
  const swapped = $derived.by(() => {
    const flour = larder.find(({ slug }) => slug === to);
    if (!formula || !flour || swap.percent.trim() === '') return null;
    const percent = parsePercent(swap.percent);
    return percent.ok ? substituteFlour(formula, from, flour, percent.value) : percent;
  });
</script>

<div class="sums">
  <section aria-labelledby="sum-heads">
    <h2 id="sum-heads">Divider</h2>
    <div class="fields">
      <Field
        label="Pieces"
        name="heads.pieces"
        value={heads.pieces}
        oninput={(pieces) => (heads = { ...heads, pieces })}
      />
      <Field
        label="of"
        name="heads.weight"
        value={heads.weight}
        oninput={(weight) => (heads = { ...heads, weight })}
      />
      <Field
        label="cut at once"
        name="heads.count"
        value={heads.count}
        oninput={(count) => (heads = { ...heads, count })}
      />
    </div>
    {#if divided.ok}
      {@const of = divided.value}
      <p data-answer="heads">
        {of.heads} heads of <b>{units.mass(of.headMass)}</b> make {of.made}{of.extra > 0
          ? `, ${of.extra} more than asked`
          : ''}.
        {#if of.byHand > 0}Or {of.wholeHeads} heads, and {of.byHand} by hand.{/if}
      </p>
    {:else}<Problems problems={divided.problems} />{/if}
  </section>

  <section aria-labelledby="sum-again">
    <h2 id="sum-again">The dough that is really there</h2>
    <div class="fields">
      <Field
        label="On the bench"
        name="again.mass"
        value={there}
        placeholder="29.4 kg"
        oninput={(mass) => (there = mass)}
      />
    </div>
    {#if order.length === 0}<p class="quiet">Scale the sheet by pieces first.</p>
    {:else if again?.ok}
      <p data-answer="again">{again.value.sentence}</p>
      <ul>
        {#each again.value.lines as line (line.product)}
          <li>
            {line.pieces} × {units.mass(line.scaledWeight)}
            {nameOf(line.product)}{line.pieces < line.ordered
              ? `, short of ${line.ordered - line.pieces}`
              : ''}
          </li>
        {/each}
      </ul>
    {:else if again}<Problems problems={again.problems} />{/if}
  </section>

  <section aria-labelledby="sum-tin">
    <h2 id="sum-tin">Tin</h2>
    <div class="fields">
      <Field
        label="Volume"
        name="tin.litres"
        unit="l"
        value={tin.litres}
        oninput={(litres) => (tin = { ...tin, litres })}
      />
      <Field
        label="Litres for 1 kg"
        name="tin.factor"
        value={tin.factor}
        placeholder={String(usualFactor)}
        oninput={(litres) => (tin = { ...tin, factor: litres })}
      />
    </div>
    {#if tinMass !== null}
      <p data-answer="tin">takes <b>{units.mass(tinMass)}</b> of dough.</p>
      {#each formula?.doc.products ?? [] as product (product.slug)}
        <p class="quiet">
          {product.name}, {units.mass(product.scaledWeight)}: a tin of {formatNumber(
            tinForDough(product.scaledWeight, factor),
            2,
          )} l
        </p>
      {/each}
    {/if}
  </section>

  <section aria-labelledby="sum-bath">
    <h2 id="sum-bath">Lye bath or brine</h2>
    <div class="fields">
      <Field
        label="Strength"
        name="bath.percent"
        unit="%"
        value={bath.percent}
        oninput={(percent) => (bath = { ...bath, percent })}
      />
      <Choice
        label="of"
        name="bath.basis"
        value={bath.basis}
        options={[
          { value: 'water', text: 'the water' },
          { value: 'solution', text: 'the finished bath' },
        ]}
        onchange={(basis) => (bath = { ...bath, basis })}
      />
      <Field
        label="Purity"
        name="bath.purity"
        unit="%"
        value={bath.purity}
        oninput={(purity) => (bath = { ...bath, purity })}
      />
      <Choice
        label="For so much"
        name="bath.given"
        value={bath.given}
        options={[
          { value: 'water', text: 'water' },
          { value: 'solution', text: 'finished bath' },
        ]}
        onchange={(given) => (bath = { ...bath, given })}
      />
      <Field label="Mass" name="bath.mass" value={bath.mass} oninput={(mass) => (bath = { ...bath, mass })} />
    </div>
    {#if bathed.ok}
      <p data-answer="bath">
        <b>{units.mass(bathed.value.agent, 0.0005)}</b> into <b>{units.mass(bathed.value.water)}</b> of water.
      </p>
      <p class="quiet">
        {bathed.value.sentence} Weighed at {bath.purity} % purity. That is {formatNumber(
          bathed.value.ofWater,
          2,
        )} % of the water and {formatNumber(bathed.value.ofSolution, 2)} % of the bath.
      </p>
    {:else}<Problems problems={bathed.problems} />{/if}
    <p class="caution">{LYE_CAUTION}</p>
  </section>

  <section aria-labelledby="sum-swap">
    <h2 id="sum-swap">Another flour</h2>
    {#if formula}
      <div class="fields">
        <Choice
          label="Take out"
          name="swap.from"
          value={from}
          options={flours}
          onchange={(value) => (swap = { ...swap, from: value })}
        />
        <Choice
          label="Put in"
          name="swap.to"
          value={to}
          options={others}
          onchange={(value) => (swap = { ...swap, to: value })}
        />
        <Field
          label="of the flour"
          name="swap.percent"
          unit="%"
          value={swap.percent}
          placeholder="10"
          oninput={(percent) => (swap = { ...swap, percent })}
        />
      </div>
      {#if swapped?.ok}
        {@const done = swapped.value}
        <p data-answer="swap">{done.sentence}</p>
        <div class="takes">
          {#if done.water}
            <button type="button" class="btn preset-tonal" onclick={() => ontake(withAskedWater(done))}
              >Take it with the new water</button
            >
          {/if}
          <button type="button" class="btn preset-tonal" onclick={() => ontake(done.formula)}
            >Take it, water as it is</button
          >
        </div>
      {:else if swapped}<Problems problems={swapped.problems} />{/if}
    {:else}<p class="quiet">This needs a sheet that can be made.</p>{/if}
  </section>
</div>

<style>
  .sums {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(20rem, 1fr));
    gap: 1.5rem 2rem;
  }
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
    margin-bottom: 0.3rem;
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(6.5rem, 1fr));
    gap: 0.4rem 0.6rem;
    margin-bottom: 0.4rem;
  }
  p b {
    font-family: var(--figures);
  }
  .caution {
    margin-top: 0.4rem;
    font-size: 0.8125rem;
    line-height: 1.3;
    padding-left: 0.6rem;
    border-left: 3px solid currentColor;
  }
  .takes {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    margin-top: 0.4rem;
  }
</style>
