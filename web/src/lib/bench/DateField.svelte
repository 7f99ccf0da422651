<script lang="ts">
  import { DatePicker, parseDate } from '@skeletonlabs/skeleton-svelte';
  import CalendarDays from '@lucide/svelte/icons/calendar-days';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import { localTime } from '@jovet/core/time';
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
  const wrong = $derived(
    typed !== null && !open ? `“${typed}” is no day. Type it as ${dateText(today())}.` : problem,
  );
  function take(iso: string): void {
    typed = null;
    if (iso !== value) onchange(iso);
  }
  function read(text: string): void {
    const iso = readDate(text, value === '' ? today() : value);
    if (iso !== null) take(iso);
    else typed = text.trim() === '' ? null : text;
  }
  const picked = $derived.by(() => {
    try {
      return value === '' ? [] : [parseDate(value)];
    } catch {
      return [];
    }
  });
</script>

<DatePicker
  class="date-field"
  {open}
  value={picked}
  locale="en-GB"
  startOfWeek={1}
  positioning={{ strategy: 'fixed', gutter: 2, placement: 'bottom-start' }}
  onOpenChange={(now) => (open = now.open)}
  onValueChange={({ value: [next] }) => {
    if (next) take(next.toString());
  }}
>
  <label for={`${id}-text`} class={hideLabel ? 'sr-only' : 'field-name'}>{label}</label>
  <DatePicker.Control class="date-control">
    <input
      id={`${id}-text`}
      class="input date-input"
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
    <DatePicker.Trigger class="date-open" aria-label={`${label}: pick it`}
      ><CalendarDays size={16} /></DatePicker.Trigger
    >
  </DatePicker.Control>
  {#if open}
    <DatePicker.Positioner class="date-place">
      <DatePicker.Content class="date-days">
        <DatePicker.View view="day">
          <DatePicker.Context>
            {#snippet children(picker)}
              <DatePicker.ViewControl class="date-head">
                <DatePicker.PrevTrigger class="date-step" aria-label="Month before"
                  ><ChevronLeft size={18} /></DatePicker.PrevTrigger
                >
                <b><DatePicker.RangeText /></b>
                <DatePicker.NextTrigger class="date-step" aria-label="Month after"
                  ><ChevronRight size={18} /></DatePicker.NextTrigger
                >
              </DatePicker.ViewControl>
              <DatePicker.Table>
                <DatePicker.TableHead>
                  <DatePicker.TableRow>
                    {#each picker().weekDays as day, n (n)}<DatePicker.TableHeader
                        >{day.short}</DatePicker.TableHeader
                      >{/each}
                  </DatePicker.TableRow>
                </DatePicker.TableHead>
                <DatePicker.TableBody>
                  {#each picker().weeks as week, n (n)}
                    <DatePicker.TableRow>
                      {#each week as day (day.toString())}
                        <DatePicker.TableCell value={day}>
                          <DatePicker.TableCellTrigger class="date-day">{day.day}</DatePicker.TableCellTrigger
                          >
                        </DatePicker.TableCell>
                      {/each}
                    </DatePicker.TableRow>
                  {/each}
                </DatePicker.TableBody>
              </DatePicker.Table>
            {/snippet}
          </DatePicker.Context>
        </DatePicker.View>
      </DatePicker.Content>
    </DatePicker.Positioner>
  {/if}
  {#if wrong !== undefined}<span class="field-problem" id={`${id}-problem`} role="alert">{wrong}</span>{/if}
</DatePicker>

<style>
  :global(.date-field) {
    display: block;
    min-width: 0;
  }
  :global(.date-control) {
    position: relative;
    display: block;
  }
  :global(.date-input) {
    padding-right: 2rem;
    min-width: 8rem;
    text-overflow: ellipsis;
  }
  :global(.date-open) {
    position: absolute;
    inset: 0 0 0 auto;
    width: 2rem;
    height: auto;
    padding: 0;
    transform: none;
    display: grid;
    place-items: center;
    background: none;
    cursor: pointer;
  }
  :global(.date-place) {
    z-index: 60 !important;
  }
  :global(.date-days) {
    padding: 0.5rem;
    border: 1px solid light-dark(var(--color-surface-400), var(--color-surface-600));
    border-radius: 0.375rem;
    background: light-dark(var(--color-surface-50), var(--color-surface-900));
    box-shadow: 0 6px 18px rgb(20 16 12 / 0.18);
  }
  :global(.date-head) {
    display: flex;
    align-items: center;
    justify-content: space-between;
  }
  :global(.date-step),
  :global(.date-day) {
    width: 2.5rem;
    height: 2.5rem;
    display: grid;
    place-items: center;
    border-radius: 0.25rem;
    cursor: pointer;
  }
  :global(.date-step:hover),
  :global(.date-day:hover) {
    background: light-dark(var(--color-surface-200), var(--color-surface-700));
  }
  :global(.date-day[data-outside-range]) {
    opacity: 0.5;
  }
  :global(.date-day[data-today]) {
    text-decoration: underline;
  }
  :global(.date-day[data-selected]) {
    background: light-dark(var(--color-primary-700), var(--color-primary-300));
    color: light-dark(white, black);
  }
</style>
