<script lang="ts">
  import { setText } from '@jovet/core/sheet';
  import Field from '../../ui/Field.svelte';
  import { useEditing } from './editing';

  interface Props {
    label: string;
    /** Where it stands in the sheet, such as `products.0.name`. */
    path: string;
    unit?: string;
    hideLabel?: boolean;
    placeholder?: string;
    /** Id of a list of suggestions. */
    list?: string;
  }

  /** One text of the sheet, with what is wrong with it. */
  let { label, path, unit, hideLabel = false, ...rest }: Props = $props();
  const editing = useEditing();
  const value = $derived(
    path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], editing.draft),
  );
</script>

<Field
  {label}
  {hideLabel}
  name={path}
  value={String(value ?? '')}
  {...unit === undefined ? {} : { unit }}
  problem={editing.problems[path]}
  oninput={(text) => editing.change(setText(editing.draft, path, text), path)}
  onblur={editing.settle}
  {...rest}
/>
