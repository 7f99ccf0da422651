<script lang="ts">
  import { v7 as uuid } from 'uuid';
  import { ALLERGENS, GRAINS } from '@jovet/core/formula';
  import { formatDate, localTime } from '@jovet/core/time';
  import type { FormulaLine } from '../../server/database/formula-search';
  import Choice from '../../ui/Choice.svelte';
  import Field from '../../ui/Field.svelte';
  import Panel from '../../ui/Panel.svelte';
  import CopyTable from '../CopyTable.svelte';
  import ImportFile from '../ImportFile.svelte';
  import { ask } from '../../sync/ask';
  import { options, percentText, STAGE_WORDS, TYPE_WORDS } from './words';

  interface Props {
    formulas: readonly FormulaLine[];
    drafts: readonly { id: string; formula: string | null; name: string; at: number }[];
    query: Readonly<Record<string, unknown>>;
    zone: string;
    onask: (query: Record<string, string>) => void;
    onchanged: () => void;
    onopen: (path: string) => void;
  }

  /** The room Formulas: every formula at its newest version, and the sheets that are begun. */
  let { formulas, drafts, query, zone, onask, onchanged, onopen }: Props = $props();
  let panel = $state<'new' | 'import' | null>(null);
  let typed = $state<Record<string, string>>({});
  const value = (key: string) => typed[key] ?? (query[key] === undefined ? '' : String(query[key]));
  const KEYS = ['words', 'grain', 'preferment', 'without', 'from', 'to', 'retired'];
  let timer: ReturnType<typeof setTimeout> | undefined;
  function filter(key: string, text: string, at = 0) {
    typed = { ...typed, [key]: text };
    clearTimeout(timer);
    const all = Object.fromEntries(KEYS.map((each) => [each, each === key ? text : value(each)]));
    timer = setTimeout(() => onask(all), at);
  }
  const asked = $derived(KEYS.some((key) => value(key) !== ''));
  const any = { value: '', text: 'any' };
  const prefermentWords = options(STAGE_WORDS).filter(
    ({ value: kind }) => !['autolyse', 'hold-back', 'late'].includes(kind),
  );
  const retiredShown = $derived(value('retired') === 'true');

  const cells = (line: FormulaLine) => [
    line.name,
    TYPE_WORDS[line.type as keyof typeof TYPE_WORDS],
    `${percentText(line.hydration, 1)} %`,
    line.grains.join(', '),
    line.preferments.map((kind) => STAGE_WORDS[kind as keyof typeof STAGE_WORDS].toLowerCase()).join(', '),
    line.allergens.join(', '),
    String(line.version),
    localTime(line.at, zone).date,
  ];
  const HEADS = [
    'Formula',
    'Type',
    'Hydration',
    'Grains',
    'Pre-ferments, soakers',
    'Contains',
    'Version',
    'Since',
  ];
  async function setRetired({ slug, version }: FormulaLine, retired: boolean) {
    await ask('PUT /formulas/{slug}', { params: { slug }, body: { retired, base: version } });
    onchanged();
  }
</script>

