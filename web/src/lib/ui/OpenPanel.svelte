<script lang="ts" module>
  /** The dialogs that are open, the topmost last. */
  const openOnes: object[] = [];
</script>

<script lang="ts">
  import { Dialog, Portal } from '@skeletonlabs/skeleton-svelte';
  import X from '@lucide/svelte/icons/x';
  import type { PanelProps } from './Panel.svelte';

  /** A dialog that was opened at least once. */
  let { open, title, side = false, onclose, children }: PanelProps = $props();

  const self = {};
  $effect(() => {
    if (!open) return;
    openOnes.push(self);
    return () => void openOnes.splice(openOnes.indexOf(self), 1);
  });
  /**
   * The dialog's own listener for Escape comes a frame after the focus, and hears nothing while a dialog closed before
   * gives its focus back; a key pressed then counts, too. It closes the topmost.
   */
  function escape(event: KeyboardEvent): void {
    if (event.key === 'Escape' && !event.defaultPrevented && openOnes.at(-1) === self) onclose();
  }
</script>

<svelte:window onkeydown={escape} />

<Dialog {open} onOpenChange={(details) => !details.open && onclose()}>
  <Portal>
    <Dialog.Backdrop class="panel-backdrop" />
    <Dialog.Positioner class={side ? 'panel-place panel-side' : 'panel-place'}>
      <Dialog.Content class="panel-box">
        <header>
          <Dialog.Title class="panel-title">{title}</Dialog.Title>
          <Dialog.CloseTrigger class="panel-close" aria-label="Close"><X size={20} /></Dialog.CloseTrigger>
        </header>
        {#if open}{@render children()}{/if}
      </Dialog.Content>
    </Dialog.Positioner>
  </Portal>
</Dialog>

<style>
  :global(.panel-backdrop) {
    position: fixed;
    inset: 0;
    z-index: 40;
    background: rgb(20 16 12 / 0.25);
  }
  :global(.panel-place) {
    position: fixed;
    inset: 0;
    z-index: 41;
    display: grid;
    place-items: center;
    padding: 1rem;
  }
  :global(.panel-side) {
    place-items: stretch end;
    padding: 0;
  }
  :global(.panel-box) {
    width: min(30rem, 100%);
    max-height: 100%;
    overflow: auto;
    padding: 1.25rem 1.5rem;
    border-radius: var(--radius-container);
    background: light-dark(#fff, var(--color-surface-900));
    box-shadow: 0 12px 48px rgb(20 16 12 / 0.3);
  }
  :global(.panel-side > .panel-box) {
    border-radius: 0;
  }
  header {
    display: flex;
    align-items: start;
    justify-content: space-between;
    gap: 1rem;
    margin-bottom: 0.75rem;
  }
  :global(.panel-title) {
    font-size: 1.25rem;
    font-weight: 700;
    line-height: 1.25;
  }
  :global(.panel-close) {
    padding: 0.4rem;
    margin: -0.25rem -0.4rem 0 0;
    cursor: pointer;
    border-radius: var(--radius-base);
  }
</style>
