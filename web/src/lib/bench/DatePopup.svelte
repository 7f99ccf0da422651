<script lang="ts">
  import { DatePicker, parseDate } from '@skeletonlabs/skeleton-svelte';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';

  interface Props {
    /** Of the field that it belongs to. */
    id: string;
    /** ISO date; empty: none. */
    value: string;
    onpick: (date: string) => void;
    onclose: () => void;
  }

  /** The days of a month to pick one from, under a field. */
  let { id, value, onpick, onclose }: Props = $props();
  const picked = $derived.by(() => {
    try {
      return value === '' ? [] : [parseDate(value)];
    } catch {
      return [];
    }
  });
</script>

<DatePicker
  open
  ids={{ control: `${id}-control`, trigger: `${id}-open` }}
  value={picked}
  locale="en-GB"
  startOfWeek={1}
  positioning={{ strategy: 'fixed', gutter: 2, placement: 'bottom-start' }}
  onOpenChange={(now) => !now.open && onclose()}
  onValueChange={({ value: [next] }) => {
    if (next) onpick(next.toString());
    onclose();
  }}
>
  <DatePicker.Positioner class="date-place">
    <DatePicker.Content class="popup date-days">
      <DatePicker.View view="day">
        <DatePicker.Context>
          {#snippet children(picker)}
            <DatePicker.ViewControl class="date-head">
              <DatePicker.PrevTrigger class="date-step" aria-label="Month before">
                <ChevronLeft size={18} />
              </DatePicker.PrevTrigger>
              <b><DatePicker.RangeText /></b>
              <DatePicker.NextTrigger class="date-step" aria-label="Month after">
                <ChevronRight size={18} />
              </DatePicker.NextTrigger>
            </DatePicker.ViewControl>
            <DatePicker.Table>
              <DatePicker.TableHead>
                <DatePicker.TableRow>
                  {#each picker().weekDays as day, n (n)}
                    <DatePicker.TableHeader>{day.short}</DatePicker.TableHeader>
                  {/each}
                </DatePicker.TableRow>
              </DatePicker.TableHead>
              <DatePicker.TableBody>
                {#each picker().weeks as week, n (n)}
                  <DatePicker.TableRow>
                    {#each week as day (day.toString())}
                      <DatePicker.TableCell value={day}>
                        <DatePicker.TableCellTrigger class="date-day">{day.day}</DatePicker.TableCellTrigger>
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
</DatePicker>

<style>
  :global(.date-place) {
    z-index: 60 !important;
  }
  :global(.date-days) {
    padding: 0.5rem;
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
