<script lang="ts">
  import {
    DIARY_CAUTION,
    DIARY_SIGNS,
    nurseryOf,
    type Build,
    type Culture,
    type Sign,
  } from '@jovet/core/culture';
  import { formatDate, localTime } from '@jovet/core/time';
  import { formatNumber, parseMass, parseTemperature } from '@jovet/core/units';
  import type { StoredBuild } from '../../server/database/culture';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Field from '../../ui/Field.svelte';
  import { useUnits } from '../settings';
  import { ahead, healthText } from './culture-words';
  import DiaryLog from './DiaryLog.svelte';

  interface Props {
    culture: Culture;
    from: number;
    builds: readonly StoredBuild[];
    now: number;
    zone: string;
    onfeed: (build: Build) => void;
    onsign: (sign: Sign, buildId: string) => void;
    ontakeback: (signId: string, buildId: string) => void;
    ondrop: (buildId: string) => void;
    /** It is a culture from now on. */
    ongrown: () => void;
  }

  /** A culture that is raised from flour and water: what today asks for, and what was done and seen so far. */
  let { culture, from, builds, now, zone, onfeed, onsign, ontakeback, ondrop, ongrown }: Props = $props();
  const units = useUnits();
  const stands = $derived(nurseryOf({ from }, builds, now));
  const last = $derived(builds.at(-1));
  const warning = $derived(
    healthText(
      last?.signs.flatMap(({ sign }) => (sign.kind === 'health' ? [sign.health] : [])).at(-1) ?? 'well',
    ),
  );
  const when = (epoch: number) => {
    const { date, time } = localTime(epoch, zone);
    return `${formatDate(date)} ${time}`;
  };

  const FIELDS = ['keep', 'flour', 'water', 'celsius'] as const;
  const LABELS = { keep: 'Kept of it', flour: 'Flour', water: 'Water', celsius: 'Temperature of it' };
  /** What was typed; else what the step asks for. */
  let typed = $state.raw<Partial<Record<(typeof FIELDS)[number], string>>>({});
  let problems = $state.raw<Partial<Record<(typeof FIELDS)[number], string>>>({});
  const shown = $derived({
    keep: typed.keep ?? `${stands.step.keep} g`,
    flour: typed.flour ?? `${stands.step.flour} g`,
    water: typed.water ?? `${stands.step.water} g`,
    celsius: typed.celsius ?? formatNumber(units.unit === '°F' ? 79 : 26, 0),
  });

  function feed() {
    const read = {
      keep: parseMass(shown.keep),
      flour: parseMass(shown.flour),
      water: parseMass(shown.water),
      celsius: parseTemperature(shown.celsius, units.unit),
    };
    const wrong: typeof problems = {};
    for (const name of FIELDS) {
      const result = read[name];
      if (!result.ok) wrong[name] = `${result.problems[0]?.problem} ${result.problems[0]?.remedy}`;
    }
    if (read.flour.ok && read.flour.value <= 0)
      wrong.flour = 'There is no flour in it. Type how much was fed.';
    if (last && read.keep.ok && read.keep.value <= 0)
      wrong.keep = 'Nothing was kept of it: that would begin anew. Type how much was kept.';
    if (read.celsius.ok && (read.celsius.value < -10 || read.celsius.value > 60))
      wrong.celsius = `“${shown.celsius}” is no temperature of a culture. Read it again.`;
    problems = wrong;
    if (
      Object.keys(wrong).length > 0 ||
      !read.keep.ok ||
      !read.flour.ok ||
      !read.water.ok ||
      !read.celsius.ok
    )
      return;
    onfeed({
      schema: 1,
      at: now,
      seed: read.keep.value,
      flour: read.flour.value,
      water: read.water.value,
      temperature: read.celsius.value,
      place: culture.place,
      vessel: culture.vessel,
      seedPopulation: 0.7,
      wanted: null,
      note: stands.step.title,
      plan: null,
    });
    typed = {};
  }
  const HEALTH = [
    { text: 'mould', sign: { kind: 'health', health: 'mould' } },
    { text: 'pink, orange', sign: { kind: 'health', health: 'pink' } },
  ] as const;
</script>

<p class="day">Day {stands.day}</p>
<h2>{last && stands.step.title !== 'Ready' ? 'Next: ' : ''}{stands.step.title}</h2>
<p class="doing">{stands.step.doing}</p>
<p class="quiet">{stands.step.sign}</p>
{#if stands.dueAt !== null}
  <p>
    Fed again {ahead(now, stands.dueAt)}, {when(stands.dueAt)}, or when the sign is there. {stands.doubled} of 3
    feedings in a row have doubled within six hours.
  </p>
{/if}
{#if warning}<p class="caution" role="alert">{warning}</p>{/if}
{#if stands.step.title === 'Ready'}
  <button type="button" class="btn preset-filled" onclick={ongrown}>It is a culture now</button>
{/if}
<form {@attach enterMovesOn} onsubmit={(event) => (event.preventDefault(), feed())}>
  {#each FIELDS as name (name)}
    <Field
      label={LABELS[name]}
      name={`diary.${name}`}
      unit={name === 'celsius' ? units.unit : undefined}
      value={shown[name]}
      problem={problems[name]}
      oninput={(text) => (typed = { ...typed, [name]: text })}
    />
  {/each}
  <button type="submit" class="btn preset-filled">{last ? 'Fed: note it now' : 'Begun: note it now'}</button>
</form>
{#if last}
  <div class="signs" role="group" aria-label="What do you see?">
    <span class="field-name">What do you see?</span>
    {#each Object.entries(DIARY_SIGNS) as [seen, text] (seen)}
      <button
        type="button"
        class="sign"
        onclick={() => onsign({ kind: 'diary', seen: seen as keyof typeof DIARY_SIGNS }, last.id)}
        >{text}</button
      >
    {/each}
    {#each HEALTH as { text, sign } (text)}
      <button type="button" class="sign" onclick={() => onsign(sign, last.id)}>{text}</button>
    {/each}
  </div>
{/if}
<p class="caution">{DIARY_CAUTION}</p>
<h2>What was done and seen</h2>
<DiaryLog {builds} {from} {zone} {ontakeback} {ondrop} />

<style>
  .day {
    font-family: var(--figures);
    font-size: clamp(3rem, 7vw, 4.5rem);
    font-weight: 700;
    line-height: 1;
  }
  h2 {
    font-size: 1.25rem;
    font-weight: 700;
  }
  .doing {
    font-size: 1.125rem;
  }
  .caution {
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
    font-weight: 700;
  }
  form {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 8rem)) auto;
    gap: 0.6rem;
    align-items: start;
  }
  form button {
    min-height: 3.25rem;
    margin-top: 1.2rem;
    justify-self: start;
  }
  .signs {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.3rem;
  }
  .signs .field-name {
    width: 100%;
  }
  @media (max-width: 900px) {
    form {
      grid-template-columns: 1fr 1fr;
    }
    form button {
      grid-column: 1 / -1;
      margin-top: 0;
      justify-self: stretch;
    }
  }
</style>
