<script lang="ts">
  import User from '@lucide/svelte/icons/user';
  import { page } from '$app/state';
  import { ask, type AnswerOf } from '../sync/ask';
  import { atWork } from '../sync/who.svelte';
  import Panel from '../ui/Panel.svelte';
  import Names from './Names.svelte';
  import { ROLE_WORDS, type Role } from './rights';

  interface Props {
    name: string;
    role: Role | 'machine' | null;
    how: 'password' | 'pin' | 'token' | 'itself' | null;
  }

  /** Who is at work on this device; pressed, the name is changed. */
  let { name, role, how }: Props = $props();
  let open = $state(false);
  /** null: there is no line. */
  let entry = $state.raw<AnswerOf<'GET /sign-in'> | null>();
  let failed = $state('');
  const shown = $derived(atWork.acting?.name ?? name);
  const words = $derived(role === null || role === 'machine' ? null : ROLE_WORDS[role]);
  const others = $derived(
    (entry?.people.filter(({ here }) => here) ?? (entry === null ? atWork.names : []))
      .filter((each) => each.name !== shown)
      .map((each) => ({ here: false, ...each })),
  );
  const elsewhere = (way: string) => `/sign-in${way}?to=${encodeURIComponent(page.url.pathname)}`;

  async function show() {
    open = true;
    const answer = await ask('GET /sign-in', {});
    entry = answer.kind === 'done' ? answer.value : null;
    if (entry?.device) atWork.know(entry.people);
  }
  async function goOn(person: (typeof others)[number]) {
    if (entry === null) {
      atWork.takeOver(person);
      open = false;
      return;
    }
    const answer = await ask('PUT /sign-in/name', { body: { person: person.id } });
    if (answer.kind === 'done') {
      atWork.verified();
      location.reload();
    } else failed = answer.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
  }
  async function out() {
    const answer = await ask('DELETE /sign-in', {});
    if (answer.kind === 'done') location.assign('/sign-in');
  }
</script>

{#if atWork.out}
  <a class="who is-out" href={elsewhere('')}>Sign in</a>
{:else}
  <button
    type="button"
    class="who"
    class:is-out={atWork.acting}
    aria-label={`At work here: ${shown}${atWork.acting ? ', not signed in' : ''}`}
    title={atWork.acting ? `${shown}, not signed in` : shown}
    onclick={show}
  >
    <User size={16} aria-hidden="true" /><span>{shown.split(' ')[0]}{atWork.acting ? '?' : ''}</span>
  </button>
{/if}
<Panel {open} title={shown} onclose={() => (open = false)}>
  {#if atWork.acting}
    <p>
      {shown} has not signed in. What is noted on the Floor is kept with that name, and “not signed in” beside it;
      {entry === null ? 'as soon as there is a line, type the PIN.' : 'type the PIN now.'}
    </p>
  {:else}
    <p>{words ? `${words.name}: ${words.may}.` : ''}</p>
  {/if}
  {#if how === 'itself'}
    <p>This is the demo bakery: on the computer it runs on, its head baker comes in without signing in.</p>
  {/if}
  {#if entry === null}<p role="status">
      There is no line: the name can be changed, and is not verified.
    </p>{/if}
  {#if failed}<p role="alert">{failed}</p>{/if}
  <div class="others"><Names people={others} onchoose={goOn} /></div>
  {#if entry}
    <div class="row">
      <a class="btn preset-tonal" href={elsewhere('')}>{atWork.acting ? 'Sign in' : 'Somebody else'}</a>
      {#if how === 'password' || how === 'pin'}
        <button type="button" class="btn preset-tonal" onclick={out}>Sign out</button>
      {/if}
    </div>
  {/if}
</Panel>

<style>
  .is-out {
    font-weight: 700;
    color: light-dark(var(--color-error-700), var(--color-error-300));
  }
  .who {
    display: flex;
    align-items: center;
    gap: 0.2rem;
    max-width: 4.5rem;
    min-height: 1.75rem;
    padding-inline: 0.25rem;
    border-radius: var(--radius-base);
    font-size: 0.8125rem;
    cursor: pointer;
  }
  .who span {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .others {
    margin-block: 0.75rem;
  }
  .row {
    display: flex;
    gap: 0.6rem;
  }
  .row .btn {
    min-height: 3rem;
  }
</style>
