<script lang="ts">
  interface Named {
    readonly id: string;
    readonly name: string;
    /** Signed in on this device, this shift. */
    readonly here: boolean;
  }

  /** People, to be chosen with a knuckle. */
  let { people, onchoose }: { people: readonly Named[]; onchoose: (person: Named) => void } = $props();
</script>

<div class="people">
  {#each people as person (person.id)}
    <button type="button" class="btn preset-tonal" onclick={() => onchoose(person)}>
      <span
        >{person.name}{#if person.here}<small>at work</small>{/if}</span
      >
    </button>
  {/each}
</div>

<style>
  .people {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
    gap: 0.6rem;
  }
  .people .btn {
    min-height: 3.5rem;
    font-weight: 700;
  }
  small {
    display: block;
    font-weight: 400;
  }
</style>
