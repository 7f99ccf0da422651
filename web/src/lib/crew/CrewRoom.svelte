<script lang="ts">
  import RoomHead from '../room/RoomHead.svelte';
  import { ask } from '../sync/ask';
  import Choice from '../ui/Choice.svelte';
  import Field from '../ui/Field.svelte';
  import Panel from '../ui/Panel.svelte';
  import Problems from '../ui/Problems.svelte';
  import type { Problem } from '@jovet/core/problem';
  import type { Device, Done, Person, Token } from './crew';
  import DevicesPart from './DevicesPart.svelte';
  import DonePart from './DonePart.svelte';
  import PersonPanel from './PersonPanel.svelte';
  import { ROLE_WORDS, ROLES, type Role } from './rights';
  import TokensPart from './TokensPart.svelte';

  interface Props {
    people: readonly Person[];
    devices: readonly Device[];
    tokens: readonly Token[];
    done: readonly Done[];
    /** The device of the bakery that this is. */
    here: string | null;
    zone: string;
    now: number;
    onchanged: () => Promise<void>;
  }

  /** Who works here and may what, on which devices, which programs, and who did what. */
  let { people, devices, tokens, done, here, zone, now, onchanged }: Props = $props();
  let chosen = $state<string | null>(null);
  let adding = $state(false);
  let [name, role] = $state<[string, Role]>(['', 'baker']);
  let problems = $state<readonly Problem[]>([]);
  const person = $derived(people.find(({ id }) => id === chosen) ?? null);
  const ways = ({ hasPassword, hasPin }: Person) =>
    [hasPassword && 'password', hasPin && 'PIN'].filter(Boolean).join(' and ') || 'cannot sign in yet';

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const answer = await ask('POST /crew', { body: { name, role } });
    problems = answer.kind === 'done' ? [] : answer.problems;
    if (answer.kind !== 'done') return;
    await onchanged();
    [adding, name, chosen] = [false, '', answer.value.id];
  }
</script>

<div class="room">
  <RoomHead title="Crew" standing="" actions={{}} keys={[['?', 'these keys']]}>
    {#snippet about()}<a class="other" href="/know/bakehouse">Bakehouse</a>{/snippet}
    <button type="button" class="btn preset-filled" onclick={() => (adding = true)}>Somebody new</button>
  </RoomHead>
  <section aria-label="People">
    <table>
      <thead
        ><tr
          ><th scope="col">Name</th><th scope="col">Is</th><th scope="col">May</th><th scope="col"
            >Signs in with</th
          ></tr
        ></thead
      >
      <tbody>
        {#each people as each (each.id)}
          <tr>
            <th scope="row"><button type="button" onclick={() => (chosen = each.id)}>{each.name}</button></th>
            <td>{ROLE_WORDS[each.role].name}</td>
            <td>{ROLE_WORDS[each.role].may}</td>
            <td class:quiet={!each.hasPassword && !each.hasPin}>
              {ways(each)}{#if each.waitsUntil !== null && each.waitsUntil > now}<strong
                  >, shut out by wrong tries</strong
                >{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </section>
  <div class="parts">
    <DevicesPart {devices} {here} {onchanged} />
    <TokensPart {tokens} {onchanged} />
  </div>
  <DonePart {done} {zone} />
</div>

<Panel open={person !== null} title={person?.name ?? ''} side onclose={() => (chosen = null)}>
  {#if person}{#key person.id}<PersonPanel {person} {onchanged} ongone={() => (chosen = null)} />{/key}{/if}
</Panel>
<Panel open={adding} title="Somebody new" onclose={() => (adding = false)}>
  <form onsubmit={add}>
    <Field label="Name" name="name" value={name} oninput={(text) => (name = text)} />
    <Choice
      label="Is"
      name="role"
      value={role}
      options={ROLES.map((each) => ({
        value: each,
        text: `${ROLE_WORDS[each].name}: ${ROLE_WORDS[each].may}`,
      }))}
      onchange={(value) => (role = value as Role)}
    />
    <Problems {problems} />
    <button type="submit" class="btn preset-filled">Take into the crew</button>
  </form>
</Panel>

<!-- prettier-ignore -->

<style>
  .room {
    padding: 0.75rem 1.5rem 2rem;
  }
  .other {
    text-decoration: underline;
  }
  table {
    width: 100%;
    max-width: 70rem;
  }
  th,
  td {
    padding: 0.3rem 1rem 0.3rem 0;
    text-align: left;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  th button {
    min-height: 2.25rem;
    font-weight: 700;
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
  .quiet {
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .parts {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(20rem, 1fr));
    gap: 0 2.5rem;
    max-width: 70rem;
  }
  .room :global(h2) {
    margin: 1.5rem 0 0.5rem;
    font-size: 1.125rem;
    font-weight: 700;
  }
  form {
    display: grid;
    gap: 0.9rem;
  }
  @media (max-width: 640px) {
    .room {
      padding-inline: 1rem;
    }
    th:nth-child(3),
    td:nth-child(3) {
      display: none;
    }
  }
</style>
