<script lang="ts">
  import Thermometer from '@lucide/svelte/icons/thermometer';
  import { deviceSource, type DeviceReport, type Freshness } from '@jovet/core/mix';
  import { onMount } from 'svelte';
  import Panel from '../ui/Panel.svelte';
  import { timeNow } from './clock';
  import { watchInstruments } from './instruments';
  import { useUnits } from './settings';

  /** The instruments of the bakehouse: how many speak, in every room; pressed, what each says. */
  let { clock }: { clock: (at: number) => string } = $props();
  const units = useUnits();
  const WORDS: Record<Freshness, string> = { fresh: '', stale: 'Quiet for a while', silent: 'Silent' };
  let devices = $state.raw<readonly DeviceReport[]>([]);
  let now = $state(timeNow());
  let open = $state(false);
  onMount(() =>
    watchInstruments((said, at) => {
      now = at;
      devices = said ?? devices;
    }, true),
  );
  const rows = $derived(devices.map((each) => ({ ...each, fresh: deviceSource(each).freshness(now) })));
  const silent = $derived(rows.filter(({ fresh }) => fresh !== 'fresh').length);
  const said = $derived(silent > 0 ? `${silent} silent` : String(rows.length));
</script>

{#if rows.length > 0}
  <button
    type="button"
    class:silent
    aria-label={`Instruments: ${silent > 0 ? said : `${said} speak`}`}
    title="What the instruments say"
    onclick={() => (open = true)}
  >
    <Thermometer size={16} aria-hidden="true" />{said}
  </button>
{/if}
<Panel {open} title="What the instruments say" onclose={() => (open = false)}>
  <table>
    <thead
      ><tr><th>Instrument</th><th>It is in</th><th class="figure">Reads</th><th>At</th><th></th></tr></thead
    >
    <tbody>
      {#each rows as { instrument, spot, last, fresh } (instrument + spot)}
        <tr>
          <td>{instrument}</td>
          <td>{spot === 'core' ? 'the dough' : `the ${spot}`}</td>
          <td class="figure">{last ? units.temperature(last.value) : 'nothing yet'}</td>
          <td>{last ? clock(last.at) : ''}</td>
          <td>{WORDS[fresh]}</td>
        </tr>
      {/each}
    </tbody>
  </table>
</Panel>

<style>
  button {
    display: flex;
    align-items: center;
    gap: 0.2rem;
    min-height: 1.75rem;
    padding-inline: 0.4rem;
    border-radius: var(--radius-base);
    font-size: 0.8125rem;
    cursor: pointer;
  }
  button.silent {
    font-weight: 700;
    color: light-dark(var(--color-error-700), var(--color-error-300));
  }
  th,
  td {
    padding: 0.4rem 0.9rem 0.4rem 0;
    text-align: left;
  }
  .figure {
    text-align: right;
    font-family: var(--figures);
  }
</style>
