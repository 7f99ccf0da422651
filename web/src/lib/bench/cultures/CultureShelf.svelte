<script lang="ts">
  import { nurseryOf } from '@jovet/core/culture';
  import { standingOf, type FollowedBuild } from '@jovet/core/culture/followed';
  import type { StoredCulture } from '../../server/database/culture';
  import RiseGlass from './RiseGlass.svelte';

  interface Props {
    /** Each with the build that is on its way, if one is. */
    cultures: readonly { readonly stored: StoredCulture; readonly active: FollowedBuild | null }[];
    /** Id of the one that is open. */
    chosen: string | undefined;
    now: number;
    clock: (epoch: number) => string;
    onchoose: (id: string) => void;
  }

  /** All cultures side by side, each in its glass as it stands now. */
  let { cultures, chosen, now, clock, onchoose }: Props = $props();
</script>

<nav class="shelf" aria-label="Cultures">
  {#each cultures as { stored, active: on } (stored.id)}
    {@const at = on ? standingOf(stored.culture, on, now) : null}
    <button
      type="button"
      aria-current={stored.id === chosen ? 'true' : undefined}
      onclick={() => onchoose(stored.id)}
    >
      <RiseGlass
        vessel={stored.culture.vessel}
        heights={at?.heights ?? null}
        temperature={at?.temperature ?? null}
        stage={at?.stage ?? null}
        height={64}
        label=""
      />
      <span
        ><b>{stored.culture.name}</b>
        <small
          >{#if stored.culture.nursery?.until === null}day {nurseryOf(
              stored.culture.nursery,
              stored.builds,
              now,
            ).day}{:else if on && at && stored.culture.of !== 'no-flour'}{at.stage} · {on.ripe.best.at ===
            null
              ? 'never ripe there'
              : `ripe ${clock(on.ripe.best.at)}`}{:else if on}fed {clock(on.build.at)}{:else}not fed{/if}</small
        ></span
      >
    </button>
  {/each}
</nav>

<style>
  .shelf {
    display: flex;
    gap: 0.4rem;
    overflow-x: auto;
    padding-bottom: 0.25rem;
  }
  .shelf button {
    flex: none;
    display: flex;
    align-items: center;
    gap: 0.6rem;
    min-height: 4.75rem;
    padding: 0.3rem 0.9rem 0.3rem 0.5rem;
    text-align: left;
    cursor: pointer;
    border-radius: var(--radius-container);
    box-shadow: inset 0 0 0 1px light-dark(var(--color-surface-300), var(--color-surface-700));
  }
  .shelf button[aria-current] {
    background: light-dark(var(--color-surface-200), var(--color-surface-800));
    box-shadow: inset 0 0 0 2px currentColor;
  }
  .shelf b,
  .shelf small {
    display: block;
    line-height: 1.3;
  }
  .shelf b {
    font-weight: 400;
  }
  .shelf [aria-current] b {
    font-weight: 700;
  }
</style>
