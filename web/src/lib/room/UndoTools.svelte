<script lang="ts">
  import Redo from '@lucide/svelte/icons/redo-2';
  import Undo from '@lucide/svelte/icons/undo-2';
  import ToolButton from '../ui/ToolButton.svelte';

  interface Props {
    undoable: boolean;
    redoable: boolean;
    onundo: () => void;
    onredo: () => void;
  }

  /** One step back, and forth again. */
  let { undoable, redoable, onundo, onredo }: Props = $props();
</script>

<ToolButton label="Undo" title="Undo (Ctrl Z)" disabled={!undoable} onclick={onundo}
  ><Undo size={20} /></ToolButton
>
<ToolButton label="Redo" title="Redo (Ctrl Y)" disabled={!redoable} onclick={onredo}
  ><Redo size={20} /></ToolButton
>
