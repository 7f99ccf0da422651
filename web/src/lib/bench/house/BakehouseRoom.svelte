<script lang="ts">
  import OvenChoices from './OvenChoices.svelte';
  import { untrack } from 'svelte';
  import {
    draftOfFloor,
    parseFloor,
    RATES,
    SKILLS,
    type FloorDraft,
    type Skill,
    type ThingKey,
  } from '@jovet/core/bakehouse';
  import type { Problem } from '@jovet/core/problem';
  import type { House } from '../../server/database/house';
  import Field from '../../ui/Field.svelte';
  import { send } from '../send';
  import { roomKeys } from '../room-keys';
  import RoomHead from '../RoomHead.svelte';
  import { useReading } from '../settings';

  interface Props {
    house: House;
    onkept: () => void;
  }

  /** The room Bakehouse: who and what there is for a day, and how long things take. */
  let { house, onkept }: Props = $props();
  const reading = useReading();
  const fresh = () => draftOfFloor(house.bakehouse, reading.unit);
  let draft = $state.raw(untrack(fresh));
  let kept = $state.raw(untrack(fresh));
  let problems = $state.raw<readonly Problem[]>([]);
  let sending = $state(false);
  const wrong = $derived(
    Object.fromEntries(problems.map((each) => [each.path, `${each.problem} ${each.remedy}`])),
  );
  const dirty = $derived(JSON.stringify(draft) !== JSON.stringify(kept));
  const loose = $derived(problems.filter(({ path }) => !/^(hands|holders|things|rates)\./.test(path)));

  type Lists = 'hands' | 'holders';
  const put = (list: Lists, index: number, change: object) => {
    draft = {
      ...draft,
      [list]: draft[list].map((each, at) => (at === index ? { ...each, ...change } : each)),
    } as FloorDraft;
  };
  const drop = (list: Lists, index: number) => {
    draft = { ...draft, [list]: draft[list].toSpliced(index, 1) } as FloorDraft;
  };
  const addHand = () => {
    draft = {
      ...draft,
      hands: [...draft.hands, { name: '', skills: ['shape'], shift: '02:00 to 10:00', breaks: '' }],
    };
  };
  const addHolder = () => {
    draft = {
      ...draft,
      holders: [...draft.holders, { slug: '', name: '', count: '', bakes: false, size: '' }],
    };
  };
  const toggle = (index: number, skill: Skill) => {
    const { skills = [] } = draft.hands[index] ?? {};
    put('hands', index, {
      skills: skills.includes(skill) ? skills.filter((each) => each !== skill) : [...skills, skill],
    });
  };
  const thing = (key: ThingKey) => (value: string) => {
    draft = { ...draft, things: { ...draft.things, [key]: value } };
  };

  async function save() {
    const parsed = parseFloor(draft, house.bakehouse, reading.unit);
    problems = parsed.ok ? [] : parsed.problems;
    if (!parsed.ok || sending) {
      requestAnimationFrame(() => document.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus());
      return;
    }
    sending = true;
    const answer = await send('PUT', 'bakehouse', {
      base: house.rev,
      bakehouse: parsed.value,
      mixers: house.mixers,
    });
    sending = false;
    if (answer.kind === 'done') {
      kept = draft;
      onkept();
    } else problems = answer.problems;
  }
  const onkeydown = (event: KeyboardEvent) => roomKeys(event, { save: () => void save() });
  const SKILL_WORDS = { mix: 'mixing', shape: 'shaping', oven: 'oven', pack: 'packing' } as const;
  /** What it means that a field is empty. */
  const BLANK: Partial<Record<ThingKey, string>> = {
    proofBox: 'none',
    proofBoxAt: 'as asked',
    retarder: 'none',
    racks: 'none',
    recovery: 'reckoned',
  };
  const COUNTS: readonly (readonly [ThingKey, string, string])[] = [
    ['bench', 'Bench', 'm'],
    ['tubs', 'Dough tubs', ''],
    ['proofBox', 'Proof box takes', ''],
    ['proofBoxAt', 'Proof box stands at', '°'],
    ['retarder', 'Retarder takes', ''],
    ['retarderAt', 'Retarder stands at', '°'],
    ['retarderMost', 'Nothing longer in it than', 'h'],
    ['decks', 'Decks or trays', ''],
    ['deckWidth', 'Width of a deck', 'm'],
    ['deckDepth', 'Depth of a deck', 'm'],
    ['heater', 'Heat of a square metre', 'kW'],
    ['stone', 'Stone under the bread', 'cm'],
    ['recovery', 'Stone hot again after', 'min'],
    ['racks', 'Racks to cool on', ''],
    ['onRack', 'Bread on a rack', ''],
    ['packWithin', 'Bread is packed within', 'h'],
    ['packRyeWithin', 'Rye is packed within', 'h'],
    ['preheat', 'Heating up', 'min'],
    ['spare', 'Spare before a van', 'min'],
    ['quiet', 'Quiet hours', ''],
    ['over', 'Bake over', '%'],
    ['coldest', 'Room at its coldest', '°'],
    ['warmest', 'Room at its warmest', '°'],
    ['warmestAt', 'It is warmest at', ''],
  ];
