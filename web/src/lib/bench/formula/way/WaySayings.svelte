<script lang="ts">
  import type { FormulaDraft } from '@jovet/core/sheet';
  import { stepTitle } from './step-words';
  import { stepsAt, type Chosen } from './way-steps';

  interface Props {
    draft: FormulaDraft;
    /** What cannot be, each at its path. */
    sayings: readonly { readonly path: string; readonly text: string }[];
    onchoose: (chosen: Chosen) => void;
  }

  /** What cannot be about a way, each with its step to press. */
  let { draft, sayings, onchoose }: Props = $props();
  const placeOf = (path: string): Chosen => {
    const [, list = 'way', step = '0'] = /^(way|pieces|products\.\d+\.way)(?:\.(\d+))?/.exec(path) ?? [];
    return { list, step: Number(step) };
  };
  const titleOf = (path: string) => {
    const { list, step } = placeOf(path);
    const own = stepsAt(draft, list)[step];
    return own && /\.\d+/.test(path) ? stepTitle(own) : 'The way';
  };
</script>

{#each sayings as { path, text } (path + text)}
  <p class="notice" role="alert">
    <button type="button" class="link" onclick={() => onchoose(placeOf(path))}>{titleOf(path)}</button>
    <span>{text}</span>
  </p>
{/each}
