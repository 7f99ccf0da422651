<script lang="ts">
  import FoldVertical from '@lucide/svelte/icons/fold-vertical';
  import UnfoldVertical from '@lucide/svelte/icons/unfold-vertical';
  import ZoomIn from '@lucide/svelte/icons/zoom-in';
  import ZoomOut from '@lucide/svelte/icons/zoom-out';
  import ToolButton from '../../ui/ToolButton.svelte';

  interface Props {
    /** There are doughs that could stand together. */
    several: boolean;
    gathered: boolean;
    /** The whole day is seen. */
    whole: boolean;
    onnearer: () => void;
    onfarther: () => void;
    ongather: () => void;
    onwhole: () => void;
  }

  /** How the picture of a day is looked at. */
  let { several, gathered, whole, onnearer, onfarther, ongather, onwhole }: Props = $props();
</script>

<div class="lens">
  <ToolButton label="Nearer" title="Nearer (+)" onclick={onnearer}><ZoomIn size={18} /></ToolButton>
  <ToolButton label="Farther" title="Farther (−)" onclick={onfarther}><ZoomOut size={18} /></ToolButton>
  {#if several}
    <ToolButton
      label="Doughs of one van together"
      title={gathered ? 'Each dough by itself (V)' : 'Doughs of one van together (V)'}
      aria-pressed={gathered}
      onclick={ongather}
      >{#if gathered}<UnfoldVertical size={18} />{:else}<FoldVertical size={18} />{/if}</ToolButton
    >
  {/if}
  {#if !whole}<button type="button" class="link quiet" onclick={onwhole}>Whole day</button>{/if}
</div>

<style>
  .lens {
    position: absolute;
    display: flex;
    align-items: center;
    margin-top: -0.9rem;
  }
</style>
