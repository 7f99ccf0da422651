<script lang="ts">
  import Panel from '../ui/Panel.svelte';
  import KeyList from './KeyList.svelte';
  import { roomKeys, type RoomActions } from './room-keys';

  interface Props {
    actions: RoomActions;
    /** What its keys do, as they are listed. */
    keys: readonly (readonly [key: string, what: string])[];
    open?: boolean;
  }

  /** The keys of a room: they are heard wherever somebody is in it, and listed. */
  let { actions, keys, open = $bindable(false) }: Props = $props();
</script>

<svelte:window onkeydown={(event) => roomKeys(event, actions, () => (open = true))} />
<Panel {open} title="Keys of this room" onclose={() => (open = false)}><KeyList {keys} /></Panel>
