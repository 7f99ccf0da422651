<script lang="ts">
  import {
    type DeviceReport,
    type KnownTemperature,
    type MixAnswer,
    deviceSource,
    sourceFactor,
  } from '@jovet/core/mix';
  import { formatNumber } from '@jovet/core/units';
  import Thermometer from '@lucide/svelte/icons/thermometer';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';
  import { temperatureColour } from '../temperature-colour';
  import Dial from './Dial.svelte';
  import { ledgerReach, ledgerRows, type LedgerRow } from './ledger-rows';

  interface Props {
    answer: MixAnswer;
    devices: readonly DeviceReport[];
    /** Epoch seconds. */
    now: number;
    /** Sentences about what was typed, by factor. */
    wrong: Readonly<Record<string, string>>;
    clock: (epoch: number) => string;
    onenter: (factor: string, text: string) => boolean;
    ontake: (factor: string, device: DeviceReport) => void;
    onreadings: (factor: string) => void;
  }

  /** What each thing brings towards the dough wanted or takes from it, as weights around one line; water closes it. */
  let { answer, devices, now, wrong, clock, onenter, ontake, onreadings }: Props = $props();
  const units = useUnits();
  const rows = $derived(ledgerRows(answer));
  const water = $derived(answer.water.balance.waterHeat);
  const reach = $derived(ledgerReach(rows, water));
  const ddt = $derived(answer.question.ddt);

  const origin = ({ from, at }: KnownTemperature): string => {
    if (from === 'forecast') return 'by the plan';
    if (from === 'usual' || at === null) return 'usual';
    const when = clock(at);
    return from === 'read'
      ? `read ${when}`
      : from === 'dough before'
        ? `the dough at ${when}`
        : `as at ${when}`;
  };
  /** The instrument for a row: the wall for the room, a probe for everything else. */
  const deviceFor = (factor: string) =>
    devices.find(({ spot }) => (factor === 'room' ? spot === 'air' : spot !== 'air'));
  let showsSources = $state(false);
  const kelvin = (value: number) =>
    formatNumber(units.unit === '°F' ? value * 1.8 : value, 1) + (units.unit === '°F' ? ' °F' : ' K');
  const kilojoule = (heat: number) => `${heat < 0 ? '−' : '+'}${Math.abs(heat).toFixed(0)} kJ`;
</script>