<div class="room">
  <header>
    <h1>Formulas</h1>
    <a class="other" href="/know/larder">Larder</a>
    <span class="tools">
      <button type="button" class="btn preset-tonal" onclick={() => (panel = 'import')}
        >Bring in a file</button
      >
      <a class="btn preset-tonal" href="/api/v1/export" download>Export everything</a>
      <button type="button" class="btn preset-filled" onclick={() => (panel = 'new')}>New formula</button>
    </span>
  </header>

  <form class="ask" aria-label="Search" onsubmit={(event) => event.preventDefault()}>
    <Field
      label="Search"
      name="words"
      type="search"
      placeholder="name, product, ingredient"
      value={value('words')}
      oninput={(text) => filter('words', text, 250)}
    />
    <Choice
      label="Grain"
      name="grain"
      value={value('grain')}
      options={[any, ...GRAINS.map((grain) => ({ value: grain, text: grain }))]}
      onchange={(text) => filter('grain', text)}
    />
    <Choice
      label="Pre-ferment or soaker"
      name="preferment"
      value={value('preferment')}
      options={[any, ...prefermentWords]}
      onchange={(text) => filter('preferment', text)}
    />
    <Choice
      label="Without"
      name="without"
      value={value('without')}
      options={[
        { value: '', text: 'any allergen' },
        ...ALLERGENS.map((each) => ({ value: each, text: each })),
      ]}
      onchange={(text) => filter('without', text)}
    />
    <Field
      label="Hydration from"
      name="from"
      unit="%"
      inputmode="decimal"
      value={value('from')}
      oninput={(text) => filter('from', text.replace(/[^\d.]/g, ''), 250)}
    />
    <Field
      label="to"
      name="to"
      unit="%"
      inputmode="decimal"
      value={value('to')}
      oninput={(text) => filter('to', text.replace(/[^\d.]/g, ''), 250)}
    />
  </form>

  {#if drafts.length > 0 && !asked}
    <section aria-labelledby="drafts-title">
      <h2 id="drafts-title">Begun, not published</h2>
      <ul class="drafts">
        {#each drafts as draft (draft.id)}
          <li>
            <a
              href={draft.formula === null
                ? `/know/formulas/draft/${draft.id}`
                : `/know/formulas/${draft.formula}`}>{draft.name.trim() || 'No name yet'}</a
            >
            <span class="quiet"
              >{draft.formula === null ? 'new' : 'changes'}, {formatDate(localTime(draft.at, zone).date)}
              {localTime(draft.at, zone).time}</span
            >
          </li>
        {/each}
      </ul>
    </section>
  {/if}

  {#if formulas.length > 0}
    <div class="scroll">
      <table aria-label="Formulas">
        <thead
          ><tr
            >{#each HEADS as head (head)}<th scope="col">{head}</th>{/each}<td></td></tr
          ></thead
        >
        <tbody>
          {#each formulas as line (line.slug)}
            {@const [name, ...rest] = cells(line)}
            <tr>
              <th scope="row"><a href={`/know/formulas/${line.slug}`}>{name}</a></th>
              {#each rest as cell, index (index)}<td class:number={index === 1 || index === 5}>{cell}</td
                >{/each}
              <td
                ><button type="button" class="quiet" onclick={() => setRetired(line, !retiredShown)}
                  >{retiredShown ? 'use again' : 'out of use'}</button
                ></td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="foot">
      <span class="quiet">{formulas.length === 1 ? '1 formula' : `${formulas.length} formulas`}</span>
      <CopyTable table={() => [HEADS, ...formulas.map(cells)]} />
      <button type="button" onclick={() => filter('retired', retiredShown ? '' : 'true')}
        >{retiredShown ? 'Show those in use' : 'Show those out of use'}</button
      >
    </p>
  {:else if asked}
    <p class="empty">
      No formula is like that. <button type="button" onclick={() => ((typed = {}), onask({}))}
        >Show all</button
      >
    </p>
  {:else}
    <p class="empty">There is no formula yet. Write one, or bring in a file.</p>
  {/if}
</div>

<Panel open={panel === 'new'} title="New formula" onclose={() => (panel = null)}>
  <p class="quiet">The type sets what is usual, and the process that it begins with.</p>
  <ul class="types">
    {#each options(TYPE_WORDS) as { value: type, text } (type)}
      <li>
        <button
          type="button"
          class="btn preset-tonal"
          onclick={() => onopen(`/know/formulas/draft/${uuid()}?type=${type}`)}>{text}</button
        >
      </li>
    {/each}
  </ul>
</Panel>
<Panel open={panel === 'import'} title="Bring in a file" onclose={() => (panel = null)}>
  <ImportFile onbrought={onchanged} />
</Panel>

<style>
  .room {
    display: grid;
    gap: 0.9rem;
    padding: 0.75rem 1.5rem 1.5rem;
  }
  header {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem 1rem;
  }
  h1 {
    font-size: 1.5rem;
    font-weight: 700;
  }
  h2 {
    font-weight: 700;
  }
  .other,
  th a,
  .drafts a {
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .tools {
    margin-left: auto;
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
  .ask {
    display: grid;
    grid-template-columns: minmax(12rem, 2fr) repeat(3, minmax(8rem, 1fr)) repeat(2, 7.5rem);
    gap: 0.5rem 0.75rem;
  }
  .drafts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem 1.75rem;
  }
  .scroll {
    overflow-x: auto;
  }
  table {
    width: 100%;
  }
  th,
  td {
    text-align: left;
    padding: 0.45rem 0.75rem 0.45rem 0;
    vertical-align: baseline;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  thead th {
    font-size: 0.8125rem;
    font-weight: 400;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  tbody th {
    font-weight: 700;
    white-space: nowrap;
  }
  .number {
    font-family: var(--figures);
    white-space: nowrap;
  }
  td.number:nth-child(3) {
    text-align: right;
    padding-right: 1.5rem;
  }
  td button,
  .foot button,
  .empty button {
    cursor: pointer;
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
  .foot {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0.5rem 1.5rem;
    font-size: 0.875rem;
  }
  .types {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.5rem;
    margin-top: 0.6rem;
  }
  .types button {
    width: 100%;
    min-height: 3rem;
  }
  .empty {
    margin: 2rem 0;
    font-size: 1.25rem;
  }
  @media (max-width: 900px) {
    .room {
      padding: 0.5rem 1rem 1rem;
    }
    .ask {
      grid-template-columns: 1fr 1fr;
    }
  }
</style>
