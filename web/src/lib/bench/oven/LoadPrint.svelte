<script lang="ts">
  import { dialled, settingWords } from '@jovet/core/plan/explain';
  import { deckName, ovenOfLoad, type OvenDay, type OvenLoad } from '@jovet/core/plan/explain/oven';
  import { formatDate, localTime } from '@jovet/core/time';
  import { formatNumber, formatTemperature } from '@jovet/core/units';
  import { useUnits } from '../settings';
  import { deckWords } from './moments';

  /** The load sheet on paper, black on white. */
  let { oven, date, zone, stamp }: { oven: OvenDay; date: string; zone: string; stamp: string } = $props();

  const units = useUnits();
  const stone = (celsius: number) => formatTemperature(celsius, units.unit, 0);
  const dial = (load: OvenLoad) => dialled(ovenOfLoad(oven, load).dial, stone);
  const clock = (at: number) => localTime(at, zone).time;
  const lines = $derived(
    oven.loads.flatMap((load) => load.items.map((item, index) => ({ load, item, first: index === 0 }))),
  );
</script>

<section class="print-loads">
  <h1>Loads of {formatDate(date)}</h1>
  <p>{stamp}</p>
  <p>
    {#each oven.heatings as { from, to } (from)}Oven on at {clock(from)}, hot at {clock(to)}.
    {/each}
    {#each oven.chambers ?? [] as { task, name, celsius, at, out, until, decks } (task)}{name} stands warm{celsius ===
      null
        ? ''
        : ` at ${stone(celsius)}`} on {decks.map((deck) => deckName(oven, deck)).join(', ')} from {clock(at)} to
      {clock(out)}: hot no sooner than {clock(until)}.
    {/each}
  </p>
  <table>
    <thead>
      <tr>
        <th scope="col">Load</th><th scope="col">Stone</th><th scope="col">Decks</th><th scope="col"
          >Pieces</th
        >
        <th scope="col">Steam</th><th scope="col">Minutes</th><th scope="col">Out</th><th scope="col">Core</th
        >
        <th scope="col">Done</th>
      </tr>
    </thead>
    <tbody>
      {#each lines as { load, item, first } (item.load)}
        <tr class:first>
          <td>{first ? clock(load.at) : ''}</td>
          <td>{first ? dial(load)(load.loadAt) : ''}</td>
          <td>{deckWords(oven, load, item)}</td>
          <td>{item.pieces} {item.name}</td>
          <td>{item.profile.steam > 0 ? `${formatNumber(item.profile.steam, 0)} min` : 'none'}</td>
          <td
            >{formatNumber(item.profile.minutes, 0)}{#each item.profile.stages as stage (stage.from)}<br
              />from {clock(load.at + stage.from * 60)}: {settingWords(stage, dial(load))}{/each}</td
          >
          <td>{clock(item.outAt)}</td>
          <td>{stone(item.core[0])}</td>
          <td class="box"></td>
        </tr>
      {/each}
    </tbody>
  </table>
</section>

<style>
  .print-loads {
    display: none;
  }
  @media print {
    .print-loads {
      display: block;
      color: #000;
      background: #fff;
      font-size: 12pt;
    }
    h1 {
      font-size: 16pt;
      font-weight: 700;
    }
    table {
      width: 100%;
      margin-top: 8pt;
      border-collapse: collapse;
    }
    th,
    td {
      text-align: left;
      padding: 4pt 6pt 4pt 0;
      font-variant-numeric: tabular-nums;
    }
    tr.first td {
      border-top: 1px solid #000;
    }
    .box {
      border: 1px solid #000;
      width: 18pt;
    }
  }
</style>