<div class="ledger" role="table" aria-label="Heat ledger">
  <div class="line-head" role="row">
    <span role="columnheader" class="what"><span class="sr-only">what</span></span>
    <span role="columnheader" class="read">reads</span>
    <span role="columnheader" class="bars"
      ><span class="takes-word">takes heat</span><b>{units.temperature(ddt)}</b><span>brings heat</span></span
    >
  </div>
  {#each rows as row (row.key)}{@render line(row)}{/each}
  <div class="row water" role="row">
    <span role="rowheader" class="what"
      >{answer.masses.liquid.name} <span class="mass">{units.mass(answer.mix.water)}, closes it</span></span
    >
    <span role="cell" class="read"
      >{@render dial(
        'water',
        `${answer.masses.liquid.name} in the jug`,
        answer.jug?.temperature ?? null,
      )}</span
    >
    <span role="cell" class="bars">{@render bar(water, answer.water.pour, true, 'water.balance')}</span>
  </div>
  <div class="row from" role="row">
    <span role="cell" class="what">
      <button
        type="button"
        class="sources"
        aria-expanded={showsSources}
        onclick={() => (showsSources = !showsSources)}
        >from {#each answer.sources as source, index (source.name)}{index > 0 ? ', ' : ''}{source.name}
          <b>{units.temperature(source.temperature)}</b>{/each}</button
      >
    </span>
  </div>
  {#if showsSources}
    {#each answer.sources as source (source.name)}
      {@const factor = sourceFactor(source)}
      <div class="row dialled" role="row">
        <span role="rowheader" class="what"
          ><span class="name">{source.name}</span>
          <button type="button" class="origin" onclick={() => onreadings(factor)}
            ><span class="sr-only">{source.name}, readings: </span>{origin(
              answer.known.get(factor) ?? { celsius: source.temperature, from: 'usual', at: null },
            )}</button
          ></span
        >
        <span role="cell" class="read">{@render dial(factor, source.name, source.temperature)}</span>
        <span role="cell" class="bars none"></span>
      </div>
    {/each}
  {/if}
</div>

{#snippet line(row: LedgerRow)}
  <div class="row" role="row" class:dialled={row.factor !== null}>
    <span role="rowheader" class="what"
      ><span class="name">{row.name}</span>
      {#if row.mass !== null}<span class="mass">{units.mass(row.mass)}</span>{/if}
      {#if row.factor !== null}
        {@const factor = row.factor}
        {@const known = answer.known.get(factor)}
        <button type="button" class="origin" onclick={() => onreadings(factor)}
          ><span class="sr-only">{row.name}, readings: </span>{known
            ? origin(known)
            : factor === 'autolyse'
              ? 'forecast'
              : row.celsius === null
                ? 'not read'
                : 'as beside it'}</button
        >
      {/if}
      {#if row.key === 'friction'}<span class="mass"
          ><Figure of="mix.friction" label="Friction" text={`+${kelvin(answer.friction.value)}`} /> ± {kelvin(
            answer.friction.spread,
          )}, {answer.doc.programme.name}</span
        >{/if}
    </span>
    <span role="cell" class="read">
      {#if row.factor !== null}
        {@const factor = row.factor}
        {@render dial(factor, row.name, row.celsius)}
      {/if}
    </span>
    <span role="cell" class="bars"
      >{@render bar(
        row.heat,
        row.key === 'friction' ? null : row.celsius,
        false,
        row.key === 'others' ? null : `ledger.${row.key}`,
      )}</span
    >
  </div>
{/snippet}

{#snippet dial(factor: string, label: string, celsius: number | null)}
  {@const device = deviceFor(factor)}
  <Dial
    {label}
    name={`factor.${factor}`}
    {celsius}
    unit={units.unit}
    wrong={wrong[factor]}
    onenter={(text) => onenter(factor, text)}
  />
  {#if device}
    {@const fresh = deviceSource(device).freshness(now)}
    <button
      type="button"
      class="take"
      disabled={fresh !== 'fresh'}
      aria-label={`${label}: take the ${device.instrument}`}
      title={fresh === 'fresh' ? `Take the ${device.instrument}` : `The ${device.instrument} is silent`}
      onclick={() => ontake(factor, device)}><Thermometer size={22} /></button
    >
  {/if}
{/snippet}

{#snippet bar(heat: number, celsius: number | null, closes: boolean, key: string | null)}
  {@const share = Math.min(50, (Math.abs(heat) / reach) * 50)}
  <span
    class="bar"
    class:closes
    class:plain={celsius === null}
    style:left={heat < 0 ? `${50 - share}%` : '50%'}
    style:width={`${share}%`}
    style:background-color={celsius === null ? undefined : temperatureColour(celsius)}
  ></span>
  <span class="heat" class:takes={heat < 0}
    >{#if key}<Figure of={key} label="Heat" text={kilojoule(heat)} />{:else}{kilojoule(heat)}{/if}</span
  >
{/snippet}

<style>
  .line-head,
  .row {
    display: grid;
    grid-template-columns: minmax(6.5rem, 9rem) 17.5rem minmax(0, 1fr);
    gap: 0.75rem;
    align-items: center;
  }
  .line-head {
    font-size: 0.8125rem;
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  .line-head .bars {
    display: grid;
    grid-template-columns: 1fr auto 1fr;
    gap: 0.5rem;
    height: auto;
    min-height: 0;
    background: none;
    white-space: nowrap;
    font-size: 0.75rem;
  }
  .takes-word {
    text-align: right;
  }
  .row {
    min-height: 2rem;
  }
  .dialled {
    min-height: 3.9rem;
  }
  .what {
    line-height: 1.25;
  }
  .name {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .mass {
    display: block;
    font-family: var(--figures);
    font-size: 0.8125rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .read {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.4rem;
  }
  .take {
    width: 3.5rem;
    height: 3.5rem;
    display: grid;
    place-items: center;
    border-radius: var(--radius-container);
    cursor: pointer;
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .take:disabled {
    opacity: 0.35;
    cursor: default;
  }
  .origin {
    min-height: 1.5rem;
    font-size: 0.8125rem;
    line-height: 1.15;
    text-align: left;
    text-decoration: underline dotted 1px;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
  .bars {
    position: relative;
    height: 2rem;
    background: linear-gradient(currentColor, currentColor) center / 2px 100% no-repeat;
    align-self: stretch;
    height: auto;
    min-height: 2rem;
  }
  .bar {
    position: absolute;
    top: 50%;
    translate: 0 -50%;
    height: 1.6rem;
    box-shadow: inset 0 0 0 1px rgb(20 16 12 / 0.35);
  }
  .plain {
    background-color: light-dark(var(--color-surface-300), var(--color-surface-600));
  }
  .closes {
    height: 2.1rem;
    box-shadow: 0 0 0 2px currentColor;
  }
  .heat {
    position: absolute;
    top: 50%;
    translate: 0 -50%;
    font-family: var(--figures);
    font-size: 0.8125rem;
    white-space: nowrap;
  }
  /* On the other side of the line, where its own bar is not. */
  .heat {
    right: calc(50% + 0.5rem);
  }
  .heat.takes {
    right: auto;
    left: calc(50% + 0.5rem);
  }
  .from {
    grid-template-columns: minmax(0, 1fr);
  }
  .sources {
    min-height: 2.5rem;
    text-align: left;
    cursor: pointer;
    text-decoration: underline dotted 1px;
    text-underline-offset: 0.25em;
  }
  .sources b {
    font-family: var(--figures);
    font-weight: 400;
  }
  .none {
    background: none;
  }
  .water {
    min-height: 3rem;
    font-weight: 700;
  }
  @media (max-width: 900px) {
    .line-head .what,
    .line-head .read {
      display: none;
    }
    .line-head,
    .row {
      grid-template-columns: minmax(0, 1fr);
      gap: 0.15rem;
    }
    .row {
      padding-block: 0.3rem;
    }
    .what {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 0.6rem;
    }
  }
</style>
