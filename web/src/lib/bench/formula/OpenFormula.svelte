<script lang="ts">
  import { onMount, type ComponentProps } from 'svelte';
  import { goto } from '$app/navigation';
  import { ask } from '../../sync/ask';
  import { whenChanged } from '../../sync/live.svelte';
  import FormulaRoom from './FormulaRoom.svelte';

  /** Opens one formula, and opens it anew whenever another version or draft stands there. */
  let room: Omit<ComponentProps<typeof FormulaRoom>, 'onopen'> = $props();
  const name = $derived(room.draft?.doc.name ?? room.version?.formula.doc.name ?? 'New formula');

  const open = (slug: string | null) =>
    void goto(slug === null ? '/know/formulas' : `/know/formulas/${slug}`, { invalidateAll: true });

  // Drawn in the browser only, like the Day line: the sheet reckons on every key anyway.
  let here = $state(false);
  let published = $state.raw({ slug: '', version: 0 });
  onMount(() => {
    here = true;
    // Somebody published a version: it is said, and the sheet stays as it is.
    return whenChanged(
      ({ kind, id }) => kind === 'formulas' && id === room.version?.slug,
      async () => {
        const answer = await ask('GET /formulas/{slug}', { params: { slug: room.version?.slug ?? '' } });
        if (answer.kind === 'done') published = answer.value;
      },
    );
  });
</script>

<svelte:head><title>{name || 'New formula'} · Jovet</title></svelte:head>

{#if here}
  {#key `${room.draftId} ${room.version?.slug ?? ''} ${room.version?.version ?? 0}`}
    <FormulaRoom
      {...room}
      head={published.slug === room.version?.slug ? Math.max(room.head, published.version) : room.head}
      onopen={open}
    />
  {/key}
{:else}
  <p class="opening">Opening the sheet…</p>
{/if}

<style>
  .opening {
    padding: 1.25rem 1.5rem;
  }
</style>
