<script lang="ts">
  import { onMount, tick, untrack } from 'svelte';
  import { v7 as uuid } from 'uuid';
  import { buildWorkings, type Build, type Culture, type Sign } from '@jovet/core/culture';
  import { followBuilds, observedHours, standingOf, type KeptBuild } from '@jovet/core/culture/followed';
  import type { PlannedFeeding } from '@jovet/core/culture/feeding';
  import type { DeviceReport } from '@jovet/core/mix';
  import type { PlannedBuild } from '@jovet/core/plan/explain';
  import { localTime } from '@jovet/core/time';
  import { quantity, type Workings } from '@jovet/core/working';
  import ListOrdered from '@lucide/svelte/icons/list-ordered';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Plus from '@lucide/svelte/icons/plus';
  import ChartSpline from '@lucide/svelte/icons/chart-spline';
  import Layers from '@lucide/svelte/icons/layers';
  import GitBranch from '@lucide/svelte/icons/git-branch';
  import { timeNow } from '../clock';
  import type { StoredBuild, StoredCulture } from '../../server/database/culture';
  import type { House } from '../../server/database/house';
  import Panel from '../../ui/Panel.svelte';
  import ToolButton from '../../ui/ToolButton.svelte';
  import { watchInstruments } from '../instruments';
  import RoomHead from '../../room/RoomHead.svelte';
  import { provideOpener } from '../opener';
  import { unsent } from '../../sync/unsent.svelte';
  import { useUnits } from '../settings';
  import WorkingPanel from '../WorkingPanel.svelte';
  import PlanNeeds from './PlanNeeds.svelte';
  import BuildCurve from './BuildCurve.svelte';
  import BuildLog from './BuildLog.svelte';
  import CultureForm from './CultureForm.svelte';
  import AdvicePart from './AdvicePart.svelte';
  import BuildPanel from './BuildPanel.svelte';
  import { culturesAfter, culturesWith, CULTURE_WORK } from './culture-work';
  import CultureShelf from './CultureShelf.svelte';
  import { vigourText } from './culture-words';
  import FamilyTree from './FamilyTree.svelte';
  import FeedSentence from './FeedSentence.svelte';
  import ForecastDesk from './ForecastDesk.svelte';
  import Diary from './Diary.svelte';
  import DiaryLog from './DiaryLog.svelte';
  import Nursery from './Nursery.svelte';
  import StagesPanel from './StagesPanel.svelte';
  import SignPad from './SignPad.svelte';

  interface Props {
    kept: readonly StoredCulture[];
    house: House;
    /** The plan that needs are of, and what it takes from which culture. */
    day: { readonly date: string; readonly n: number | null } | null;
    needs: readonly (PlannedBuild & { readonly culture: string | null })[];
    /** Who works here. */
    by: string;
  }

  /** The room Cultures: how each stands, when it is ripe, when it is fed. */
  let { kept, house, day, needs, by }: Props = $props();
  const units = useUnits();
  const zone = $derived(house.bakehouse.zone);

  /** As the server has them; what is on its way stands in them as well. */
  let stored = $state.raw(untrack(() => kept));
  // What others did is read again.
  $effect(() => void (stored = kept));
  const cultures = $derived(culturesWith(stored, unsent.of(...CULTURE_WORK), by));
  const keeping = $derived(unsent.keeping(...CULTURE_WORK));
  let chosenId = $state(untrack(() => kept[0]?.id ?? ''));
  let now = $state(Math.floor(timeNow()));
  let devices = $state.raw<readonly DeviceReport[]>([]);
  let said = $state('');
  let panel = $state<'log' | 'edit' | 'new' | 'desk' | 'stages' | 'diary' | 'days' | 'tree' | null>(null);
  let feeding = $state(false);
  let sour = $state(false);
  let path = $state<string[]>([]);
  let feedWorkings = $state.raw<Workings>({});
  provideOpener((key) => (path = [key]));

  const clock = (epoch: number) => localTime(epoch, zone).time;
  const hourOf = (epoch: number) => localTime(epoch, zone).hour;
  const keptBuild = ({ id, parent, build, signs }: StoredBuild): KeptBuild => ({ id, parent, build, signs });
  /** Each culture with its builds on their course. */
  const followed = $derived(
    cultures.map((stored) => {
      const { vigour, builds } = followBuilds(stored.culture, stored.builds.map(keptBuild), hourOf);
      const last = builds.at(-1);
      const active = last && last.endedAt === null ? last : null;
      return { stored, vigour, builds, active };
    }),
  );
  /** What the plan takes and has not been fed yet. */
  const open = $derived.by(() => {
    const done = cultures.flatMap(({ builds }) =>
      builds.flatMap(({ build }) => (build.plan?.date === day?.date ? (build.plan?.task ?? []) : [])),
    );
    return needs.filter(({ task }) => !done.includes(task));
  });
  const chosen = $derived(followed.find(({ stored }) => stored.id === chosenId) ?? followed[0]);
  const culture = $derived(chosen?.stored.culture);
  /** The one that is fed for first. */
  let feedFor = $state<string | null>(null);
  const needed = $derived(
    open
      .filter((need) => need.culture === culture?.slug)
      .sort((a, b) => Number(b.task === feedFor) - Number(a.task === feedFor)),
  );
  const active = $derived(chosen?.active ?? null);
  /** Since when it is raised from nothing, while it is no culture yet. */
  const young = $derived(culture?.nursery && culture.nursery.until === null ? culture.nursery.from : null);
  const standing = $derived(culture && active ? standingOf(culture, active, now) : null);
  const probe = $derived(devices.find(({ spot }) => spot !== 'air'));
  const clockQuantity = (epoch: number) =>
    quantity((epoch - (now - localTime(now, zone).hour * 3600)) / 60, 'clock', 0);
  const workings = $derived.by((): Workings => {
    if (path.length === 0 || !culture || !chosen) return {};
    return {
      ...feedWorkings,
      ...(active && standing ? buildWorkings(culture, active, standing, chosen.vigour, clockQuantity) : {}),
    };
  });
  const stands = $derived.by(() => {
    if (!culture) return 20;
    const { around } = culture.place;
    return typeof around === 'number' ? around : (around.coldest + around.warmest) / 2;
  });
  /** Time-only cultures, of fruit or flowers, have no forecast. */
  const forecast = $derived(culture?.of !== 'no-flour');

  onMount(() =>
    unsent.listen(
      (work, stands, done) => (stored = culturesAfter(stored, work, stands as StoredCulture | null, done)),
    ),
  );
  /** How a culture stands on the server, as far as it is known here. */
  function baseOf(id: string) {
    const known = stored.find((each) => each.id === id) ?? cultures.find((each) => each.id === id);
    return known ? { value: known.culture, rev: known.rev } : null;
  }
  function unfed(id: string) {
    const fed = chosen?.stored.builds.find((each) => each.id === id);
    if (chosen && fed)
      unsent.add({ kind: 'unfed', id, culture: chosen.stored.id }, { value: fed.build, rev: fed.rev });
  }

  function fed(plan: PlannedFeeding, need: PlannedBuild | null) {
    if (!chosen || !culture) return;
    const LATE = 5 * 60;
    const at = plan.feedAt > now || Math.abs(plan.feedAt - now) <= LATE ? now : plan.feedAt;
    const build: Build = {
      schema: 1,
      at,
      seed: plan.amounts.seed,
      flour: plan.amounts.flour,
      water: plan.amounts.water,
      temperature: plan.feeding.celsius,
      place:
        Math.abs(plan.feeding.celsius - stands) < 0.6
          ? culture.place
          : { name: `${units.temperature(plan.feeding.celsius)}`, around: plan.feeding.celsius },
      vessel: culture.vessel,
      seedPopulation: 0.7,
      wanted: plan.ready.best,
      note: '',
      plan: need && day ? { date: day.date, task: need.task } : null,
    };
    feedWith(build, chosen.builds.at(-1)?.id ?? null);
  }
  function feedWith(build: Build, parent: string | null) {
    if (!chosen) return;
    unsent.add({ kind: 'fed', id: uuid(), culture: chosen.stored.id, parent, build });
    feeding = false;
    said = `Noted: fed at ${clock(build.at)}.`;
  }
  async function beginFeeding() {
    feeding = true;
    await tick();
    document.querySelector<HTMLInputElement>('[name="feed.ready"]')?.focus();
  }
  function sign(sign: Sign, buildId = active?.id, corrects: string | null = null) {
    if (!chosen || buildId === undefined) return;
    const before = active?.ripe.best.at ?? null;
    const seen = { id: uuid(), at: now, sign, corrects };
    unsent.add({ kind: 'sign', id: buildId, culture: chosen.stored.id, seen });
    const after = active?.ripe.best.at ?? null;
    said =
      before !== null && after !== null && Math.abs(after - before) >= 60
        ? `Noted. It is ripe at ${clock(after)} instead of ${clock(before)}.`
        : 'Noted.';
  }
  function takeBack(signId: string, buildId: string) {
    const of = chosen?.stored.builds.find(({ id }) => id === buildId);
    const seen = of?.signs.find(({ id }) => id === signId);
    if (seen) sign({ kind: 'nothing' }, buildId, signId);
  }
  function keep(next: Culture, id: string | null) {
    if (id === null) {
      const made = uuid();
      unsent.add({ kind: 'culture-begun', id: made, doc: next });
      choose(made);
    } else unsent.add({ kind: 'culture-changed', id, doc: next }, baseOf(id));
    panel = null;
  }

  const choose = (id: string) => {
    chosenId = id;
    feeding = false;
    said = '';
    sour = false;
  };

  onMount(() => {
    return watchInstruments((said, at) => {
      now = at;
      devices = said ?? devices.map((each) => ({ ...each, last: null }));
    });
  });

  /** Goes to the next culture, or the one before. */
  function to(by: number) {
    const index = cultures.findIndex(({ id }) => id === chosen?.stored.id);
    choose(cultures[Math.min(Math.max(index + by, 0), cultures.length - 1)]?.id ?? chosenId);
  }
  const actions = { anywhere: { pagedown: () => to(1), pageup: () => to(-1) } };
  const KEYS = [
    ['Enter', 'go to the next field of the feeding'],
    ['PageDown, PageUp', 'next culture, culture before'],
    ['Tab, Enter', 'reach any computed number and show its working'],
    ['?', 'these keys'],
  ] as const;
