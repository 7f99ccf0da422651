<script lang="ts">
  import type { AsMixed } from '@jovet/core/mix/record';
  import {
    type DeviceReport,
    type MixAnswer,
    type MixOutcome,
    deviceSource,
    type MixDoc,
  } from '@jovet/core/mix';
  import type { Estimate } from '@jovet/core/logbook';
  import type { Result } from '@jovet/core/problem';
  import { formatNumber, parseMass } from '@jovet/core/units';
  import Thermometer from '@lucide/svelte/icons/thermometer';
  import Field from '../../ui/Field.svelte';
  import Choice from '../../ui/Choice.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { useUnits } from '../settings';
  import Dial from './Dial.svelte';

  interface Props {
    answer: MixAnswer;
    outcome: MixOutcome | null;
    /** What the dough temperature means for bulk, in a sentence. */
    meaning: string;
    /** Friction of this mixer with this mix counted in, K. */
    learned: number | null;
    mixed: Result<AsMixed>;
    probe: DeviceReport | undefined;
    now: number;
    wrong: Readonly<Record<string, string>>;
    lots: readonly { readonly lot: string; readonly takes: Estimate }[];
    onenter: (factor: string, text: string) => boolean;
    ontake: (factor: string, device: DeviceReport) => void;
    onreadings: (factor: string) => void;
    onchange: (doc: MixDoc) => void;
  }

  /** What was really done: confirmed, added by feel, and the dough that came out. */
  let {
    answer,
    outcome,
    meaning,
    learned,
    mixed,
    probe,
    now,
    wrong,
    lots,
    onenter,
    ontake,
    onreadings,
    onchange,
  }: Props = $props();
  const units = useUnits();
  const doc = $derived(answer.doc);
  const keepsBack = $derived(
    doc.formula.doc.parts.some(({ keepBack, seed }) => keepBack > 0 || seed !== null),
  );
  const fresh = $derived(probe ? deviceSource(probe).freshness(now) : 'silent');
  const kelvin = (value: number) =>
    `${formatNumber(units.unit === '°F' ? value * 1.8 : value, 1)} ${units.unit === '°F' ? '°F' : 'K'}`;

  /** While a lot is typed it stands as it is typed, also a blank that what is kept does not have. */
  let lotTyped = $state<string | null>(null);
  let feelIngredient = $state('');
  let feelMass = $state('');
  let feelWrong = $state<string | undefined>();
  const chosen = $derived(feelIngredient || answer.masses.liquid.slug);
  function addByFeel(sign: 1 | -1) {
    const mass = parseMass(feelMass);
    if (!mass.ok || mass.value === 0) {
      feelWrong = mass.ok
        ? 'Nothing is entered. Type how much, such as 200 g.'
        : `${mass.problems[0]?.problem} ${mass.problems[0]?.remedy}`;
      return;
    }
    feelWrong = undefined;
    feelMass = '';
    onchange({ ...doc, added: [...doc.added, { ingredient: chosen, mass: sign * mass.value }] });
  }
  const nameOf = (slug: string) => doc.formula.ingredients.find((each) => each.slug === slug)?.name ?? slug;
  const lot = $derived(lots.find((each) => each.lot === doc.lot));
  const offer = $derived(
    lot && Math.abs(lot.takes.value) >= 0.2
      ? { takes: lot.takes, mass: (lot.takes.value / 100) * answer.scaled.flour }
      : null,
  );
</script>

