<script lang="ts">
  import Choice from '../../../ui/Choice.svelte';
  import { useEditing } from '../editing';
  import SheetField from '../SheetField.svelte';

  interface Props {
    onown: (product: number, own: boolean) => void;
  }

  /** What holds for all of a way: what is lost on it, and which products leave it at the cut. */
  let { onown }: Props = $props();
  const editing = useEditing();
</script>

<div class="whole">
  <SheetField label="Process loss" path="processLoss" unit="%" />
  {#if editing.draft.products.length > 1}
    {#each editing.draft.products as product, index (product.id)}
      <Choice
        label={`${product.name || 'This product'} goes`}
        name={`products.${index}.own`}
        value={product.way ? 'own' : 'all'}
        options={[
          { value: 'all', text: 'the way of all pieces' },
          { value: 'own', text: 'its own way' },
        ]}
        onchange={(value) => onown(index, value === 'own')}
      />
    {/each}
  {/if}
</div>

<style>
  .whole {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
    gap: 0.5rem 0.75rem;
    max-width: 62rem;
    border-top: 1px solid light-dark(var(--color-surface-300), var(--color-surface-700));
    padding-top: 0.7rem;
  }
</style>
