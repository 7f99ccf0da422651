<script lang="ts">
  import type { Problem } from '@jovet/core/problem';
  import { ask } from '../sync/ask';
  import Field from '../ui/Field.svelte';
  import Panel from '../ui/Panel.svelte';
  import Problems from '../ui/Problems.svelte';
  import type { Token } from './crew';
  import { RIGHTS, RIGHT_WORDS, type Right } from './rights';

  let { tokens, onchanged }: { tokens: readonly Token[]; onchanged: () => Promise<void> } = $props();
  type Given = Exclude<Right, 'crew'>;
  const GIVEN = RIGHTS.filter((right): right is Given => right !== 'crew');
  let adding = $state(false);
  let name = $state('');
  let rights = $state<Given[]>(['read']);
  let made = $state<string | null>(null);
  let problems = $state<readonly Problem[]>([]);

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const answer = await ask('POST /tokens', { body: { name, rights } });
    problems = answer.kind === 'done' ? [] : answer.problems;
    if (answer.kind !== 'done') return;
    [adding, name, made] = [false, '', answer.value.token];
    await onchanged();
  }
  async function shutOut({ id }: Token) {
    const answer = await ask('DELETE /tokens/{id}', { params: { id } });
    problems = answer.kind === 'done' ? [] : answer.problems;
    await onchanged();
  }
</script>

<section aria-label="Other programs">
  <h2>Other programs</h2>
  {#if tokens.length === 0}<p>
      No other program is let in. What they can ask for is at <a href="/api">/api</a>.
    </p>{/if}
  <ul>
    {#each tokens as token (token.id)}
      <li>
        <span
          ><strong>{token.name}</strong> may {token.rights
            .map((right) => RIGHT_WORDS[right])
            .join('; ')}</span
        >
        <button
          type="button"
          class="btn preset-tonal"
          aria-label={`Shut out ${token.name}`}
          onclick={() => shutOut(token)}>Shut out</button
        >
      </li>
    {/each}
  </ul>
  <Problems {problems} />
  <p>
    <button type="button" class="btn preset-tonal" onclick={() => (adding = true)}>Let a program in</button>
  </p>
</section>

<Panel open={adding} title="Let a program in" onclose={() => (adding = false)}>
  <form onsubmit={add}>
    <Field label="What it is" name="program" value={name} oninput={(text) => (name = text)} />
    <fieldset>
      <legend>It may</legend>
      {#each GIVEN as right (right)}
        <label
          ><input type="checkbox" class="checkbox" value={right} bind:group={rights} />
          {RIGHT_WORDS[right]}</label
        >
      {/each}
    </fieldset>
    <Problems {problems} />
    <button type="submit" class="btn preset-filled">Make its token</button>
  </form>
</Panel>
<Panel open={made !== null} title="Its token" onclose={() => (made = null)}>
  <p>It is shown this once. The program sends it with every request: <code>Authorization: Bearer …</code></p>
  <p class="token">{made}</p>
</Panel>

<!-- prettier-ignore -->

<style>
  li {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 0.6rem;
    padding-block: 0.25rem;
  }
  section p {
    margin-top: 0.4rem;
  }
  a {
    text-decoration: underline;
  }
  form {
    display: grid;
    gap: 0.9rem;
  }
  label {
    display: block;
    padding-block: 0.3rem;
  }
  .token {
    font-family: var(--figures);
    overflow-wrap: anywhere;
  }
</style>
