<script lang="ts">
  import DateField from './DateField.svelte';

  /** The day that a room shows. */
  let { date, onopen }: { date: string; onopen: (date: string) => void } = $props();
</script>

<div class="day">
  <DateField label="Day" name="day" hideLabel value={date} onchange={onopen} />
</div>

<style>
  .day {
    width: 11rem;
    max-width: 100%;
  }
</style>
