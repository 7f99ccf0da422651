<script lang="ts">
  import CalendarDays from '@lucide/svelte/icons/calendar-days';
  import Keyboard from '@lucide/svelte/icons/keyboard';
  import Printer from '@lucide/svelte/icons/printer';
  import ToolButton from '../ui/ToolButton.svelte';
  import UndoTools from './UndoTools.svelte';

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

<UndoTools {undoable} {redoable} {onundo} {onredo} />
<ToolButton label="Keys of this room" title="Keys (?)" onclick={() => onopen('keys')}
  ><Keyboard size={20} /></ToolButton
>
<ToolButton label="Saved days" onclick={() => onopen('days')}><CalendarDays size={20} /> Days</ToolButton>
<ToolButton label="Print the scale sheet" disabled={!printable} onclick={() => window.print()}
  ><Printer size={20} /> Print</ToolButton
>
<button type="button" class="btn preset-filled save" disabled={!saveable} onclick={onsave}>Save</button>

<style>
  .save {
    min-height: 2.5rem;
    min-width: 5rem;
    font-weight: 700;
  }
  .save:disabled {
    opacity: 0.4;
  }
</style>
