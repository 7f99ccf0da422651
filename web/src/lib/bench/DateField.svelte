<script lang="ts">
  import { onMount } from 'svelte';
  import CalendarDays from '@lucide/svelte/icons/calendar-days';
  import { localTime } from '@jovet/core/time';
  import { bringInParts } from '../sync/offline';
  import { timeNow } from './clock';
  import { dateText, readDate } from './date-text';

  /** A day of the calendar: typed as one writes it, or picked. */
  let {
    label,
    name,
    value,
    problem,
    hideLabel = false,
    onchange,
  }: {
    label: string;
    name: string;
    /** ISO date; empty: none. */
    value: string;
    problem?: string | undefined;
    hideLabel?: boolean;
    onchange: (date: string) => void;
  } = $props();

  const id = $props.id();
  let open = $state(false);
  const today = () => localTime(timeNow(), 'UTC').date;
  /** What is typed and no day yet. */
  let typed = $state<string | null>(null);
  // Another day, from wherever it comes, is no longer what was typed here.
  $effect(() => {
    void value;
    typed = null;
  });
  const wrong = $derived(
    typed !== null && !open ? `“${typed}” is no day. Type it as ${dateText(today())}.` : problem,
  );
  const PARTS = { DatePopup: () => import('./DatePopup.svelte') };
  onMount(() => bringInParts(PARTS));
  function take(iso: string): void {
    typed = null;
    if (iso !== value) onchange(iso);
  }
  function read(text: string): void {
    const iso = readDate(text, value === '' ? today() : value);
    if (iso !== null) take(iso);
    else typed = text.trim() === '' ? null : text;
  }
</script>

<div class="date-field">
  <label for={`${id}-text`} class={hideLabel ? 'sr-only' : 'field-name'}>{label}</label>
  <div class="control" id={`${id}-control`}>
    <input
      id={`${id}-text`}
      class="input"
      {name}
      data-date={value}
      value={typed ?? dateText(value)}
      autocomplete="off"
      spellcheck="false"
      aria-invalid={wrong !== undefined}
      aria-describedby={wrong === undefined ? undefined : `${id}-problem`}
      onfocus={(event) => event.currentTarget.select()}
      onclick={(event) => event.currentTarget.select()}
      onchange={(event) => read(event.currentTarget.value)}
      onkeydown={(event) => {
        if (event.key === 'Enter') read(event.currentTarget.value);
        if (event.key === 'ArrowDown') {
          open = true;
          event.preventDefault();
        }
      }}
    />
    <button
      type="button"
      id={`${id}-open`}
      class="open"
      aria-label={`${label}: pick it`}
      aria-expanded={open}
      onclick={() => (open = !open)}><CalendarDays size={16} /></button
    >
  </div>
  {#if open}
    {#await PARTS.DatePopup() then { default: DatePopup }}
      <DatePopup {id} {value} onpick={take} onclose={() => (open = false)} />
    {/await}
  {/if}
  {#if wrong !== undefined}<span class="field-problem" id={`${id}-problem`} role="alert">{wrong}</span>{/if}
</div>

<style>
  .date-field {
    min-width: 0;
  }
  .control {
    position: relative;
  }
  input {
    padding-right: 2rem;
    text-overflow: ellipsis;
  }
  .open {
    position: absolute;
    inset: 0 0 0 auto;
    width: 2rem;
    display: grid;
    place-items: center;
    cursor: pointer;
  }
</style>
