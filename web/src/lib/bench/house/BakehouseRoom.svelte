<script lang="ts">
  import { dequal } from 'dequal/lite';
  import { tick, untrack } from 'svelte';
  import {
    newThing, parseFloor, THING_TYPES, WEEK, type FloorDraft, type HandDraft, type ThingType,
  } from '@jovet/core/bakehouse'; // prettier-ignore
  import type { Problem } from '@jovet/core/problem';
  import { addDays, localTime, weekdayOf } from '@jovet/core/time';
  import type { House } from '../../server/database/house';
  import Choice from '../../ui/Choice.svelte';
  import Panel from '../../ui/Panel.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { timeNow } from '../clock';
  import { beginHistory, record, redo, settle, undo } from '../../room/history';
  import { houseIn, type HouseBase } from '../../sync/house';
  import { merge } from '../../sync/merge';
  import { rememberTyped, typedAt } from '../../sync/typed';
  import { unsent } from '../../sync/unsent.svelte';
  import RoomHead from '../../room/RoomHead.svelte';
  import { useUnits } from '../settings';
  import HandPanel from './HandPanel.svelte';
  import HousePlan from './HousePlan.svelte';
  import HouseSettings from './HouseSettings.svelte';
  import { THING_WORDS, thingFigure } from './house-words';
  import { roomOf } from './plan-view';
  import Rota from './Rota.svelte';
  import ThingPanel from './ThingPanel.svelte';

  interface Props {
    house: House;
    onkept: () => void;
  }

  /** The room Bakehouse: what stands there and who works when, drawn; press a thing to change it. */
  let { house, onkept }: Props = $props();
  const units = useUnits();
  const known = () => houseIn({ ...house, rev: house.version }, units.unit);
  /** What was typed here and not kept before the room was left, and what it was typed on. */
  const left = typedAt('bakehouse');
  let base = $state.raw<HouseBase>(
    untrack(() => (left['base'] ? (JSON.parse(left['base']) as HouseBase) : known())),
  );
  let history = $state.raw(
    untrack(() =>
      beginHistory<FloorDraft>([], left['draft'] ? (JSON.parse(left['draft']) as FloorDraft) : base.value),
    ),
  );
  let typedWrong = $state.raw<readonly Problem[]>([]);
  /** What was kept here and is not with the server yet. */
  const own = $derived(unsent.all.findLast(({ work }) => work.kind === 'house'));
  const sent = $derived(own?.work.kind === 'house' ? own.work.doc : null);
  const problems = $derived(typedWrong.length > 0 ? typedWrong : (own?.refused ?? []));
  type List = 'things' | 'rooms' | 'hands';
  let chosen = $state.raw<{ list: List; index: number }>({ list: 'things', index: 0 });
  let hand = $state<number | null>(null);
  let adding = $state<ThingType | 'room'>('mixer');
  const draft = $derived(history.present);
  const dirty = $derived(!dequal(draft, sent ?? base.value));
  $effect(() =>
    rememberTyped('bakehouse', dirty ? { draft: JSON.stringify(draft), base: JSON.stringify(base) } : {}),
  );
  const wrong = $derived(
    Object.fromEntries(problems.map((each) => [each.path, `${each.problem} ${each.remedy}`])),
  );
  const loose = $derived(
    problems.filter(({ path }) => !/^(hands|things|rooms|house|rates|pieces)\./.test(path)),
  );
  const products = $derived(
    house.formulas
      .flatMap(({ formula }) => formula.doc.products)
      .toSorted((one, other) => one.name.localeCompare(other.name)),
  );
  const { zone } = untrack(() => house.bakehouse);
  const today = localTime(timeNow(), zone);
  let monday = $state(addDays(today.date, -weekdayOf(today.date)));

  function change(next: FloorDraft, place: string) {
    history = record(history, next, place);
    // What was wrong is looked at again as it is typed; what is not typed any more stays quiet.
    if (problems.length > 0) typedWrong = look(next);
  }
  const look = (of: FloorDraft): readonly Problem[] => {
    const read = parseFloor(of, base.house, units.unit);
    return read.ok ? [] : read.problems;
  };
  const at = <K extends List>(list: K, index: number, put: (one: FloorDraft[K][number]) => FloorDraft[K][number]): FloorDraft => ({
    ...draft,
    [list]: (draft[list] as FloorDraft[K][number][]).map((each, n) => (n === index ? put(each) : each)),
  }); // prettier-ignore
  function field(path: string, text: string) {
    const [list = '', index = '', , name = ''] = path.split('.');
    if (list === 'things' || list === 'rooms')
      change(
        at(list, Number(index), (one) => ({ ...one, fields: { ...one.fields, [name]: text } })),
        path,
      );
  }
  const putHand = (index: number, put: Partial<HandDraft>) =>
    change(at('hands', index, (one) => ({ ...one, ...put })), `hands.${index}.${Object.keys(put).join()}`); // prettier-ignore
  function remove(list: List, index: number) {
    history = settle(history);
    change({ ...draft, [list]: draft[list].toSpliced(index, 1) } as FloorDraft, `${list}.remove`);
    history = settle(history);
    if (list === 'hands') hand = null;
    else chosen = { list: 'things', index: Math.max(0, Math.min(index, draft.things.length - 1)) };
  }
  function add(type: ThingType | 'room') {
    const room = draft.rooms[chosen.list === 'rooms' ? chosen.index : roomOf(draft, draft.things[chosen.index] ?? newThing('bench', ''))];
    history = settle(history);
    if (type === 'room') change({ ...draft, rooms: [...draft.rooms, { slug: '', fields: { name: `Room ${draft.rooms.length + 1}` } }] }, 'rooms.add');
    else change({ ...draft, things: [...draft.things, newThing(type, room?.slug ?? '')] }, 'things.add');
    history = settle(history);
    void open(type === 'room' ? 'rooms' : 'things', (type === 'room' ? draft.rooms : draft.things).length - 1);
  } // prettier-ignore
  async function open(list: List, index: number) {
    chosen = { list, index };
    await tick();
    document.querySelector<HTMLInputElement>('.aside form input')?.focus();
  }
  function addHand() {
    const week = WEEK.map((day) => (day < 5 ? '02:00 to 10:00' : ''));
    change({ ...draft, hands: [...draft.hands, { name: '', levels: { shape: 'alone' }, days: week, breaks: '', away: [], dates: [] }] }, 'hands.add');
    hand = draft.hands.length - 1;
  } // prettier-ignore

  function save() {
    typedWrong = look(draft);
    if (typedWrong.length > 0) return void showFirst();
    void unsent.add({ kind: 'house', id: 'house', unit: units.unit, doc: draft }, base);
  }
  $effect(() =>
    unsent.listen((work, stands, done) => {
      if (work.kind !== 'house' || !done) return;
      // What was typed meanwhile stays, beside what was kept.
      base = houseIn(stands, units.unit);
      const next = merge(work.doc, draft, base.value).value;
      if (!dequal(next, draft)) history = { ...history, present: next, place: null };
      onkept();
    }),
  );
  $effect(() => {
    if (own?.refused) void showFirst();
  });
  /** Opens what the first problem is about. */
  async function showFirst() {
    const [list, index] = problems[0]?.path.split('.') ?? [];
    if (list === 'things' || list === 'rooms') chosen = { list, index: Number(index) };
    if (list === 'hands') hand = Number(index);
    await tick();
    document.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  }
  // What others keep is shown where nothing is typed here.
  $effect(() => {
    const now = known();
    untrack(() => {
      if (dirty || own || now.rev <= base.rev) return;
      history = { ...history, present: now.value, place: null };
      base = now;
    });
  });
  const actions = { save, undo: () => (history = undo(history)), redo: () => (history = redo(history)) };
  const KEYS = [
    ['← → ↑ ↓', 'on the plan: the next thing to that side'],
    ['Alt ← → ↑ ↓', 'moves the thing by 10 cm'],
    ['Enter', 'what it says of itself; there: the next field'],
    ['Delete', 'the thing is gone'],
    ['Ctrl S', 'save it'],
    ['Ctrl Z, Ctrl Y', 'undo, redo'],
    ['?', 'these keys'],
  ] as const;
  const shelf = $derived(
    draft.things.map((thing, index) => ({ thing, index })).filter(({ thing }) => thing.type === 'holder'),
  );
  const ADD = [
    ...THING_TYPES.map((type) => ({ value: type, text: THING_WORDS[type] })),
    { value: 'room', text: 'Room' },
  ];
