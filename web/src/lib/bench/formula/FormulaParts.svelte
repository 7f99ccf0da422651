<script module lang="ts">
  const PARTS = [
    { value: 'sheet', text: 'Sheet', paths: null },
    { value: 'way', text: 'Way', paths: /^(way|pieces|products\.\d+\.way)/ },
    { value: 'products', text: 'Products', paths: /^(products\.\d+\.(?!way)|products$|branches|coatings)/ },
    { value: 'bake', text: 'Bake it', paths: null },
    { value: 'sums', text: 'Divide, tins, baths', paths: null },
  ] as const;
  export type FormulaPart = (typeof PARTS)[number]['value'];
</script>

<script lang="ts">
  import type { Problem } from '@jovet/core/problem';
  import type { Basis } from '@jovet/core/sheet';
  import Choice from '../../ui/Choice.svelte';

  interface Props {
    part: FormulaPart;
    /** What cannot be read: a part that is not open says that something in it is. */
    wrong: readonly Problem[];
    /** What percentages are of, where that can be chosen. */
    basis: Basis | null;
    onpart: (part: FormulaPart) => void;
    onbasis: (basis: Basis) => void;
  }

  /** The parts of a formula, one of them open. */
  let { part, wrong, basis, onpart, onbasis }: Props = $props();
</script>

<nav class="parts" aria-label="Parts of the formula">
  {#each PARTS as { value, text, paths } (value)}
    <button type="button" aria-current={part === value ? 'true' : undefined} onclick={() => onpart(value)}
      >{text}{#if paths && wrong.some(({ path }) => paths.test(path))}<span
          class="wrong"
          title="Something here cannot be read"
        >
          !</span
        >{/if}</button
    >
  {/each}
  {#if part === 'sheet' && basis !== null}
    <div class="basis">
      <Choice
        label="Percent of"
        hideLabel
        name="basis"
        value={basis}
        options={[
          { value: 'all', text: 'percent of all flour' },
          { value: 'own', text: 'percent of each stage’s flour' },
        ]}
        onchange={(of) => onbasis(of === 'own' ? 'own' : 'all')}
      />
    </div>
  {/if}
</nav>

<style>
  .parts {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem;
    align-items: center;
    border-bottom: 1px solid light-dark(var(--color-surface-300), var(--color-surface-700));
  }
  .parts button {
    padding: 0.4rem 0.8rem;
    cursor: pointer;
    border-bottom: 3px solid transparent;
  }
  .parts button[aria-current] {
    font-weight: 700;
    border-bottom-color: currentColor;
  }
  .wrong {
    color: light-dark(var(--color-error-700), var(--color-error-300));
    font-weight: 700;
  }
  .basis {
    margin-left: auto;
    width: 14rem;
  }
</style>
