<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { v7 as uuid } from 'uuid';
  import { bulkShift, bulkShiftSentence } from '@jovet/core/dough';
  import {
    answerMix,
    deviceSource,
    effectiveReadings,
    mixWorkings,
    outcomeOf,
    TYPED,
    typedSource,
    type DeviceReport,
    type MixDoc,
    type MixReading,
  } from '@jovet/core/mix';
  import { asMixed, frictionFor, frictionOfLog, lotsOfLog, type LoggedMix } from '@jovet/core/mix/record';
  import { formatDate, localTime } from '@jovet/core/time';
  import ChartLine from '@lucide/svelte/icons/chart-line';
  import Plus from '@lucide/svelte/icons/plus';
  import Settings from '@lucide/svelte/icons/settings-2';
  import type { PlannedMix } from '@jovet/core/plan/explain';
  import { timeNow } from '../clock';
  import type { House } from '../../server/database/house';
  import { methodChooser } from './method-chooser';
  import type { StoredMix } from '../../server/database/mix';
  import { enterMovesOn } from '../../ui/enter-moves-on';
  import Panel from '../../ui/Panel.svelte';
  import ToolButton from '../../ui/ToolButton.svelte';
  import Problems from '../../ui/Problems.svelte';
  import { watchInstruments } from '../instruments';
  import RoomHead from '../../room/RoomHead.svelte';
  import { provideOpener } from '../opener';
  import { ask } from '../../sync/ask';
  import { unsent } from '../../sync/unsent.svelte';
  import { useUnits } from '../settings';
  import WorkingPanel from '../WorkingPanel.svelte';
  import AddMix from './AddMix.svelte';
  import AfterMix from './AfterMix.svelte';
  import { dayMixes, isClosed, mixesWith, nextMix, type DayMix } from './day-mixes';
  import HeatLedger from './HeatLedger.svelte';
  import MixLogPanel from './MixLogPanel.svelte';
  import MixStrip from './MixStrip.svelte';
  import PourAnswer from './PourAnswer.svelte';
  import ReadingsPanel from './ReadingsPanel.svelte';
  import WaterHouse from './WaterHouse.svelte';
  import WaysPanel from './WaysPanel.svelte';
  import WeighList from './WeighList.svelte';

  interface Props {
    /** Local date of the bake day, and of today. */
    date: string;
    today: string;
    house: House;
    /** The plan of the day: its number, null while nobody has saved it, and its mixes. */
    planned: { readonly n: number | null; readonly mixes: readonly PlannedMix[] } | null;
    kept: readonly StoredMix[];
    dropped: readonly string[];
    log: readonly LoggedMix[];
    /** Who works here. */
    by: string;
    onhouse: () => void;
  }

  /** The room Water: the mixes of the day, what to pour for each, and how it came out. */
  let { date, today, house, planned, kept, dropped, log: opening, by, onhouse }: Props = $props();
  const units = useUnits();

  const KINDS = ['mix-begun', 'mix-changed', 'mix-dropped', 'mix-reading'] as const;
  /** Typing on is one change. */
  const CALM_MS = 300;
  /** As the server has them; what is on its way stands in them as well. */
  let stored = $state.raw(untrack(() => kept));
  let gone = $state.raw(untrack(() => dropped));
  // What others did is read again.
  $effect(() => void ([stored, gone, log] = [kept, dropped, opening]));
  const here = $derived(mixesWith(stored, gone, unsent.of(...KINDS), date, by));
  const mixes = $derived(dayMixes(date, here.mixes, here.dropped, planned?.mixes ?? []));
  const keeping = $derived(unsent.keeping(...KINDS));
  let log = $state.raw(untrack(() => opening));
  let chosenId = $state(untrack(() => nextMix(mixes)?.id ?? ''));
  let now = $state(Math.floor(timeNow()));
  let devices = $state.raw<readonly DeviceReport[]>([]);
  let wrong = $state.raw<Readonly<Record<string, string>>>({});
  let path = $state<string[]>([]);
  let panel = $state<'add' | 'ways' | 'log' | 'house' | null>(null);
  let factor = $state<string | null>(null);
  provideOpener((key) => (path = [key]));

  const index = $derived(mixes.findIndex(({ id }) => id === chosenId));
  const mix = $derived(mixes[index]);
  const earlier = $derived(mixes.slice(0, Math.max(0, index)));
  /** A mix that is done is judged by what was known before it. */
  const doneAt = $derived(mix ? (effectiveReadings(mix.readings).get('dough')?.at ?? Infinity) : Infinity);
  const history = $derived(frictionOfLog(log).filter(({ id, at }) => id !== chosenId && at < doneAt));
  const answered = $derived(mix ? answerMix(mix, earlier, history, now) : null);
  const answer = $derived(answered?.ok ? answered.value : null);
  const outcome = $derived(mix && answer ? outcomeOf(mix.id, mix, answer) : null);
  const mixed = $derived(answer ? asMixed(answer.scaled, answer.doc) : null);
  const lots = $derived(lotsOfLog(log));
  const workings = $derived(path.length > 0 && answer ? mixWorkings(answer) : {});
  const probe = $derived(devices.find(({ spot }) => spot !== 'air'));
  const learned = $derived(
    outcome && answer
      ? frictionFor([...history, outcome.record], answer.doc.mixer, answer.doc.programme, outcome.record.load)
          .value
      : null,
  );
  /** What a dough temperature does to the bulk of this mix. */
  function meaningOf(fdt: number): string {
    const [tub] = house.tubs;
    if (!answer || !tub) return '';
    const batch = { doc: answer.doc, tub, vigour: house.bakehouse.vigour };
    return bulkShiftSentence(bulkShift(batch, fdt, answer.temperatures.room), units.unit);
  }
  const forecastMeaning = $derived(
    answer && Math.abs(answer.water.fdt - answer.doc.ddt) > 0.05 ? meaningOf(answer.water.fdt) : '',
  );
  const jugMeaning = $derived(answer?.jug ? meaningOf(answer.jug.fdt) : '');
  const meaning = $derived(outcome ? meaningOf(outcome.fdt) : '');

  const clock = (epoch: number) => localTime(epoch, house.bakehouse.zone).time;

  // ── keeping ─────────────────────────────────────────────────────────────────────────────────────────────────────

  /** How a mix stands on the server, as far as it is known here. */
  const baseOf = (id: string) => {
    const known = stored.find((each) => each.id === id);
    return known ? { value: known.doc, rev: known.rev } : null;
  };
  onMount(() =>
    unsent.listen((work, stands, done) => {
      if (!KINDS.some((kind) => kind === work.kind)) return;
      const fresh = stands as StoredMix | null;
      if (work.kind === 'mix-dropped' && done) {
        stored = stored.filter(({ id }) => id !== work.id);
        gone = [...gone, work.id];
      } else if (fresh) {
        const known = stored.some(({ id }) => id === fresh.id);
        stored = known ? stored.map((each) => (each.id === fresh.id ? fresh : each)) : [...stored, fresh];
        if (isClosed(fresh)) void readLog();
      }
    }),
  );
  /** A planned mix is begun with the first thing that is done to it. */
  function ensureBegun(of: DayMix) {
    if (of.rev === 0) unsent.add({ kind: 'mix-begun', id: of.id, date, doc: of.doc });
  }
  function change(doc: MixDoc) {
    if (!mix) return;
    ensureBegun(mix);
    unsent.add(
      { kind: 'mix-changed', id: mix.id, doc },
      baseOf(mix.id) ?? { value: mix.doc, rev: 1 },
      CALM_MS,
    );
  }
  function addReading(of: string, taken: Omit<MixReading, 'id' | 'factor'>) {
    if (!mix) return;
    ensureBegun(mix);
    // What was poured stands with the record: later mixes teach another answer.
    if (of === 'dough' && answer && answer.doc.poured === null)
      change({ ...answer.doc, poured: answer.water.poured.portions.map((each) => ({ ...each })) });
    unsent.add({ kind: 'mix-reading', id: mix.id, reading: { id: uuid(), factor: of, ...taken } });
  }
  async function readLog() {
    const answer = await ask('GET /mix-log', {});
    if (answer.kind === 'done') log = answer.value.mixes;
  }

  /** Typed into a dial. */
  function enter(of: string, text: string): boolean {
    const taken = typedSource(text, units.unit, of === 'room' ? 'air' : 'core').take(now);
    const { [of]: _, ...others } = wrong;
    if (!taken.ok) {
      wrong = { ...others, [of]: `${taken.problems[0]?.problem} ${taken.problems[0]?.remedy}` };
      return false;
    }
    wrong = others;
    const { value, at } = taken.value;
    addReading(of, {
      value,
      at,
      instrument: TYPED,
      spot: of === 'room' ? 'air' : 'core',
      offset: 0,
      corrects: null,
    });
    return true;
  }
  function take(of: string, device: DeviceReport) {
    const taken = deviceSource(device).take(now);
    const { [of]: _, ...others } = wrong;
    if (!taken.ok) {
      wrong = { ...others, [of]: `${taken.problems[0]?.problem} ${taken.problems[0]?.remedy}` };
      return;
    }
    wrong = others;
    const { instrument, spot } = device;
    addReading(of, { ...taken.value, instrument, spot, offset: 0, corrects: null });
  }
  function addMixes(docs: readonly MixDoc[]) {
    const made = docs.map((doc) => ({ id: uuid(), doc }));
    for (const each of made) unsent.add({ kind: 'mix-begun', date, ...each });
    choose(made[0]?.id ?? chosenId);
    panel = null;
  }
  function drop() {
    if (!mix) return;
    ensureBegun(mix);
    unsent.add({ kind: 'mix-dropped', id: mix.id }, baseOf(mix.id) ?? { value: mix.doc, rev: 1 });
    choose(nextMix(mixes)?.id ?? '');
  }
  function choose(id: string) {
    chosenId = id;
    wrong = {};
  }

  onMount(() => {
    return watchInstruments((said, at) => {
      now = at;
      devices = said ?? devices.map((each) => ({ ...each, last: null }));
    });
  });

  const chooseMethod = untrack(() => methodChooser(house.bakehouse.waterMethod, () => onhouse()));
  /** Goes to the next mix, or the one before. */
  const to = (by: number) =>
    choose(mixes[Math.min(Math.max(index + by, 0), mixes.length - 1)]?.id ?? chosenId);
  /** Takes what the instrument says into the field that is typed into. */
  function takeInto() {
    const field = document.activeElement;
    const named = field instanceof HTMLInputElement ? /^factor\.(.+)$/.exec(field.name)?.[1] : undefined;
    const device = devices.find(({ spot }) => (named === 'room' ? spot === 'air' : spot !== 'air'));
    if (named && device) take(named, device);
  }
  const actions = { anywhere: { pagedown: () => to(1), pageup: () => to(-1), 'ctrl enter': takeInto } };
  const KEYS = [
    ['Enter', 'take what is typed and go to the next reading'],
    ['Ctrl Enter', 'take what the instrument says'],
    ['PageDown, PageUp', 'next mix, mix before'],
    ['Tab, Enter', 'reach any computed number and show its working'],
    ['?', 'these keys'],
  ] as const;
  const said = $derived(
    devices
      .map((device) => {
        const fresh = deviceSource(device).freshness(now);
        if (fresh === 'fresh' && device.last)
          return `${device.instrument} ${units.temperature(device.last.value)}`;
        return `${device.instrument} ${fresh === 'stale' ? 'quiet for a while' : 'silent'}`;
      })
      .join(' · '),
  );
