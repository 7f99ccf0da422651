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
  import { Tabs } from '@skeletonlabs/skeleton-svelte';
  import type { Snippet } from 'svelte';
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
    /** The part that is open. */
    children: Snippet;
  }

  /** The parts of a formula, one of them open. */
  let { part, wrong, basis, onpart, onbasis, children }: Props = $props();
</script>

<Tabs value={part} onValueChange={({ value }) => onpart(value as FormulaPart)} class="parts">
  <div class="head">
    <Tabs.List class="parts-list" aria-label="Parts of the formula">
      {#each PARTS as { value, text, paths } (value)}
        <Tabs.Trigger {value} class="parts-one"
          >{text}{#if paths && wrong.some(({ path }) => paths.test(path))}<span
              class="wrong"
              title="Something here cannot be read"
            >
              !</span
            >{/if}</Tabs.Trigger
        >
      {/each}
    </Tabs.List>
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
  </div>
  <Tabs.Content value={part} class="parts-open" tabindex={-1}>{@render children()}</Tabs.Content>
</Tabs>

<style>
  :global(.parts) {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 0.6rem;
  }
  :global(.parts-list) {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem;
    align-items: center;
    border: 0;
    padding: 0;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    border-bottom: 1px solid light-dark(var(--color-surface-300), var(--color-surface-700));
  }
  :global(.parts-one) {
    border-radius: 0;
    padding: 0.4rem 0.8rem;
    cursor: pointer;
    border-bottom: 3px solid transparent;
  }
  :global(.parts-one[data-selected]) {
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
