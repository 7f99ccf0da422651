<script lang="ts">
  import type { Culture, Sign } from '@jovet/core/culture';
  import { deviceSource, type DeviceReport } from '@jovet/core/mix';
  import { readQuantity } from '@jovet/core/field';
  import { parseTemperature } from '@jovet/core/units';
  import Field from '../../ui/Field.svelte';
  import { useUnits } from '../settings';

  interface Props {
    culture: Culture;
    /** Height of the line at which it is best, cm. */
    line: number;
    probe: DeviceReport | undefined;
    now: number;
    onsign: (sign: Sign) => void;
  }

  /** What is seen of a build, one tap each; every sign is evidence for how lively the culture is. */
  let { culture, line, probe, now, onsign }: Props = $props();
  const units = useUnits();
  let height = $state('');
  let temperature = $state('');
  let wrong = $state<Readonly<Record<string, string>>>({});
  const fresh = $derived(probe ? deviceSource(probe).freshness(now) : 'silent');

  const GROUPS: readonly { name: string; signs: readonly { text: string; sign: Sign }[] }[] = [
    {
      name: 'Surface',
      signs: [
        { text: 'domed', sign: { kind: 'surface', surface: 'domed' } },
        { text: 'flat', sign: { kind: 'surface', surface: 'flat' } },
        { text: 'sunken', sign: { kind: 'surface', surface: 'sunken' } },
      ],
    },
    {
      name: 'In water',
      signs: [
        { text: 'floats', sign: { kind: 'float', floats: true } },
        { text: 'sinks', sign: { kind: 'float', floats: false } },
      ],
    },
    {
      name: 'Tilted',
      signs: [
        { text: 'pours', sign: { kind: 'flow', flow: 'pours' } },
        { text: 'resists', sign: { kind: 'flow', flow: 'resists' } },
      ],
    },
    {
      name: 'Smells of',
      signs: [
        { text: 'flour', sign: { kind: 'smell', smell: 'flour' } },
        { text: 'mild', sign: { kind: 'smell', smell: 'mild' } },
        { text: 'fruit', sign: { kind: 'smell', smell: 'ripe' } },
        { text: 'vinegar', sign: { kind: 'smell', smell: 'sharp' } },
      ],
    },
    {
      name: 'To you it is',
      signs: [
        { text: 'young', sign: { kind: 'ripe', ripe: 'not-yet' } },
        { text: 'ripe', sign: { kind: 'ripe', ripe: 'ripe' } },
        { text: 'past', sign: { kind: 'ripe', ripe: 'past' } },
      ],
    },
    {
      name: 'Health',
      signs: [
        { text: 'well', sign: { kind: 'health', health: 'well' } },
        { text: 'hooch', sign: { kind: 'health', health: 'hooch' } },
        { text: 'grey skin', sign: { kind: 'health', health: 'grey' } },
        { text: 'mould', sign: { kind: 'health', health: 'mould' } },
        { text: 'pink, orange', sign: { kind: 'health', health: 'pink' } },
      ],
    },
  ];

  function noteHeight() {
    const read = readQuantity('centimetres', height);
    if (!read.ok || !(read.value > 0 && read.value <= 300)) {
      wrong = { ...wrong, height: `“${height}” is no height in a vessel. Type centimetres, such as 12.5.` };
      return;
    }
    const { height: _, ...others } = wrong;
    wrong = others;
    height = '';
    onsign({ kind: 'height', centimetres: read.value });
  }
  function noteTemperature(text: string) {
    const read = parseTemperature(text, units.unit);
    if (!read.ok || read.value < -10 || read.value > 60) {
      const said = read.ok
        ? `“${text}” is no temperature of a culture. Read it again.`
        : `${read.problems[0]?.problem} ${read.problems[0]?.remedy}`;
      wrong = { ...wrong, temperature: said };
      return;
    }
    const { temperature: _, ...others } = wrong;
    wrong = others;
    temperature = '';
    onsign({ kind: 'temperature', celsius: read.value });
  }
  const entered = (event: KeyboardEvent, note: () => void) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    note();
  };
</script>

<section class="pad" aria-labelledby="pad-title">
  <h2 id="pad-title">What do you see?</h2>
  <button
    type="button"
    class="btn preset-filled line"
    onclick={() => onsign({ kind: 'at-line', rise: culture.ripeness.best })}
    >It is at the line now <small>{line.toFixed(1)} cm</small></button
  >
  <div class="typed">
    <Field
      label="Height"
      name="sign.height"
      unit="cm"
      inputmode="decimal"
      value={height}
      problem={wrong['height']}
      oninput={(text) => (height = text)}
      onkeydown={(event) => entered(event, noteHeight)}
    />
    <button type="button" class="btn preset-tonal" onclick={noteHeight}
      >Note<span class="sr-only"> the height</span></button
    >
    <Field
      label="Temperature"
      name="sign.temperature"
      unit={units.unit}
      inputmode="decimal"
      value={temperature}
      problem={wrong['temperature']}
      oninput={(text) => (temperature = text)}
      onkeydown={(event) => entered(event, () => noteTemperature(temperature))}
    />
    {#if probe && fresh === 'fresh' && probe.last && temperature === ''}
      {@const last = probe.last}
      <button
        type="button"
        class="btn preset-tonal"
        onclick={() => onsign({ kind: 'temperature', celsius: last.value })}
        >Take {units.temperature(last.value)}</button
      >
    {:else}
      <button type="button" class="btn preset-tonal" onclick={() => noteTemperature(temperature)}
        >Note<span class="sr-only"> the temperature</span></button
      >
    {/if}
  </div>
  {#each GROUPS as { name, signs } (name)}
    <div class="group" role="group" aria-label={name}>
      <span class="field-name">{name}</span>
      {#each signs as { text, sign } (text)}<button type="button" class="sign" onclick={() => onsign(sign)}
          >{text}</button
        >{/each}
    </div>
  {/each}
</section>

<style>
  .pad {
    display: grid;
    gap: 0.4rem;
  }
  h2 {
    font-weight: 700;
    font-size: 1.125rem;
  }
  .line {
    min-height: 3.5rem;
    font-size: 1.125rem;
  }
  .line small {
    margin-left: 0.5rem;
    font-family: var(--figures);
  }
  .typed {
    display: grid;
    grid-template-columns: 1fr auto 1fr auto;
    gap: 0.4rem;
    align-items: end;
  }
  .group {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.3rem;
  }
  .group .field-name {
    width: 5.2rem;
  }
  @media (max-width: 900px) {
    .typed {
      grid-template-columns: 1fr auto;
    }
    .group .field-name {
      width: 100%;
    }
  }
</style>
