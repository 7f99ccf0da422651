<script lang="ts">
  import { setText } from '@jovet/core/sheet';
  import Choice from '../../ui/Choice.svelte';
  import { useEditing } from './editing';
  import { options, TYPE_WORDS } from './words';

  /** Name and type of the formula, at the head of its sheet. */
  const editing = useEditing();
  const draft = $derived(editing.draft);
</script>

<span class="title">
  <input
    aria-label="Name of the formula"
    name="name"
    value={draft.name}
    placeholder="Name of the formula"
    autocomplete="off"
    spellcheck="false"
    size={Math.max(14, draft.name.length)}
    aria-invalid={editing.problems['name'] !== undefined}
    oninput={(event) => editing.change(setText(draft, 'name', event.currentTarget.value), 'name')}
    onblur={editing.settle}
  />
</span>
<div class="type">
  <Choice
    label="Type of dough"
    name="type"
    value={draft.type}
    options={options(TYPE_WORDS)}
    onchange={(text) => editing.change(setText(draft, 'type', text), 'type')}
  />
</div>

<style>
  .title input {
    font-size: 1.5rem;
    font-weight: 700;
    background: none;
    padding: 0 0.2rem;
    margin-left: -0.2rem;
    border-radius: 3px;
    field-sizing: content;
    max-width: 24rem;
  }
  .title input[aria-invalid='true'] {
    box-shadow: inset 0 -2px 0 light-dark(var(--color-error-600), var(--color-error-400));
  }
  .type {
    width: 10.25rem;
  }
  .type :global(.field-name) {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
</style>
