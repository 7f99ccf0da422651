<script lang="ts">
  import type { Formula, Ingredient } from '@jovet/core/formula';
  import type { Problem } from '@jovet/core/problem';
  import type { FormulaVersion } from '../../server/database/formula';
  import Panel from '../../ui/Panel.svelte';
  import ComparePanel from './ComparePanel.svelte';
  import { ask } from '../../sync/ask';
  import PublishPanel from './PublishPanel.svelte';

  interface Props {
    open: boolean;
    name: string;
    slug: string;
    /** The formula as it would be published; null while it cannot be made. */
    formula: Formula | null;
    /** What keeps it from being made. */
    found: readonly Problem[];
    base: number;
    head: number;
    corrected: readonly Ingredient[];
    adopted: ReadonlySet<string>;
    /** Date and time of day in the bakehouse. */
    clock: (epoch: number) => string;
    onadopt: (slug: string, adopt: boolean) => void;
    /** Keeps the draft, so that nothing is lost whatever comes back. */
    onbefore: () => Promise<void>;
    onpublished: (slug: string) => Promise<void>;
    ontake: (version: FormulaVersion) => void;
    onclose: () => void;
  }

  /** Publishing: the note, what is refused, and both texts if someone published in between. */
  let {
    open,
    name,
    slug,
    formula,
    found,
    base,
    head,
    corrected,
    adopted,
    clock,
    onadopt,
    onbefore,
    onpublished,
    ontake,
    onclose,
  }: Props = $props();

  let busy = $state(false);
  let refusals = $state.raw<readonly Problem[]>([]);
  let theirs = $state.raw<FormulaVersion | null>(null);
  let note = $state('');
  $effect(() => {
    if (open) refusals = [];
  });

  async function publishOn(over: number) {
    if (!formula || busy) return;
    busy = true;
    await onbefore();
    const done = await ask('POST /formulas/{slug}', {
      params: { slug },
      body: { doc: formula.doc, base: over, note, adopt: [...adopted] },
    });
    busy = false;
    if (done.kind === 'done') await onpublished(done.value.slug);
    else if (done.kind === 'stale') {
      theirs = done.stands as FormulaVersion;
      onclose();
    } else refusals = done.problems;
  }
  function overTheirs() {
    const over = theirs?.version;
    theirs = null;
    void publishOn(over ?? base);
  }
  function takeTheirs() {
    if (theirs) ontake(theirs);
    theirs = null;
  }
</script>

<Panel {open} title={`Publish ${name}`} {onclose}>
  <PublishPanel
    problems={[...found, ...refusals]}
    {corrected}
    {adopted}
    version={head + 1}
    {busy}
    {onadopt}
    onpublish={(text) => {
      note = text;
      void publishOn(base);
    }}
  />
</Panel>
<Panel open={theirs !== null} title="Someone published in between" side onclose={() => (theirs = null)}>
  {#if theirs && formula}
    {@const stands = theirs}
    <p class="conflict">
      {stands.by} published version {stands.version} at {clock(stands.at)}{stands.note === ''
        ? ''
        : `: “${stands.note}”`}. Yours is on the left and is kept as a draft.
    </p>
    <div class="takes">
      <button type="button" class="btn preset-tonal" onclick={overTheirs}>Publish mine over it</button>
      <button type="button" class="btn preset-tonal" onclick={takeTheirs}>Take theirs into my sheet</button>
    </div>
    <ComparePanel
      a={{ name: 'Mine', formula }}
      b={{ name: `Version ${stands.version}, ${stands.by}`, formula: stands.formula }}
    />
  {/if}
</Panel>

<style>
  .conflict {
    margin-bottom: 0.6rem;
  }
  .takes {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    margin-bottom: 0.8rem;
  }
</style>
