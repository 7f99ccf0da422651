<script lang="ts">
  import { onMount } from 'svelte';
  import type { Formula } from '@jovet/core/formula';
  import { localTime } from '@jovet/core/time';
  import Choice from '../../ui/Choice.svelte';
  import ComparePanel from './ComparePanel.svelte';
  import { ask } from '../../sync/ask';

  /** The sheet beside a version of its own, or another formula. */
  let { formula, slug, zone }: { formula: Formula; slug: string | null; zone: string } = $props();
  let choices = $state.raw<{ value: string; text: string }[]>([]);
  let chosen = $state('');
  let other = $state.raw<{ name: string; formula: Formula } | null>(null);
  let failed = $state(false);

  onMount(async () => {
    const [versions, formulas] = await Promise.all([
      slug === null ? null : ask('GET /formulas/{slug}/versions', { params: { slug } }),
      ask('GET /formulas', {}),
    ]);
    const own =
      versions?.kind === 'done'
        ? versions.value.versions.map((each) => ({
            value: `${slug} ${each.version}`,
            text: `version ${each.version}, ${localTime(each.at, zone).date}${each.note === '' ? '' : `, ${each.note}`}`,
          }))
        : [];
    const others =
      formulas.kind === 'done'
        ? formulas.value.formulas
            .filter((each) => each.slug !== slug)
            .map((each) => ({ value: `${each.slug} `, text: each.name }))
        : [];
    failed = formulas.kind !== 'done';
    choices = [...own, ...others];
    await choose(choices[0]?.value ?? '');
  });
  async function choose(value: string) {
    chosen = value;
    const [of = '', n = ''] = value.split(' ');
    if (of === '') return;
    const read = await (n === ''
      ? ask('GET /formulas/{slug}', { params: { slug: of } })
      : ask('GET /formulas/{slug}/versions/{n}', { params: { slug: of, n } }));
    failed = read.kind !== 'done';
    if (read.kind === 'done')
      other = {
        name: `${read.value.formula.doc.name}, version ${read.value.version}`,
        formula: read.value.formula,
      };
  }
</script>

{#if choices.length > 0}
  <Choice label="Beside this sheet" name="compare" value={chosen} options={choices} onchange={choose} />
{/if}
{#if failed}<p role="alert">The formulas could not be fetched. Close this and try again.</p>{/if}
{#if other}<div class="compared"><ComparePanel a={{ name: 'This sheet', formula }} b={other} /></div>
{:else if choices.length === 0 && !failed}<p>There is nothing to compare with yet.</p>{/if}

<style>
  .compared {
    margin-top: 0.75rem;
  }
</style>
