<script lang="ts">
  import type { SheetStage } from '@jovet/core/sheet';
  import { options, STAGE_WORDS } from './words';

  /** What a formula can be made in, beside its final mix. */
  let { onchoose }: { onchoose: (kind: SheetStage['kind']) => void } = $props();

  const WHAT: Readonly<Record<SheetStage['kind'], string>> = {
    levain: 'built from a ripe seed',
    sour: 'rye, in one or more stages',
    poolish: 'liquid, with a little yeast',
    biga: 'stiff, with a little yeast',
    sponge: 'quick, with much of the yeast',
    'old-dough': 'kept from a dough before',
    soaker: 'seeds or grain in their own water',
    scald: 'grain or flour in boiling water',
    autolyse: 'flour and water rest before the mix',
    'hold-back': 'water that goes in at the end',
    late: 'fat, oil, seeds, once the dough holds',
  };
</script>

<ul>
  {#each options(STAGE_WORDS) as { value, text } (value)}
    <li>
      <button type="button" class="btn preset-tonal" onclick={() => onchoose(value)}>{text}</button>
      <span class="quiet">{WHAT[value]}</span>
    </li>
  {/each}
</ul>

<style>
  li {
    display: grid;
    grid-template-columns: 11rem minmax(0, 1fr);
    gap: 0.75rem;
    align-items: center;
    margin-bottom: 0.35rem;
  }
</style>
