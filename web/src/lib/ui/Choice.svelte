<script lang="ts">
  import { Combobox, useListCollection } from '@skeletonlabs/skeleton-svelte';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';

  interface Option {
    readonly value: string;
    readonly text: string;
    readonly disabled?: boolean;
  }

  /** One of some: opened by a press, found by typing where there are many. */
  let {
    label,
    name,
    value,
    options,
    problem,
    hideLabel = false,
    onchange,
  }: {
    label: string;
    name: string;
    value: string;
    options: readonly Option[];
    problem?: string | undefined;
    hideLabel?: boolean;
    onchange: (value: string) => void;
  } = $props();

  /** From so many on a tablet brings its keys for typing. */
  const MANY = 12;

  /** What was typed to find one; null: all are shown. */
  let typed = $state<string | null>(null);
  let open = $state(false);
  const shown = $derived.by(() => {
    const wanted = typed?.trim().toLowerCase() ?? '';
    return wanted === '' ? options : options.filter(({ text }) => text.toLowerCase().includes(wanted));
  });
  const collection = $derived(
    useListCollection<Option>({
      items: [...shown],
      itemToString: ({ text }) => text,
      itemToValue: (option) => option.value,
      isItemDisabled: ({ disabled = false }) => disabled,
    }),
  );
  const text = $derived(options.find((option) => option.value === value)?.text ?? '');
</script>

<Combobox
  class="choice"
  {collection}
  {open}
  value={[value]}
  inputValue={typed ?? (open ? '' : text)}
  placeholder={text}
  invalid={problem !== undefined}
  openOnClick
  inputBehavior="autohighlight"
  positioning={{ strategy: 'fixed', placement: 'bottom-start', sameWidth: false, gutter: 2 }}
  onOpenChange={(now) => {
    open = now.open;
    if (!open) typed = null;
  }}
  onInputValueChange={({ inputValue, reason }) => (typed = reason === 'input-change' ? inputValue : null)}
  onValueChange={({ value: [next] }) => next !== undefined && next !== value && onchange(next)}
>
  <Combobox.Label class={hideLabel ? 'sr-only' : 'field-name'}>{label}</Combobox.Label>
  <Combobox.Control class="choice-control">
    <Combobox.Input
      class="input choice-input"
      {name}
      data-value={value}
      inputmode={options.length < MANY ? 'none' : 'search'}
      aria-describedby={problem === undefined ? undefined : `${name}-problem`}
      onkeydown={(event) => event.key === 'Escape' && open && event.preventDefault()}
    />
    <Combobox.Trigger class="choice-open" tabindex={-1} aria-label={`All of ${label}`}>
      <ChevronDown size={16} />
    </Combobox.Trigger>
  </Combobox.Control>
  {#if open}
    <Combobox.Positioner class="choice-place">
      <Combobox.Content class="popup choice-list">
        {#each shown as item (item.value)}
          <Combobox.Item {item} class="choice-item">
            <Combobox.ItemText>{item.text}</Combobox.ItemText>
          </Combobox.Item>
        {:else}<li class="quiet">Nothing is called “{typed}”.</li>{/each}
      </Combobox.Content>
    </Combobox.Positioner>
  {/if}
  {#if problem !== undefined}<span class="field-problem" id={`${name}-problem`} role="alert">{problem}</span
    >{/if}
</Combobox>

<style>
  :global(.choice) {
    display: block;
    min-width: 0;
  }
  :global(.choice-control) {
    position: relative;
    display: block;
  }
  :global(.choice-input) {
    padding-right: 1.75rem;
    text-overflow: ellipsis;
    cursor: pointer;
  }
  :global(.choice-open) {
    position: absolute;
    inset: 0 0 0 auto;
    width: 1.75rem;
    height: auto;
    padding: 0;
    transform: none;
    display: grid;
    place-items: center;
    background: none;
    cursor: pointer;
  }
  :global(.choice-list) {
    min-width: var(--reference-width);
    max-width: min(24rem, 92vw);
    max-height: min(20rem, var(--available-height));
    overflow-y: auto;
    padding: 0.25rem;
  }
  :global(.choice-place) {
    z-index: 60 !important;
  }
  :global(.choice-item) {
    display: flex;
    align-items: center;
    min-height: 2.25rem;
    padding: 0.25rem 0.6rem;
    border-radius: 0.25rem;
    cursor: pointer;
  }
  :global(.choice-item[data-highlighted]) {
    background: light-dark(var(--color-primary-200), var(--color-primary-800));
  }
  :global(.choice-item[data-state='checked']) {
    font-weight: 700;
  }
  :global(.choice-item[data-disabled]) {
    opacity: 0.5;
    cursor: default;
  }
</style>
