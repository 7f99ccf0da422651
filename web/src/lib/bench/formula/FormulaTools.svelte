<script lang="ts">
  import Columns from '@lucide/svelte/icons/columns-2';
  import Keyboard from '@lucide/svelte/icons/keyboard';
  import Printer from '@lucide/svelte/icons/printer';
  import Share from '@lucide/svelte/icons/share';
  import Sliders from '@lucide/svelte/icons/sliders-horizontal';
  import ToolButton from '../../ui/ToolButton.svelte';
  import UndoTools from '../../room/UndoTools.svelte';

  interface Props {
    undoable: boolean;
    redoable: boolean;
    printable: boolean;
    comparable: boolean;
    publishable: boolean;
    onundo: () => void;
    onredo: () => void;
    onopen: (panel: 'what-if' | 'compare' | 'export' | 'keys') => void;
    onpublish: () => void;
  }

  /** What can be done with the formula that is open. */
  let { undoable, redoable, printable, comparable, publishable, onundo, onredo, onopen, onpublish }: Props =
    $props();
</script>

<UndoTools {undoable} {redoable} {onundo} {onredo} />
<ToolButton label="Keys of this room" title="Keys (?)" onclick={() => onopen('keys')}
  ><Keyboard size={20} /></ToolButton
>
<ToolButton disabled={!comparable} onclick={() => onopen('what-if')}><Sliders size={20} /> What if</ToolButton
>
<ToolButton disabled={!comparable} onclick={() => onopen('compare')}><Columns size={20} /> Compare</ToolButton
>
<ToolButton disabled={!comparable} onclick={() => onopen('export')}><Share size={20} /> Hand out</ToolButton>
<ToolButton disabled={!printable} onclick={() => window.print()}><Printer size={20} /> Print</ToolButton>
<button type="button" class="btn preset-filled publish" disabled={!publishable} onclick={onpublish}
  >Publish</button
>

<style>
  .publish {
    min-height: 2.5rem;
    font-weight: 700;
  }
  .publish:disabled {
    opacity: 0.4;
  }
</style>
