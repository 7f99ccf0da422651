<script lang="ts">
  import Keyboard from '@lucide/svelte/icons/keyboard';
  import type { Snippet } from 'svelte';
  import { unsent, type Keeping } from '../sync/unsent.svelte';
  import ToolButton from '../ui/ToolButton.svelte';
  import type { RoomActions } from './room-keys';
  import RoomKeys from './RoomKeys.svelte';
  import UndoTools from './UndoTools.svelte';

  interface Props {
    title: string;
    /** How what is shown stands: saved or not, being planned. */
    standing: string;
    /** What the keys of every room do here, and the room’s own, as they are listed. */
    actions: RoomActions;
    keys: readonly (readonly [key: string, what: string])[];
    /** How what was done here is kept, where nobody presses Save: if it does not get through that is said below. */
    keeping?: Keeping;
    /** What can be undone, and done again; none where nothing is edited. */
    history?: { readonly past: readonly unknown[]; readonly future: readonly unknown[] };
    /** The title where it can be typed. */
    name?: Snippet;
    /** What is shown: its day, its van. */
    about?: Snippet;
    /** What can be done with it. */
    children: Snippet;
  }

  /** The head of a room: its name, what is shown, how that stands, and the tools. */
  let { title, standing, actions, keys, keeping, history, name, about, children }: Props = $props();
  let listed = $state(false);
  const stands = $derived(
    keeping?.state === 'failed' ? 'Not saved' : keeping?.state === 'waiting' ? 'Saving…' : standing,
  );
</script>

<RoomKeys {actions} {keys} bind:open={listed} />
<header>
  <h1 class:sr-only={name}>{title}</h1>
  {@render name?.()}
  {@render about?.()}
  <span class="state" role="status" title={stands}>{stands}</span>
  {#if history}
    <UndoTools
      undoable={history.past.length > 0}
      redoable={history.future.length > 0}
      onundo={() => actions.undo?.()}
      onredo={() => actions.redo?.()}
    />
  {/if}
  <span class="keys"
    ><ToolButton label="Keys of this room" title="Keys (?)" onclick={() => (listed = true)}
      ><Keyboard size={20} /></ToolButton
    ></span
  >
  {@render children()}
</header>
{#if keeping?.state === 'failed'}
  <div class="notice" role="alert">
    <p>{keeping.problems[0]?.problem} {keeping.problems[0]?.remedy}</p>
    <button type="button" class="btn preset-tonal" onclick={() => void unsent.run()}>Try again</button>
  </div>
{/if}

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
  .keys {
    display: contents;
  }
  /* What is held in the hand has no keys. */
  @media (max-width: 640px) {
    .keys {
      display: none;
    }
  }
  header :global(.btn) {
    min-height: 2.5rem;
  }
  header :global(.btn:disabled) {
    opacity: 0.4;
  }
</style>
