<script lang="ts">
  import KeyList from './KeyList.svelte';

  /** The keys of the room One dough. */
  const KEYS = [
    ['Enter', 'next field; with Shift the one before'],
    ['Ctrl S', 'save the day'],
    ['Ctrl Z', 'undo'],
    ['Ctrl Shift Z', 'redo'],
    ['Ctrl P', 'print the scale sheet'],
    ['Tab, Enter', 'reach any computed number and show its working'],
    ['?', 'these keys'],
  ] as const;
</script>

<KeyList keys={KEYS} />
