<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    /** How what is shown stands: kept or not, being planned. */
    standing: string;
    /** What is shown: its day, its van. */
    about?: Snippet;
    /** What can be done with it. */
    children: Snippet;
  }

  /** The head of a room: its name, what is shown, how that stands, and the tools. */
  let { title, standing, about, children }: Props = $props();
</script>

<header>
  <h1>{title}</h1>
  {@render about?.()}
  <span class="state" role="status">{standing}</span>
  {@render children()}
</header>

<style>
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.25rem 0.5rem;
    margin-bottom: 0.4rem;
  }
  h1 {
    font-size: 1.5rem;
    font-weight: 700;
    margin-right: 0.25rem;
  }
  .state {
    flex: 1 1 5rem;
    overflow: hidden;
    text-align: right;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 0.875rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  header :global(.btn) {
    min-height: 2.5rem;
  }
  header :global(.btn:disabled) {
    opacity: 0.4;
  }
</style>