<section class="after" aria-label="What was really done">
  <p class="mind">Before it turns: guard down, sleeves and hands out of the bowl.</p>
  <div class="gates">
    <button
      type="button"
      class="gate"
      aria-label="Salt is in"
      aria-pressed={doc.gates.salt}
      onclick={() => onchange({ ...doc, gates: { ...doc.gates, salt: !doc.gates.salt } })}
      ><span aria-hidden="true">{doc.gates.salt ? '✓' : '○'}</span> Salt is in</button
    >
    {#if keepsBack}
      <button
        type="button"
        class="gate"
        aria-label="Seed is kept back"
        aria-pressed={doc.gates.keepBack}
        onclick={() => onchange({ ...doc, gates: { ...doc.gates, keepBack: !doc.gates.keepBack } })}
        ><span aria-hidden="true">{doc.gates.keepBack ? '✓' : '○'}</span> Seed is kept back</button
      >
    {/if}
  </div>
  <div class="feel">
    <Choice
      label="By feel"
      name="feel.ingredient"
      value={chosen}
      options={doc.formula.doc.lines.map(({ ingredient }) => ({
        value: ingredient,
        text: nameOf(ingredient),
      }))}
      onchange={(slug) => (feelIngredient = slug)}
    />
    <Field
      label="How much"
      name="feel.mass"
      value={feelMass}
      placeholder="200 g"
      problem={feelWrong}
      oninput={(text) => (feelMass = text)}
      onkeydown={(event) => event.key === 'Enter' && (event.preventDefault(), addByFeel(1))}
    />
    <button type="button" class="btn preset-tonal knuckle" onclick={() => addByFeel(1)}>More</button>
    <button type="button" class="btn preset-tonal knuckle" onclick={() => addByFeel(-1)}>Less</button>
    <Field
      label="Lot of the flour"
      name="lot"
      value={lotTyped ?? doc.lot}
      list="flour-lots"
      oninput={(text) => {
        lotTyped = text;
        onchange({ ...doc, lot: text.trim().slice(0, 60) });
      }}
      onblur={() => (lotTyped = null)}
    />
    <datalist id="flour-lots">
      {#each lots as each (each.lot)}<option value={each.lot}></option>{/each}
    </datalist>
  </div>
  {#if offer && doc.added.length === 0}
    <p>
      This lot has taken {formatNumber(offer.takes.value, 1)} % {offer.takes.value > 0 ? 'more' : 'less'} water
      in {offer.takes.count}
      {offer.takes.count === 1 ? 'mix' : 'mixes'}.
      <button
        type="button"
        class="link"
        onclick={() =>
          onchange({ ...doc, added: [{ ingredient: answer.masses.liquid.slug, mass: offer.mass }] })}
        >Add {units.mass(offer.mass)}</button
      >
    </p>
  {/if}
  {#if doc.added.length > 0}
    <p class="added">
      {#each doc.added as each, index (index)}
        <button
          type="button"
          class="chip"
          title="Take this back"
          onclick={() => onchange({ ...doc, added: doc.added.toSpliced(index, 1) })}
          >{each.mass < 0 ? '−' : '+'}{units.mass(Math.abs(each.mass))} {nameOf(each.ingredient)} ×</button
        >
      {/each}
      {#if mixed.ok}
        <span
          >Hydration {formatNumber(mixed.value.hydration, 1)} % instead of {formatNumber(
            mixed.value.plannedHydration,
            1,
          )}; dough {units.mass(mixed.value.dough)}. {mixed.value.pieces?.sentence ?? ''}</span
        >
      {/if}
    </p>
  {/if}
  <Problems problems={mixed.ok ? [] : mixed.problems.slice(0, 1)} />
  <div class="out">
    <h2>Dough came out at</h2>
    <Dial
      label="Dough"
      name="factor.dough"
      celsius={outcome?.fdt ?? null}
      unit={units.unit}
      wrong={wrong['dough']}
      onenter={(text) => onenter('dough', text)}
    />
    {#if probe}
      <button
        type="button"
        class="btn preset-filled knuckle"
        disabled={fresh !== 'fresh'}
        onclick={() => probe && ontake('dough', probe)}
        ><Thermometer size={22} />
        {fresh === 'fresh' && probe.last
          ? `Take ${units.temperature(probe.last.value)}`
          : `The ${probe.instrument} is silent`}</button
      >
    {/if}
    {#if outcome}<button type="button" class="link" onclick={() => onreadings('dough')}>readings</button>{/if}
  </div>
  {#if outcome}
    <p class="meaning" role="status" data-meaning>{meaning}</p>
    <p class="quiet" data-learned>
      Forecast was {units.temperature(outcome.forecast)}; this mix says friction {kelvin(
        outcome.record.friction,
      )}{#if learned !== null}, so {doc.mixer.name} with {doc.programme.name.toLowerCase()} is now reckoned with
        {kelvin(learned)}{/if}.
    </p>
    {#if !doc.gates.salt}<p class="caution" role="alert">Is the salt in? Nobody has confirmed it.</p>{/if}
    {#if keepsBack && !doc.gates.keepBack}<p class="caution" role="alert">
        Is the seed for next time kept back? Nobody has confirmed it.
      </p>{/if}
  {/if}
</section>

<style>
  .after {
    display: grid;
    gap: 0.6rem;
    padding-top: 0.8rem;
    border-top: 2px solid light-dark(var(--color-surface-300), var(--color-surface-600));
  }
  .gates,
  .out,
  .added {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.6rem;
  }
  .gate,
  .knuckle {
    min-height: 3.5rem;
    padding-inline: 1.1rem;
    font-size: 1.0625rem;
  }
  .gate {
    display: inline-flex;
    gap: 0.5rem;
    align-items: center;
    border-radius: var(--radius-container);
    cursor: pointer;
    box-shadow: inset 0 0 0 2px light-dark(var(--color-surface-400), var(--color-surface-500));
  }
  .gate[aria-pressed='true'] {
    font-weight: 700;
    background: light-dark(var(--color-surface-200), var(--color-surface-700));
  }
  .feel {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr) auto auto;
    gap: 0.5rem;
    align-items: end;
  }
  .chip {
    padding: 0.35rem 0.7rem;
    cursor: pointer;
    border-radius: var(--radius-base);
    background: light-dark(var(--color-surface-200), var(--color-surface-700));
  }
  h2 {
    font-size: 1.375rem;
    font-weight: 700;
  }
  .meaning {
    font-size: 1.25rem;
    font-weight: 700;
    line-height: 1.3;
  }
  .caution {
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
    font-weight: 700;
  }
  .link {
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
  @media (max-width: 900px) {
    .feel {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
