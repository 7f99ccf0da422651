<script lang="ts">
  import { moved, removeRow } from '@jovet/core/sheet';
  import { useEditing } from './editing';
  import SheetField from './SheetField.svelte';

  /** What can be done with one row of the sheet. */
  let { id, onclose }: { id: string; onclose: () => void } = $props();
  const editing = useEditing();
  const index = $derived(editing.draft.rows.findIndex((row) => row.id === id));
  const step = (by: number) =>
    editing.change(
      { ...editing.draft, rows: moved(editing.draft.rows, index, index + by) },
      `move.${id}.${index + by}`,
    );
</script>

{#if index >= 0}
  <div class="row-panel">
    <SheetField label="Stands under the heading" path={`rows.${index}.group`} placeholder="no heading" />
    <div class="foot">
      <button type="button" class="btn preset-tonal" disabled={index === 0} onclick={() => step(-1)}
        >Up</button
      >
      <button
        type="button"
        class="btn preset-tonal"
        disabled={index === editing.draft.rows.length - 1}
        onclick={() => step(1)}>Down</button
      >
      <button
        type="button"
        class="btn preset-tonal"
        onclick={() => (editing.change(removeRow(editing.draft, id), `remove.${id}`), onclose())}
        >Remove the row</button
      >
    </div>
    <p class="quiet">Rows can be dragged by their grip, or moved with Alt and the arrow keys.</p>
  </div>
{/if}

<style>
  .row-panel {
    display: grid;
    gap: 0.75rem;
  }
  .foot {
    display: flex;
    gap: 0.5rem;
  }
</style>
