<script lang="ts">
  import DateField from '../DateField.svelte';
  import { untrack } from 'svelte';
  import { DIARY, DIARY_CAUTION, draftOfCulture, parseCultureDraft, type Culture } from '@jovet/core/culture';
  import { addDays, formatDate, localTime, nextLocal } from '@jovet/core/time';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Field from '../../ui/Field.svelte';
  import { useUnits } from '../settings';

  interface Props {
    now: number;
    zone: string;
    others: readonly Culture[];
    onbegin: (culture: Culture) => void;
  }

  /** A new culture from nothing: begun here, and the days ahead on the calendar. */
  let { now, zone, others, onbegin }: Props = $props();
  const units = useUnits();
  const today = $derived(localTime(now, zone).date);
  let begins = $state('');
  const from = $derived(begins || today);
  let draft = $state.raw(
    untrack(() => ({
      ...draftOfCulture(null, units.unit),
      of: 'rye',
      flour: 'whole rye',
      diameter: '8',
      height: '14',
      keepBack: '20 g',
    })),
  );
  let problems = $state.raw<Readonly<Record<string, string>>>({});

  function begin() {
    const read = parseCultureDraft({ ...draft, warmest: draft.coldest, began: from }, null, units.unit);
    if (!read.ok) {
      problems = Object.fromEntries(
        read.problems.map((each) => [each.path, `${each.problem} ${each.remedy}`]),
      );
    } else if (others.some(({ slug }) => slug === read.value.slug)) {
      problems = { name: `There is already a culture called ${draft.name}. Give it another name.` };
    } else {
      const at = localTime(now, zone);
      // The hour of now on the day it begins.
      const day = nextLocal('12:00', now - at.hour * 3600 + daysTo(at.date, from) * 86_400, zone);
      const began = day - 12 * 3600 + Math.round(at.hour * 3600);
      onbegin({ ...read.value, nursery: { from: from === today ? now : began, until: null } });
    }
  }
  const daysTo = (a: string, b: string) => Math.round((Date.parse(b) - Date.parse(a)) / 86_400_000);
</script>

{#snippet field(name: 'name' | 'flour' | 'coldest' | 'place', label: string, unit?: string)}
  <Field
    {label}
    name={`diary.${name}`}
    {unit}
    value={draft[name]}
    problem={problems[name]}
    oninput={(text) => (draft = { ...draft, [name]: text })}
  />
{/snippet}

<form {@attach enterMovesOn} onsubmit={(event) => (event.preventDefault(), begin())}>
  {@render field('name', 'Name')}
  {@render field('flour', 'Flour, in words')}
  {@render field('place', 'Place')}
  {@render field('coldest', 'How warm it is there', units.unit)}
  <DateField label="Begins" name="diary.begins" value={from} onchange={(day) => (begins = day)} />
  <button type="submit" class="btn preset-filled">Begin it</button>
</form>
<ol>
  {#each DIARY as { day, title, doing, sign, hours } (day)}
    <li>
      <b>Day {day}, {formatDate(addDays(from, day - 1))}: {title}</b>
      <p>{doing}</p>
      <p class="quiet">{sign} Next after {hours} h, or when the sign is there.</p>
    </li>
  {/each}
</ol>
<p class="caution">{DIARY_CAUTION}</p>

<style>
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.6rem;
    align-items: start;
    margin-bottom: 1rem;
  }
  form button {
    align-self: end;
  }
  li {
    margin: 0 0 0.7rem;
  }
  .caution {
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
    font-weight: 700;
  }
</style>
