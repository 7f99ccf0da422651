<script lang="ts">
  import type { HTMLInputAttributes } from 'svelte/elements';

  interface Props extends Omit<HTMLInputAttributes, 'value' | 'oninput'> {
    label: string;
    name: string;
    value: string;
    unit?: string | undefined;
    problem?: string | undefined;
    hideLabel?: boolean;
    oninput: (value: string) => void;
  }

  /** One field: its label, what was typed, its unit, and what is wrong with it. */
  let { label, name, value, unit, problem, hideLabel = false, oninput, ...rest }: Props = $props();
</script>

<label class="field">
  <span class={hideLabel ? 'sr-only' : 'field-name'}>{label}</span>
  <span class="entry">
    <input
      class="input"
      class:wrong={problem !== undefined}
      {name}
      {value}
      autocomplete="off"
      spellcheck="false"
      aria-invalid={problem !== undefined}
      aria-describedby={problem === undefined ? undefined : `${name}-problem`}
      oninput={(event) => oninput(event.currentTarget.value)}
      {...rest}
    />
    {#if unit}<span class="unit" aria-hidden="true">{unit}</span>{/if}
  </span>
  {#if problem !== undefined}<span class="field-problem" id={`${name}-problem`} role="alert">{problem}</span
    >{/if}
</label>

<style>
  .field {
    display: block;
    min-width: 0;
  }
  .entry {
    display: block;
    position: relative;
  }
  .unit {
    position: absolute;
    right: 0.6rem;
    top: 50%;
    translate: 0 -50%;
    font-size: 0.8125rem;
    pointer-events: none;
    color: light-dark(var(--color-surface-600), var(--color-surface-400));
  }
  .wrong {
    box-shadow: inset 0 0 0 2px light-dark(var(--color-error-600), var(--color-error-400));
  }
</style>
