<script lang="ts">
  import { onMount, type Component } from 'svelte';
  import { goto, invalidateAll } from '$app/navigation';
  import { together } from '@jovet/core/run';
  import { ask } from '../../sync/ask';
  import { whenChanged } from '../../sync/live.svelte';
  import type { DayInput } from '@jovet/core/plan/demand';
  import type { Result } from '@jovet/core/problem';
  import type { PlanLine, SavedPlan } from '../../server/database/day-plan';
  import type { OpenedDay } from '@jovet/core/plan';
  import type { DayOf } from './desk.svelte';
  import Problems from '../../ui/Problems.svelte';

  interface Props {
    data: {
      readonly date: string;
      readonly why: OpenedDay['why'] | null;
      readonly now: string;
      readonly saved: string | null;
      readonly plans: readonly PlanLine[];
      readonly found: string | null;
      readonly first: Promise<string | null>;
    };
    name: string;
    /** Where the room is, before its date. */
    path: string;
    Room: Component<DayOf>;
  }

  /** Opens a room that plans a day: in the browser, where the planner is. */
  let { data, name, path, Room }: Props = $props();
  const now = $derived(JSON.parse(data.now) as Result<DayInput>);
  const saved = $derived(data.saved === null ? null : (JSON.parse(data.saved) as SavedPlan));

  /** What the day is planned from: where orders cannot be made any more, a saved plan still opens as it was. */
  const opened = $derived(now.ok ? now.value : (saved?.input ?? null));
  /** What was noted on other devices since. */
  let noted = $state.raw<DayInput['events']>([]);
  const input = $derived(
    opened && noted.length > 0 ? { ...opened, events: [...together(opened.events, noted)] } : opened,
  );

  /** Another plan is opened: the room begins anew. What is saved goes on where it is. */
  let turn = $state(0);
  async function open(date: string, anew: boolean) {
    // Who is typing elsewhere meanwhile goes on typing there.
    await goto(`${path}/${date}`, { invalidateAll: true, noScroll: true, keepFocus: true });
    if (anew) turn += 1;
  }

  let here = $state(false);
  onMount(() => {
    here = true;
    const endEvents = whenChanged(
      ({ kind, id }) => kind === 'events' && id === data.date,
      async () => {
        const answer = await ask('GET /events', { query: { day: data.date } });
        if (answer.kind === 'done') noted = answer.value.events;
      },
    );
    const endPlans = whenChanged(({ kind, id }) => kind === 'plans' && id === data.date, invalidateAll);
    return () => {
      endEvents();
      endPlans();
    };
  });
</script>

<svelte:head><title>{name} · Jovet</title></svelte:head>

{#if !now.ok}
  <div class="opening" role="alert">
    <Problems notice problems={now.problems} />
    <a class="btn preset-tonal" href="/plan/orders/{data.date}">Orders of this day</a>
  </div>
{/if}
{#if input && here}
  {#key `${data.date} ${turn}`}
    <Room
      date={data.date}
      now={input}
      {saved}
      plans={data.plans}
      why={data.why}
      found={data.found === null ? null : JSON.parse(data.found)}
      first={data.first}
      onopen={open}
    />
  {/key}
{:else if input}
  <p class="opening">Opening {name}…</p>
{/if}

<style>
  .opening {
    padding: 1.25rem 1.5rem;
  }
</style>
