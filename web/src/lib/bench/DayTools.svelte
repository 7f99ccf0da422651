<script lang="ts">
  import CalendarDays from '@lucide/svelte/icons/calendar-days';
  import Keyboard from '@lucide/svelte/icons/keyboard';
  import Printer from '@lucide/svelte/icons/printer';
  import Redo from '@lucide/svelte/icons/redo-2';
  import Undo from '@lucide/svelte/icons/undo-2';

  interface Props {
    undoable: boolean;
    redoable: boolean;
    printable: boolean;
    saveable: boolean;
    onundo: () => void;
    onredo: () => void;
    onopen: (panel: 'days' | 'keys') => void;
    onsave: () => void;
  }

  /** What can be done with the day that is open. */
  let { undoable, redoable, printable, saveable, onundo, onredo, onopen, onsave }: Props = $props();
</script>

<button
  type="button"
  class="tool"
  aria-label="Undo"
  title="Undo (Ctrl Z)"
  disabled={!undoable}
  onclick={onundo}
>
  <Undo size={20} />
</button>
<button
  type="button"
  class="tool"
  aria-label="Redo"
  title="Redo (Ctrl Shift Z)"
  disabled={!redoable}
  onclick={onredo}
>
  <Redo size={20} />
</button>
<button
  type="button"
  class="tool"
  aria-label="Keys of this room"
  title="Keys (?)"
  onclick={() => onopen('keys')}
>
  <Keyboard size={20} />
</button>
<button type="button" class="tool" aria-label="Saved days" onclick={() => onopen('days')}>
  <CalendarDays size={20} /> Days
</button>
<button
  type="button"
  class="tool"
  aria-label="Print the scale sheet"
  disabled={!printable}
  onclick={() => window.print()}
>
  <Printer size={20} /> Print
</button>
<button type="button" class="btn preset-filled save" disabled={!saveable} onclick={onsave}>Save</button>

<style>
  .tool {
    display: inline-flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 2.5rem;
    padding: 0 0.6rem;
    border-radius: var(--radius-base);
    cursor: pointer;
  }
  .tool:hover:not(:disabled) {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  .tool:disabled,
  .save:disabled {
    opacity: 0.4;
  }
  .save {
    min-height: 2.5rem;
    min-width: 5rem;
    font-weight: 700;
  }
</style>
