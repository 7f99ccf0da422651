<script lang="ts">
  import { formatDate, localTime } from '@jovet/core/time';
  import { formatMass, formatNumber } from '@jovet/core/units';
  import type { PlannedDay } from '@jovet/core/plan/explain';
  import type { TaskKind } from '@jovet/core/plan/network';
  import { kindWord } from './day-words';
  import { batchKey } from './label-codes';

  interface Props {
    day: PlannedDay;
    zone: string;
    date: string;
    /** Which plan it is, and of when. */
    stamp: string;
    what: 'people' | 'stations' | 'labels';
    /** For each label the picture of its code. */
    codes: ReadonlyMap<string, string>;
  }

  /** What hangs on the wall and sticks to the tubs: by person, by station, or labels. Hidden on the screen. */
  let { day, zone, date, stamp, what, codes }: Props = $props();
  const { view } = $derived(day);
  const ovens = $derived(day.input.bakehouse.floor.equipment.filter(({ kind }) => kind === 'oven'));
  const clock = (at: number) => localTime(at, zone).time;
  const dayOf = (at: number) => localTime(at, zone).date;

  const STATIONS = ['Mixing', 'Bench', 'Oven', 'Packing'] as const;
  const STATION: Readonly<Record<TaskKind, (typeof STATIONS)[number]>> = {
    feed: 'Mixing', soak: 'Mixing', weigh: 'Mixing', autolyse: 'Mixing', mix: 'Mixing', fold: 'Mixing',
    'lock-in': 'Bench', turn: 'Bench', divide: 'Bench', 'pre-shape': 'Bench', shape: 'Bench', assemble: 'Bench', fill: 'Bench', cut: 'Bench', thaw: 'Bench', move: 'Bench',
    score: 'Oven', bath: 'Oven', dip: 'Oven', wash: 'Oven', top: 'Oven', dock: 'Oven', stencil: 'Oven', heat: 'Oven', pan: 'Oven', load: 'Oven', look: 'Oven', out: 'Oven',
    unmould: 'Oven', brush: 'Oven', glaze: 'Oven', syrup: 'Oven', dust: 'Packing', cover: 'Packing', slice: 'Packing', wrap: 'Packing', freeze: 'Packing', pack: 'Packing',
  }; // prettier-ignore
  const dough = (row: number) => view.rows[row]?.name ?? '';
  /** Tasks, and between them what hangs on them at its own time. */
  const lines = $derived(
    [
      ...view.tasks.map((task) => ({
        id: task.id, at: task.start, kind: task.note.kind, what: kindWord(task.note),
        name: `${task.note.pieces === null ? '' : `${task.note.pieces} `}${task.note.name}`,
        more: `${task.where ?? ''}${task.note.batch === null ? '' : `, batch ${task.note.batch}`}${dough(task.row) === task.note.name ? '' : ` (${dough(task.row)})`}`,
        people: task.people, by: task.note.done ? 'done' : task.people.join(', '), mass: task.note.mass,
      })),
      ...day.reminders.flatMap((reminder) => {
        const task = view.tasks.find(({ index }) => index === reminder.task);
        return task
          ? [
              {
                id: `${task.id} ${reminder.kind} ${reminder.what}`, at: reminder.at, kind: task.note.kind, what: `${reminder.what}:`,
                name: task.note.name, more: '', people: reminder.who === null ? [] : [reminder.who], by: reminder.who ?? 'nobody is free', mass: null,
              },
            ]
          : [];
      }),
    ].sort((a, b) => a.at - b.at),
  ); // prettier-ignore
  const sheets = $derived(
    (what === 'stations'
      ? STATIONS.map((name) => ({ name, tasks: lines.filter(({ kind }) => STATION[kind] === name) }))
      : day.people.map((name) => ({ name, tasks: lines.filter(({ people }) => people.includes(name)) }))
    ).filter(({ tasks }) => tasks.length > 0),
  );
</script>

