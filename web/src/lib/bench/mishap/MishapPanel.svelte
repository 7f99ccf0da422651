<script lang="ts">
  import { untrack } from 'svelte';
  import type { PlannedDay } from '@jovet/core/plan/explain';
  import { localTime } from '@jovet/core/time';
  import Field from '../../ui/Field.svelte';
  import { timeNow } from '../clock';
  import { useUnits } from '../settings';
  import {
    choicesOf,
    fieldsOf,
    MISHAPS,
    readFields,
    type MishapChoice,
    type MishapKey,
  } from './mishap-choices';

  interface Props {
    day: PlannedDay;
    zone: string;
    /** What went wrong, since when, epoch seconds. */
    onchoose: (choice: MishapChoice, at: number) => void;
  }

  /** What went wrong, in two presses: what it is, and what of it. */
  let { day, zone, onchoose }: Props = $props();
  const units = useUnits();
  /** Work that has not begun yet is hit from its beginning on. */
  const now = untrack(() => Math.max(Math.floor(timeNow()), day.view.firstHands));
  const clock = (at: number) => localTime(at, zone).time;
  const HOURS = 7200;

  let key = $state<MishapKey | null>(null);
  let typed = $state<Record<string, string>>({});
  const fields = $derived(key ? fieldsOf(key, clock(now), clock(now + HOURS), units.unit) : []);
  const read = $derived(key ? readFields(key, typed, now, zone, units.unit) : null);
  const choices = $derived(key && read?.ok ? choicesOf(key, day, read) : []);
  const problems = $derived(read && !read.ok ? read.problems : {});
  function open(next: MishapKey) {
    key = next;
    typed = Object.fromEntries(
      fieldsOf(next, clock(now), clock(now + HOURS), units.unit).map(({ name, value }) => [name, value]),
    );
  }
</script>

{#if key === null}
  <ul class="kinds">
    {#each MISHAPS as { key: each, name } (each)}
      <li><button type="button" class="press" onclick={() => open(each)}>{name}</button></li>
    {/each}
  </ul>
{:else}
  <p class="which">
    <b>{MISHAPS.find((each) => each.key === key)?.name}</b>
    <button type="button" class="link" onclick={() => (key = null)}>Something else</button>
  </p>
  {#if fields.length > 0}
    <div class="fields">
      {#each fields as { name, label, unit } (name)}
        <Field
          {label}
          {name}
          {unit}
          value={typed[name] ?? ''}
          problem={problems[name]}
          placeholder={name === 'back' ? 'not tonight' : name === 'pieces' ? 'all of it' : undefined}
          oninput={(value) => (typed[name] = value)}
        />
      {/each}
    </div>
  {/if}
  <ul class="choices">
    {#each choices as choice, index (index)}
      <li>
        <button type="button" class="press" onclick={() => onchoose(choice, read?.ok ? read.from : now)}
          >{choice.words}{#if choice.more}<small>{choice.more}</small>{/if}</button
        >
      </li>
    {/each}
  </ul>
  {#if read?.ok && choices.length === 0}<p class="quiet">There is nothing of that in this plan now.</p>{/if}
{/if}

<style>
  ul {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(12rem, 1fr));
    gap: 0.5rem;
  }
  li .press {
    display: grid;
    width: 100%;
    min-height: 64px;
    font-size: 1.0625rem;
    line-height: 1.25;
    align-content: center;
    padding: 0.3rem 0.8rem;
    text-align: left;
  }
  @media (max-width: 640px) {
    ul {
      gap: 0.35rem;
    }
    li .press {
      min-height: 50px;
    }
  }
  small {
    font-size: 0.875rem;
    font-weight: 400;
  }
  .which {
    display: flex;
    gap: 1rem;
    align-items: baseline;
    margin-bottom: 0.6rem;
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 0.75rem;
    margin-bottom: 0.75rem;
  }
</style>
