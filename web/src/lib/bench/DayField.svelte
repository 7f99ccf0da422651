<script lang="ts">
  /** The day that a room shows. */
  let { date, onopen }: { date: string; onopen: (date: string) => void } = $props();
</script>

<label>
  <span class="sr-only">Day</span>
  <input
    class="input"
    type="date"
    value={date}
    onchange={(event) => event.currentTarget.value && onopen(event.currentTarget.value)}
  />
</label>