</script>

<div class="room">
  <RoomHead title="Cultures" standing={said} {actions} keys={KEYS} {keeping}>
    <ToolButton onclick={() => (panel = 'desk')}><ChartSpline size={20} /> What if</ToolButton>
    <ToolButton onclick={() => (panel = 'stages')}><Layers size={20} /> Stages and yeast</ToolButton>
    <ToolButton onclick={() => (panel = 'tree')}><GitBranch size={20} /> Family</ToolButton>
    <ToolButton onclick={() => (panel = 'new')}><Plus size={20} /> New culture</ToolButton>
  </RoomHead>

  <CultureShelf cultures={followed} chosen={chosen?.stored.id} {now} {clock} onchoose={choose} />

  {#if chosen && culture}
    <div class="body">
      <section class="main" aria-label={culture.name}>
        {#if young === null && active && !feeding}
          <PlanNeeds
            needs={needed}
            {now}
            {zone}
            taken={null}
            ontake={({ task }) => ((feedFor = task), void beginFeeding())}
          />
        {/if}
        {#if young !== null}
          <Nursery
            {culture}
            from={young}
            builds={chosen.stored.builds}
            {now}
            {zone}
            onfeed={(build) => feedWith(build, chosen.stored.builds.at(-1)?.id ?? null)}
            onsign={(each, buildId) => sign(each, buildId)}
            ontakeback={takeBack}
            ondrop={unfed}
            ongrown={() => keep({ ...culture, nursery: { from: young, until: now } }, chosen.stored.id)}
          />
        {:else if active && standing}
          <BuildPanel
            {culture}
            {active}
            {standing}
            vigour={chosen.vigour}
            hours={culture.hours ?? observedHours(chosen.builds)}
            {now}
            hour={hourOf(now)}
            {clock}
            onfeed={feeding ? null : beginFeeding}
            onsign={(each) => sign(each)}
          />
          {#if forecast}
            <BuildCurve {culture} followed={active} {now} {clock} {sour} />
          {/if}
        {:else}
          <p class="quiet">{vigourText(chosen.vigour)}</p>
        {/if}
        <div class="tools">
          {#if active && forecast}
            <button type="button" class="link" aria-pressed={sour} onclick={() => (sour = !sour)}
              >{sour ? 'Show the rise' : 'Show acid and yeast'}</button
            >
          {/if}
          {#if young === null}
            <button type="button" class="link" onclick={() => (panel = 'log')}
              ><ListOrdered size={16} aria-hidden="true" /> Feedings</button
            >
            {#if culture.nursery}
              <button type="button" class="link" onclick={() => (panel = 'days')}>Its first days</button>
            {/if}
          {/if}
          <button type="button" class="link" onclick={() => (panel = 'edit')}
            ><Pencil size={16} aria-hidden="true" /> {culture.name}</button
          >
        </div>
        {#if young === null && (feeding || !active)}
          <h2>Feed {culture.name}</h2>
          {#key chosen.stored.id}
            <FeedSentence
              {culture}
              vigour={chosen.vigour.value}
              seedPopulation={active && standing ? Math.min(0.8, Math.max(0.02, standing.population)) : 0.7}
              {now}
              {zone}
              {stands}
              needs={needed}
              onworkings={(next) => (feedWorkings = next)}
              onfeed={fed}
            />
          {/key}
        {/if}
      </section>
      {#if young === null && active && standing}
        <aside>
          <SignPad {culture} line={standing.heights.best} {probe} {now} onsign={(each) => sign(each)} />
          {#if forecast}
            {#key active.id}<AdvicePart {culture} {active} {now} {zone} {stands} />{/key}
          {/if}
        </aside>
      {/if}
    </div>
  {:else}
    <p class="empty">No culture is kept here yet.</p>
    <p>
      <button type="button" class="btn preset-filled" onclick={() => (panel = 'new')}>New culture</button>
    </p>
  {/if}
</div>

<WorkingPanel {workings} bind:path />
<Panel
  open={panel === 'log'}
  title={`Feedings of ${culture?.name ?? ''}`}
  side
  onclose={() => (panel = null)}
>
  {#if chosen && culture}<BuildLog
      {culture}
      builds={chosen.builds}
      stored={chosen.stored.builds}
      vigour={chosen.vigour}
      {zone}
      ontakeback={takeBack}
      ondrop={unfed}
    />{/if}
</Panel>
<Panel open={panel === 'edit'} title={culture?.name ?? ''} side onclose={() => (panel = null)}>
  {#if chosen && culture}
    {@const id = chosen.stored.id}
    <CultureForm
      {culture}
      others={cultures.map((each) => each.culture)}
      onkeep={(next) => keep(next, id)}
      onend={() => ((panel = null), unsent.add({ kind: 'culture-ended', id }, baseOf(id)))}
    />
  {/if}
</Panel>
<Panel open={panel === 'new'} title="New culture" side onclose={() => (panel = null)}>
  <CultureForm
    culture={null}
    others={cultures.map((each) => each.culture)}
    onkeep={(next) => keep(next, null)}
  />
  <p class="from-nothing">
    <button type="button" class="link" onclick={() => (panel = 'diary')}
      >Begin one from nothing: the first ten days</button
    >
  </p>
</Panel>
<Panel open={panel === 'desk'} title="What if: a dough in bulk" side onclose={() => (panel = null)}>
  <ForecastDesk {house} />
</Panel>
<Panel open={panel === 'stages'} title="Builds in stages, and with yeast" side onclose={() => (panel = null)}>
  <StagesPanel {culture} vigour={chosen?.vigour.value ?? 1} {now} {zone} />
</Panel>
<Panel open={panel === 'diary'} title="A culture from nothing" side onclose={() => (panel = null)}>
  <Diary {now} {zone} others={cultures.map((each) => each.culture)} onbegin={(next) => keep(next, null)} />
</Panel>
<Panel open={panel === 'days'} title="Its first days" side onclose={() => (panel = null)}>
  {#if chosen && culture?.nursery}
    {@const { from, until } = culture.nursery}
    <DiaryLog
      builds={chosen.stored.builds.filter(({ build }) => build.at < (until ?? Infinity))}
      {from}
      {zone}
      ontakeback={takeBack}
      ondrop={unfed}
    />
  {/if}
</Panel>
<Panel open={panel === 'tree'} title="Which was built from which" onclose={() => (panel = null)}>
  <FamilyTree cultures={cultures.map((each) => each.culture)} />
</Panel>

<style>
  .room {
    display: grid;
    gap: 0.6rem;
    padding: 0.75rem 1.5rem 1.5rem;
  }
  h2 {
    font-size: 1.125rem;
    font-weight: 700;
  }
  .body {
    display: grid;
    grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
    gap: 2rem;
    align-items: start;
  }
  .main,
  aside {
    display: grid;
    gap: 0.7rem;
    justify-items: stretch;
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 0.4rem 1rem;
  }
  .link {
    display: inline-flex;
    gap: 0.35rem;
    align-items: center;
    min-height: 2rem;
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
      gap: 1.25rem;
    }
  }
</style>
