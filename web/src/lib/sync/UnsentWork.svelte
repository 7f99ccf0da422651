<script lang="ts">
  import { useUnits } from '../bench/settings';
  import Problems from '../ui/Problems.svelte';
  import Clashes from './Clashes.svelte';
  import { live } from './live.svelte';
  import { unsent } from './unsent.svelte';
  import type { Work } from './work';
  import { changeWords, workWords } from './work-words';

  interface Props {
    /** A moment as it is written. */
    clock: (at: number) => string;
    /** When this page was kept on the device, epoch ms; null where the server answered. */
    kept: number | null;
  }

  /** Everything that was done on this device and is not sent yet, to be chosen between, or was refused. */
  let { clock, kept }: Props = $props();
  const units = useUnits();
  const cut = $derived(live.isCut || kept !== null);
  /** The fields of a bakehouse have words of their own. */
  const wordsOf = async (work: Work) =>
    work.kind === 'house'
      ? (await import('../bench/house/clash-words')).clashWords(work.doc)
      : changeWords(work);
  const writing = $derived({ clock, temperature: units.temperature });
</script>

{#if cut}
  <p>
    There is no line to Jovet{kept === null ? '' : `; this page is as it was at ${clock(kept / 1000)}`}. What
    you note on the Floor, in Water and in Cultures, type into sheets, and save in Orders and Bakehouse stays
    on this device and is sent later. Publishing and planning by the server wait until there is a line.
  </p>
{/if}
{#each unsent.clashing as { id, work, clashes } (id)}
  <section aria-label="Changed by two">
    <h3>{workWords(work, writing).join('; ')}</h3>
    {#await wordsOf(work) then words}
      <Clashes clashes={clashes ?? []} wordsOf={words} onchosen={(picks) => unsent.takeUp(id, picks)} />
    {/await}
  </section>
{/each}
{#if unsent.waiting.length > 0}
  <p>These are sent by themselves as soon as Jovet answers. You can close this page; they stay here.</p>
  <ul>
    {#each unsent.waiting as { id, work } (id)}{#each workWords(work, writing) as line, index (index)}<li>
          {line}
        </li>{/each}{/each}
  </ul>
  <button type="button" class="btn preset-filled" onclick={() => void unsent.run()}>Send now</button>
{/if}
{#each unsent.refused as { id, work, refused } (id)}
  <section class="notice">
    <p>{workWords(work, writing).join('; ')}</p>
    <Problems problems={refused ?? []} />
    <button type="button" class="btn preset-tonal" onclick={() => unsent.takeUp(id)}>Send once more</button>
    <button type="button" class="btn preset-tonal" onclick={() => unsent.leave(id)}
      >Take it off this list</button
    >
  </section>
{/each}

<style>
  p + p {
    margin-top: 0.75rem;
  }
  h3 {
    font-weight: 700;
  }
  ul {
    margin: 0.5rem 0;
    max-height: 50vh;
    overflow: auto;
  }
</style>