{#if what === 'labels'}
  <section class="print-day labels" aria-hidden="true">
    {#each day.labels as label (`${label.key} ${label.batch}`)}
      {#each Array.from({ length: label.tubs }, (_, index) => index + 1) as tub (tub)}
        <article>
          <div>
            <h2>{label.dough}</h2>
            <p class="which">
              {#if label.batches > 1}Batch {label.batch} of {label.batches},{/if}
              tub {tub} of {label.tubs} · {formatMass(label.mass, 'kg', 1)}
            </p>
            <p class="time">
              {label.then === 'move' ? 'Carry over' : label.laminated ? 'Lock in' : 'Cut'}
              {localTime(label.over, zone).weekday.slice(0, 3)} <b>{clock(label.over)}</b>
            </p>
            <p>
              Mixed {clock(label.mixed)} at {formatNumber(label.start, 1)} cm,
              <span class="together">ready at <b>{formatNumber(label.height, 1)} cm</b></span>
            </p>
            <p>
              {label.tubs > 1 ? `${label.tubs} tubs make ` : ''}{label.pieces
                .map(({ name, pieces, mass }) => `${pieces} × ${formatMass(mass, 'g', 0)} ${name}`)
                .join(', ')}
            </p>
            {#if label.allergens}<p class="small">{label.allergens}</p>{/if}
            <p class="small">For {formatDate(date)} · {stamp}</p>
          </div>
          <!-- eslint-disable-next-line svelte/no-at-html-tags -- drawn here from an address of our own -->
          <span class="code">{@html codes.get(batchKey(label)) ?? ''}</span>
        </article>
      {/each}
    {/each}
  </section>
{:else}
  <section class="print-day" aria-hidden="true">
    {#each sheets as { name, tasks } (name)}
      <article class="sheet-of">
        <table>
          <!-- The head of a table stands on each of its pages. -->
          <thead>
            <tr>
              <th colspan="4">
                <header>
                  <h1>{name}</h1>
                  <p>{day.input.bakehouse.name}, for {formatDate(date)} · {stamp}</p>
                </header>
              </th>
            </tr>
          </thead>
          <tbody>
            {#if name === 'Oven'}
              {#each view.heating as { oven = 0, from, to } (`${oven} ${from}`)}
                <tr>
                  <td colspan="4">
                    {ovens[oven]?.name ?? 'Oven'} on at <b>{clock(from)}</b> on {formatDate(dayOf(from))},
                    first load {clock(to)}.
                  </td>
                </tr>
              {/each}
            {/if}
            {#each tasks as task, index (task.id)}
              {#if index === 0 || dayOf(task.at) !== dayOf(tasks[index - 1]?.at ?? 0)}
                <tr><th colspan="4" class="on">{formatDate(dayOf(task.at))}</th></tr>
              {/if}
              <tr>
                <td class="at">{clock(task.at)}</td>
                <td
                  >{task.what} <b>{task.name}</b>{task.more}{what === 'stations'
                    ? ` — ${task.by}`
                    : task.people.length > 1
                      ? ` with ${task.people.filter((each) => each !== name).join(', ')}`
                      : ''}</td
                >
                <td class="figure">{task.mass === null ? '' : formatMass(task.mass, 'kg', 1)}</td>
                <td class="tick">☐</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </article>
    {/each}
  </section>
{/if}

<style>
  .print-day {
    display: none;
  }
  @media print {
    .print-day {
      display: block;
      color: #000;
      background: #fff;
      font-size: 10.5pt;
    }
    .sheet-of + .sheet-of {
      break-before: page;
    }
    thead th {
      font-weight: inherit;
    }
    tr {
      break-inside: avoid;
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: baseline;
      border-bottom: 1.5pt solid #000;
      margin-bottom: 3mm;
    }
    h1 {
      font-size: 18pt;
      font-weight: 700;
    }
    table {
      width: 100%;
    }
    td {
      border-bottom: 0.5pt solid #999;
      padding: 1.2mm 2mm 1.2mm 0;
    }
    .on {
      text-align: left;
      padding-top: 3mm;
    }
    .at {
      font-family: var(--figures);
      font-size: 12pt;
      font-weight: 700;
      width: 15mm;
    }
    .figure {
      font-family: var(--figures);
      text-align: right;
      white-space: nowrap;
    }
    .tick {
      width: 8mm;
      text-align: right;
    }
    .labels {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 4mm;
      padding: 0 0.5mm;
    }
    .labels article {
      display: flex;
      justify-content: space-between;
      gap: 3mm;
      padding: 3mm;
      border: 0.7pt solid #000;
      break-inside: avoid;
    }
    .labels h2 {
      font-size: 15pt;
      font-weight: 700;
      line-height: 1.1;
    }
    .time {
      font-size: 15pt;
    }
    .together {
      white-space: nowrap;
    }
    .small {
      font-size: 9pt;
    }
    .code {
      flex: 0 0 22mm;
    }
    .code :global(svg) {
      width: 22mm;
      height: 22mm;
    }
  }
</style>
