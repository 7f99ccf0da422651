<script lang="ts">
  import type { DoughPlan, Step } from '@jovet/core/day';
  import { formatDate, localHours, localTime } from '@jovet/core/time';
  import { formatDuration, formatNumber } from '@jovet/core/units';
  import Figure from './Figure.svelte';
  import { useOpener } from './opener';
  import { placeLabels, ribbonPath, strandPaths, xOf, type TimeScale } from './ribbon';
  import { useReading } from './settings';
  import { temperatureColour } from './temperature-colour';
  import { stepWords } from './words';

  /** One dough as a ribbon through time: as thick as it has volume, coloured by its temperature. */
  let { plan, zone, loadAt }: { plan: DoughPlan; zone: string; loadAt: number } = $props();
  const open = useOpener();
  const reading = useReading();

  let width = $state(900);
  const HEIGHT = 244;
  const MIDDLE = 124;
  const THICKEST = 84;
  const HANDS = 194;
  const OVEN = 216;
  const GUTTER = 46;
  const LETTER = 6.9;

  const margin = 40 * 60;
  const scale = $derived<TimeScale>({
    from: (plan.steps[0]?.at ?? plan.dispatch) - margin,
    to: plan.dispatch + margin / 2,
    left: GUTTER,
    right: Math.max(width, 640) - 4,
  });
  const x = (at: number) => xOf(scale, at);
  const step = (id: string): Step | undefined => plan.steps.find((each) => each.id === id);
  const atOf = (id: string) => step(id)?.at ?? plan.dispatch;

  const pixelsPerLitre = $derived(THICKEST / Math.max(...plan.ribbon.dough.map((point) => point.volume)));
  const divided = $derived(atOf('divide'));
  const whole = $derived(plan.ribbon.dough.filter((point) => point.at <= divided + 1));
  const parted = $derived(plan.ribbon.dough.filter((point) => point.at >= divided - 1).slice(1));
  const strands = $derived(Math.min(plan.dough.pieces, 7));
  const stops = $derived(
    [...plan.ribbon.levain, ...plan.ribbon.dough].map((point) => ({
      offset: (x(point.at) - scale.left) / (scale.right - scale.left),
      colour: temperatureColour(point.temperature),
    })),
  );

  const hours = $derived(
    localHours(scale.from, scale.to, zone).map((at) => ({ at, local: localTime(at, zone) })),
  );
  const everyHours = $derived(hours.length > 20 ? 4 : hours.length > 9 ? 2 : 1);
  /** Night, dusk and dawn by the clock, as shade behind the dough. */
  const shade = (hour: number) => {
    const fromNoon = Math.abs(((hour + 12) % 24) - 12);
    const depth = Math.min(1, Math.max(0, (6.5 - fromNoon) / 2.5));
    return hour > 12 ? Math.min(1, Math.max(0, (hour - 18) / 2.5)) : depth;
  };
  const sky = $derived(
    hours.map(({ at, local }) => ({
      offset: (x(at) - scale.left) / (scale.right - scale.left),
      dark: shade(local.hour),
    })),
  );

  const marked = ['feed', 'mix', 'fold', 'divide', 'load', 'out', 'pack', 'dispatch'];
  const labels = $derived(
    placeLabels(
      plan.steps
        .filter((each) => marked.includes(each.key))
        .map((each) => {
          const time = localTime(each.at, zone).time;
          const text = each.key === 'fold' ? time : `${stepWords(each.id)} ${time}`;
          const half = (text.length * LETTER) / 2;
          const middle = Math.min(Math.max(x(each.at), scale.left + half), scale.right - half);
          return { id: each.id, text, x: middle, width: half * 2 };
        }),
      8,
    ),
  );
  const work = $derived(plan.steps.filter((each) => each.hands > 0));
  const windows = $derived(
    ['mix', 'divide', 'load'].flatMap((id) => {
      const found = step(id);
      return found ? [found] : [];
    }),
  );
  const bracketText = (of: Step) =>
    `${stepWords(of.id)}: earliest ${localTime(of.earliest, zone).time}, best ${localTime(of.at, zone).time}, latest ${localTime(of.latest, zone).time}`;
  const legend = [14, 17, 20, 23, 26, 29];

  const summary = $derived(
    `From feeding the culture at ${localTime(atOf('feed'), zone).time} to the van at ${localTime(plan.dispatch, zone).time} on ${formatDate(localTime(plan.dispatch, zone).date)}. Mixed at ${localTime(atOf('mix'), zone).time}, bulk ${formatDuration((plan.dough.divide.best - plan.dough.mixed.time) * 3600)}, loaded at ${localTime(atOf('load'), zone).time}.`,
  );
  const bulkEnd = $derived(whole.at(-1));
  const bulkText = $derived(formatDuration((plan.dough.divide.best - plan.dough.mixed.time) * 3600));
  const bulkRoom = $derived(x(divided) - x(atOf('mix')));
  const onKey = (event: KeyboardEvent, key: string) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    open(key);
  };
