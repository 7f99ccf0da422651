<script lang="ts" generics="One extends { readonly problem: string; readonly remedy?: string }">
  import type { Snippet } from 'svelte';

  interface Props {
    /** What is wrong, in words, and what mends it. What is said twice is shown once. */
    problems: readonly (One | string)[];
    /** It is of the whole room, not of a field or a panel. */
    notice?: boolean;
    /** A press that mends it. */
    mend?: Snippet<[One]>;
  }

  /** What is wrong: the only way in which it is shown where it is of more than one field. */
  let { problems, notice = false, mend }: Props = $props();
  const sentence = (each: One | string) =>
    typeof each === 'string' ? each : [each.problem, each.remedy].filter(Boolean).join(' ');
  const said = $derived([...new Map(problems.map((each) => [sentence(each), each]))]);
</script>

{#each said as [text, each] (text)}
  <p class={notice ? 'notice' : 'field-problem'} role="alert">
    <span>{text}</span>
    {#if mend && typeof each !== 'string'}{@render mend(each)}{/if}
  </p>
{/each}
