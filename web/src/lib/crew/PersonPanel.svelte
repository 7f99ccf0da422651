<script lang="ts">
  import type { Problem } from '@jovet/core/problem';
  import { ask, type Answer } from '../sync/ask';
  import Choice from '../ui/Choice.svelte';
  import Field from '../ui/Field.svelte';
  import Problems from '../ui/Problems.svelte';
  import type { Person } from './crew';
  import { ROLE_WORDS, ROLES, type Role } from './rights';

  interface Props {
    person: Person;
    onchanged: () => Promise<void>;
    ongone: () => void;
  }

  /** What somebody is, and how he or she signs in. */
  let { person, onchanged, ongone }: Props = $props();
  const of = $derived({ params: { id: person.id } });
  let [pin, password, said] = $state(['', '', '']);
  let leaving = $state(false);
  let problems = $state<readonly Problem[]>([]);
  const problemOf = (field: string) => {
    const found = problems.find(({ path }) => path === field);
    return found && `${found.problem} ${found.remedy}`;
  };

  /** @param done what is said when it went through; what was typed stays otherwise */
  async function change<T>(asked: Promise<Answer<T>>, done: string): Promise<boolean> {
    const answer = await asked;
    problems = answer.kind === 'done' ? [] : answer.problems;
    said = answer.kind === 'done' ? done : '';
    if (answer.kind !== 'refused') await onchanged();
    return answer.kind === 'done';
  }
  const submits = (run: () => Promise<unknown>) => (event: SubmitEvent) => {
    event.preventDefault();
    void run();
  };
  const givePin = submits(async () => {
    if (await change(ask('PUT /crew/{id}/pin', { ...of, body: { pin } }), 'The PIN is set.')) pin = '';
  });
  const givePassword = submits(async () => {
    if (await change(ask('PUT /crew/{id}/password', { ...of, body: { password } }), 'The password is set.'))
      password = '';
  });
  const setRole = (role: Role) =>
    change(
      ask('PUT /crew/{id}/role', { ...of, body: { was: person.role, role } }),
      `Now ${ROLE_WORDS[role].name.toLowerCase()}.`,
    );
  async function leave() {
    if (await change(ask('DELETE /crew/{id}', of), '')) ongone();
  }
</script>

<div class="parts">
  <Choice
    label="Is"
    name="role"
    value={person.role}
    options={ROLES.map((each) => ({ value: each, text: ROLE_WORDS[each].name }))}
    onchange={(value) => void setRole(value as Role)}
  />
  <p>May: {ROLE_WORDS[person.role].may}.</p>
  <form onsubmit={givePin}>
    <Field
      label={person.hasPin ? 'Another PIN' : 'PIN for the devices of the bakery'}
      name="pin"
      inputmode="numeric"
      maxlength={8}
      value={pin}
      problem={problemOf('pin')}
      oninput={(text) => (pin = text)}
    />
    <button type="submit" class="btn preset-tonal" disabled={pin === ''}>Set the PIN</button>
  </form>
  <form onsubmit={givePassword}>
    <Field
      label={person.hasPassword ? 'Another password' : 'Password, at least 10 signs'}
      name="password"
      type="password"
      autocomplete="new-password"
      value={password}
      problem={problemOf('password')}
      oninput={(text) => (password = text)}
    />
    <button type="submit" class="btn preset-tonal" disabled={password === ''}>Set the password</button>
  </form>
  {#if person.waitsUntil !== null}
    <button
      type="button"
      class="btn preset-tonal"
      onclick={() => change(ask('DELETE /crew/{id}/tries', of), 'May try again now.')}
      >Let {person.name} try again now</button
    >
  {/if}
  <Problems problems={problems.filter(({ path }) => path !== 'pin' && path !== 'password')} />
  <p role="status">{said}</p>
  {#if leaving}
    <p>{person.name} is signed out everywhere. What was written by that name stays.</p>
    <button type="button" class="btn preset-filled-error-500" onclick={leave}>Take out of the crew</button>
  {:else}
    <button type="button" class="btn preset-tonal" onclick={() => (leaving = true)}
      >{person.name} leaves…</button
    >
  {/if}
</div>

<style>
  .parts,
  form {
    display: grid;
    gap: 0.6rem;
  }
  form {
    grid-template-columns: minmax(0, 1fr) auto;
    align-items: end;
  }
</style>
