<script lang="ts">
  import { celsiusOf, effectiveReadings } from '@jovet/core/mix';
  import { useUnits } from '../settings';
  import { isClosed, type DayMix } from './day-mixes';

  /** The mixes of the day in order: what is done, what is next. */
  let {
    mixes,
    chosenId,
    onchoose,
    ondrop,
    clock,
  }: {
    mixes: readonly DayMix[];
    chosenId: string;
    onchoose: (id: string) => void;
    /** Takes the chosen mix off the day. */
    ondrop: () => void;
    clock: (epoch: number) => string;
  } = $props();
  const units = useUnits();
  const out = (mix: DayMix) => {
    const dough = effectiveReadings(mix.readings).get('dough');
    if (dough) return `✓ ${units.temperature(celsiusOf(dough))}`;
    if (mix.rev > 0) return 'begun';
    return mix.at === null ? 'to mix' : `to mix ${clock(mix.at)}`;
  };
</script>

<nav class="strip" aria-label="Mixes of the day">
  {#each mixes as mix, index (mix.id)}
    <button
      type="button"
      class:closed={isClosed(mix)}
      aria-current={mix.id === chosenId ? 'true' : undefined}
      onclick={() => onchoose(mix.id)}
    >
      <b>{index + 1} {mix.doc.formula.doc.name}</b>
      <small
        >{mix.doc.batch.of > 1 ? `${mix.doc.batch.n} of ${mix.doc.batch.of}, ` : ''}{units.mass(
          mix.doc.dough,
        )}, {mix.doc.mixer.name} · {out(mix)}</small
      >
    </button>
  {/each}
  <button type="button" class="drop" onclick={ondrop}>Take this mix off the day</button>
</nav>

<style>
  .strip {
    display: flex;
    gap: 0.4rem;
    overflow-x: auto;
    padding-bottom: 0.25rem;
  }
  button {
    flex: none;
    min-height: 3.5rem;
    padding: 0.3rem 0.9rem;
    text-align: left;
    cursor: pointer;
    border-radius: var(--radius-container);
    box-shadow: inset 0 0 0 1px light-dark(var(--color-surface-300), var(--color-surface-700));
  }
  b,
  small {
    display: block;
    line-height: 1.3;
  }
  b {
    font-weight: 400;
  }
  button[aria-current] {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
    box-shadow: inset 0 0 0 2px currentColor;
  }
  button[aria-current] b {
    font-weight: 700;
  }
  .drop {
    margin-left: auto;
    box-shadow: none;
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .closed small {
    font-weight: 700;
  }
</style>
