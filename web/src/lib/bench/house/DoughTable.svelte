<script lang="ts">
  import type { FloorDraft } from '@jovet/core/bakehouse';
  import type { House } from '../../server/database/house';
  import Field from '../../ui/Field.svelte';

  interface Props {
    draft: FloorDraft;
    formulas: House['formulas'];
    /** What is wrong, by field. */
    wrong: Readonly<Record<string, string>>;
    onchange: (draft: FloorDraft) => void;
  }

  /** How each dough stands here between its mix and its cut. */
  let { draft, formulas, wrong, onchange }: Props = $props();

  const doughs = $derived(
    formulas.map(({ slug: formula, formula: { doc } }) => ({
      formula, name: doc.name, index: draft.doughs.findIndex((each) => each.formula === formula),
    })),
  ); // prettier-ignore
  const BLANK = { coldAfter: '', folds: '', turns: '', rest: '' };
  const put = (formula: string, change: object) => {
    const known = draft.doughs.find((each) => each.formula === formula);
    const next = { formula, ...BLANK, ...known, ...change };
    onchange({
      ...draft,
      doughs: known ? draft.doughs.map((each) => (each === known ? next : each)) : [...draft.doughs, next],
    });
  };
  const COLUMNS = [
    ['coldAfter', 'into the cold after, min'],
    ['folds', 'folds by rise'],
    ['turns', 'folds after the lock-in'],
    ['rest', 'rest after each, min'],
  ] as const;
</script>

<section>
  <h2>Doughs</h2>
  <table class="fields">
    <thead>
      <tr>
        <th scope="col">Dough</th>
        {#each COLUMNS as [key, word] (key)}<th scope="col">{word}</th>{/each}
      </tr>
    </thead>
    <tbody>
      {#each doughs as { formula, name, index } (formula)}
        <tr>
          <th scope="row">{name}</th>
          {#each COLUMNS as [key, word] (key)}
            <td>
              <Field
                hideLabel
                placeholder={key === 'folds' ? 'clock' : undefined}
                label={`${name}: ${word}`}
                name={`doughs.${formula}.${key}`}
                value={draft.doughs[index]?.[key] ?? ''}
                problem={wrong[`doughs.${index}.${key}`]}
                oninput={(value) => put(formula, { [key]: value })}
              />
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  <p class="quiet">
    Left empty, bulk stays in the room, folds go by the clock, and nothing is folded in. Folds by rise: 50 %
    of the rise it is cut at, or volumes of gas such as 0.3.
  </p>
</section>

<style>
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
    margin: 1rem 0 0.4rem;
  }
</style>
