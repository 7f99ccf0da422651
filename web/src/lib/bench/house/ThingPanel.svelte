<script lang="ts">
  import { OWN_ROWS, THING_ROWS, thingFields, type FloorDraft, type ThingDraft } from '@jovet/core/bakehouse';
  import type { Field } from '@jovet/core/field';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import FieldEntry from '../FieldEntry.svelte';
  import { THING_WORDS } from './house-words';

  interface Props {
    draft: FloorDraft;
    list: 'things' | 'rooms';
    index: number;
    /** What is wrong, by the place of its field. */
    problems: Readonly<Record<string, string>>;
    onfield: (path: string, text: string) => void;
    onrows: (list: 'out' | 'own', rows: ThingDraft['out']) => void;
    onremove: () => void;
  }

  /** What one thing or room of the bakehouse says of itself. */
  let { draft, list, index, problems, onfield, onrows, onremove }: Props = $props();
  const thing = $derived(list === 'things' ? draft.things[index] : undefined);
  const at = $derived(`${list}.${index}`);
  const texts = $derived(draft[list][index]?.fields ?? {});
  const fields = $derived(thingFields(thing ? thing.type : 'a room'));
  const rooms = $derived(
    draft.rooms.map(({ slug, fields: { name = '' } }) => ({ value: slug || name, text: name })),
  );
  /** A room is chosen by its slug, or, as long as it has none, by its name. */
  const optionsOf = ({ name }: Field) =>
    name === 'room' ? [{ value: '', text: rooms[0]?.text ?? '' }, ...rooms.slice(1)] : null;
  const valueOf = ({ name }: Field) =>
    name === 'room' && texts[name] === rooms[0]?.value ? '' : (texts[name] ?? '');
  const own = $derived(thing && OWN_ROWS[thing.type]);
  const OWN_WORDS = {
    programme: ['By the clock', 'Set it by the clock'],
    dial: ['Its dial and what it really has', 'Its dial is off'],
    out: ['', ''],
  } as const satisfies Record<string, readonly [string, string]>;
  const last = $derived(
    list === 'rooms' &&
      (draft.rooms.length === 1 ||
        draft.things.some(({ fields: { room } }) => room === draft.rooms[index]?.slug)),
  );
</script>

<form
  class="panel"
  aria-label={thing ? THING_WORDS[thing.type] : 'Room'}
  {@attach enterMovesOn}
  onsubmit={(event) => event.preventDefault()}
>
  <h2>
    {texts['name'] || 'No name yet'}<span class="quiet">{thing ? THING_WORDS[thing.type] : 'Room'}</span>
  </h2>
  <div class="fields">
    {#each fields.filter(({ quantity }) => quantity !== 'tick') as field (field.name)}
      <FieldEntry
        {field}
        name={`${at}.fields.${field.name}`}
        value={valueOf(field)}
        options={optionsOf(field)}
        problem={problems[`${at}.fields.${field.name}`]}
        onchange={(text) => onfield(`${at}.fields.${field.name}`, text)}
      />
    {/each}
  </div>
  <div class="ticks">
    {#each fields.filter(({ quantity }) => quantity === 'tick') as field (field.name)}
      <FieldEntry
        {field}
        name={`${at}.fields.${field.name}`}
        value={valueOf(field)}
        onchange={(text) => onfield(`${at}.fields.${field.name}`, text)}
      />
    {/each}
  </div>
  {#if own}{@render rows('own', THING_ROWS[own], OWN_WORDS[own])}{/if}
  {#if thing}{@render rows('out', THING_ROWS.out, ['Out of order', 'Out of order from … to …'])}{/if}
  <p>
    <button type="button" class="link" disabled={last} onclick={onremove}
      >{thing ? 'Remove it' : 'Remove this room'}</button
    >
    {#if last}<span class="quiet"
        >{draft.rooms.length === 1 ? 'There is one room at least.' : 'Things stand in it.'}</span
      >{/if}
  </p>
</form>

{#snippet rows(of: 'out' | 'own', columns: readonly Field[], [title, add]: readonly [string, string])}
  {@const all = thing?.[of] ?? []}
  {#if all.length > 0}<h3>{title}</h3>{/if}
  {#each all as row, n (n)}
    <div class="row">
      {#each columns as field (field.name)}
        <FieldEntry
          {field}
          name={`${at}.${of}.${n}.${field.name}`}
          value={row[field.name] ?? ''}
          problem={problems[`${at}.${of}.${n}.${field.name}`]}
          onchange={(text) =>
            onrows(
              of,
              all.map((each, m) => (m === n ? { ...each, [field.name]: text } : each)),
            )}
        />
      {/each}
      <button
        type="button"
        class="away"
        aria-label="Take this line away"
        onclick={() => onrows(of, all.toSpliced(n, 1))}>×</button
      >
    </div>
  {/each}
  <p>
    <button
      type="button"
      class="link"
      onclick={() => onrows(of, [...all, Object.fromEntries(columns.map(({ name }) => [name, '']))])}
      >{add}</button
    >
  </p>
{/snippet}

<style>
  .panel {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 0.5rem;
    align-content: start;
  }
  h2 {
    display: flex;
    flex-wrap: wrap;
    gap: 0 0.6rem;
    align-items: baseline;
    font-size: 1.125rem;
    font-weight: 700;
  }
  h2 span {
    font-size: 0.875rem;
    font-weight: 400;
  }
  h3 {
    font-weight: 600;
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(3, minmax(0, 1fr));
    gap: 0.5rem 0.6rem;
    align-items: end;
  }
  .row {
    display: grid;
    grid-template-columns: 11.5rem 11.5rem 1.5rem;
    gap: 0.4rem;
    align-items: end;
  }
  .ticks {
    display: flex;
    flex-wrap: wrap;
    gap: 0 1rem;
  }
  .row :global(.field:nth-child(3)) {
    grid-row: 2;
  }
  .away {
    min-height: 2.4rem;
    cursor: pointer;
  }
</style>
