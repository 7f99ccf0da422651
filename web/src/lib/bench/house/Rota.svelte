<script lang="ts">
  import { WEEK, type FloorDraft, type HandDraft } from '@jovet/core/bakehouse';
  import { parseSpan } from '@jovet/core/field';
  import { addDays } from '@jovet/core/time';
  import Field from '../../ui/Field.svelte';
  import { DAY_WORDS, levelsText } from './house-words';

  interface Props {
    hands: FloorDraft['hands'];
    /** The Monday of the week that is shown. */
    monday: string;
    chosen: number | null;
    problems: Readonly<Record<string, string>>;
    onchoose: (index: number) => void;
    onday: (index: number, day: number, text: string) => void;
    onweek: (by: number) => void;
    onadd: () => void;
  }

  /** Who works when: a line a person, a column a day of the week; what is different this week is said under it. */
  let { hands, monday, chosen, problems, onchoose, onday, onweek, onadd }: Props = $props();

  const dates = $derived(WEEK.map((day) => addDays(monday, day)));
  const hour = (time: string) => Number(time.slice(0, 2)) + Number(time.slice(3)) / 60;
  /** Shifts of a text as parts of a day, percent; past midnight they go on at the edge. */
  const bars = (text: string) =>
    text.split(/[,;]/).flatMap((each) => {
      const span = each.trim() === '' ? null : parseSpan(each);
      if (!span?.ok) return [];
      const [from, to] = [hour(span.value.from), hour(span.value.to)];
      return [{ left: (from / 24) * 100, width: (((to > from ? to : 24) - from) / 24) * 100 }];
    });
  /** What is different on a date from every week. */
  function notice({ away, dates: own }: HandDraft, date: string): string {
    const other = own.filter((each) => each.date === date).map(({ shift }) => shift);
    if (other.length > 0) return other.join(', ');
    const gone = away.find(({ from, to }) => from !== '' && from <= date && date <= to);
    return gone ? `away${gone.why ? `: ${gone.why}` : ''}` : '';
  }
  const short = (date: string) => `${Number(date.slice(8))}.${Number(date.slice(5, 7))}.`;
</script>

<div class="rota" role="table" aria-label="Rota">
  <div class="line head" role="row">
    <span role="columnheader">
      <button type="button" class="week" aria-label="Week before" onclick={() => onweek(-1)}>‹</button>
      <button type="button" class="week" aria-label="Week after" onclick={() => onweek(1)}>›</button>
    </span>
    {#each DAY_WORDS as name, day (name)}<span role="columnheader"
        >{name} <span class="quiet">{short(dates[day] ?? '')}</span></span
      >{/each}
  </div>
  {#each hands as hand, index (index)}
    <div class="line" class:chosen={chosen === index} role="row">
      <span role="rowheader">
        <button type="button" class="who" aria-pressed={chosen === index} onclick={() => onchoose(index)}>
          <b>{hand.name || 'No name yet'}</b>
          <span class="quiet">{levelsText(hand.levels) || 'can do nothing yet'}</span>
        </button>
      </span>
      {#each WEEK as day (day)}
        {@const differs = notice(hand, dates[day] ?? '')}
        <div class="cell" role="cell" class:differs={differs !== ''}>
          <Field
            label={`${hand.name}, ${DAY_WORDS[day]}`}
            hideLabel
            name={`hands.${index}.days.${day}`}
            value={hand.days[day] ?? ''}
            placeholder="off"
            problem={problems[`hands.${index}.days.${day}`]}
            oninput={(text) => onday(index, day, text)}
          />
          <span class="bar" aria-hidden="true"
            >{#each bars(differs !== '' && !differs.startsWith('away') ? differs : differs !== '' ? '' : (hand.days[day] ?? '')) as { left, width } (left)}<i
                style={`left:${left}%;width:${width}%`}
              ></i>{/each}</span
          >
          {#if differs}<span class="note">{differs}</span>{/if}
        </div>
      {/each}
    </div>
  {/each}
</div>
<button type="button" class="link" onclick={onadd}>Add a person</button>

<style>
  .rota {
    position: relative;
    overflow-x: auto;
  }
  .line {
    display: grid;
    grid-template-columns: 11rem repeat(7, minmax(7.4rem, 1fr));
    gap: 0.15rem 0.4rem;
    align-items: start;
    padding: 0.25rem 0;
    border-top: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .head {
    border-top: none;
    font-weight: 600;
  }
  .head .quiet {
    font-weight: 400;
  }
  .who {
    display: grid;
    text-align: left;
    cursor: pointer;
    font-size: 0.875rem;
    min-height: 2.4rem;
  }
  .who b {
    font-size: 1rem;
  }
  .chosen .who b {
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .week {
    min-width: 2rem;
    min-height: 1.75rem;
    font-size: 1.25rem;
    cursor: pointer;
  }
  .cell :global(.input) {
    min-height: 2rem;
    padding: 0.1rem 0.3rem;
    font-family: var(--figures);
    font-size: 0.8125rem;
    letter-spacing: -0.03em;
  }
  .bar {
    display: block;
    position: relative;
    height: 4px;
    margin-top: 2px;
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .bar i {
    position: absolute;
    inset-block: 0;
    background: currentColor;
  }
  .differs :global(.input) {
    text-decoration: line-through;
    opacity: 0.75;
  }
  .note {
    display: block;
    font-size: 0.8125rem;
    font-weight: 600;
  }
</style>
