<script lang="ts">
  import type { PlannedDay } from '@jovet/core/plan/explain';

  interface Props {
    better: NonNullable<PlannedDay['notBetter']>;
    onselect: (task: number) => void;
  }

  /** What of a plan is furthest from its best, and what is against moving it there. */
  let { better, onselect }: Props = $props();
</script>

{#if better.length > 0}
  <section aria-labelledby="better-title">
    <h2 id="better-title">What could be better, and why it is not</h2>
    <ul>
      {#each better as { task, words } (task)}
        <li><button type="button" class="link" onclick={() => onselect(task)}>{words}</button></li>
      {/each}
    </ul>
  </section>
{/if}

<style>
  section {
    margin: 0.5rem 0 0.75rem;
  }
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  li {
    margin-top: 0.25rem;
  }
  button {
    text-align: left;
    text-decoration-color: transparent;
  }
  button:hover,
  button:focus-visible {
    text-decoration-color: currentColor;
  }
</style>
