<script lang="ts">
  import Columns from '@lucide/svelte/icons/columns-2';
  import Printer from '@lucide/svelte/icons/printer';
  import Share from '@lucide/svelte/icons/share';
  import Sliders from '@lucide/svelte/icons/sliders-horizontal';
  import ToolButton from '../../ui/ToolButton.svelte';

  interface Props {
    printable: boolean;
    comparable: boolean;
    publishable: boolean;
    onopen: (panel: 'what-if' | 'compare' | 'export') => void;
    onpublish: () => void;
  }

  /** What can be done with the formula that is open. */
  let { printable, comparable, publishable, onopen, onpublish }: Props = $props();
</script>

<ToolButton disabled={!comparable} onclick={() => onopen('what-if')}><Sliders size={20} /> What if</ToolButton
>
<ToolButton disabled={!comparable} onclick={() => onopen('compare')}><Columns size={20} /> Compare</ToolButton
>
<ToolButton disabled={!comparable} onclick={() => onopen('export')}><Share size={20} /> Hand out</ToolButton>
<ToolButton disabled={!printable} onclick={() => window.print()}><Printer size={20} /> Print</ToolButton>
<button type="button" class="btn preset-filled" disabled={!publishable} onclick={onpublish}>Publish</button>
