<script lang="ts">
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';
  import { formatTemperature, type TemperatureUnit } from '@jovet/core/units';

  interface Props {
    /** What is read, for those who cannot see where the dial stands. */
    label: string;
    name: string;
    /** °C; null if nothing is known. */
    celsius: number | null;
    unit: TemperatureUnit;
    /** What was typed and could not be read. */
    wrong?: string | undefined;
    /** Takes what was typed; false if it cannot be read. */
    onenter: (text: string) => boolean;
  }

  /** A temperature to be set with a knuckle or typed: a step down, the figure, a step up. */
  let { label, name, celsius, unit, wrong, onenter }: Props = $props();

  let typed = $state<string | null>(null);
  const bare = (value: number) => formatTemperature(value, unit, 1).replace(/ °[CF]$/, '');
  const shown = $derived(typed ?? (celsius === null ? '' : bare(celsius)));

  function enter() {
    if (typed !== null && onenter(typed)) typed = null;
  }
  /** Half a degree, or a whole one in °F; to the next step of the scale. */
  function step(by: number) {
    const size = unit === '°C' ? 0.5 : 1;
    const now = Number((typed ?? shown).replace('−', '-').replace(',', '.')) || 0;
    const next = (by > 0 ? Math.floor(now / size + 1e-6) + 1 : Math.ceil(now / size - 1e-6) - 1) * size;
    typed = null;
    onenter(next.toFixed(1));
  }
</script>

<div class="dial" class:wrong={wrong !== undefined}>
  <button type="button" tabindex="-1" aria-label={`${label}, colder`} onclick={() => step(-1)}
    ><Minus size={22} /></button
  >
  <label>
    <span class="sr-only">{label}, {unit}</span>
    <input
      {name}
      value={shown}
      inputmode="decimal"
      autocomplete="off"
      aria-invalid={wrong !== undefined}
      aria-describedby={wrong === undefined ? undefined : `${name}-wrong`}
      placeholder="—"
      oninput={(event) => (typed = event.currentTarget.value)}
      onfocus={(event) => event.currentTarget.select()}
      onkeydown={(event) => event.key === 'Enter' && enter()}
      onblur={enter}
    />
    <span class="unit" aria-hidden="true">{unit}</span>
  </label>
  <button type="button" tabindex="-1" aria-label={`${label}, warmer`} onclick={() => step(1)}
    ><Plus size={22} /></button
  >
</div>
{#if wrong !== undefined}<span class="field-problem" id={`${name}-wrong`} role="alert">{wrong}</span>{/if}

<style>
  .dial {
    display: inline-grid;
    grid-template-columns: 3.5rem 6.5rem 3.5rem;
    height: 3.5rem;
    border-radius: var(--radius-container);
    background: light-dark(#fff, var(--color-surface-900));
    box-shadow: inset 0 0 0 1px light-dark(var(--color-surface-300), var(--color-surface-700));
  }
  .wrong {
    box-shadow: inset 0 0 0 2px light-dark(var(--color-error-600), var(--color-error-400));
  }
  button {
    display: grid;
    place-items: center;
    cursor: pointer;
    border-radius: var(--radius-container);
  }
  button:hover {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  label {
    position: relative;
    display: block;
  }
  input {
    width: 100%;
    height: 100%;
    padding: 0 1.9rem 0 0.2rem;
    text-align: right;
    font-family: var(--figures);
    font-size: 1.5rem;
    font-weight: 700;
    background: none;
  }
  input:focus-visible {
    outline-offset: -3px;
    border-radius: 3px;
  }
  input::placeholder {
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  .unit {
    position: absolute;
    right: 0.15rem;
    top: 50%;
    translate: 0 -50%;
    font-size: 0.9375rem;
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
</style>
