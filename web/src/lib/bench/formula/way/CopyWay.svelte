<script lang="ts">
  import { onMount } from 'svelte';
  import { draftOfFormula } from '@jovet/core/sheet';
  import { type StepDraft } from '@jovet/core/sheet/way';
  import Choice from '../../../ui/Choice.svelte';
  import { useUnits } from '../../settings';
  import { ask } from '../../../sync/ask';

  /** The way of another formula, taken over as it is. */
  let { slug, onway }: { slug: string | null; onway: (way: StepDraft[], pieces: StepDraft[]) => void } =
    $props();
  const units = useUnits();
  let choices = $state.raw<{ value: string; text: string }[]>([]);
  let failed = $state(false);
  onMount(async () => {
    const found = await ask('GET /formulas', {});
    failed = found.kind !== 'done';
    if (found.kind === 'done')
      choices = found.value.formulas
        .filter((each) => each.slug !== slug)
        .map((each) => ({ value: each.slug, text: each.name }));
  });
  async function take(of: string) {
    const read = await ask('GET /formulas/{slug}', { params: { slug: of } });
    failed = read.kind !== 'done';
    if (read.kind !== 'done') return;
    const { way, pieces } = draftOfFormula(read.value.formula, units.unit);
    // Additions of the other sheet are not on this one.
    onway(
      way.map((step) => (step.kind === 'mix' ? { ...step, fields: { ...step.fields, adds: '' } } : step)),
      pieces,
    );
  }
</script>

{#if failed}<p role="alert">The formulas could not be fetched. Try again.</p>{/if}
<Choice
  label="The way of"
  name="copy-way"
  value=""
  options={[{ value: '', text: 'Choose a formula' }, ...choices]}
  onchange={(of) => void take(of)}
/>
