<script lang="ts" module>
  export const bringInWork = () => import('./UnsentWork.svelte');
</script>

<script lang="ts">
  import CloudOff from '@lucide/svelte/icons/cloud-off';
  import Panel from '../ui/Panel.svelte';
  import { live } from './live.svelte';
  import { unsent } from './unsent.svelte';

  interface Props {
    /** A moment as it is written. */
    clock: (at: number) => string;
    /** When this page was kept on the device, epoch ms; null where the server answered. */
    kept: number | null;
  }

  /** What was done on this device and is not sent yet, or was refused: always in sight, and never lost by closing. */
  let { clock, kept }: Props = $props();
  let open = $state(false);
  const cut = $derived(live.isCut || kept !== null);
  const said = $derived(
    unsent.clashing.length > 0
      ? `${unsent.clashing.length} to choose`
      : unsent.waiting.length > 0
        ? `${unsent.waiting.length} not sent`
        : unsent.refused.length > 0
          ? `${unsent.refused.length} refused`
          : cut
            ? 'No line'
            : '',
  );
  // Whoever did it stands here now: it is asked at once.
  $effect(() => {
    if (unsent.clashing.length > 0) open = true;
    else if (unsent.all.length === 0 && !cut) open = false;
  });
</script>

{#if said}
  <button
    type="button"
    class="unsent"
    title="Done on this device, not saved in Jovet yet"
    onclick={() => (open = true)}
  >
    <CloudOff size={20} aria-hidden="true" /><span>{said}</span>
  </button>
{/if}
<Panel open={open && said !== ''} title="Done on this device" onclose={() => (open = false)}>
  {#await bringInWork() then { default: UnsentWork }}<UnsentWork {clock} {kept} />{/await}
</Panel>

<style>
  .unsent {
    display: grid;
    justify-items: center;
    gap: 0.1rem;
    width: 4.5rem;
    padding: 0.4rem 0;
    font-size: 0.75rem;
    font-weight: 700;
    cursor: pointer;
  }
  @media (max-width: 640px) {
    .unsent {
      grid-auto-flow: column;
      align-items: center;
      gap: 0.3rem;
      width: auto;
      min-height: 2.5rem;
      padding: 0 0.5rem;
    }
  }
</style>
