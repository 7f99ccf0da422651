<script lang="ts">
  import { adviceFor, type Advice } from '@jovet/core/culture/feeding';
  import type { Culture } from '@jovet/core/culture';
  import type { FollowedBuild } from '@jovet/core/culture/followed';
  import { stateAtTime } from '@jovet/core/fermentation';
  import { localTime, nextLocal, parseTimeOfDay } from '@jovet/core/time';
  import Field from '../../ui/Field.svelte';
  import { useUnits } from '../settings';
  import { adviceText } from './culture-words';

  interface Props {
    culture: Culture;
    active: FollowedBuild;
    /** Epoch seconds. */
    now: number;
    zone: string;
    /** °C where it stands as a rule. */
    stands: number;
  }

  /** When a build is wanted, and what can be done if it will be ripe too early or too late. */
  let { culture, active, now, zone, stands }: Props = $props();
  const units = useUnits();
  let wanted = $state('');
  const clock = (epoch: number) => localTime(epoch, zone).time;

  const wantedAt = $derived.by(() => {
    const time = parseTimeOfDay(wanted);
    if (!time.ok) return active.build.wanted;
    return nextLocal(time.value, now + 1, zone);
  });
  const wantedWrong = $derived.by(() => {
    if (wanted.trim() === '') return undefined;
    const time = parseTimeOfDay(wanted);
    return time.ok ? undefined : `${time.problems[0]?.problem} ${time.problems[0]?.remedy}`;
  });
  const advice = $derived.by((): readonly Advice[] => {
    if (wantedAt === null || wantedAt <= now) return [];
    const state = stateAtTime(active.course, (now - active.build.at) / 3600);
    if (!state) return [];
    const build = {
      state,
      leavening: active.leavening,
      place: active.place,
      ripeness: culture.ripeness,
      hydration: culture.hydration,
    };
    const cold = { ...active.place, around: culture.cold };
    const warmth = [24, 26, culture.warm].filter((each) => each > stands).toSorted((a, b) => a - b);
    return adviceFor(build, (wantedAt - now) / 3600, cold, warmth);
  });
</script>

<section class="advice" aria-labelledby="advice-title">
  <h2 id="advice-title">Early or late?</h2>
  <Field
    label="Wanted at"
    name="wanted"
    value={wanted}
    placeholder={wantedAt === null ? 'such as 03:15' : clock(wantedAt)}
    problem={wantedWrong}
    oninput={(text) => (wanted = text)}
  />
  <ul>
    {#each advice as each, index (index)}<li>
        {adviceText(each, now, clock, units, culture)}
      </li>{:else}
      <li class="quiet">
        {wantedAt === null
          ? 'Say when it is wanted, and what can be done stands here.'
          : 'Nothing brings it there in time: feed a new one.'}
      </li>
    {/each}
  </ul>
</section>

<style>
  h2 {
    font-size: 1.125rem;
    font-weight: 700;
  }
  .advice {
    display: grid;
    gap: 0.7rem;
  }
  .advice {
    padding-top: 0.8rem;
    border-top: 2px solid light-dark(var(--color-surface-300), var(--color-surface-600));
  }
  .advice li {
    margin-left: 1.1rem;
    list-style: disc;
    line-height: 1.4;
  }
</style>
