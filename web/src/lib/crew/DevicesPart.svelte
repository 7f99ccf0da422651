<script lang="ts">
  import type { Problem } from '@jovet/core/problem';
  import { ask } from '../sync/ask';
  import Field from '../ui/Field.svelte';
  import Panel from '../ui/Panel.svelte';
  import Problems from '../ui/Problems.svelte';
  import type { Device } from './crew';

  interface Props {
    devices: readonly Device[];
    here: string | null;
    onchanged: () => Promise<void>;
  }

  /** The tablets and computers of the bakery, on which people sign in with a PIN. */
  let { devices, here, onchanged }: Props = $props();
  let code = $state<{ text: string; picture: string } | null>(null);
  let [naming, name] = $state<[boolean, string]>([false, '']);
  let lost = $state.raw<Device | null>(null);
  let problems = $state<readonly Problem[]>([]);

  async function makeCode() {
    const answer = await ask('POST /devices/code', {});
    problems = answer.kind === 'done' ? [] : answer.problems;
    if (answer.kind !== 'done') return;
    const { toString: pictureOf } = await import('qrcode');
    const link = `${location.origin}/sign-in/device?code=${answer.value.code}`;
    code = { text: answer.value.code, picture: await pictureOf(link, { type: 'svg', margin: 1 }) };
  }
  async function takeIn(event: SubmitEvent) {
    event.preventDefault();
    const answer = await ask('POST /devices', { body: { name } });
    problems = answer.kind === 'done' ? [] : answer.problems;
    if (answer.kind !== 'done') return;
    [naming, name] = [false, ''];
    await onchanged();
  }
  async function takeOut() {
    const answer = lost && (await ask('DELETE /devices/{id}', { params: { id: lost.id } }));
    problems = !answer || answer.kind === 'done' ? [] : answer.problems;
    lost = null;
    await onchanged();
  }
</script>

<section aria-label="Devices">
  <h2>Devices</h2>
  {#if devices.length === 0}<p>
      No device belongs to the bakery yet: people sign in with a password only.
    </p>{/if}
  <ul>
    {#each devices as device (device.id)}
      <li>
        <span
          ><strong>{device.name}</strong>{#if device.id === here}, this one{/if}{#if device.people.length > 0}:
            {device.people.join(', ')}{/if}</span
        >
        <button
          type="button"
          class="btn preset-tonal"
          aria-label={`Take out ${device.name}`}
          onclick={() => (lost = device)}>Take out</button
        >
      </li>
    {/each}
  </ul>
  <Problems {problems} />
  <div class="row">
    <button type="button" class="btn preset-tonal" onclick={makeCode}>Code for a tablet</button>
    <button type="button" class="btn preset-tonal" onclick={() => (naming = true)}>Take this device in</button
    >
  </div>
</section>

<Panel open={code !== null} title="Code for a tablet" onclose={() => ((code = null), void onchanged())}>
  <p>
    Look at it with the camera of the tablet, or open Jovet there, press “This is a tablet of the bakery” and
    type:
  </p>
  <p class="code">{code?.text}</p>
  <!-- eslint-disable-next-line svelte/no-at-html-tags (made here, of a code) -->
  <div class="picture">{@html code?.picture ?? ''}</div>
  <p>It takes in one device, within 15 minutes.</p>
</Panel>
<!-- prettier-ignore -->
<Panel open={naming} title="Take this device in" onclose={() => (naming = false)}>
  <form onsubmit={takeIn}>
    <Field
      label="What it is called"
      name="device"
      placeholder="By the oven"
      value={name}
      oninput={(text) => (name = text)}
    />
    <button type="submit" class="btn preset-filled">Take it in</button>
  </form>
</Panel>
<Panel open={lost !== null} title={`Take out ${lost?.name ?? ''}?`} onclose={() => (lost = null)}>
  <p>
    Everybody who signed in there is out at once. What was noted there and not sent yet stays on the device.
  </p>
  <button type="button" class="btn preset-filled-error-500" onclick={takeOut}>Take it out</button>
</Panel>

<style>
  li {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 0.6rem;
    padding-block: 0.25rem;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem;
    margin-top: 0.6rem;
  }
  .code {
    font-family: var(--figures);
    font-size: 2rem;
    text-align: center;
  }
  .picture {
    width: 12rem;
    margin: 0.5rem auto;
    background: #fff;
  }
  form {
    display: grid;
    gap: 0.9rem;
  }
</style>
