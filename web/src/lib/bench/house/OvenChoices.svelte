<script lang="ts">
  import type { FloorDraft } from '@jovet/core/bakehouse';
  import Choice from '../../ui/Choice.svelte';

  type Oven = FloorDraft['oven'];

  /** What the oven can do: loader, one heat for all decks, fan, steam, a side that bakes faster. */
  let { oven, onchange }: { oven: Oven; onchange: (oven: Oven) => void } = $props();

  const CAN = [
    ['loader', 'A loader sets a whole deck'],
    ['shared', 'All decks share one heat, as trays of a rack do'],
    ['fan', 'It has a fan'],
  ] as const;
  const STEAM: readonly { value: Oven['steam']; text: string }[] = [
    { value: 'built-in', text: 'from the oven' },
    { value: 'pan', text: 'from a pan, put in before' },
    { value: 'spray', text: 'sprayed by hand' },
    { value: 'ice', text: 'from ice, thrown in' },
    { value: 'lid', text: 'under lids, in pots' },
    { value: 'none', text: 'none' },
  ];
  const SIDES: readonly { value: Oven['hotSide']; text: string }[] = [
    { value: 'none', text: 'none' },
    { value: 'left', text: 'left' },
    { value: 'right', text: 'right' },
    { value: 'back', text: 'back' },
  ];
</script>

{#each CAN as [key, text] (key)}
  <label class="check"
    ><input
      type="checkbox"
      name={`oven.${key}`}
      checked={oven[key]}
      onchange={() => onchange({ ...oven, [key]: !oven[key] })}
    />
    {text}</label
  >
{/each}
<Choice
  label="Steam"
  name="steam"
  value={oven.steam}
  options={STEAM}
  onchange={(text) =>
    onchange({ ...oven, steam: STEAM.find(({ value }) => value === text)?.value ?? oven.steam })}
/>
<Choice
  label="Hotter side"
  name="hotSide"
  value={oven.hotSide}
  options={SIDES}
  onchange={(text) =>
    onchange({ ...oven, hotSide: SIDES.find(({ value }) => value === text)?.value ?? oven.hotSide })}
/>

<style>
  .check {
    display: flex;
    align-items: center;
    gap: 0.4rem;
  }
</style>