</script>

<figure bind:clientWidth={width}>
  <div class="scroll">
    <svg width={Math.max(width, 640)} height={HEIGHT} role="group" aria-label={summary}>
      <defs>
        <linearGradient id="sky" gradientUnits="userSpaceOnUse" x1={scale.left} x2={scale.right}>
          {#each sky as { offset, dark } (offset)}<stop
              {offset}
              class="night"
              stop-opacity={dark * 0.22}
            />{/each}
        </linearGradient>
        <linearGradient id="warmth" gradientUnits="userSpaceOnUse" x1={scale.left} x2={scale.right}>
          {#each stops as { offset, colour }, index (index)}<stop {offset} stop-color={colour} />{/each}
        </linearGradient>
      </defs>
      <rect x={scale.left} y="18" width={scale.right - scale.left} height={HEIGHT - 18} fill="url(#sky)" />
      {#each hours as { at, local } (at)}
        {#if Math.round(local.hour) % everyHours === 0}
          <line class="hour" x1={x(at)} x2={x(at)} y1="18" y2={HEIGHT} />
          <text class="axis" x={x(at)} y="12" text-anchor="middle">{local.time}</text>
        {/if}
      {/each}

      <g class="brackets">
        {#each windows as of (of.id)}
          {@const y = MIDDLE - THICKEST / 2 - 8}
          <g>
            <title>{bracketText(of)}</title>
            <path d={`M${x(of.earliest)},${y + 7}V${y}H${x(of.latest)}V${y + 7}`} />
            <line x1={x(of.at)} x2={x(of.at)} y1={y - 3} y2={y + 7} />
          </g>
        {/each}
      </g>

      <g fill="url(#warmth)" class="dough">
        <path d={ribbonPath(plan.ribbon.levain, scale, MIDDLE, pixelsPerLitre)} />
        <path d={ribbonPath(whole, scale, MIDDLE, pixelsPerLitre)} />
        {#each strandPaths(parted, scale, MIDDLE, pixelsPerLitre, strands, 3) as path, strand (strand)}<path
            d={path}
          />{/each}
      </g>
      {#if bulkEnd && bulkRoom > 90}
        <text class="inside" x={(x(atOf('mix')) + x(divided)) / 2} y={MIDDLE + 5} text-anchor="middle">
          bulk {bulkText}{bulkRoom > 190 ? `, ends at ${reading.temperature(bulkEnd.temperature)}` : ''}
        </text>
      {/if}

      {#each labels as label (label.id)}
        {@const top = 30 + label.row * 15}
        <line class="lead" x1={x(atOf(label.id))} x2={x(atOf(label.id))} y1={top + 3} y2={MIDDLE - 14} />
        <text class="label" x={label.x} y={top} text-anchor="middle">{label.text}</text>
      {/each}

      <text class="strip" x="0" y={HANDS + 5}>hands</text>
      <line class="base" x1={scale.left} x2={scale.right} y1={HANDS} y2={HANDS} />
      {#each work as of (of.id)}
        <g
          class="knot"
          role="button"
          tabindex="0"
          aria-label={`${bracketText(of)}; ${formatNumber(of.hands, 0)} min of work. Show the working.`}
          onclick={() => open(`clock.${of.id}`)}
          onkeydown={(event) => onKey(event, `clock.${of.id}`)}
        >
          <title>{bracketText(of)}; {formatNumber(of.hands, 0)} min of work</title>
          <rect
            x={x(of.at)}
            y={HANDS - 8}
            width={Math.max(5, x(of.at + of.hands * 60) - x(of.at))}
            height="16"
            rx="3"
          />
        </g>
      {/each}

      <text class="strip" x="0" y={OVEN + 14}>oven</text>
      <rect
        class="preheat"
        x={x(atOf('preheat'))}
        y={OVEN}
        width={x(atOf('load')) - x(atOf('preheat'))}
        height="20"
      />
      <rect
        x={x(atOf('load'))}
        y={OVEN}
        width={x(atOf('out')) - x(atOf('load'))}
        height="20"
        fill={temperatureColour(loadAt)}
      />
      <text class="strip" x={x(atOf('preheat')) - 6} y={OVEN + 14} text-anchor="end">
        on {localTime(atOf('preheat'), zone).time}, {reading.temperature(loadAt).replace(/\.0/, '')}
      </text>
    </svg>
  </div>
  <figcaption>
    <span class="legend-name">Dough temperature</span>
    {#each legend as celsius (celsius)}
      <span class="swatch" style:background={temperatureColour(celsius)}></span>{reading
        .temperature(celsius)
        .replace(/\.0/, '')}
    {/each}
    <span class="legend-name"
      >Thickness: volume, <Figure quiet of="volume.start" text={formatNumber(whole[0]?.volume ?? 0, 0)} /> to <Figure
        quiet
        of="volume.most"
        text={formatNumber(Math.max(...plan.ribbon.dough.map((point) => point.volume)), 0)}
      /> litres</span
    >
  </figcaption>
</figure>

<style>
  .scroll {
    overflow-x: auto;
  }
  svg {
    display: block;
    font-size: 12px;
    fill: currentColor;
  }
  .night {
    stop-color: light-dark(#2c3f72, #0a1430);
  }
  :global([data-mode='dark']) .night {
    stop-color: #5b78c0;
  }
  .hour {
    stroke: currentColor;
    opacity: 0.1;
  }
  .axis,
  .strip {
    font-size: 12px;
    opacity: 0.78;
  }
  .axis,
  .label,
  .inside {
    font-variant-numeric: tabular-nums;
  }
  .label {
    font-size: 13px;
    font-weight: 600;
  }
  .inside {
    font-size: 13px;
    fill: #23211e;
    font-weight: 600;
  }
  .lead {
    stroke: currentColor;
    opacity: 0.35;
    stroke-dasharray: 1 3;
  }
  .dough path {
    stroke: light-dark(rgb(60 45 25 / 0.35), rgb(0 0 0 / 0.5));
    stroke-width: 0.75;
  }
  .brackets path,
  .brackets line {
    fill: none;
    stroke: currentColor;
    stroke-width: 1.5;
    opacity: 0.55;
  }
  .base {
    stroke: currentColor;
    opacity: 0.25;
  }
  .knot {
    cursor: pointer;
  }
  .preheat {
    fill: none;
    stroke: currentColor;
    stroke-dasharray: 3 3;
    opacity: 0.7;
  }
  figcaption {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.15rem 0.45rem;
    margin-left: 46px;
    font-size: 0.75rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .swatch {
    width: 0.9rem;
    height: 0.7rem;
    margin-left: 0.35rem;
    border-radius: 2px;
  }
  .legend-name + .legend-name,
  .legend-name:last-child {
    margin-left: auto;
  }
</style>
