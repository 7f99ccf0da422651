<script lang="ts">
  import { ddtOf, mainMix } from '@jovet/core/formula/way';
  import { mixesByHand } from '@jovet/core/plan/explain';
  import type { Bakehouse } from '@jovet/core/bakehouse';
  import { equalBatches, scaleMixed } from '@jovet/core/formula/scale';
  import type { Formula } from '@jovet/core/formula';
  import type { MixDoc, Mixer } from '@jovet/core/mix';
  import { parseCount } from '@jovet/core/units';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { useUnits } from '../settings';

  interface Props {
    bakehouse: Bakehouse;
    mixers: readonly Mixer[];
    formulas: readonly { readonly slug: string; readonly formula: Formula }[];
    onadd: (docs: readonly MixDoc[]) => void;
  }

  /** A mix that no plan has: a formula, so many pieces, a mixer. */
  let { bakehouse, mixers, formulas, onadd }: Props = $props();
  const units = useUnits();
  let slug = $state('');
  let pieces = $state<Record<string, string>>({});
  let mixerSlug = $state('');
  let programmeSlug = $state('');
  const chosen = $derived(formulas.find((each) => each.slug === slug) ?? formulas[0]);
  const mixer = $derived(mixers.find((each) => each.slug === mixerSlug) ?? mixers[0]);
  const programme = $derived(
    bakehouse.programmes.find(
      (each) => each.slug === (programmeSlug || (chosen && mainMix(chosen.formula.doc).programme)),
    ) ?? bakehouse.programmes[0],
  );
  const counts = $derived(
    (chosen?.formula.doc.products ?? []).map((product) => {
      const text = pieces[product.slug] ?? '';
      return { product, text, count: parseCount(text.trim() === '' ? '0' : text) };
    }),
  );
  const order = $derived(
    counts.map(({ product, count }) => ({
      product: product.slug,
      pieces: count.ok ? count.value : 0,
      scaledWeight: product.scaledWeight,
    })),
  );
  const wrong = $derived(counts.some(({ count }) => !count.ok));
  const scaled = $derived(
    chosen && order.some((each) => each.pieces > 0) ? scaleMixed(chosen.formula, order) : null,
  );
  const batches = $derived(scaled?.ok && mixer ? equalBatches(scaled.value.dough, mixer) : null);

  function add() {
    if (!chosen || !mixer || !programme || !scaled?.ok) return;
    const ddt = ddtOf(chosen.formula.doc);
    const docs = mixesByHand(
      { slug: chosen.slug, formula: chosen.formula, order, mixer, programme, ddt },
      bakehouse,
    );
    if (docs.ok) onadd(docs.value);
  }
</script>

<form onsubmit={(event) => (event.preventDefault(), add())}>
  <Choice
    label="Formula"
    name="mix.formula"
    value={chosen?.slug ?? ''}
    options={formulas.map((each) => ({ value: each.slug, text: each.formula.doc.name }))}
    onchange={(text) => ((slug = text), (programmeSlug = ''))}
  />
  {#each counts as { product, text, count } (product.slug)}
    <Field
      label={`Pieces of ${product.name}`}
      name={`mix.pieces.${product.slug}`}
      value={text}
      unit={`× ${units.mass(product.scaledWeight)}`}
      inputmode="numeric"
      placeholder="0"
      problem={count.ok ? undefined : `${count.problems[0]?.problem} ${count.problems[0]?.remedy}`}
      oninput={(each) => (pieces = { ...pieces, [product.slug]: each })}
    />
  {/each}
  <Choice
    label="Mixer"
    name="mix.mixer"
    value={mixer?.slug ?? ''}
    options={mixers.map((each) => ({ value: each.slug, text: each.name }))}
    onchange={(text) => (mixerSlug = text)}
  />
  <Choice
    label="Programme"
    name="mix.programme"
    value={programme?.slug ?? ''}
    options={bakehouse.programmes.map((each) => ({ value: each.slug, text: each.name }))}
    onchange={(text) => (programmeSlug = text)}
  />
  {#if scaled?.ok && batches?.ok}
    <p>
      {units.mass(scaled.value.dough)} of dough in {batches.value.count}
      {batches.value.count === 1 ? 'mix' : 'mixes'}. {batches.value.caution ?? ''}
    </p>
  {:else if scaled && !scaled.ok}
    <Problems problems={scaled.problems.slice(0, 1)} />
  {/if}
  <button type="submit" class="btn preset-filled" disabled={!scaled?.ok || wrong}>Put it on the day</button>
</form>

<style>
  form {
    display: grid;
    gap: 0.8rem;
    justify-items: start;
  }
  form > :global(label) {
    width: 100%;
  }
</style>
