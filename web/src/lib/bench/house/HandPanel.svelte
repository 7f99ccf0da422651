<script lang="ts">
  import DateField from '../DateField.svelte';
  import { SKILL_LEVELS, SKILLS, type HandDraft, type Skill } from '@jovet/core/bakehouse';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { LEVEL_WORDS, SKILL_WORDS } from './house-words';

  interface Props {
    hand: HandDraft;
    index: number;
    problems: Readonly<Record<string, string>>;
    onchange: (change: Partial<HandDraft>) => void;
    onremove: () => void;
  }

  /** One person: what they can do, their breaks, and the days that are different. */
  let { hand, index, problems, onchange, onremove }: Props = $props();
  const at = $derived(`hands.${index}`);
  const LEVELS = [
    { value: '', text: 'does not' },
    ...SKILL_LEVELS.map((level) => ({ value: level, text: LEVEL_WORDS[level] })),
  ];
  const become = (skill: Skill, level: string) =>
    onchange({
      levels: Object.fromEntries(
        Object.entries<string>({ ...hand.levels, [skill]: level }).filter(([, each]) => each !== ''),
      ),
    });
  const changed = <T extends object>(rows: readonly T[], n: number, change: Partial<T>): T[] =>
    rows.map((row, m) => (m === n ? { ...row, ...change } : row));
</script>

<form class="panel" aria-label="Person" {@attach enterMovesOn} onsubmit={(event) => event.preventDefault()}>
  <Field
    label="Name"
    name={`${at}.name`}
    value={hand.name}
    problem={problems[`${at}.name`]}
    oninput={(name) => onchange({ name })}
  />
  <fieldset>
    <legend class="field-name">What they do</legend>
    <div class="skills">
      {#each SKILLS as skill (skill)}
        <Choice
          label={SKILL_WORDS[skill]}
          name={`${at}.skills.${skill}`}
          value={hand.levels[skill] ?? ''}
          options={LEVELS}
          onchange={(level) => become(skill, level)}
        />
      {/each}
    </div>
    <Problems problems={[problems[`${at}.skills`] ?? []].flat()} />
  </fieldset>
  <Field
    label="Breaks"
    name={`${at}.breaks`}
    value={hand.breaks}
    placeholder="none"
    problem={problems[`${at}.breaks`]}
    oninput={(breaks) => onchange({ breaks })}
  />
  {#if hand.away.length > 0}<h3>Away</h3>{/if}
  {#each hand.away as { from, to, why }, n (n)}
    <div class="row">
      <DateField
        label="From"
        name={`${at}.away.${n}.from`}
        value={from}
        onchange={(day) => onchange({ away: changed(hand.away, n, { from: day, to: to === '' ? day : to }) })}
      />
      <DateField
        label="Last day"
        name={`${at}.away.${n}.to`}
        value={to}
        problem={problems[`${at}.away.${n}`] ?? problems[`${at}.away.${n}.to`]}
        onchange={(day) => onchange({ away: changed(hand.away, n, { to: day }) })}
      />
      <Field
        label="Why"
        name={`${at}.away.${n}.why`}
        value={why}
        oninput={(text) => onchange({ away: changed(hand.away, n, { why: text }) })}
      />
      <button
        type="button"
        class="away"
        aria-label="Take this line away"
        onclick={() => onchange({ away: hand.away.toSpliced(n, 1) })}>×</button
      >
    </div>
  {/each}
  <p>
    <button
      type="button"
      class="link"
      onclick={() => onchange({ away: [...hand.away, { from: '', to: '', why: '' }] })}
      >Away from … to …</button
    >
  </p>
  {#if hand.dates.length > 0}<h3>Other hours on one day</h3>{/if}
  {#each hand.dates as { date, shift }, n (n)}
    <div class="row two">
      <DateField
        label="Day"
        name={`${at}.dates.${n}.date`}
        value={date}
        onchange={(day) => onchange({ dates: changed(hand.dates, n, { date: day }) })}
      />
      <Field
        label="On shift"
        name={`${at}.dates.${n}.shift`}
        value={shift}
        problem={problems[`${at}.dates.${n}`]}
        oninput={(text) => onchange({ dates: changed(hand.dates, n, { shift: text }) })}
      />
      <button
        type="button"
        class="away"
        aria-label="Take this line away"
        onclick={() => onchange({ dates: hand.dates.toSpliced(n, 1) })}>×</button
      >
    </div>
  {/each}
  <p>
    <button
      type="button"
      class="link"
      onclick={() => onchange({ dates: [...hand.dates, { date: '', shift: '' }] })}
      >Other hours on one day</button
    >
  </p>
  <p><button type="button" class="link" onclick={onremove}>No longer works here</button></p>
</form>

<style>
  .panel {
    display: grid;
    gap: 0.5rem;
    align-content: start;
  }
  h3 {
    font-weight: 600;
  }
  .skills {
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    gap: 0.5rem 0.6rem;
  }
  .row {
    display: grid;
    grid-template-columns: 9rem 9rem minmax(5rem, 1fr) 1.5rem;
    gap: 0.4rem;
    align-items: end;
  }
  .two {
    grid-template-columns: 9rem minmax(8rem, 1fr) 1.5rem;
  }
  .away {
    min-height: 2.4rem;
    cursor: pointer;
  }
  /* A day needs its room. */
  @media (max-width: 640px) {
    .row {
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    }
  }
</style>
