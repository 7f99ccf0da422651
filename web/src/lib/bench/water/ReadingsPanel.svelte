<script lang="ts">
  import { celsiusOf, SPOTS, TYPED, typedSource, type MixReading } from '@jovet/core/mix';
  import { formatNumber, parseNumber } from '@jovet/core/units';
  import type { StoredReading } from '../../server/database/mix';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import { useUnits } from '../settings';

  interface Props {
    readings: readonly StoredReading[];
    clock: (epoch: number) => string;
    /** Epoch seconds. */
    now: number;
    /** Adds a reading; with the id of the one that it corrects. */
    onadd: (reading: Omit<MixReading, 'id' | 'factor'>) => void;
  }

  /** Every reading of one thing: who, when, with what, where and by how much it is off. Corrected ones stay. */
  let { readings, clock, now, onadd }: Props = $props();
  const units = useUnits();
  let corrects = $state<StoredReading | null>(null);
  let value = $state('');
  let spot = $state<MixReading['spot']>('core');
  let offset = $state('');
  let wrong = $state<Readonly<Record<string, string>>>({});
  const SPOT_WORDS = { core: 'in the middle', surface: 'on the surface', air: 'in the air' } as const;
  const corrected = $derived(new Set(readings.map((each) => each.corrects)));

  function begin(each: StoredReading) {
    corrects = each;
    value = units.temperature(each.value);
    spot = each.spot;
    offset = each.offset === 0 ? '' : formatNumber(each.offset, 1);
  }
  function save() {
    const taken = typedSource(value, units.unit, spot).take(now);
    const off = offset.trim() === '' ? { ok: true as const, value: 0 } : parseNumber(offset);
    const kelvin = off.ok ? off.value / (units.unit === '°F' ? 1.8 : 1) : 0;
    wrong = {
      ...(taken.ok ? {} : { value: `${taken.problems[0]?.problem} ${taken.problems[0]?.remedy}` }),
      ...(off.ok && Math.abs(kelvin) <= 10
        ? {}
        : { offset: `“${offset}” is no offset of a thermometer. Type how far it is off, such as −0.4.` }),
    };
    if (!taken.ok || wrong['offset']) return;
    const instrument = corrects?.instrument ?? TYPED;
    onadd({
      value: taken.value.value,
      at: corrects?.at ?? now,
      instrument,
      spot,
      offset: kelvin,
      corrects: corrects?.id ?? null,
    });
    corrects = null;
    value = '';
    offset = '';
  }
</script>

{#if readings.length > 0}
  <table class="readings">
    <tbody>
      {#each readings as each (each.id)}
        <tr class:old={corrected.has(each.id)}>
          <td class="when">{clock(each.at)}</td>
          <td class="value"
            >{units.temperature(celsiusOf(each))}{#if each.offset !== 0}<small>
                shown {units.temperature(each.value)}</small
              >{/if}</td
          >
          <td
            >{each.instrument}, {SPOT_WORDS[each.spot]}, {each.by}{#if each.corrects !== null}, a correction{/if}</td
          >
          <td>
            {#if corrected.has(each.id)}corrected{:else}<button type="button" onclick={() => begin(each)}
                >Correct</button
              >{/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
{:else}
  <p class="quiet">It has not been read for this mix.</p>
{/if}
<form onsubmit={(event) => (event.preventDefault(), save())}>
  <h3>{corrects ? `What the ${corrects.instrument} should say` : 'A reading'}</h3>
  <Field
    label="Temperature"
    name="reading.value"
    {value}
    unit={units.unit}
    problem={wrong['value']}
    oninput={(text) => (value = text)}
  />
  <Choice
    label="Where it was held"
    name="reading.spot"
    value={spot}
    options={SPOTS.map((each) => ({ value: each, text: SPOT_WORDS[each] }))}
    onchange={(each) => (spot = SPOTS.find((one) => one === each) ?? 'core')}
  />
  <Field
    label="The instrument is off by"
    name="reading.offset"
    value={offset}
    placeholder="0"
    problem={wrong['offset']}
    oninput={(text) => (offset = text)}
  />
  <button type="submit" class="btn preset-filled">{corrects ? 'Correct it' : 'Take it'}</button>
</form>

<style>
  .readings {
    width: 100%;
    font-size: 0.9375rem;
  }
  td {
    padding: 0.35rem 0.5rem 0.35rem 0;
    vertical-align: top;
    line-height: 1.25;
  }
  .when,
  .value {
    font-family: var(--figures);
    white-space: nowrap;
  }
  small {
    display: block;
  }
  .old .value,
  .old .when {
    text-decoration: line-through;
  }
  td button {
    min-height: 2.5rem;
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
  form {
    display: grid;
    gap: 0.7rem;
    margin-top: 1rem;
    justify-items: start;
  }
  h3 {
    font-weight: 700;
  }
</style>