</script>

<svelte:window {onkeydown} />

<form class="room" onsubmit={(event) => (event.preventDefault(), void save())}>
  <div class="head">
    <RoomHead title="Bakehouse" standing={sending ? 'Keeping…' : dirty ? 'Not kept yet' : 'Kept'}>
      {#snippet about()}<p>{house.bakehouse.name}</p>{/snippet}
      <button
        type="button"
        class="btn preset-tonal"
        disabled={!dirty}
        onclick={() => ((draft = kept), (problems = []))}>Leave it</button
      >
      <button type="submit" class="btn preset-filled save" disabled={!dirty || sending}>Keep</button>
    </RoomHead>
  </div>
  {#each loose as { problem, remedy } (problem)}<p class="notice" role="alert">{problem} {remedy}</p>{/each}

  <section>
    <h2>Hands</h2>
    {#each draft.hands as hand, index (index)}
      <div class="hand">
        <Field
          label="Name"
          name={`hands.${index}.name`}
          value={hand.name}
          problem={wrong[`hands.${index}.name`]}
          oninput={(name) => put('hands', index, { name })}
        />
        <Field
          label="On shift"
          name={`hands.${index}.shift`}
          value={hand.shift}
          problem={wrong[`hands.${index}.shift`]}
          oninput={(shift) => put('hands', index, { shift })}
        />
        <Field
          label="Breaks"
          name={`hands.${index}.breaks`}
          value={hand.breaks}
          problem={wrong[`hands.${index}.breaks`]}
          oninput={(breaks) => put('hands', index, { breaks })}
        />
        <fieldset>
          <legend class="field-name">Good at</legend>
          {#each SKILLS as skill (skill)}
            <label
              ><input
                type="checkbox"
                checked={hand.skills.includes(skill)}
                onchange={() => toggle(index, skill)}
              />
              {SKILL_WORDS[skill]}</label
            >
          {/each}
          {#if wrong[`hands.${index}.skills`]}<span class="field-problem" role="alert"
              >{wrong[`hands.${index}.skills`]}</span
            >{/if}
        </fieldset>
        <button
          type="button"
          class="away"
          aria-label={`Take ${hand.name || 'this line'} away`}
          onclick={() => drop('hands', index)}>×</button
        >
      </div>
    {/each}
    <button type="button" class="link" onclick={addHand}>Add a person</button>
  </section>

  <section>
    <h2>Room, bench, cold and oven</h2>
    <div class="things">
      {#each COUNTS as [key, name, unit] (key)}
        <Field
          label={name}
          name={`things.${key}`}
          unit={unit === '°' ? reading.unit : unit || undefined}
          value={draft.things[key]}
          problem={wrong[`things.${key}`]}
          placeholder={BLANK[key]}
          oninput={thing(key)}
        />
      {/each}
      <OvenChoices oven={draft.oven} onchange={(oven) => (draft = { ...draft, oven })} />
    </div>
  </section>

  <section>
    <h2>Baskets, couches, tins and trays</h2>
    <div class="things wide">
      {#each draft.holders as holder, index (index)}
        <div class="holder">
          <Field
            label="Kind"
            name={`holders.${index}.name`}
            value={holder.name}
            problem={wrong[`holders.${index}.name`]}
            oninput={(name) => put('holders', index, { name })}
          />
          <Field
            label="How many"
            name={`holders.${index}.count`}
            value={holder.count}
            problem={wrong[`holders.${index}.count`]}
            oninput={(count) => put('holders', index, { count })}
          />
          <button
            type="button"
            class="away"
            aria-label={`Take ${holder.name || 'this line'} away`}
            onclick={() => drop('holders', index)}>×</button
          >
          <label class="check bakes"
            ><input
              type="checkbox"
              checked={holder.bakes}
              onchange={() => put('holders', index, { bakes: !holder.bakes })}
            /> goes into the oven</label
          >
          {#if holder.bakes}
            <Field
              label="Size"
              name={`holders.${index}.size`}
              value={holder.size}
              placeholder="60 × 40 cm"
              problem={wrong[`holders.${index}.size`]}
              oninput={(size) => put('holders', index, { size })}
            />
          {/if}
        </div>
      {/each}
    </div>
    <button type="button" class="link" onclick={addHolder}>Add a kind</button>
  </section>

  <section>
    <h2>How long hands take</h2>
    <div class="things">
      {#each RATES as [path, name] (path)}
        <Field
          label={name}
          name={`rates.${path}`}
          unit="s"
          value={draft.rates[path] ?? ''}
          problem={wrong[`rates.${path}`]}
          oninput={(value) => (draft = { ...draft, rates: { ...draft.rates, [path]: value } })}
        />
      {/each}
    </div>
    <p class="quiet">Two people take 55 % of the time of one.</p>
  </section>
</form>

<style>
  .room {
    padding: 0.75rem 1.5rem 1.5rem;
  }
  .head {
    position: sticky;
    top: 0;
    z-index: 2;
    padding: 0.25rem 0;
    background: light-dark(var(--color-surface-50), var(--color-surface-950));
  }
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
    margin: 1rem 0 0.4rem;
  }
  .save {
    font-weight: 700;
    min-width: 5rem;
  }
  .hand {
    display: grid;
    grid-template-columns: 11rem 10rem 13rem minmax(0, 1fr) 2.5rem;
    gap: 0.25rem 0.75rem;
    align-items: start;
    margin-bottom: 0.35rem;
  }
  fieldset label {
    display: inline-flex;
    align-items: center;
    gap: 0.3rem;
    min-height: 2.4rem;
    margin-right: 0.9rem;
  }
  .things {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(12rem, 1fr));
    gap: 0.5rem 0.9rem;
    align-items: end;
  }
  .wide {
    grid-template-columns: repeat(auto-fill, minmax(20rem, 1fr));
    align-items: start;
  }
  .holder {
    display: grid;
    grid-template-columns: minmax(9rem, 1fr) 8.5rem 1.5rem;
    gap: 0.4rem;
    align-items: end;
  }
  .check {
    display: flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 2.4rem;
  }
  .bakes {
    grid-column: 1 / -1;
    grid-row: 2;
    min-height: 1.6rem;
    font-size: 0.875rem;
  }
  .away {
    min-height: 2.4rem;
    align-self: end;
    cursor: pointer;
  }
  @media (max-width: 900px) {
    .hand {
      grid-template-columns: 1fr 1fr;
    }
    .room {
      padding: 0.5rem 1rem 1rem;
    }
    section {
      overflow-x: auto;
    }
  }
</style>
