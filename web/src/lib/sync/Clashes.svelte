<script lang="ts">
  import { pickOf, type Clash, type Picks } from './merge';

  interface Props {
    clashes: readonly Clash[];
    /** A place of the document in words, and what stands there. */
    wordsOf: (clash: Clash) => {
      readonly where: string;
      readonly mine: string;
      readonly theirs: string;
    };
    onchosen: (picks: Picks) => void;
  }

  /** What two people changed to something else at one time: which of it counts, field by field. */
  let { clashes, wordsOf, onchosen }: Props = $props();
  let picks = $state<Record<string, 'mine' | 'theirs'>>({});
  const all = $derived(clashes.every(({ path }) => picks[pickOf(path)] !== undefined));
</script>

<p>
  Somebody else changed the same while you did. Choose what counts; what only one of you changed is kept as it
  is.
</p>
<table>
  <thead><tr><th scope="col">Where</th><th scope="col">Yours</th><th scope="col">Theirs</th></tr></thead>
  <tbody>
    {#each clashes as clash (pickOf(clash.path))}
      {@const { where, mine, theirs } = wordsOf(clash)}
      {@const key = pickOf(clash.path)}
      <tr>
        <th scope="row">{where}</th>
        {#each [['mine', mine], ['theirs', theirs]] as const as [whose, text] (whose)}
          <td
            ><label
              ><input type="radio" class="radio" name={key} value={whose} bind:group={picks[key]} />
              {text}</label
            ></td
          >
        {/each}
      </tr>
    {/each}
  </tbody>
</table>
<button type="button" class="btn preset-filled" disabled={!all} onclick={() => onchosen(picks)}
  >Save this</button
>

<style>
  table {
    margin: 0.75rem 0;
  }
  th {
    text-align: left;
    font-weight: 400;
    padding: 0.35rem 1rem 0.35rem 0;
  }
  td {
    padding: 0.35rem 1rem 0.35rem 0;
  }
  label {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    min-height: 2.5rem;
    cursor: pointer;
  }
</style>