</script>

<div class="room">
  <RoomHead
    title="Water"
    standing={said || 'No instrument; type what you read'}
    {actions}
    keys={KEYS}
    {keeping}
  >
    {#snippet about()}
      <p class="when">
        {date === today ? 'Today' : formatDate(date)}{planned
          ? planned.n === null
            ? ', first plan, not saved'
            : `, plan ${planned.n}`
          : ''}
      </p>
    {/snippet}
    <ToolButton onclick={() => (panel = 'log')}><ChartLine size={20} /> Last mixes</ToolButton>
    <ToolButton onclick={() => (panel = 'house')}><Settings size={20} /> Programmes and water</ToolButton>
    <ToolButton onclick={() => (panel = 'add')}><Plus size={20} /> Add a mix</ToolButton>
  </RoomHead>

  {#if mixes.length > 0}<MixStrip {mixes} {chosenId} {clock} onchoose={choose} ondrop={drop} />{/if}
  {#if mix && answer && mixed}
    <div class="body">
      <div class="left">
        <form {@attach enterMovesOn} onsubmit={(event) => event.preventDefault()}>
          {#key mix.id}
            <HeatLedger
              {answer}
              {devices}
              {now}
              {wrong}
              {clock}
              onenter={enter}
              ontake={take}
              onreadings={(of) => (factor = of)}
            />
          {/key}
        </form>
        <section class="weigh" aria-labelledby="weigh-title">
          <h2 id="weigh-title">Weigh for this mix</h2>
          <p class="mind">
            Tip flour low and slowly: its dust harms the lungs and can burn. Local rules and trained people
            decide.
          </p>
          <WeighList {answer} />
        </section>
      </div>
      <div class="right">
        <PourAnswer {answer} meaning={forecastMeaning} {jugMeaning} onways={() => (panel = 'ways')} />
        {#key mix.id}
          <AfterMix
            {answer}
            {outcome}
            {meaning}
            {learned}
            {mixed}
            {probe}
            {now}
            {wrong}
            {lots}
            onenter={enter}
            ontake={take}
            onreadings={(of) => (factor = of)}
            onchange={change}
          />
        {/key}
      </div>
    </div>
  {:else if mix && answered && !answered.ok}
    <Problems notice problems={answered.problems.slice(0, 1)} />
  {:else}
    <p class="empty">
      Nothing is planned for this day. Enter its <a href={`/plan/orders/${date}`}>orders</a> and its mixes stand
      here in order; or put one on it by hand.
    </p>
    <p><button type="button" class="btn preset-filled" onclick={() => (panel = 'add')}>Add a mix</button></p>
  {/if}
</div>

<WorkingPanel {workings} bind:path />
<Panel open={panel === 'add'} title="Add a mix" onclose={() => (panel = null)}>
  <AddMix bakehouse={house.bakehouse} mixers={house.mixers} formulas={house.formulas} onadd={addMixes} />
</Panel>
<Panel open={panel === 'ways'} title="Three ways to the water" side onclose={() => (panel = null)}>
  {#if answer}<WaysPanel
      {answer}
      method={answer.doc.method}
      onmethod={(method) => {
        change({ ...answer.doc, method });
        void chooseMethod(method);
      }}
    />{/if}
</Panel>
<Panel open={panel === 'log'} title="How the last mixes came out" side onclose={() => (panel = null)}>
  <MixLogPanel {log} mixers={house.mixers} {clock} />
</Panel>
<Panel open={panel === 'house'} title="Programmes and water" side onclose={() => (panel = null)}>
  <WaterHouse {house} onsaved={() => ((panel = null), onhouse())} />
</Panel>
<Panel open={factor !== null} title="Readings" onclose={() => (factor = null)}>
  {#if factor !== null && mix}
    {@const of = factor}
    <ReadingsPanel
      readings={mix.readings.filter((each) => each.factor === of)}
      {clock}
      {now}
      onadd={(taken) => addReading(of, taken)}
    />
  {/if}
</Panel>

<style>
  .room {
    display: grid;
    gap: 0.6rem;
    padding: 0.75rem 1.5rem 1.5rem;
  }
  .body {
    display: grid;
    grid-template-columns: minmax(0, 1.62fr) minmax(0, 1fr);
    gap: 2rem;
    align-items: start;
  }
  .right {
    display: grid;
    gap: 0.9rem;
  }
  .weigh {
    max-width: 26.5rem;
    margin-top: 1.2rem;
  }
  .weigh h2 {
    font-weight: 700;
  }
  .empty a {
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
  .empty {
    margin-top: 1.5rem;
    font-size: 1.25rem;
  }
  @media (max-width: 900px) {
    .room {
      padding: 0.5rem 1rem 1rem;
    }
    .body {
      grid-template-columns: minmax(0, 1fr);
      gap: 1rem;
    }
    .left,
    .right {
      display: contents;
    }
    .weigh {
      order: 1;
    }
    .body :global(.pour) {
      order: -1;
    }
  }
</style>
