<script lang="ts">
  import Delete from '@lucide/svelte/icons/delete';
  import Field from '../ui/Field.svelte';

  interface Props {
    label: string;
    value: string;
    problem: string | undefined;
  }

  /** A PIN, typed with a knuckle or a keyboard. */
  let { label, value = $bindable(), problem }: Props = $props();
  const FIGURES = ['1', '2', '3', '4', '5', '6', '7', '8', '9'] as const;
  const add = (figure: string) => (value = (value + figure).slice(0, 8));
</script>

<!-- Whoever chose a name types the PIN next. -->
<Field
  {label}
  name="pin"
  type="password"
  inputmode="numeric"
  maxlength={8}
  autofocus
  {value}
  {problem}
  oninput={(text) => (value = text.replace(/\D/g, ''))}
/>
<div class="pad">
  {#each FIGURES as figure (figure)}
    <button type="button" class="btn preset-tonal" onclick={() => add(figure)}>{figure}</button>
  {/each}
  <span></span>
  <button type="button" class="btn preset-tonal" onclick={() => add('0')}>0</button>
  <button
    type="button"
    class="btn preset-tonal"
    aria-label="Take the last figure back"
    onclick={() => (value = value.slice(0, -1))}><Delete size={24} /></button
  >
</div>

<style>
  .pad {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 0.5rem;
  }
  .pad .btn {
    min-height: 3.5rem;
    font-family: var(--figures);
    font-size: 1.375rem;
  }
</style>
