<script lang="ts">
  import CloudOff from '@lucide/svelte/icons/cloud-off';
  import type { Event } from '@jovet/core/run';
  import Sheet from '../ui/Sheet.svelte';
  import { unsent } from './unsent.svelte';

  interface Props {
    /** A moment as it is written. */
    clock: (at: number) => string;
  }

  /** What was noted on this device and is not sent yet, or was refused: always in sight, and never lost by closing. */
  let { clock }: Props = $props();
  let open = $state(false);
  const said = $derived(
    unsent.waiting.length > 0
      ? `${unsent.waiting.length} not sent`
      : unsent.refused.length > 0
        ? `${unsent.refused.length} refused`
        : '',
  );

  const WORDS: Partial<Record<Event['happened']['kind'], string>> = {
    began: 'begun', ended: 'done', reading: 'reading', sign: 'sign', confirmed: 'confirmed', mishap: 'went wrong', 'taken-back': 'taken back',
  }; // prettier-ignore
  const wordsOf = ({ at, subject, happened }: Event): string =>
    `${clock(at)} ${subject.id.replaceAll('.', ' ')}: ${WORDS[happened.kind] ?? happened.kind}${happened.kind === 'reading' ? ` ${happened.quantity} ${happened.value}` : ''}`;
</script>

{#if said}
  <button
    type="button"
    class="unsent"
    title="Noted on this device, not kept by Jovet yet"
    onclick={() => (open = true)}
  >
    <CloudOff size={20} aria-hidden="true" /><span>{said}</span>
  </button>
{/if}
<Sheet open={open && said !== ''} title="Noted on this device" onclose={() => (open = false)}>
  {#if unsent.waiting.length > 0}
    <p>These are sent by themselves as soon as Jovet answers. You can close this page; they stay here.</p>
    <ul>
      {#each unsent.waiting as { id, events } (id)}{#each events as event (event.id)}<li>
            {wordsOf(event)}
          </li>{/each}{/each}
    </ul>
    <button type="button" class="btn preset-filled" onclick={() => void unsent.run()}>Send now</button>
  {/if}
  {#each unsent.refused as { id, events, refused } (id)}
    <section class="notice">
      <p>{events.map(wordsOf).join('; ')}</p>
      {#each refused ?? [] as { path, problem, remedy } (path)}<p>{problem} {remedy}</p>{/each}
      <button type="button" class="btn preset-tonal" onclick={() => unsent.leave(id)}
        >Take it off this list</button
      >
    </section>
  {/each}
</Sheet>

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
  ul {
    margin: 0.5rem 0;
    max-height: 50vh;
    overflow: auto;
  }
</style>
