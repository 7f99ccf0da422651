<script lang="ts">
  /** One of a few: a labelled list. */
  let {
    label,
    name,
    value,
    options,
    problem,
    onchange,
  }: {
    label: string;
    name: string;
    value: string;
    options: readonly { value: string; text: string; disabled?: boolean }[];
    problem?: string | undefined;
    onchange: (value: string) => void;
  } = $props();
</script>

<label class="choice">
  <span class="field-name">{label}</span>
  <select
    class="select"
    {name}
    {value}
    aria-invalid={problem !== undefined}
    onchange={(event) => onchange(event.currentTarget.value)}
  >
    {#each options as option (option.value)}<option value={option.value} disabled={option.disabled}
        >{option.text}</option
      >{/each}
  </select>
  {#if problem !== undefined}<span class="field-problem" role="alert">{problem}</span>{/if}
</label>

<style>
  .choice {
    display: block;
    min-width: 0;
  }
</style>
