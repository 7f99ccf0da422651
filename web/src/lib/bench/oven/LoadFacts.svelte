<script lang="ts">
  import { dialled, settingWords } from '@jovet/core/plan/explain';
  import { deckName, ovenOfLoad, type OvenDay, type OvenLoad } from '@jovet/core/plan/explain/oven';
  import { LYE_CAUTION } from '@jovet/core/formula/sums';
  import { minutesLeft } from '@jovet/core/oven';
  import { localTime } from '@jovet/core/time';
  import { formatNumber, formatTemperature, parseTemperature } from '@jovet/core/units';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';
  import { coolWords, itemWords, steamOf, turnOf } from './moments';

  interface Props {
    oven: OvenDay;
    load: OvenLoad;
    place: number;
    zone: string;
    /** A bake is to go on for so many minutes more. */
    onlonger: (task: number, minutes: number) => void;
    /** The sum behind when a task begins, by its key, if that can be opened. */
    opens: (task: number) => string | null;
    /** A core of it was read so many minutes after it went in, °C. */
    oncore: (task: number, celsius: number, minutes: number) => void;
    /** It changes places with another load of the day. */
    onexchange: (other: number) => void;
  }

  /** One load: when, at what heat, with how much steam, until when; and from one reading of a core the minutes left. */
  let { oven, load, place, zone, opens, oncore, onlonger, onexchange }: Props = $props();

  const units = useUnits();
  const stone = (celsius: number) => formatTemperature(celsius, units.unit, 0);
  const clock = (at: number) => localTime(at, zone).time;
  const heatOf = (deck: number) => (here.stone > 0 ? `The stone of ${deckName(oven, deck)}` : here.name);
  const here = $derived(ovenOfLoad(oven, load));
  const dial = $derived(dialled(here.dial, stone));
  const steam = $derived(steamOf(load.items));
  const stages = $derived(load.items[0]?.profile.stages ?? []);
  const cold = $derived(
    oven.decks.flatMap(({ short }, deck) => short.filter(({ load: of }) => of === place).map((each) => ({ deck, ...each }))),
  ); // prettier-ignore
  const hot = $derived(
    oven.decks.flatMap(({ hot: each }, deck) => each.filter(({ load: of }) => of === place).map((one) => ({ deck, ...one }))),
  ); // prettier-ignore
  const knows = (deck: number) => oven.decks[deck]?.met?.some(({ load: of }) => of === place) ?? false;
  /** Decks of it that are as hot as it wants them. */
  const met = $derived(
    oven.decks.flatMap(({ met: each = [] }, deck) =>
      each.flatMap(({ load: of, celsius }) =>
        of === place && ![...cold, ...hot].some((other) => other.deck === deck) ? [{ deck, celsius }] : [],
      ),
    ),
  );
  const lost = $derived(
    load.left.flatMap((count, index) => {
      const item = load.items[index];
      return count > 0 && item ? [`${count} ${item.holder ?? item.name}`] : [];
    }),
  );

  const others = $derived(
    oven.loads.flatMap((each, index) =>
      each.at === load.at
        ? []
        : [{ value: String(index), text: `${clock(each.at)} ${itemWords(each.items)}` }],
    ),
  );

  let noted = $state('');
  let core = $state('');
  let minutes = $state('');
  const left = $derived.by(() => {
    const [item] = load.items;
    if (!item || core.trim() === '' || minutes.trim() === '') return null;
    const celsius = parseTemperature(core, units.unit);
    const since = Number(minutes.replace(',', '.'));
    if (!celsius.ok) return { problem: celsius.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ') };
    const found = minutesLeft({ minutes: since, celsius: celsius.value }, item.from, item.core[0]);
    return found.ok
      ? { minutes: found.value, celsius: celsius.value, since }
      : { problem: found.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ') };
  }); // prettier-ignore
</script>

{#snippet moment(task: number, label: string, at: number)}{@const of = opens(task)}{#if of}<Figure
      {of}
      {label}
      text={clock(at)}
    />{:else}{clock(at)}{/if}{/snippet}
{#snippet heat(deck: number, celsius: number)}{#if knows(deck)}<Figure
      of={`stone.${deck}.${place}`}
      label="heat of the stone"
      text={stone(celsius)}
    />{:else}{stone(celsius)}{/if}{/snippet}

<section aria-label="This load">
  <h2>{itemWords(load.items)}</h2>
  <p>
    <b>{@render moment(load.items[0]?.load ?? -1, 'it goes in', load.at)}</b>
    at <b>{dial(load.loadAt)}</b>
    {here.stone > 0 ? 'on the stone' : 'in the oven'}{here.steam === 'lid' && steam > 0
      ? `, lids off at ${clock(load.at + steam * 60)}`
      : steam > 0
        ? `, steam for ${formatNumber(steam, 0)} min, let out at ${clock(load.at + steam * 60)}`
        : ', no steam'}.
  </p>
  {#if steam > 0 && here.steam === 'none'}<p class="caution" role="note">
      It wants steam, and this oven has none: a tray of water, a spray or pots with lids stand in for it.
    </p>{/if}
  {#if stages.some(({ fan }) => fan > 0) && !here.fan}<p class="caution" role="note">
      It wants a fan, and this oven has none: it bakes longer, and browns at one side.
    </p>{/if}
  {#each stages as stage (stage.from)}
    <p>From <b>{clock(load.at + stage.from * 60)}</b> the oven is set to {settingWords(stage, dial)}.</p>
  {/each}
  {#each load.items as item (item.load)}
    {@const [turn] = turnOf(here, item)}
    <p>
      {item.name}: <b>{formatNumber(item.profile.minutes, 0)} min</b>{turn === undefined
        ? ''
        : `, turned round at ${clock(item.inAt + turn * 60)}`}, out at
      <b>{@render moment(item.out, 'it comes out', item.outAt)}</b>. Done: {item.signs.colour};
      {item.signs.knock}; core {stone(item.core[0])} to {stone(item.core[1])}.
      <button type="button" class="link" onclick={() => onlonger(item.load, 3)}
        >Not brown yet: 3 min more</button
      >
    </p>
    <p>
      {coolWords(item, clock)}
    </p>
  {/each}
  {#if here.hotSide !== 'none'}<p>{here.name} bakes faster at the {here.hotSide}.</p>{/if}
  {#if met.length > 0}
    <p>
      {#each met as { deck, celsius }, index (deck)}{index === 0
          ? `${heatOf(deck)} has `
          : `, that of ${deckName(oven, deck)} `}{@render heat(deck, celsius)}{/each} by then.
    </p>
  {/if}
  {#each cold as { deck, celsius, hotAt } (deck)}
    <p class="caution" role="note">
      {heatOf(deck)} has {@render heat(deck, celsius)} by then{hotAt === null
        ? '.'
        : `; it is hot enough at ${clock(hotAt)}.`}
    </p>
  {/each}
  {#each hot as { deck, celsius, coolAt } (deck)}
    <p class="caution" role="note">
      {heatOf(deck)} still has {@render heat(deck, celsius)} by then, and would cool to {stone(load.loadAt)} only
      by {clock(coolAt)}: bake this before what wants more heat.
    </p>
  {/each}
  {#if lost.length > 0}<p class="caution" role="note">
      {lost.join(' and ')} find no place on the decks.
    </p>{/if}
  <div class="core">
    <Field label="Core reads" name="core" unit={units.unit} value={core} oninput={(text) => (core = text)} />
    <Field
      label="Minutes since it was loaded"
      name="since"
      value={minutes}
      oninput={(text) => (minutes = text)}
    />
    <p role="status">
      {#if left && 'minutes' in left && left.minutes !== undefined}
        {@const { celsius, since } = left}
        About <b>{formatNumber(left.minutes, 0)} min</b> more.
        <button
          type="button"
          class="link"
          onclick={() => {
            oncore(load.items[0]?.load ?? 0, celsius ?? 0, since ?? 0);
            noted = `Noted: core ${units.temperature(celsius ?? 0)}.`;
            core = '';
          }}>Note it</button
        >
      {:else if left?.problem}{left.problem}{:else}{noted}{/if}
    </p>
  </div>
  {#if others.length > 0}
    <div class="exchange">
      <Choice
        label="Changes places with"
        name="exchange"
        value=""
        options={[{ value: '', text: 'no other load' }, ...others]}
        onchange={(text) => text !== '' && onexchange(Number(text))}
      />
    </div>
  {/if}
  {#if load.items.some(({ lye }) => lye)}<p class="caution" role="note">{LYE_CAUTION}</p>{/if}
  <p class="quiet">
    Count the blades in and out. Stone, steam and lids burn: dry mitts, stand aside when the door opens. What
    trained people and the rules of your place say comes first.
  </p>
</section>

<style>
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  p {
    margin-top: 0.3rem;
  }
  .exchange {
    max-width: 22rem;
    margin-top: 0.6rem;
  }
  .core {
    display: grid;
    grid-template-columns: 8rem 8rem 1fr;
    align-items: end;
    gap: 0.75rem;
    margin-top: 0.6rem;
  }
  .caution {
    border-left: 4px solid currentColor;
    padding-left: 0.6rem;
  }
</style>
