<script lang="ts">
  import { DIARY, DIARY_CAUTION } from '@jovet/core/culture';
  import { formatDate, addDays, localTime } from '@jovet/core/time';

  /** The days of a new culture from nothing, on the calendar from today on. */
  let { now, zone }: { now: number; zone: string } = $props();
  const today = $derived(localTime(now, zone).date);
  let begins = $state('');
  const from = $derived(begins || today);
</script>

<label class="begins"
  ><span class="field-name">Begins</span><input
    class="input"
    type="date"
    name="diary.begins"
    value={from}
    oninput={(event) => (begins = event.currentTarget.value)}
  /></label
>
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
  .begins {
    display: block;
    max-width: 12rem;
    margin-bottom: 0.6rem;
  }
  li {
    margin: 0 0 0.7rem 1.2rem;
    list-style: decimal;
  }
  .caution {
    padding-left: 0.7rem;
    border-left: 4px solid currentColor;
    font-weight: 700;
  }
</style>