</script>

<div class="room">
  <div class="head">
    <RoomHead
      title="Bakehouse"
      {actions}
      keys={KEYS}
      {history}
      standing={dirty
        ? 'Not saved yet'
        : !own
          ? 'Saved'
          : unsent.trouble.length > 0
            ? 'Not sent yet'
            : 'Saving…'}
    >
      {#snippet about()}<p>{house.bakehouse.name}</p>
        <a class="crew" href="/know/crew">Crew</a>{/snippet}
      <button type="button" class="btn preset-filled save" disabled={!dirty} onclick={save}>Save</button>
    </RoomHead>
  </div>
  <Problems notice problems={loose} />

  <div class="above">
    <section aria-label="Plan">
      <HousePlan
        {draft}
        chosen={chosen.list === 'hands' ? null : { list: chosen.list, index: chosen.index }}
        now={`${today.date}T${today.time}`}
        wrong={new Set(Object.keys(wrong))}
        onchoose={(list, index) => (chosen = { list, index })}
        onplace={(index, to, settled) => {
          change(
            at('things', index, (one) => ({ ...one, at: to })),
            `things.${index}.at`,
          );
          if (settled) history = settle(history);
        }}
        onremove={(index) => remove('things', index)}
        onopen={() => void open(chosen.list, chosen.index)}
      />
      <div class="shelf">
        {#each shelf as { thing, index } (index)}
          <button
            type="button"
            class:chosen={chosen.list === 'things' && chosen.index === index}
            aria-pressed={chosen.list === 'things' && chosen.index === index}
            onclick={() => void open('things', index)}
            ><b>{thingFigure(thing)}</b> {thing.fields['name']}</button
          >
        {/each}
        <span class="add"
          ><Choice
            label="What is added"
            name="add"
            value={adding}
            options={ADD}
            onchange={(type) => (adding = type as ThingType | 'room')}
          /><button type="button" class="btn preset-tonal" onclick={() => add(adding)}>Add</button></span
        >
      </div>
    </section>
    <aside class="aside">
      {#if chosen.list !== 'hands' && draft[chosen.list][chosen.index]}
        <ThingPanel
          {draft}
          list={chosen.list}
          index={chosen.index}
          problems={wrong}
          onfield={field}
          onrows={(of, rows) =>
            change(
              at('things', chosen.index, (one) => ({ ...one, [of]: rows })),
              `things.${chosen.index}.${of}`,
            )}
          onremove={() => remove(chosen.list, chosen.index)}
        />
      {:else}<p class="quiet">Press a thing to change it, or add one.</p>{/if}
    </aside>
  </div>

  <section>
    <h2>Who works when</h2>
    <Rota
      hands={draft.hands}
      {monday}
      chosen={hand}
      problems={wrong}
      onchoose={(index) => (hand = index)}
      onday={(index, day, text) =>
        putHand(index, {
          days: (draft.hands[index]?.days ?? []).map((each, n) => (n === day ? text : each)),
        })}
      onweek={(by) => (monday = addDays(monday, by * 7))}
      onadd={addHand}
    />
  </section>

  <HouseSettings
    {draft}
    {products}
    currency={house.bakehouse.currency}
    problems={wrong}
    onhouse={(name, text) => change({ ...draft, house: { ...draft.house, [name]: text } }, `house.${name}`)}
    onrate={(path, text) => change({ ...draft, rates: { ...draft.rates, [path]: text } }, `rates.${path}`)}
    onpiece={(product, name, text) =>
      change(
        { ...draft, pieces: { ...draft.pieces, [product]: { ...draft.pieces[product], [name]: text } } },
        `pieces.${product}.${name}`,
      )}
  />
</div>

<Panel
  open={hand !== null}
  title={draft.hands[hand ?? 0]?.name || 'Somebody new'}
  side
  onclose={() => (hand = null)}
>
  {@const one = hand === null ? undefined : draft.hands[hand]}
  {#if one && hand !== null}
    <HandPanel
      hand={one}
      index={hand}
      problems={wrong}
      onchange={(put) => hand !== null && putHand(hand, put)}
      onremove={() => hand !== null && remove('hands', hand)}
    />
  {/if}
</Panel>

<style>
  .crew {
    text-decoration: underline;
  }
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
  .above {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 26rem;
    gap: 1.25rem;
    align-items: start;
  }
  h2 {
    display: inline-block;
    font-size: 1.0625rem;
    font-weight: 700;
    margin: 1rem 0 0.4rem;
  }
  .save {
    font-weight: 700;
    min-width: 5rem;
  }
  .shelf {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.35rem;
    margin-top: 0.5rem;
    font-size: 0.9375rem;
  }
  .shelf > button {
    min-height: 2.4rem;
    padding: 0 0.6rem;
    border: 1px solid light-dark(var(--color-surface-400), var(--color-surface-600));
    border-radius: var(--radius-base);
    cursor: pointer;
  }
  .shelf > .chosen {
    outline: 3px solid light-dark(var(--color-primary-700), var(--color-primary-300));
    outline-offset: -2px;
  }
  .add {
    display: inline-flex;
    align-items: center;
    gap: 0.25rem;
    margin-left: auto;
  }
  .add :global(.select) {
    width: 8.5rem;
  }
  .add :global(.field-name) {
    position: absolute;
    clip-path: inset(50%);
  }
  @media (max-width: 1000px) {
    .above {
      grid-template-columns: minmax(0, 1fr);
    }
    .room {
      padding: 0.5rem 1rem 1rem;
    }
  }
</style>
