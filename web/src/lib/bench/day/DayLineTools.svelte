<script lang="ts">
  import CircleStop from '@lucide/svelte/icons/circle-stop';
  import Gauge from '@lucide/svelte/icons/gauge';
  import Layers from '@lucide/svelte/icons/layers';
  import Printer from '@lucide/svelte/icons/printer';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import ToolButton from '../../ui/ToolButton.svelte';

  interface Props {
    printable: boolean;
    saveable: boolean;
    /** The planner is at work. */
    busy: boolean;
    onopen: (panel: 'goals' | 'plans' | 'wrong') => void;
    onprint: () => void;
    onstop: () => void;
    onsave: () => void;
  }

  /** What can be done with a plan of a day. */
  let { printable, saveable, busy, onopen, onprint, onstop, onsave }: Props = $props();
</script>

<ToolButton label="Stop looking" title="Stop looking" disabled={!busy} onclick={onstop}
  ><CircleStop size={20} /></ToolButton
>
<ToolButton
  label="Something went wrong"
  title="Something went wrong (W)"
  disabled={!printable}
  onclick={() => onopen('wrong')}><TriangleAlert size={20} /></ToolButton
>
<ToolButton label="Goals" title="Goals" onclick={() => onopen('goals')}><Gauge size={20} /></ToolButton>
<ToolButton label="Plans of this day" title="Plans of this day" onclick={() => onopen('plans')}
  ><Layers size={20} /></ToolButton
>
<ToolButton label="Print the wall sheet" title="Print the wall sheet" disabled={!printable} onclick={onprint}
  ><Printer size={20} /></ToolButton
>
<button type="button" class="btn preset-filled save" disabled={!saveable} onclick={onsave}>Save</button>

<style>
  .save {
    min-width: 5rem;
    font-weight: 700;
  }
</style>
