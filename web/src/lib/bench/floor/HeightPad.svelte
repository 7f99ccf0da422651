<script lang="ts">
  import { untrack } from 'svelte';
  import type { OnBench } from '@jovet/core/run';
  import { formatNumber } from '@jovet/core/units';
  import Knuckle from '../../ui/Knuckle.svelte';
  import { temperatureColour } from '../temperature-colour';

  interface Props {
    dough: OnBench & { readonly tub: NonNullable<OnBench['tub']> };
    onnote: (centimetres: number) => void;
  }

  /** How high a dough stands in its tub: pressed where it stands, or set with a knuckle. */
  let { dough, onnote }: Props = $props();
  const tub = $derived(dough.tub);
  /** What the picture of the tub is high, cm. */
  const high = $derived(Math.ceil(tub.ready * 1.4));
  let height = $state(untrack(() => dough.height ?? dough.tub.start));
  let seen = $state(false);
  const set = (value: number) => {
    height = Math.round(value * 10) / 10;
    seen = true;
  };
  const y = (centimetres: number) => 200 - (centimetres / high) * 200;
  function press(event: MouseEvent & { currentTarget: HTMLButtonElement }) {
    const { top, height: tall } = event.currentTarget.getBoundingClientRect();
    // Pressed by a key it stands where it is forecast.
    if (event.detail === 0) return set(height);
    set(Math.min(high, Math.max(0.5, (1 - (event.clientY - top) / tall) * high)));
  }
</script>

<p>
  By its forecast it stands at {formatNumber(dough.height ?? tub.start, 1)} cm; at {formatNumber(
    tub.ready,
    1,
  )} cm it is ready. Filled it stood at {formatNumber(tub.start, 1)} cm.
</p>
<button type="button" class="tub" aria-label="Where it stands in its tub" onclick={press}>
  <svg viewBox="0 0 240 204" aria-hidden="true">
    <rect
      x="24"
      y={y(height)}
      width="192"
      height={200 - y(height)}
      fill={temperatureColour(dough.temperature)}
    />
    <path class="vessel" d="M22 4 L22 201 L218 201 L218 4" />
    <line class="target" x1="10" x2="230" y1={y(tub.ready)} y2={y(tub.ready)} />
  </svg>
</button>
<Knuckle
  label="height"
  value={height}
  text={`${formatNumber(height, 1)} cm`}
  one={1}
  least={0.5}
  most={high}
  set={seen}
  onchange={set}
/>
<button type="button" class="press filled" disabled={!seen} onclick={() => onnote(height)}
  >It stands at {formatNumber(height, 1)} cm</button
>

<style>
  .tub {
    display: block;
    width: 100%;
  }
  svg {
    display: block;
    width: 100%;
    max-height: 16rem;
    margin: 0.75rem 0;
    cursor: pointer;
  }
  .vessel {
    fill: none;
    stroke: currentColor;
    stroke-width: 3;
  }
  .target {
    stroke: currentColor;
    stroke-width: 2;
    stroke-dasharray: 6 5;
  }
  .filled {
    width: 100%;
    margin-top: 0.75rem;
  }
</style>
