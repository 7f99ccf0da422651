<script lang="ts">
  import type { Problem } from '@jovet/core/problem';
  import type { Fixed } from '../server/endpoints/endpoint';
  import { ask, type Answer, type AnswerOf } from '../sync/ask';
  import { atWork } from '../sync/who.svelte';
  import Field from '../ui/Field.svelte';
  import Problems from '../ui/Problems.svelte';
  import Names from './Names.svelte';
  import PinPad from './PinPad.svelte';

  interface Props {
    way: 'pin' | 'password' | 'device' | 'code';
    how: Fixed<AnswerOf<'GET /sign-in'>>;
    /** A code that came with the address. */
    code: string;
    /** Where to go then. */
    to: string;
    onin: () => void;
  }

  /** Coming in: by name and PIN on a device of the bakery, by password elsewhere, by a code once. */
  let { way, how, code: given, to, onin }: Props = $props();
  let [name, word, device] = $state(['', '', '']);
  let code = $derived(given);
  let problems = $state<readonly Problem[]>([]);
  let busy = $state(false);
  let who = $state<{ readonly id: string; readonly name: string; readonly here: boolean } | null>(null);
  const problemOf = (field: string) => {
    const found = problems.find(({ path }) => path === field);
    return found && `${found.problem} ${found.remedy}`;
  };
  const elsewhere = (path: string) => `/sign-in/${path}?to=${encodeURIComponent(to)}`;

  /** What was typed stays until it was right; a PIN is typed anew. */
  async function come<T>(asked: Promise<Answer<T>>) {
    busy = true;
    const answer = await asked;
    busy = false;
    problems = answer.kind === 'done' ? [] : answer.problems;
    if (answer.kind === 'done') {
      atWork.verified();
      onin();
    } else if (way === 'pin') word = '';
  }
  function choose(person: NonNullable<typeof who>) {
    [who, word, problems] = [person, '', []];
    if (person.here) void come(ask('PUT /sign-in/name', { body: { person: person.id } }));
  }
  const ENTER = {
    pin: () => who && come(ask('POST /sign-in/pin', { body: { person: who.id, pin: word } })),
    password: () => come(ask('POST /sign-in', { body: { name, password: word } })),
    device: () => come(ask('POST /sign-in/device', { body: { code, name: device } })),
    code: () => come(ask('POST /sign-in/first', { body: { code, name, password: word } })),
  };
  const heads = $derived({
    pin: 'Who is at work?',
    password: 'Sign in',
    device: 'Take this device into the bakery',
    code: how.first ? 'The first head baker' : 'A new password',
  });
  function submit(event: SubmitEvent) {
    event.preventDefault();
    if (!busy) void ENTER[way]();
  }
</script>

<div class="entry">
  <p class="name" aria-hidden="true">jovet</p>
  <h1>{heads[way]}</h1>
  {#if way === 'pin' && how.device === null}
    <p>This device does not belong to the bakery yet.</p>
  {:else if way === 'pin' && how.people.length === 0}
    <p>Nobody has a PIN yet. The head baker gives them in Bakehouse, under Crew.</p>
  {:else if way === 'pin' && !who}
    <p class="where">{how.device}</p>
    <Names people={how.people} onchoose={choose} />
  {:else}
    <form onsubmit={submit}>
      {#if way === 'pin'}
        <PinPad label={`PIN of ${who?.name ?? ''}`} bind:value={word} problem={problemOf('pin')} />
      {/if}
      {#if way === 'code' || way === 'device'}
        <p>
          {way === 'code'
            ? 'The code stands where Jovet was started, or where ./jovet head-password was run.'
            : 'The head baker makes a code in Bakehouse, under Crew.'}
        </p>
        <Field
          label="Code"
          name="code"
          value={code}
          problem={problemOf('code')}
          autocapitalize="characters"
          oninput={(text) => (code = text)}
        />
      {/if}
      {#if way === 'device'}
        <Field
          label="What the device is called"
          name="device"
          value={device}
          placeholder="By the oven"
          problem={problemOf('name')}
          oninput={(text) => (device = text)}
        />
      {:else if way !== 'pin'}
        <Field
          label="Your name"
          name="name"
          value={name}
          problem={problemOf('name')}
          autocomplete="username"
          oninput={(text) => (name = text)}
        />
        <Field
          label={way === 'code' ? 'New password, at least 10 signs' : 'Password'}
          name="password"
          type="password"
          value={word}
          autocomplete={way === 'code' ? 'new-password' : 'current-password'}
          problem={problemOf('password')}
          oninput={(text) => (word = text)}
        />
      {/if}
      <Problems problems={problems.filter(({ path }) => !/^(pin|code|name|password)$/.test(path))} />
      <div class="row">
        <button type="submit" class="btn preset-filled" disabled={busy}
          >{way === 'device' ? 'Take it in' : 'Come in'}</button
        >
        {#if who}<button type="button" class="btn preset-tonal" onclick={() => ([who, problems] = [null, []])}
            >Somebody else</button
          >{/if}
      </div>
    </form>
  {/if}
  <nav aria-label="Other ways in">
    {#if way !== 'pin' && how.device !== null}<a href={elsewhere('pin')}>By name and PIN</a>{/if}
    {#if way !== 'password' && !how.first}<a href={elsewhere('password')}>With a password</a>{/if}
    {#if way !== 'device' && how.device === null}<a href={elsewhere('device')}
        >This is a tablet of the bakery</a
      >{/if}
    {#if way !== 'code'}<a href={elsewhere('code')}>With a code of the terminal</a>{/if}
    {#if how.itself}<a href={to}>Back: the demo lets you in on this computer</a>{/if}
  </nav>
</div>

<!-- prettier-ignore -->

<style>
  .entry {
    max-width: 30rem;
    margin: 8vh auto 2rem;
    padding: 0 1.25rem;
  }
  .name {
    font-weight: 800;
    font-size: 1.125rem;
  }
  h1 {
    font-size: 1.75rem;
    font-weight: 700;
    margin-bottom: 0.75rem;
  }
  .where {
    margin-bottom: 0.5rem;
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  form {
    display: grid;
    gap: 0.9rem;
  }
  .row {
    display: flex;
    gap: 0.6rem;
  }
  .row .btn {
    min-height: 3.5rem;
    flex: 1;
  }
  nav {
    display: grid;
    gap: 0.25rem;
    margin-top: 1.75rem;
  }
  nav a {
    padding: 0.35rem 0;
    text-decoration: underline;
  }
</style>
